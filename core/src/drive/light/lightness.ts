/**
 * CIE 1976 lightness L* of a relative luminance (ISO/CIE 11664-4): 100 for 1, near 76 for one half, because the eye
 * follows roughly the cube root.
 */
export function lightness(relativeLuminance: number): number {
  const y = Math.max(0, relativeLuminance);
  return y > (6 / 29) ** 3 ? 116 * Math.cbrt(y) - 16 : (29 / 3) ** 3 * y;
}

/** How much brighter (positive) or dimmer a light looks, as a share, when it gives `ratio` times the light it gave. */
export function seenChange(ratio: number): number {
  return lightness(ratio) / lightness(1) - 1;
}

/** The light, over that before, that looks brighter (positive) or dimmer by a share: the inverse of `seenChange`. */
export function lightThatLooks(change: number): number {
  const wanted = lightness(1) * (1 + change);
  return wanted > 8 ? ((wanted + 16) / 116) ** 3 : Math.max(0, wanted) * (3 / 29) ** 3;
}

/**
 * Light rises a little less than current: efficacy droops. A power law with this exponent follows common mid-power
 * chips within a few per cent from a tenth to one and a half of rated current; a model, not a law.
 */
const DROOP_EXPONENT = 0.93;

/** Light at one current relative to light at another, by the droop model. 0 where nothing flows. */
export function lightRatio(amps: number, referenceAmps: number): number {
  if (!(amps > 0) || !(referenceAmps > 0)) return 0;
  return (amps / referenceAmps) ** DROOP_EXPONENT;
}
