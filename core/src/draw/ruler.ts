/** The drive ruler runs over two decades of multiples of the rating. */
export const RULER = { low: 0.1, high: 10 } as const;

/** Ticks of the scale: label and length class. */
export const RULER_TICKS: readonly { readonly ratio: number; readonly label?: string; readonly length: 12 | 9 | 6 }[] = [
  0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10,
].map((ratio) => {
  const length = ratio === 0.1 || ratio === 1 || ratio === 10 ? 12 : ratio === 0.5 || ratio === 5 || ratio === 0.2 || ratio === 2 ? 9 : 6;
  const label = length === 6 ? undefined : ratio === 0.1 || ratio === 1 || ratio === 10 ? `${ratio}×` : `${ratio}`;
  return { ratio, length, ...(label !== undefined && { label }) };
});

/** Where a multiple stands on a scale `width` wide; off the scale it stands at the end. */
export function rulerX(ratio: number, width: number): number {
  if (!(ratio > 0)) return 0;
  const share = Math.log10(ratio / RULER.low) / Math.log10(RULER.high / RULER.low);
  return Math.min(1, Math.max(0, share)) * width;
}
