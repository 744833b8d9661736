import type { BlockLaw } from '../law.ts';

interface Stage {
  readonly outVolts: number;
  readonly limitAmps: number;
  /** 0 to 1. */
  readonly efficiency: number;
  readonly minInVolts: number;
  readonly maxInVolts: number;
}

const ON = 1;
const OFF = 0;
/** The constant-volts side gives way by this share of its volts from no load to the limit; the sharp corner is as sharp. */
const DROOP = 1e-5;
/** Below this the input is treated as a resistance, so that a starved converter asks for no endless current. */
const LEAST_IN_VOLTS = 1e-3;

/**
 * An averaged stage (Middlebrook and Ćuk, IEEE PESC 1976, reduced to its static behaviour): constant volts out up to
 * the limit, constant amps beyond, input power = output power ÷ efficiency. Volts are (inPlus, inMinus, outPlus)
 * against outMinus. Whether it is on is decided between solves, from the volts it finds; beginning from no load it
 * comes upon the operating point with the higher input volts first.
 */
export function averagedLaw({ outVolts, limitAmps, efficiency, minInVolts, maxInVolts }: Stage): BlockLaw {
  const slope = limitAmps / (DROOP * outVolts);
  const middle = outVolts * (1 - DROOP / 2);
  return {
    paths: [
      [0, 1],
      [2, 3],
    ],
    remembers: 1,
    firstMode: ON,
    nextMode: (volts) => (volts[0] - volts[1] >= minInVolts && volts[0] - volts[1] <= maxInVolts ? ON : OFF),
    evaluate(volts, amps, siemens, memory, mode) {
      siemens.fill(0);
      amps.fill(0);
      if (mode === OFF) return false;
      // A step from one flat side to the other would jump over the steep part between them for ever: it stops there.
      const last = memory ? memory[0] : volts[2];
      const jumps = (last < outVolts * (1 - DROOP) && volts[2] > outVolts) || (last > outVolts && volts[2] < outVolts * (1 - DROOP));
      const vOut = jumps ? middle : volts[2];
      if (memory) memory[0] = vOut;
      const vIn = Math.max(volts[0] - volts[1], minInVolts, LEAST_IN_VOLTS);
      const held = volts[0] - volts[1] < vIn;
      // Into the load: constant volts with a little droop, then constant amps.
      const wanted = slope * (outVolts - vOut);
      const iOut = Math.min(Math.max(wanted, 0), limitAmps);
      const gOut = wanted > 0 && wanted < limitAmps ? slope : 0;
      const watts = (vOut * iOut) / efficiency;
      const iIn = Math.max(0, watts / vIn);
      const byOut = watts > 0 ? (iOut - vOut * gOut) / efficiency / vIn : 0;
      const byIn = held || watts <= 0 ? 0 : -watts / vIn ** 2;
      amps[0] = iIn;
      amps[1] = -iIn;
      amps[2] = -(iOut - gOut * (volts[2] - vOut));
      siemens[0] = byIn;
      siemens[1] = -byIn;
      siemens[2] = byOut;
      siemens[3] = -byIn;
      siemens[4] = byIn;
      siemens[5] = -byOut;
      siemens[8] = gOut;
      return jumps;
    },
  };
}
