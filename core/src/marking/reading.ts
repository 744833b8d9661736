import type { Unit } from '../quantity/index.ts';

/** One thing that a marking can mean. Decoders return a list of these, likeliest first. */
export interface MarkingReading {
  /** The family: `resistor-bands`, `resistor-code`. */
  readonly kind: string;
  readonly value: number;
  readonly unit: Unit;
  /** Relative, ± at 95 %; undefined where the marking does not say. */
  readonly tolerance?: number;
  /** Rated volts that stand beside it. */
  readonly volts?: number;
  /** The value as one would say it: "27 Ω ±5 %". */
  readonly text: string;
  /** Why this reading, and why at this rank. */
  readonly why: string;
  /** Colours in the order that they are read in. */
  readonly bands?: readonly string[];
}

/** A family of markings. `decode` returns undefined for text that is not of the family. */
export interface MarkingFamily {
  readonly kind: string;
  decode(text: string): readonly MarkingReading[] | undefined;
}
