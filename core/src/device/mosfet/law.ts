import type { BlockLaw } from '../law.ts';

/**
 * Shichman and Hodges' square law (IEEE J. Solid-State Circuits 3, 1968) without channel-length modulation:
 * saturation K/2·(Vgs − Vt)², triode K·((Vgs − Vt)·Vds − Vds²/2). Symmetrical: for Vds < 0 drain and source change places.
 */
export function channelLaw(sign: number, threshold: number, gain: number): BlockLaw {
  return {
    paths: [[0, 2]],
    remembers: 0,
    firstMode: 0,
    nextMode: (_, mode) => mode,
    evaluate(volts, amps, siemens) {
      const vds = sign * volts[0];
      const vgs = sign * volts[1];
      const forward = vds >= 0;
      const over = (forward ? vgs : vgs - vds) - threshold;
      const across = Math.abs(vds);
      let current = 0;
      let byGate = 0;
      let byDrain = 0;
      if (over > 0 && across >= over) {
        current = (gain / 2) * over ** 2;
        byGate = gain * over;
      } else if (over > 0) {
        current = gain * (over * across - across ** 2 / 2);
        byGate = gain * across;
        byDrain = gain * (over - across);
      }
      amps[0] = sign * (forward ? current : -current);
      amps[1] = 0;
      // Backwards the gate is seen from the drain: ∂over/∂Vds = −1, ∂across/∂Vds = −1.
      siemens[0] = forward ? byDrain : byGate + byDrain;
      siemens[1] = forward ? byGate : -byGate;
      siemens[2] = 0;
      siemens[3] = 0;
      return false;
    },
  };
}
