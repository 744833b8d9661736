import type { BlockLaw } from '../law.ts';

interface Charger {
  readonly amps: number;
  readonly endVolts: number;
  readonly dropoutVolts: number;
}

/** Between full current and none the output rises by this share of the end volts: a loop of a few millivolts. */
const DROOP = 2e-3;
/** So that nothing floats while it gives nothing, S. */
const RESIDUAL_SIEMENS = 1e-12;

/**
 * A linear charger: constant amps from `in` to `out` while the output is below its end volts and the input above it by the
 * dropout; less in proportion where either falls short; nothing backwards. Volts are (in, out) against minus.
 */
export function chargerLaw({ amps: most, endVolts, dropoutVolts }: Charger): BlockLaw {
  const droop = DROOP * endVolts;
  return {
    paths: [
      [0, 1],
      [1, 2],
    ],
    remembers: 2,
    firstMode: 0,
    nextMode: (_, mode) => mode,
    evaluate(volts, amps, siemens, memory) {
      const [below, over] = [(endVolts - volts[1]) / droop, (volts[0] - volts[1]) / dropoutVolts];
      // A step from one flat side to the other would jump over the slope between them for ever: it stops there.
      const end = slope(below, memory ? memory[0] : below);
      const headroom = slope(over, memory ? memory[1] : over);
      if (memory) {
        memory[0] = end.at;
        memory[1] = headroom.at;
      }
      const byBelow = most * headroom.share * end.rise;
      const byOver = most * end.share * headroom.rise;
      const passed =
        most * end.share * headroom.share +
        byBelow * (below - end.at) +
        byOver * (over - headroom.at) +
        RESIDUAL_SIEMENS * (volts[0] - volts[1]);
      amps[0] = passed;
      amps[1] = -passed;
      const byIn = byOver / dropoutVolts + RESIDUAL_SIEMENS;
      const byOut = -byBelow / droop - byOver / dropoutVolts - RESIDUAL_SIEMENS;
      siemens[0] = byIn;
      siemens[1] = byOut;
      siemens[2] = -byIn;
      siemens[3] = -byOut;
      return end.at !== below || headroom.at !== over;
    },
  };
}

/** 0 below 0, 1 above 1, straight between; evaluated in the middle where a step would have jumped over it. */
function slope(value: number, last: number): { readonly at: number; readonly share: number; readonly rise: number } {
  const jumps = (last <= 0 && value >= 1) || (last >= 1 && value <= 0);
  const at = jumps ? 0.5 : value;
  return { at, share: Math.min(1, Math.max(0, at)), rise: at > 0 && at < 1 ? 1 : 0 };
}
