import { suppliesOf } from '../../circuit/index.ts';
import { deviceOf } from '../../device/index.ts';
import { answersOf, CLEAR, type SafetyRule, speaks } from '../rule.ts';

/** A source that is left less than this share of its volts feeds a short. */
const LEFT_SHARE = 0.1;
/** Of a source without resistance of its own: so many amps are no load of anything that these rules are for. */
const SHORT_AMPS = 50;

/** A source with next to nothing between its pins. */
export const shortedSupplyRule: SafetyRule = ({ circuit, solution }) =>
  answersOf(
    suppliesOf(circuit).map((part) => {
      const { source } = deviceOf(part.kind);
      const solved = solution.parts[part.ref];
      const open = Math.abs(source?.volts(part) ?? 0);
      if (!source || !solved || open === 0) return CLEAR;
      const isDown = solved.volts.rms < LEFT_SHARE * open && solved.watts < 0;
      if (!isDown && solved.amps.rms < SHORT_AMPS) return CLEAR;
      return speaks({ code: 'shorted-supply', severity: 'unsafe', ref: part.ref, facts: { about: 'shorted', amps: solved.amps.rms } });
    }),
  );
