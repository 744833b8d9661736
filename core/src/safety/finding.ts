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

const WORST_FIRST: readonly Severity[] = ['unsafe', 'caution', 'note'];

export function worstFirst(findings: readonly Finding[]): readonly Finding[] {
  return findings.toSorted((a, b) => WORST_FIRST.indexOf(a.severity) - WORST_FIRST.indexOf(b.severity));
}

const SHORT: Readonly<Record<FindingCode, string>> = {
  'over-amps': 'too much current',
  'over-peak-amps': 'too high a peak',
  'over-watts': 'too much power',
  'over-volts': 'too many volts',
  'over-reverse-volts': 'too much reverse voltage',
  'over-celsius': 'too hot',
  'no-bleeder': 'nothing discharges it',
  'slow-bleeder': 'discharges slowly',
  'no-fuse': 'no fuse',
  'fuse-in-neutral': 'fuse in the neutral',
  'no-earth': 'metal without earth',
  'capacitor-class': 'capacitor of no safety class',
  'unbalanced-strings': 'strings share badly',
  'parallel-regulators': 'regulators in parallel',
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

/** What each rule goes by: the standard, or the reason where there is none. */
const SOURCES: Readonly<Record<FindingCode, string>> = {
  'over-amps': 'The maker’s rating of the part, at its temperature.',
  'over-peak-amps': 'The maker’s rating of the part for peaks.',
  'over-watts': 'The maker’s rating of the part, free in air.',
  'over-volts': 'The maker’s rating of the part, against the highest volts of a period.',
  'over-reverse-volts': 'The maker’s rating of the LED; most take no more than 5 V of reverse voltage.',
  'over-celsius': 'The maker’s rating of the part.',
  'no-bleeder': 'IEC 60335-1, 22.5: under 34 V one second after the plug is drawn.',
  'slow-bleeder': 'IEC 60335-1, 22.5 at the plug; inside a closed case ten seconds, less than it takes to open it.',
  'no-fuse': 'IEC 60598-1 and IEC 62560: a lamp on mains must fail without fire.',
  'fuse-in-neutral': 'IEC 60364-4-43: what protects against overcurrent stands in the live lead.',
  'no-earth': 'IEC 61140, class I: metal that can be touched is earthed, or doubly insulated.',
  'capacitor-class': 'IEC 60384-14: capacitors across or in the lead of mains are of class X or Y.',
  'unbalanced-strings': 'Chips of one make differ by some tens of millivolts, and current rises steeply with volts.',
  'parallel-regulators': 'The currents of regulators in parallel add up, whatever fails.',
  'no-current-limit': 'An LED’s current is set by what stands before it, and by nothing in itself.',
  'unprotected-cells': 'IEC 62133-2: lithium cells want a protection against overcharge, deep discharge and shorts.',
  'mixed-cells': 'IEC 60086-5: cells of one kind and one age; the weakest is reversed and leaks.',
  'converter-volts': 'The maker’s rating of the converter.',
  flicker: 'IEEE 1789-2015, recommended practice 1.',
  'single-insulation': 'IEC 61140, class II: two layers, or 6 mm, between live parts and hands.',
};

export function findingSource({ code }: Pick<Finding, 'code'>): string {
  return SOURCES[code];
}
