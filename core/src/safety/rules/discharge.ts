import { TOUCH_VOLTS } from '../../caution/index.ts';
import { partOf } from '../../circuit/index.ts';
import { reachOf } from '../discharge-reach.ts';
import { answersOf, CLEAR, type SafetyRule, speaks } from '../rule.ts';

/** IEC 60335-1, 22.5: under 34 V a second after the plug is drawn. */
const PLUG_SECONDS = 1;
/** A store inside a closed case has longer, yet not as long as it takes to open it. */
const INSIDE_SECONDS = 10;

/** Charge that stays after the plug is drawn: at its pins, or for hands that open it. */
export const dischargeRule: SafetyRule = ({ circuit, mains, solution, discharges }) => {
  const hasPlug = circuit.construction?.plug !== false;
  return answersOf(
    discharges.map(({ ref, farads, fromVolts, bleederOhms, secondsTo34 = 0 }) => {
      const store = partOf(circuit, ref);
      // Off mains only what a touch can kill with counts.
      if (!store || (!mains && fromVolts < TOUCH_VOLTS.direct)) return CLEAR;
      const at = mains && hasPlug ? reachOf(circuit, mains.source.part, store, solution) : 'inside';
      const limitSeconds = at === 'plug' ? PLUG_SECONDS : INSIDE_SECONDS;
      const facts = { about: 'stored', volts: fromVolts, farads, at, limitSeconds } as const;
      if (bleederOhms === undefined)
        return speaks({ code: 'no-bleeder', severity: 'unsafe', ref, facts: { ...facts, seconds: undefined } });
      if (secondsTo34 <= limitSeconds) return CLEAR;
      return speaks({ code: 'slow-bleeder', severity: 'caution', ref, facts: { ...facts, seconds: secondsTo34 } });
    }),
  );
};
