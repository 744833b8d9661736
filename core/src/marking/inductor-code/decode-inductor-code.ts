import { coarsestSeries, formatEngineering } from '../../quantity/index.ts';
import { decodeResistorBands } from '../bands/decode-resistor-bands.ts';
import type { MarkingReading } from '../reading.ts';
import { percent, TOLERANCE_LETTERS, threeDigits } from '../three-digit.ts';

/**
 * Reads what inductors are marked with: three digits or a point in microhenries, `N` for the point in nanohenries, a
 * tolerance letter, or the colour bands of a resistor that here count microhenries (IEC 62211).
 *
 * @returns undefined for text that holds no inductance
 */
export function decodeInductorCode(text: string): readonly MarkingReading[] | undefined {
  const bands = decodeResistorBands(text);
  if (bands) return bands.map(({ value, tolerance, why }) => reading(Number(`${value}e-6`), tolerance, `bands in microhenries, ${why}`));
  const match = /^(\d{3}|\d*[RrNn]\d*|\d+(?:[.,]\d+)?\s*[nuµμm]?H)([FGHJKM])?$/.exec(text.trim());
  if (!match) return undefined;
  const code = match[1] as string;
  const tolerance = match[2] === undefined ? undefined : TOLERANCE_LETTERS[match[2]];
  const digits = threeDigits(code);
  if (digits) return [reading(Number(`${digits.figures}e${digits.exponent - 6}`), tolerance, 'two figures and noughts, microhenries')];
  const infix = /^(\d*)([RrNn])(\d*)$/.exec(code);
  if (infix) {
    if (!infix[1] && !infix[3]) return undefined;
    const exponent = /r/i.test(infix[2] as string) ? -6 : -9;
    const what = exponent === -6 ? 'R is the point, microhenries' : 'N is the point, nanohenries';
    return [reading(Number(`${infix[1] || '0'}.${infix[3] || '0'}e${exponent}`), tolerance, what)];
  }
  const plain = /^([\d.,]+)\s*([nuµμm]?)H$/.exec(code);
  const exponents: Readonly<Record<string, number>> = { n: -9, u: -6, µ: -6, μ: -6, m: -3, '': 0 };
  return plain
    ? [reading(Number(`${(plain[1] as string).replace(',', '.')}e${exponents[plain[2] as string]}`), tolerance, 'as written')]
    : undefined;
}

function reading(henries: number, tolerance: number | undefined, why: string): MarkingReading {
  const series = coarsestSeries(henries);
  return {
    kind: 'inductor-code',
    value: henries,
    unit: 'henries',
    ...(tolerance !== undefined && { tolerance }),
    text: `${formatEngineering(henries, 'henries').text}${percent(tolerance)}`,
    why: `${why}${series ? `, ${series} value` : ', not a preferred value'}`,
  };
}
