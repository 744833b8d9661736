import { type Circuit, Diagnoser, type Evidence, LOW_VOLT_GADGETS, MAINS_LAMPS, playDiagnoses } from '@mindful-probe/core';
import { type Measured, measure } from './measure.ts';

const DARK: Evidence = { kind: 'lights', of: 'all', value: false };
const READ: Evidence = { kind: 'ohms', across: 'R1', value: 100.4, uncertainty: 0.5 };

function run(diagnoser: Diagnoser, circuit: Circuit, evidence: readonly Evidence[]): void {
  const steps = diagnoser.inSteps(circuit, evidence);
  for (let step = steps.next(); !step.done; step = steps.next());
}

/** All single faults of a dropper lamp from nothing, and again after one more reading. */
export function timeDiagnoses(): readonly Measured[] {
  const lamp = MAINS_LAMPS[0] as Circuit;
  const kept = new Diagnoser();
  run(kept, lamp, [DARK]);
  return [
    measure('diagnosis-mains', () => run(new Diagnoser(), lamp, [DARK])),
    measure('diagnosis-next-reading', () => run(kept, lamp, [DARK, READ])),
  ];
}

/** Of 500 gadgets four in five are on low volts, as at a repair table. */
const GADGETS = { low: 400, mains: 100 } as const;

/** How often the fault is named right, in how many tests, and how honest the probabilities are. Takes minutes. */
export function judgeDiagnoses(): Readonly<Record<string, number>> {
  const low = playDiagnoses(LOW_VOLT_GADGETS, GADGETS.low, 20_261_129);
  const mains = playDiagnoses(MAINS_LAMPS, GADGETS.mains, 20_261_130);
  const all = low.gadgets + mains.gadgets;
  const said = low.calibrated.said + mains.calibrated.said;
  return {
    'diagnosis right': (low.right + mains.right) / all,
    'of them not told apart': (low.alike + mains.alike) / all,
    'tests, low volts': low.medianTests,
    'tests, mains': mains.medianTests,
    'live before dead': low.liveBeforeDead + mains.liveBeforeDead,
    'true of 75 to 85 %': (low.calibrated.true + mains.calibrated.true) / said,
  };
}
