import { partOf } from '../../circuit/index.ts';
import { isKind } from '../../device/index.ts';
import type { Severity } from '../finding.ts';
import { type Answers, answersOf, CLEAR, cannotTell, type Judged, type SafetyRule, speaks } from '../rule.ts';
import type { FaultOutcome, FaultStress } from '../single-faults.ts';

/** From here on what a fault does to another part is more than a shorter life: by what it is that goes over its limit. */
const DANGEROUS = {
  /** A chip takes twice its current for a while, and then goes out itself. */
  led: { caution: 2, unsafe: Number.POSITIVE_INFINITY },
  /** An electrolytic capacitor vents a little over its volts. */
  volts: { caution: 1.05, unsafe: 1.2 },
  /** Film chars at a few times its watts. */
  watts: { caution: 1.5, unsafe: 3 },
  other: { caution: 1.5, unsafe: Number.POSITIVE_INFINITY },
} as const;
/** Less heat than this sets nothing on fire, W (IEC 60065 and its successors allow 15 W at a point; a small part glows at 1 W). */
const HARMLESS_WATTS = 1;

/** What one failed part does to the others. */
export const singleFaultRule: SafetyRule = (judged) => answersOf(judged.faults.map((outcome) => ofOutcome(outcome, judged)));

function ofOutcome(outcome: FaultOutcome, judged: Judged): Answers {
  const { ref } = outcome.fault;
  if (outcome.unsolved) return cannotTell({ code: 'single-fault', ref, lacks: 'fault-unsolved' });
  const severities = outcome.over.map((stress) => severityOf(stress, judged));
  const severity = (['unsafe', 'caution'] as const).find((one) => severities.includes(one));
  if (!severity) return CLEAR;
  // What makes it so grave stands first.
  const grave = outcome.over.filter((_, index) => severities[index] === severity);
  const over = [...grave, ...outcome.over.filter((stress) => !grave.includes(stress))];
  return speaks({ code: 'single-fault', severity, ref, facts: { about: 'fault', outcome: { ...outcome, over } } });
}

function severityOf({ ref, of, after, limit, ratio }: FaultStress, { circuit }: Judged): Severity {
  const kind = isKind(partOf(circuit, ref), 'led') ? 'led' : of === 'volts' || of === 'watts' ? of : 'other';
  if (of === 'watts' && kind !== 'led' && after < HARMLESS_WATTS) return 'note';
  const { caution, unsafe } = DANGEROUS[kind];
  if (ratio > unsafe && !limit.assumed) return 'unsafe';
  return ratio > caution ? 'caution' : 'note';
}
