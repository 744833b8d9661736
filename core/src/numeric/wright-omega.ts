/**
 * Wright's omega function: the w with w + ln w = z, for real z. It is Lambert's W of exp(z), and does not overflow
 * where exp(z) would. Lawrence, Corless and Jeffrey, "Algorithm 917: Complex double-precision evaluation of the
 * Wright omega function", ACM TOMS 38 (2012).
 *
 * @param z any finite number
 * @returns w > 0 to about 1e-15 relative; 0 where exp(z) underflows
 */
export function wrightOmega(z: number): number {
  if (z < -18) {
    const e = Math.exp(z);
    return e * (1 - e);
  }
  const w = z > 1.5 ? z - Math.log(z) : z < -2 ? Math.exp(z) : Math.exp((2 * z - 2) / (3 + Math.exp(z / 2) / 4));
  return refined(z, w);
}

/**
 * The same from a near one.
 *
 * @param near another z, within about 0.5
 * @param omega of that
 */
export function wrightOmegaNear(z: number, near: number, omega: number): number {
  if (omega < 1e-9) return wrightOmega(z);
  // Taylor's series to the third order: ω′ = ω/(1 + ω).
  const inverse = 1 / (1 + omega);
  const step = (z - near) * inverse;
  const bent = step * inverse;
  const w = omega * (1 + step * (1 + 0.5 * bent * (1 + (bent * (1 - 2 * omega)) / 3)));
  return refined(z, w);
}

/** Fritsch, Shafer and Crowley's step is of fourth order: once the residual is small, the step taken for it is the last. */
function refined(z: number, near: number): number {
  let w = near;
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
