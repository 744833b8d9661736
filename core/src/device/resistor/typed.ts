import { bandColour, decodeMarking, decodeResistorBands } from '../../marking/index.ts';
import { readFigure, readFigures } from '../../quantity/index.ts';
import type { TypedPart } from '../definition.ts';

/** `red violet black gold`, `mark 390 0.5w`, `27r 5%`: a row of bands, a code or ohms, and its rating. */
export function readResistor(words: readonly string[]): TypedPart | string {
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
  if (!parsed)
    return value === '' ? 'its ohms or colours, as “27r” or “red violet black gold”.' : `“${value}” is neither ohms nor a colour.`;
  if ('wrong' in parsed) return parsed.wrong;
  if (parsed.unit !== undefined && parsed.unit !== 'ohms') return `${value} is not a resistance.`;
  const rated = ratingOf(rest);
  return typeof rated === 'string' ? rated : { fields: { ohms: parsed.value, ...rated } };
}

/** Watts and tolerance behind a resistor's value. */
function ratingOf(words: readonly string[]): Readonly<Record<string, unknown>> | string {
  const figures = readFigures(words, { watts: 'watts', percent: 'percent' });
  if (typeof figures === 'string') return figures;
  const { watts, percent } = figures;
  return { ...(watts !== undefined && { rated: { watts } }), ...(percent !== undefined && { tolerance: percent / 100 }) };
}
