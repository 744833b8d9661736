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
  const bands = decodeResistorBands(text)?.map(
    ({ value, tolerance, why }): Found => ({ henries: Number(`${value}e-6`), tolerance, why: `bands in microhenries, ${why}` }),
  );
  const found = (bands ?? lettersOf(text)).filter(({ henries }) => henries > 0);
  return found.length === 0 ? undefined : found.map(readingOf);
}

interface Found {
  readonly henries: number;
  readonly tolerance: number | undefined;
  readonly why: string;
}

/** What digits and letters say: one inductance, or none. */
function lettersOf(text: string): readonly Found[] {
  const match = /^(\d{3}|\d*[RrNn]\d*|\d+(?:[.,]\d+)?\s*[nuµμm]?H)([FGHJKM])?$/.exec(text.trim());
  if (!match) return [];
  const code = match[1] as string;
  const tolerance = match[2] === undefined ? undefined : TOLERANCE_LETTERS[match[2]];
  const found = (henries: number, why: string): readonly Found[] => {
    const series = coarsestSeries(henries);
    return [{ henries, tolerance, why: `${why}${series ? `, ${series} value` : ', not a preferred value'}` }];
  };
  const digits = threeDigits(code);
  if (digits) return found(Number(`${digits.figures}e${digits.exponent - 6}`), 'two figures and noughts, microhenries');
  const infix = /^(\d*)([RrNn])(\d*)$/.exec(code);
  if (infix) {
    if (!infix[1] && !infix[3]) return [];
    const exponent = /r/i.test(infix[2] as string) ? -6 : -9;
    const what = exponent === -6 ? 'R is the point, microhenries' : 'N is the point, nanohenries';
    return found(Number(`${infix[1] || '0'}.${infix[3] || '0'}e${exponent}`), what);
  }
  const plain = /^([\d.,]+)\s*([nuµμm]?)H$/.exec(code);
  const exponents: Readonly<Record<string, number>> = { n: -9, u: -6, µ: -6, μ: -6, m: -3, '': 0 };
  return plain ? found(Number(`${(plain[1] as string).replace(',', '.')}e${exponents[plain[2] as string]}`), 'as written') : [];
}

function readingOf({ henries, tolerance, why }: Found): MarkingReading {
  return {
    kind: 'inductor-code',
    value: henries,
    unit: 'henries',
    ...(tolerance !== undefined && { tolerance }),
    text: `${formatEngineering(henries, 'henries').text}${percent(tolerance)}`,
    why,
  };
}
