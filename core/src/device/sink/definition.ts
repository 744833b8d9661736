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

/** slope·(soft(v) − soft(v − dropout)), with soft(v) = (v + √(v² + w²))/2: two rounded corners, exact far from them. */
function sinkLaw(amps: number, dropoutVolts: number): CurveLaw {
  const slope = amps / dropoutVolts;
  const w = CORNER_SHARE * dropoutVolts;
  return {
    evaluate(volts: number, out: CurvePoint) {
      const rootA = Math.hypot(volts, w);
      const rootB = Math.hypot(volts - dropoutVolts, w);
      out.amps = slope * ((dropoutVolts + rootA - rootB) / 2) + RESIDUAL_SLOPE * slope * volts;
      out.siemens = (slope * (volts / rootA - (volts - dropoutVolts) / rootB)) / 2 + RESIDUAL_SLOPE * slope;
    },
    limit: (volts) => volts,
    firstVolts: 0,
  };
}
