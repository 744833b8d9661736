/** Where IEEE 1789-2015 puts a flicker, by its recommended practices 1 to 3. */
export type FlickerRegion = 'no observable effect' | 'low risk' | 'not of low risk';

/** IEEE 1789-2015, practice 1, low risk: 0.025·f below 90 Hz, 0.08·f up to 1250 Hz, free above. */
export function lowRiskFlickerPercent(hertz: number): number {
  return hertz < 90 ? 0.025 * hertz : hertz <= 1250 ? 0.08 * hertz : 100;
}

/** IEEE 1789-2015, practice 2, no observable effect: 0.01·f below 90 Hz, 0.0333·f up to 3000 Hz, free above. */
export function noEffectFlickerPercent(hertz: number): number {
  return hertz < 90 ? 0.01 * hertz : hertz <= 3000 ? 0.0333 * hertz : 100;
}

/** @param percent Michelson modulation, 0 to 100 */
export function flickerRegion(percent: number, hertz: number): FlickerRegion {
  if (percent <= noEffectFlickerPercent(hertz)) return 'no observable effect';
  return percent <= lowRiskFlickerPercent(hertz) ? 'low risk' : 'not of low risk';
}
