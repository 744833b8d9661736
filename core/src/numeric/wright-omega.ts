/**
 * Wright's omega function: the w with w + ln w = z, for real z. It is Lambert's W of exp(z), and does not overflow
 * where exp(z) would. Lawrence, Corless and Jeffrey, "Algorithm 917: Complex double-precision evaluation of the
 * Wright omega function", ACM TOMS 38 (2012).
 *
 * @param z any finite number
 * @returns w > 0 to about 1e-15 relative; 0 where exp(z) underflows
 */
export function wrightOmega(z: number): number {
  if (z < -50) return Math.exp(z);
  let w = z > 1.5 ? z - Math.log(z) : z < -2 ? Math.exp(z) : Math.exp((2 * z - 2) / (3 + Math.exp(z / 2) / 4));
  if (w < 1e-300) return w;
  // Fritsch, Shafer and Crowley's step is of fourth order: once the residual is small, the step taken for it is the last.
  for (let step = 0; step < 4; step++) {
    const residual = z - w - Math.log(w);
    const one = 1 + w;
    const q = 2 * one * (one + (2 / 3) * residual);
    w *= 1 + (residual / one) * ((q - residual) / (q - 2 * residual));
    if (residual < LAST_RESIDUAL && residual > -LAST_RESIDUAL) break;
  }
  return w;
}

const LAST_RESIDUAL = 2e-4;
