import type { Limit } from '../device/index.ts';

/** A resistor takes all of its rating up to 70 °C, and nothing at 155 °C (IEC 60115-1, film on ceramic; straight between). */
export const DERATING = { from: 70, to: 155 } as const;

/** A part is never derated to nothing: what is left tells how far beyond it is. */
const LEAST_SHARE = 0.01;

/** The limit that heat around a resistor leaves. */
export function withDerating(limit: Limit, celsius: number): Limit {
  if (!(celsius > DERATING.from)) return limit;
  const share = Math.max(LEAST_SHARE, (DERATING.to - celsius) / (DERATING.to - DERATING.from));
  return { ...limit, value: share * limit.value, derated: { share, celsius, of: limit.value } };
}

/** Where a limit comes from, in words: "rated", "usual for 5mm". */
export function limitWords({ usualFor, derated }: Limit): string {
  const source = usualFor === undefined ? 'rated' : `usual for ${usualFor}`;
  return derated ? `${source}, ${derated.share.toFixed(2)} of it at ${Math.round(derated.celsius)} °C` : source;
}
