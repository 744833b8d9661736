import { z } from 'zod';
import { type CurveLaw, type CurvePoint, type DeviceDefinition, partBase, twoPins } from '../definition.ts';
import { junctionLaw, TYPICAL_DIODES } from '../diode/junction.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('zener'),
  pins: twoPins,
  /** At 5 mA. */
  zenerVolts: z.number().positive().max(1e4),
  zenerOhms: z.number().positive().max(1e6).optional(),
});

/** The current at which a zener's volts are stated. */
const TEST_AMPS = 0.005;
/** The knee is rounded over this many volts: softplus of four widths. */
const KNEE_VOLTS = 0.02 / 4;

/** Forward as a silicon diode; reverse a resistance above the knee, rounded so that its slope has no jump. */
export const zener: DeviceDefinition<'zener', typeof schema> = {
  kind: 'zener',
  pins: ['anode', 'cathode'],
  polar: true,
  supplies: false,
  toleranced: 'zenerVolts',
  schema,
  expand: (part, build, surroundings) => {
    const ohms = part.zenerOhms ?? 5;
    build.curve(0, 1, withZener(junctionLaw({ model: TYPICAL_DIODES.silicon }, surroundings), part.zenerVolts - TEST_AMPS * ohms, ohms));
  },
};

function withZener(forward: CurveLaw, kneeVolts: number, ohms: number): CurveLaw {
  return {
    evaluate(volts: number, out: CurvePoint) {
      forward.evaluate(volts, out);
      const u = (-volts - kneeVolts) / KNEE_VOLTS;
      // ln(1 + e^u), which is u far above the knee and nothing far below.
      const soft = u > 40 ? u : Math.log1p(Math.exp(u));
      out.amps -= (KNEE_VOLTS * soft) / ohms;
      out.siemens += 1 / (1 + Math.exp(Math.min(700, -u))) / ohms;
    },
    limit: forward.limit,
    firstVolts: forward.firstVolts,
  };
}
