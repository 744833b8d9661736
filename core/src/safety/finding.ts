import type { Arrangement } from '../arrangement/index.ts';
import type { Discharge } from '../caution/index.ts';
import type { Circuit } from '../circuit/index.ts';
import type { Solution } from '../solve/index.ts';

export type FindingCode =
  | 'over-amps'
  | 'over-peak-amps'
  | 'over-watts'
  | 'over-volts'
  | 'over-reverse-volts'
  | 'over-celsius'
  | 'no-bleeder'
  | 'slow-bleeder'
  | 'no-fuse'
  | 'fuse-in-neutral'
  | 'no-earth'
  | 'capacitor-class'
  | 'unbalanced-strings'
  | 'parallel-regulators'
  | 'no-current-limit'
  | 'unprotected-cells'
  | 'mixed-cells'
  | 'converter-volts'
  | 'flicker'
  | 'single-insulation';

export type Severity = 'note' | 'caution' | 'unsafe';

/** Something about a circuit that is not as it should be. */
export interface Finding {
  readonly code: FindingCode;
  readonly severity: Severity;
  /** The part that it is about; empty where it is the whole. */
  readonly ref: string;
  readonly text: string;
  /** What would put it right. */
  readonly mend: string;
}

/** What the rules judge by. */
interface Judged {
  readonly circuit: Circuit;
  readonly solution: Solution;
  readonly arrangements: readonly Arrangement[];
  readonly discharges: readonly Discharge[];
}

/** A new rule is one file and one line in the list. */
export type SafetyRule = (judged: Judged) => readonly Finding[];

/** The last word on a circuit. */
export type SafetyVerdict = 'sound' | 'sound with cautions' | 'do not use';

/** The worst severity makes the verdict; a note changes nothing. */
export function verdictOf(findings: readonly Pick<Finding, 'severity'>[]): SafetyVerdict {
  if (findings.some(({ severity }) => severity === 'unsafe')) return 'do not use';
  return findings.some(({ severity }) => severity === 'caution') ? 'sound with cautions' : 'sound';
}

const SHORT: Readonly<Record<FindingCode, string>> = {
  'over-amps': 'too much current',
  'over-peak-amps': 'too high a peak',
  'over-watts': 'too much power',
  'over-volts': 'too many volts',
  'over-reverse-volts': 'too many volts backwards',
  'over-celsius': 'too hot',
  'no-bleeder': 'nothing empties it',
  'slow-bleeder': 'empties slowly',
  'no-fuse': 'no fuse',
  'fuse-in-neutral': 'fuse in the neutral',
  'no-earth': 'metal without earth',
  'capacitor-class': 'capacitor of no safety class',
  'unbalanced-strings': 'strings share badly',
  'parallel-regulators': 'regulators side by side',
  'no-current-limit': 'nothing limits the current',
  'unprotected-cells': 'cells without protection',
  'mixed-cells': 'cells that are mixed',
  'converter-volts': 'over a converter’s volts',
  flicker: 'flickers',
  'single-insulation': 'the case alone insulates',
};

/** A finding in a few words, for a row of many. */
export function shortFinding({ code }: Pick<Finding, 'code'>): string {
  return SHORT[code];
}
