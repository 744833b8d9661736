/** Two figures and a count of noughts, as small parts are marked: `334` is 33 and four noughts. */
export function threeDigits(text: string): { readonly figures: number; readonly exponent: number } | undefined {
  const match = /^(\d{2})(\d)$/.exec(text);
  if (!match) return undefined;
  // 8 and 9 stand for a hundredth and a tenth (IEC 60062, annex).
  const digit = Number(match[2]);
  return { figures: Number(match[1]), exponent: digit === 8 ? -2 : digit === 9 ? -1 : digit };
}

/** Tolerance letters (IEC 60062:2016, table 4), relative. Z is +80 % and −20 %, half of which is 50 % either way of a little more. */
export const TOLERANCE_LETTERS: Readonly<Record<string, number>> = { F: 0.01, G: 0.02, H: 0.03, J: 0.05, K: 0.1, M: 0.2, Z: 0.5 };

export function percent(tolerance: number | undefined): string {
  return tolerance === undefined ? '' : ` ±${Number((100 * tolerance).toPrecision(3))} %`;
}
