import { TOUCH_VOLTS } from '../../caution/index.ts';
import { hasSafetyClass, isKind, type Part, ratedResistorWatts } from '../../device/index.ts';
import { type Answers, answersOf, CLEAR, cannotTell, type Judged, type SafetyRule, speaks } from '../rule.ts';

/** A resistor below this size bears fewer volts than watts and ohms make one think: its film flashes over, W. */
const SMALL_WATTS = 0.5;
/** Of small resistors, V: a 1206 body bears 200, an 0805 150 (makers' general sheets). */
const SMALL_VOLTS = 150;
/** The lowest volts that capacitors are sold for. */
const LEAST_CAPACITOR_VOLTS = 6.3;

/** Volts without a rating to hold them against: on mains a danger by itself, elsewhere a question. */
export const unratedRule: SafetyRule = (judged) => answersOf(judged.circuit.parts.map((part) => ofPart(part, judged)));

function ofPart(part: Part, { mains, solution }: Judged): Answers {
  const { ref, rated } = part;
  const figures = solution.parts[ref]?.volts;
  if (!figures || rated?.volts !== undefined) return CLEAR;
  const volts = Math.max(Math.abs(figures.min), Math.abs(figures.max));
  if (isKind(part, 'capacitor')) {
    if (hasSafetyClass(part)) return CLEAR;
    if (volts >= TOUCH_VOLTS.direct || (mains && volts >= TOUCH_VOLTS.alternating))
      return speaks({ code: 'no-rating', severity: 'caution', ref, facts: { about: 'no-rating', volts, kind: 'capacitor' } });
    return volts > LEAST_CAPACITOR_VOLTS ? cannotTell({ code: 'over-volts', ref, lacks: 'capacitor-volts' }) : CLEAR;
  }
  if (!isKind(part, 'resistor') || ratedResistorWatts(part).value >= SMALL_WATTS || volts <= SMALL_VOLTS) return CLEAR;
  return speaks({ code: 'no-rating', severity: 'caution', ref, facts: { about: 'no-rating', volts, kind: 'resistor' } });
}
