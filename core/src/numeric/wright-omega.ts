/**
 * Wright's omega function: the w with w + ln w = z, for real z. It is Lambert's W of exp(z), and does not overflow
 * where exp(z) would. Lawrence, Corless and Jeffrey, "Algorithm 917: Complex double-precision evaluation of the
 * Wright omega function", ACM TOMS 38 (2012).
 *
 * @param z any finite number
 * @returns w > 0 to about 1e-15 relative; 0 where exp(z) underflows
 */
export function wrightOmega(z: number): number {
  if (z < -2) {
    // The logarithm of the first guess is z itself: what is left is the guess.
    const e = Math.exp(z);
    const w = stepped(e, -e);
    return z < -7 ? w : refined(z, w);
  }
  return refined(z, z > 1.5 ? z - Math.log(z) : Math.exp((2 * z - 2) / (3 + Math.exp(z / 2) / 4)));
}

function refined(z: number, near: number): number {
  let w = near;
  for (let step = 0; step < 4; step++) {
    const residual = z - w - Math.log(w);
    w = stepped(w, residual);
    if (residual < LAST_RESIDUAL && residual > -LAST_RESIDUAL) break;
  }
  return w;
}

/** Fritsch, Shafer and Crowley's step is of fourth order: once the residual is small, the step taken for it is the last. */
function stepped(w: number, residual: number): number {
  const one = 1 + w;
  const q = 2 * one * (one + (2 / 3) * residual);
  return w * (1 + (residual / one) * ((q - residual) / (q - 2 * residual)));
}

const LAST_RESIDUAL = 2e-4;

/** Nearer than this the series is good to 1e-11 of omega; and this near it is where the refinement begins. */
const BESIDE = 0.044;
const NEAR = 0.5;
/** Below it omega is so small that no logarithm of it is wanted. */
const SMALL = 1e-7;

/**
 * Omega at one place after another, most of them near the one before: by Taylor's series around the place where it was
 * last found to full precision, to the fifth order, which needs no logarithm. With ω′ = ω/(1 + ω) the n-th derivative is
 * ω·qₙ(ω)/(1 + ω)²ⁿ⁻¹, q = 1, 1, 1 − 2ω, 1 − 8ω + 6ω², 1 − 22ω + 58ω² − 24ω³ (Corless and Jeffrey, "The Wright omega
 * function", LNCS 2385, 2002).
 */
export class OmegaSeries {
  private z = 1;
  private omega = 0;
  private first = 0;
  private second = 0;
  private third = 0;
  private fourth = 0;
  private fifth = 0;

  /** Begins where omega is known without looking: 1 at 1. */
  constructor() {
    this.centreAt(1, 1);
  }

  /** @returns omega at z, to 1e-11 of itself */
  at(z: number): number {
    const away = z - this.z;
    if (away < BESIDE && away > -BESIDE) return this.besideBy(away);
    const isNear = away < NEAR && away > -NEAR && this.omega > SMALL;
    this.centreAt(z, isNear ? refined(z, this.besideBy(away)) : wrightOmega(z));
    return this.omega;
  }

  private besideBy(away: number): number {
    return this.omega + away * (this.first + away * (this.second + away * (this.third + away * (this.fourth + away * this.fifth))));
  }

  private centreAt(z: number, w: number): void {
    const inverse = 1 / (1 + w);
    const square = inverse * inverse;
    this.z = z;
    this.omega = w;
    let scale = w * inverse;
    this.first = scale;
    scale *= square / 2;
    this.second = scale;
    scale *= square / 3;
    this.third = scale * (1 - 2 * w);
    scale *= square / 4;
    this.fourth = scale * (1 + w * (6 * w - 8));
    scale *= square / 5;
    this.fifth = scale * (1 + w * (w * (58 - 24 * w) - 22));
  }
}
