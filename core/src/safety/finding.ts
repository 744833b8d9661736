import type { Limit, RatingKind } from '../device/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import type { FaultOutcome } from './single-faults.ts';

export type FindingCode =
  | 'over-amps'
  | 'over-peak-amps'
  | 'over-watts'
  | 'over-volts'
  | 'over-reverse-volts'
  | 'over-celsius'
  | 'touch-celsius'
  | 'no-rating'
  | 'no-bleeder'
  | 'slow-bleeder'
  | 'no-fuse'
  | 'fuse-in-neutral'
  | 'no-earth'
  | 'single-insulation'
  | 'capacitor-class'
  | 'unbalanced-strings'
  | 'parallel-regulators'
  | 'no-current-limit'
  | 'supply-not-isolated'
  | 'unprotected-cells'
  | 'mixed-cells'
  | 'charging-cells'
  | 'shorted-supply'
  | 'converter-volts'
  | 'single-fault'
  | 'flicker';

export type Severity = 'note' | 'caution' | 'unsafe';

/** Something about a circuit that is not as it should be: what and how much. `sayFinding` has it in words. */
export interface Finding {
  readonly code: FindingCode;
  readonly severity: Severity;
  /** The part that it is about; empty where it is the whole. */
  readonly ref: string;
  /** It is held against what is usual, and not against what the maker states. */
  readonly assumed?: true;
  readonly facts: FindingFacts;
  /** It is so only in these modes of the gadget, the figures those of the first. */
  readonly modes?: readonly string[];
}

/** What a surface is touched for. */
export type TouchSort = 'held' | 'switched' | 'within reach';

/** The facts of a finding, by what it is about. */
export type FindingFacts =
  | {
      readonly about: 'rating';
      readonly of: RatingKind;
      readonly figure: Uncertain;
      readonly limit: Limit;
      /** Multiples of the limit. */
      readonly ratio: Uncertain;
    }
  /** On fresh cells, where those in it are worn: amps of a chip, and multiples of the limit. */
  | { readonly about: 'fresh-cells'; readonly amps: number; readonly limit: Limit; readonly ratio: number }
  | { readonly about: 'junction'; readonly low: number; readonly high: number; readonly limit: Limit }
  | {
      readonly about: 'surface';
      readonly place: string;
      readonly celsius: Uncertain;
      readonly touched: TouchSort;
      /** Of its material, or of the one that bears most. */
      readonly limit: number;
      readonly material: string | undefined;
      /** It is not there yet: where a soak goes. */
      readonly isComing: boolean;
    }
  | { readonly about: 'no-rating'; readonly volts: number; readonly kind: 'capacitor' | 'resistor' }
  | {
      readonly about: 'stored';
      readonly volts: number;
      readonly farads: number;
      /** To 34 V; undefined where nothing discharges it. */
      readonly seconds: number | undefined;
      readonly at: StoreReach;
      readonly limitSeconds: number;
    }
  | {
      readonly about: 'fuse';
      /** Fuses that are there, and do not carry the whole current of the supply. */
      readonly beside: readonly string[];
    }
  | { readonly about: 'fuse-lead'; readonly livePin: string }
  | { readonly about: 'earth'; readonly insulation: 'basic' | undefined }
  | { readonly about: 'insulation'; readonly seen: 'bare' | 'one layer'; readonly material: string | undefined }
  | { readonly about: 'touchable-net'; readonly net: string; readonly milliamps: number }
  | {
      readonly about: 'class';
      readonly given: string | undefined;
      readonly wanted: 'X2' | 'Y2';
      readonly place: 'across the lines' | 'in the line' | 'to what can be touched';
    }
  | { readonly about: 'strings' }
  | { readonly about: 'regulators'; readonly refs: readonly string[] }
  | { readonly about: 'direct' }
  | { readonly about: 'isolation' }
  | { readonly about: 'protection' }
  | { readonly about: 'mixed'; readonly refs: readonly string[] }
  | {
      readonly about: 'charging';
      readonly amps: number;
      readonly why: 'primary' | 'no charger' | 'over full' | 'fast';
      /** A cell's, where it would be charged over its full volts. */
      readonly cellVolts?: number;
    }
  | { readonly about: 'shorted'; readonly amps: number }
  | { readonly about: 'converter'; readonly volts: number; readonly most: number }
  /** Its volts out and in are the wrong way round for what it does. */
  | { readonly about: 'conversion'; readonly does: 'step down' | 'step up'; readonly inVolts: number; readonly outVolts: number }
  | { readonly about: 'fault'; readonly outcome: FaultOutcome }
  | { readonly about: 'flicker'; readonly percent: number; readonly hertz: number; readonly most: number };

/** Where a charge can be met: at the pins of the plug, or only inside. */
export type StoreReach = 'plug' | 'inside';

/** A rule that cannot tell, for want of a fact. `sayUndecided` has it in words. */
export interface Undecided {
  readonly code: FindingCode;
  readonly ref: string;
  readonly lacks: LackedFact;
  /** It is not known only in these modes of the gadget. */
  readonly modes?: readonly string[];
}

/** What would decide, each with one way to get it. */
export type LackedFact =
  | 'case'
  | 'earth'
  | 'insulation'
  | 'fuse-lead'
  | 'cells-protected'
  | 'supply-isolation'
  | 'capacitor-volts'
  | 'surface-material'
  | 'surface-celsius'
  | 'touchable-net'
  | 'fault-unsolved'
  | 'live-reading'
  | 'in-line-reading'
  | 'fitting-readings';

/** The last word on a circuit. */
export type SafetyVerdict = 'sound' | 'not enough known' | 'sound with cautions' | 'cautions, not enough known' | 'do not use';

/** The worst severity makes the verdict, and a note changes nothing; nothing is sound that a rule could not decide. */
export function verdictOf(findings: readonly Pick<Finding, 'severity'>[], undecided: readonly Undecided[]): SafetyVerdict {
  if (findings.some(({ severity }) => severity === 'unsafe')) return 'do not use';
  const hasCaution = findings.some(({ severity }) => severity === 'caution');
  if (undecided.length > 0) return hasCaution ? 'cautions, not enough known' : 'not enough known';
  return hasCaution ? 'sound with cautions' : 'sound';
}

/** The verdict as the open format writes it. */
export const VERDICT_CODES = {
  sound: 'sound',
  'not enough known': 'look',
  'sound with cautions': 'cautions',
  'cautions, not enough known': 'cautions',
  'do not use': 'do-not-use',
} as const satisfies Record<SafetyVerdict, string>;

const WORST_FIRST: readonly Severity[] = ['unsafe', 'caution', 'note'];

export function isGraver(severity: Severity, than: Severity): boolean {
  return WORST_FIRST.indexOf(severity) < WORST_FIRST.indexOf(than);
}

export function worstFirst(findings: readonly Finding[]): readonly Finding[] {
  return findings.toSorted((a, b) => WORST_FIRST.indexOf(a.severity) - WORST_FIRST.indexOf(b.severity));
}
