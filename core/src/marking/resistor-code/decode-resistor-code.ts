import { coarsestSeries, formatEngineering, preferredMantissas } from '../../quantity/index.ts';
import type { MarkingReading } from '../reading.ts';
import { TOLERANCE_LETTERS } from '../three-digit.ts';

/** Multiplier letters of the 96-value code as powers of ten (IEC 60062:2016, annex: Z and Y, R, X, S, A, B, H …). */
const MULTIPLIER_LETTERS: Readonly<Record<string, number>> = {
  Z: -3,
  Y: -2,
  R: -2,
  X: -1,
  S: -1,
  A: 0,
  B: 1,
  H: 1,
  C: 2,
  D: 3,
  E: 4,
  F: 5,
};

/**
 * Reads a printed resistor code: three digits (`390`), four digits (`4702`), a point letter (`4R7`, `R047`, `10m`),
 * or the 96-value code (`01C`).
 *
 * @returns every reading, likeliest first; undefined when the text has none of these shapes
 */
export function decodeResistorCode(text: string): readonly MarkingReading[] | undefined {
  const code = text.trim().toUpperCase();
  const readings = [fromDigits(code), fromPointLetter(code, text.trim()), fromTable(code)].filter((reading) => reading !== undefined);
  return readings.length > 0 ? readings : undefined;
}

function fromDigits(code: string): MarkingReading | undefined {
  if (/^0{1,4}$/.test(code)) return reading(0, undefined, 'a link: all zeros');
  const match = /^(\d{2,3})(\d)$/.exec(code);
  if (!match) return undefined;
  const [, digits = '', exponent = ''] = match;
  if (digits.startsWith('0')) return undefined;
  const value = Number(`${digits}e${exponent}`);
  const tolerance = digits.length === 3 ? 0.01 : 0.05;
  const shape = digits.length === 3 ? 'three digits and a power of ten' : 'two digits and a power of ten';
  return reading(value, tolerance, `${shape}, ${coarsestSeries(value) ?? 'no'} preferred value`);
}

function fromPointLetter(code: string, typed: string): MarkingReading | undefined {
  const milli = /^(\d+)?m(\d+)?$/.exec(typed);
  if (milli && (milli[1] || milli[2]))
    return reading(Number(`${milli[1] ?? '0'}.${milli[2] ?? '0'}e-3`), 0.01, 'm stands at the point, milliohms');
  // A letter behind the value is its tolerance: R22J, 4K7J, 2R2F.
  const match = /^(\d*)([RKML])(\d*)([FGJKM])?$/.exec(code);
  if (!match || (match[1] === '' && match[3] === '')) return undefined;
  const [, whole = '', letter = '', fraction = '', tolerance] = match;
  const exponent = { R: 0, K: 3, M: 6, L: -3 }[letter] as number;
  const why = letter === 'L' ? 'L stands at the point, milliohms' : `${letter} stands at the point`;
  return reading(Number(`${whole || '0'}.${fraction || '0'}e${exponent}`), tolerance ? TOLERANCE_LETTERS[tolerance] : 0.05, why);
}

/** IEC 60062:2016, the code of two figures into the E96 series and a letter. */
function fromTable(code: string): MarkingReading | undefined {
  const match = /^(\d{2})([A-Z])$/.exec(code);
  if (!match) return undefined;
  const mantissa = preferredMantissas('E96')[Number(match[1]) - 1];
  const exponent = MULTIPLIER_LETTERS[match[2] ?? ''];
  if (mantissa === undefined || exponent === undefined) return undefined;
  return reading(Number(`${mantissa}e${exponent}`), 0.01, `entry ${match[1]} of the 96-value code, letter ${match[2]}`);
}

function reading(value: number, tolerance: number | undefined, why: string): MarkingReading {
  const percent = tolerance === undefined ? '' : ` ±${tolerance * 100} %`;
  return {
    kind: 'resistor-code',
    value,
    unit: 'ohms',
    ...(tolerance !== undefined && { tolerance }),
    text: `${formatEngineering(value, 'ohms').text}${percent}`,
    why,
  };
}
