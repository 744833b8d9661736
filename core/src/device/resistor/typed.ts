import { bandColour, decodeMarking, decodeResistorBands } from '../../marking/index.ts';
import { coarsestSeries, readFigure, readFigures } from '../../quantity/index.ts';
import type { TypedPart } from '../definition.ts';

/** `red violet black gold`, `mark 390 0.5w`, `27r 5%`, `wire 1.6r`: a row of bands, a code or ohms, and its rating. */
export function readResistor(all: readonly string[]): TypedPart | string {
  if (all.some((word) => word.toLowerCase() === 'motor')) return readMotor(all.filter((word) => word.toLowerCase() !== 'motor'));
  const words = all.filter((word) => !/^(?:fusible|wire)$/i.test(word));
  const read = readValue(words);
  if (typeof read === 'string') return read;
  const says = (said: string) => all.some((word) => word.toLowerCase() === said);
  return { ...read, fields: { ...read.fields, ...(says('fusible') && { fusible: true }), ...(says('wire') && { lead: true }) } };
}

/** What it draws depends on what it turns, ± at 95 %. */
const MOTOR_TOLERANCE = 0.5;

/** `motor 3v 120ma`: volts and amps as it turns. */
function readMotor(words: readonly string[]): TypedPart | string {
  const figures = readFigures(words, { volts: 'volts', amps: 'amps' });
  if (typeof figures === 'string') return figures;
  const { volts, amps } = figures;
  if (volts === undefined || amps === undefined) return 'what it draws as it turns, and at which volts, as “motor 3v 120ma”.';
  return {
    fields: { ohms: volts / amps, motor: true, tolerance: MOTOR_TOLERANCE },
    why: 'as it turns; while it starts it draws several times as much',
  };
}

function readValue(words: readonly string[]): TypedPart | string {
  const bands = words.filter((word) => bandColour(word) !== undefined);
  const others = words.filter((word) => bandColour(word) === undefined && word.toLowerCase() !== 'mark');
  if (bands.length > 0) return readBands(bands, others);
  return words.some((word) => word.toLowerCase() === 'mark') ? readCode(others) : readOhms(others);
}

function readBands(bands: readonly string[], others: readonly string[]): TypedPart | string {
  const decoded = decodeResistorBands(bands.join(' '));
  const first = decoded?.[0];
  if (!first) return `${bands.join(' ')} is no legal row of bands (3 to 6 colours, as “red violet black gold”).`;
  const rated = ratingOf(others);
  if (typeof rated === 'string') return rated;
  const rest = (decoded ?? []).slice(1).map(({ text }) => text);
  return {
    fields: { ohms: first.value, tolerance: first.tolerance, marking: bands.join(' '), ...rated },
    why: rest.length > 0 ? `${first.why}; else ${rest.join(' or ')}` : first.why,
  };
}

function readCode([code = '', ...rest]: readonly string[]): TypedPart | string {
  const first = decodeMarking(code, 'resistor-code')[0];
  if (!first) return `“${code}” is no resistor code that I know (390, 4702, 4R7, 01C).`;
  const rated = ratingOf(rest);
  if (typeof rated === 'string') return rated;
  return { fields: { ohms: first.value, ...(first.tolerance && { tolerance: first.tolerance }), marking: code, ...rated }, why: first.why };
}

function readOhms([value = '', ...rest]: readonly string[]): TypedPart | string {
  const parsed = readFigure(value);
  // R100, 4R7J: what is printed has its point where the letter is.
  if (!parsed && /^(?:R\d+|\d+[RKML]\d*[FGJKM])$/i.test(value)) return readCode([value, ...rest]);
  if (!parsed)
    return value === '' ? 'its ohms or colours, as “27r” or “red violet black gold”.' : `“${value}” is neither ohms nor a colour.`;
  if ('wrong' in parsed) return parsed.wrong;
  if (parsed.unit !== undefined && parsed.unit !== 'ohms') return `${value} is not a resistance.`;
  if (/^\d{3,4}$/.test(value)) {
    const bare = readBareDigits(value, rest);
    if (bare !== undefined) return bare;
  }
  const rated = ratingOf(rest);
  return typeof rated === 'string' ? rated : { fields: { ohms: parsed.value, ...rated } };
}

/**
 * Three or four bare digits can be ohms or what is printed: what is no preferred value is a code (474), what is one both
 * ways is asked for.
 */
function readBareDigits(digits: string, rest: readonly string[]): TypedPart | string | undefined {
  const marked = decodeMarking(digits, 'resistor-code')[0];
  if (!marked || marked.value === Number(digits)) return undefined;
  const isPreferred = (ohms: number) => COMMON_SERIES.includes(coarsestSeries(ohms) ?? 'none');
  if (!isPreferred(Number(digits))) return readCode([digits, ...rest]);
  return isPreferred(marked.value)
    ? `${digits}: ohms, or what is printed on it? “${digits}r”, or “mark ${digits}” (${marked.text}).`
    : undefined;
}

const COMMON_SERIES: readonly string[] = ['E3', 'E6', 'E12', 'E24'];

/** Watts and volts behind a resistor's value. */
function ratingOf(words: readonly string[]): Readonly<Record<string, unknown>> | string {
  const figures = readFigures(words, { watts: 'watts', volts: 'volts' });
  if (typeof figures === 'string') return figures;
  const { watts, volts } = figures;
  const rated = { ...(watts !== undefined && { watts }), ...(volts !== undefined && { volts }) };
  return Object.keys(rated).length > 0 ? { rated } : {};
}
