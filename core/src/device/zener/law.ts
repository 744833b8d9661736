import type { CurveLaw, CurvePoint } from '../law.ts';

/** The knee is rounded over this many volts: softplus of four widths. */
const KNEE_VOLTS = 0.02 / 4;

/** `forward` as it is; reverse a resistance above the knee, rounded so that its slope has no jump. */
export function withZener(forward: CurveLaw, kneeVolts: number, ohms: number): CurveLaw {
  return {
    evaluate(volts: number, out: CurvePoint) {
      forward.evaluate(volts, out);
      const u = (-volts - kneeVolts) / KNEE_VOLTS;
      // ln(1 + e^u), which is u far above the knee and nothing far below.
      const soft = u > 40 ? u : Math.log1p(Math.exp(u));
      out.amps -= (KNEE_VOLTS * soft) / ohms;
      out.siemens += 1 / (1 + Math.exp(Math.min(700, -u))) / ohms;
    },
    limit: (volts, previous) => forward.limit(volts, previous),
    firstVolts: forward.firstVolts,
  };
}
