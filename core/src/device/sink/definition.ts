import { z } from 'zod';
import { type CurveLaw, type CurvePoint, type DeviceDefinition, partBase, twoPins } from '../definition.ts';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('sink'),
    pins: twoPins,
    amps: z.number().positive().max(1e4).optional(),
    dropoutVolts: z.number().positive().max(1e3),
    /** A reference and a sense resistor make amps = referenceVolts / senseOhms. */
    referenceVolts: z.number().positive().max(100).optional(),
    senseOhms: z.number().positive().max(1e6).optional(),
  })
  .refine((part) => part.amps !== undefined || (part.referenceVolts !== undefined && part.senseOhms !== undefined), {
    message: 'needs amps, or referenceVolts and senseOhms',
    path: ['amps'],
  });

type SinkPart = z.infer<typeof schema>;

/** Corners are rounded over this share of the dropout, far inside what any such part keeps to. */
const CORNER_SHARE = 1e-3;
/** What still rises above dropout, relative to the slope below it: so that a sink alone in a loop has a solution. */
const RESIDUAL_SLOPE = 1e-9;

/** A linear constant-current regulator: a resistance below dropout, constant amps above, nothing backwards. */
export const sink: DeviceDefinition<'sink', typeof schema> = {
  kind: 'sink',
  pins: ['in', 'out'],
  polar: true,
  supplies: false,
  toleranced: 'amps',
  schema,
  expand: (part, build) => build.curve(0, 1, sinkLaw(sinkAmps(part), part.dropoutVolts)),
};

function sinkAmps(part: SinkPart): number {
  return part.amps ?? (part.referenceVolts ?? Number.NaN) / (part.senseOhms ?? Number.NaN);
}

/** slope·(max(0, v) − soft(v − dropout)), with soft(v) = (v + √(v² + w²))/2: the upper corner is rounded, exact far from it. */
function sinkLaw(amps: number, dropoutVolts: number): CurveLaw {
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
