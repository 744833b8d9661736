import { type Unit, unitOf } from './units.ts';

/** A figure as a person wrote it. */
export interface ParsedQuantity {
  /** In SI units. */
  readonly value: number;
  /** Undefined when only a bare number or a multiplier was written. */
  readonly unit?: Unit;
  /** What one step of the last digit written is worth, SI: 0.01 for "0.94 V". */
  readonly resolution: number;
}

const PREFIXES: ReadonlyMap<string, number> = new Map(
  Object.entries({
    p: 1e-12,
    n: 1e-9,
    u: 1e-6,
    µ: 1e-6,
    μ: 1e-6,
    m: 1e-3,
    k: 1e3,
    K: 1e3,
    M: 1e6,
    G: 1e9,
  }),
);

const PLAIN = /^([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+))(e[+-]?\d+)?\s*([a-zA-Zµμ°ΩΩω%]*)$/;
/** The watts of a resistor's size as they are said: a half, a quarter, an eighth. */
const FRACTION = /^([1-9])\/([1-9]\d?)\s*(w|watts?)$/i;
const INFIX = /^([+-]?\d+)([RrkKMmuµμnpVvΩΩω])(\d+)([a-zA-ZΩΩω]*)$/;

/**
 * Reads engineering notation as people write it: `6k8`, `2R2`, `330n`, `0.68uF`, `1.2 kΩ`, `350mA`, `0,94v`, `3V3`, `1/4 W`.
 * Case of the unit is free; of the multiplier only where both exist: `m` is milli, `M` mega.
 *
 * @returns undefined for what is not a quantity; also for `1,000`, which is one to some and a thousand to others
 */
export function parseQuantity(text: string): ParsedQuantity | undefined {
  const trimmed = text.trim();
  if (isAmbiguousThousand(trimmed)) return undefined;
  return parseInfix(trimmed) ?? parseFraction(trimmed) ?? parsePlain(trimmed);
}

/** True for `1,000 lm`: a comma before exactly three digits can mean either. */
export function isAmbiguousThousand(text: string): boolean {
  return /^[+-]?[1-9]\d{0,2},\d{3}(?![\d.,])/.test(text.trim());
}

function parsePlain(text: string): ParsedQuantity | undefined {
  const match = PLAIN.exec(text);
  if (!match) return undefined;
  const [, digits = '', exponent = '', tail = ''] = match;
  const number = digits.replace(',', '.');
  const suffix = splitSuffix(tail);
  if (!suffix) return undefined;
  const decimals = number.split('.')[1]?.length ?? 0;
  const scale = Number(`1${exponent}`) * suffix.factor;
  return {
    value: scaled(`${number}${exponent}`, suffix.factor),
    resolution: 10 ** -decimals * scale,
    ...(suffix.unit && { unit: suffix.unit }),
  };
}

function parseInfix(text: string): ParsedQuantity | undefined {
  const match = INFIX.exec(text);
  if (!match) return undefined;
  const [, whole = '', letter = '', fraction = '', tail = ''] = match;
  const infixUnit = unitOf(letter === 'u' ? '' : letter);
  const isUnitLetter = 'RrVvΩΩω'.includes(letter);
  const factor = isUnitLetter ? 1 : (PREFIXES.get(letter) ?? 1);
  const tailUnit = tail === '' ? undefined : unitOf(tail.replace(/[ΩΩ]/g, 'ω'));
  if (tail !== '' && !tailUnit) return undefined;
  const unit = isUnitLetter ? (unitOf(letter.replace(/[ΩΩ]/g, 'ω')) ?? infixUnit) : tailUnit;
  return { value: scaled(`${whole}.${fraction}`, factor), resolution: 10 ** -fraction.length * factor, ...(unit && { unit }) };
}

function parseFraction(text: string): ParsedQuantity | undefined {
  const match = FRACTION.exec(text);
  if (!match) return undefined;
  return { value: Number(match[1]) / Number(match[2]), resolution: 1 / Number(match[2]), unit: 'watts' };
}

/** Multiplies by a power of ten through the decimal text, so that 0.68 µ is 6.8e-7 and not 6.800000000000001e-7. */
function scaled(number: string, factor: number): number {
  const exponent = Math.round(Math.log10(factor));
  const [mantissa = number, own = '0'] = number.split('e');
  return Number(`${mantissa}e${Number(own) + exponent}`);
}

function splitSuffix(tail: string): { factor: number; unit?: Unit } | undefined {
  if (tail === '') return { factor: 1 };
  const clean = tail.replace(/[ΩΩ]/g, 'ω');
  const whole = unitOf(clean);
  if (whole) return { factor: 1, unit: whole };
  const factor = PREFIXES.get(clean[0] ?? '');
  if (factor === undefined) return undefined;
  const rest = clean.slice(1);
  if (rest === '') return { factor };
  const unit = unitOf(rest);
  return unit && { factor, unit };
}
