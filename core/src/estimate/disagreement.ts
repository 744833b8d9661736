import type { Chemistry, LedBodyName, LedColourName } from '../device/index.ts';
import type { Unit } from '../quantity/index.ts';

/** One single thing that would make the readings fit, and by how much. `sayDisagreement` has it in words. */
export type Disagreement = {
  /** The fall of chi-square. */
  readonly mends: number;
} & (WrongReading | LeadResistance | WrongPart | MistakenJoin | UnjoinedPins);

interface WrongReading {
  readonly cause: 'reading';
  readonly id: string;
  readonly kind: Unit;
  readonly read: number;
  /** By the others. */
  readonly expected: number;
  /** The factor of a range that explains it; −1: its leads the other way round. */
  readonly factor?: number;
}

export interface LeadResistance {
  readonly cause: 'lead';
  /** Of the source that the lead comes from. */
  readonly ref: string;
  readonly source: SourceSort;
  readonly ohms: number;
  /** What would stand at the two ends of the lead, where current is direct. */
  readonly ends?: { readonly sourceVolts: number; readonly boardVolts: number };
}

interface WrongPart {
  readonly cause: 'part';
  readonly ref: string;
  /** What the part would be instead, in the unit of its value; of `lit-*` how many chips. */
  readonly value: number;
  readonly as: PartAs;
}

/** What a source is, for what its resistance is called. */
export type SourceSort = 'cells' | 'generator' | 'mains' | 'supply';

/** How a part would differ from what was entered. */
export type PartAs =
  | { readonly code: 'value'; readonly unit: Unit; readonly entered: number }
  | { readonly code: 'reference'; readonly entered: number; readonly sense: readonly string[] }
  | { readonly code: 'cell'; readonly entered: number; readonly cells: number /** 0 to 1. */; readonly charge?: number }
  | { readonly code: 'source-ohms'; readonly source: SourceSort; readonly entered: number; readonly cells: number }
  | {
      readonly code: 'other-cells';
      readonly chemistry: Chemistry;
      readonly cells: number;
      readonly entered: { readonly chemistry: Chemistry; readonly cells: number };
    }
  | { readonly code: 'chip-volts' | 'junction-volts' }
  | { readonly code: 'chip-ohms'; readonly entered: number }
  | { readonly code: 'colour'; readonly colour: LedColourName; readonly entered: LedColourName; readonly volts: number }
  | { readonly code: 'body'; readonly body: LedBodyName; readonly entered: LedBodyName | undefined }
  | { readonly code: 'lit-in-parallel' | 'lit-in-series'; readonly of: number }
  | { readonly code: 'open' };

interface MistakenJoin {
  readonly cause: 'join';
  /** Of the part that would be bridged. */
  readonly ref: string;
  readonly nets: readonly [string, string];
}

/** No current flows as it is traced, and one was read. */
interface UnjoinedPins {
  readonly cause: 'unjoined';
  readonly pins: readonly string[];
}

/**
 * A cause with what speaks against it before any reading, in the unit of chi-square: −2 ln of how much rarer it is
 * than the commonest. Two causes often mend nearly the same; then the commoner one comes first.
 */
export type Suspect = Disagreement & { readonly unlikely: number };
