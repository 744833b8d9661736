import type { CurveLaw, CurvePoint } from '../law.ts';

/** Corners are rounded over this share of the dropout, far inside what any such part keeps to. */
const CORNER_SHARE = 1e-3;
/** What still rises above dropout, relative to the slope below it: so that a sink alone in a loop has a solution. */
const RESIDUAL_SLOPE = 1e-9;
/** No part regulates from less over it, V: a figure below says that it is next to nothing. */
const LEAST_DROPOUT_VOLTS = 1e-3;

/** slope·(max(0, v) − soft(v − dropout)), with soft(v) = (v + √(v² + w²))/2: the upper corner is rounded, exact far from it. */
export function sinkLaw(amps: number, statedDropoutVolts: number): CurveLaw {
  const dropoutVolts = Math.max(LEAST_DROPOUT_VOLTS, statedDropoutVolts);
  const slope = amps / dropoutVolts;
  const w = CORNER_SHARE * dropoutVolts;
  const top = Math.hypot(dropoutVolts, w);
  return {
    evaluate(volts: number, out: CurvePoint) {
      const root = Math.hypot(volts - dropoutVolts, w);
      const forwards = volts >= 0 ? 1 : 0;
      out.amps = slope * forwards * ((volts + top - root) / 2) + RESIDUAL_SLOPE * slope * volts;
      out.siemens = (slope * forwards * (1 - (volts - dropoutVolts) / root)) / 2 + RESIDUAL_SLOPE * slope;
    },
    // A step over a corner stops there: between its corners the law is straight, and from a corner any step is free.
    limit: (volts, previous) => {
      const corners = volts > previous ? [0, dropoutVolts] : [dropoutVolts, 0];
      const near = 1e-9 * dropoutVolts;
      return (
        corners.find((corner) =>
          volts > previous ? previous < corner - near && volts > corner : previous > corner + near && volts < corner,
        ) ?? volts
      );
    },
    firstVolts: 0,
  };
}
