import type { z } from 'zod';
import type { PartBuilder, Surroundings } from './law.ts';
import type { Rating } from './rating.ts';
import type { SymbolStroke } from './symbol.ts';

/**
 * One part kind: all that the rest of the program asks of it. A new kind is one folder and one line in the registry.
 * What is left out holds for most kinds, and `registry.ts` fills it in.
 */
export interface DeviceDefinition<Kind extends string, Schema extends z.ZodType> {
  readonly kind: Kind;
  /** As it is called in a sentence: "LED", "transistor". */
  readonly name: string;
  /** In the order of `pins`. */
  readonly pins: readonly [string, string, ...string[]];
  /** Whether turning the part round changes anything. */
  readonly polar: boolean;
  readonly schema: Schema;
  /** What it is made of, seen by the solver. */
  expand(part: z.infer<Schema>, build: PartBuilder, surroundings: Surroundings): void;

  /** Its value as printed beside its symbol; empty where it has none. */
  value(part: z.infer<Schema>): string;
  readonly symbol: readonly SymbolStroke[];
  /** A box that rectifies has a diode drawn in it. */
  readonly rectifies?: true;
  /** How it is entered on the bench line; left out where it cannot be. */
  readonly typed?: TypedGrammar;

  /** How often it goes on and off by itself, Hz, where it does: its circuit has no operating point, but a period. */
  blinksAt?(part: z.infer<Schema>): number | undefined;
  /** Of a kind that delivers power. */
  readonly source?: SourceFacts<z.infer<Schema>>;
  /** Of a kind that stands for several alike chips: their figures are those of one. */
  chips?(part: z.infer<Schema>): { readonly series: number; readonly parallel: number };
  /** The pins that its volts are taken between, first minus second; the first two unless said. */
  readonly across?: readonly [number, number];
  /** The pins whose volts it sets by itself. */
  readonly drives?: readonly number[];

  /** The field that `tolerance` speaks of, and where a part does not say the class spread of its kind: relative, ± at 95 %. */
  toleranced?(part: z.infer<Schema>): Toleranced;
  /** Values that hold where a part does not state them, by field: its kind's class values, and shifts that are 0. */
  implied?(part: z.infer<Schema>): Readonly<Record<string, number>>;
  /** What an estimate may learn of it beside its toleranced field, with one standard deviation before any reading. */
  learns?(part: z.infer<Schema>): readonly Learnt[];

  /** What readings may teach its values to be, by field, from least to most: beyond, it would be another thing altogether. */
  possible?(part: z.infer<Schema>): Readonly<Record<string, readonly [number, number]>>;
  /** What a controller inside it changes from mode to mode, with its present value: what sets the current. */
  controls?(part: z.infer<Schema>): { readonly field: string; readonly value: number } | undefined;
  /** Fields that a mode may change, by the unit of the figure that is typed for them; a percentage is a share. */
  readonly variesBy?: Readonly<Partial<Record<VaryingUnit, string>>>;
  /** Refs of other parts of the circuit whose ohms its law follows. */
  dependsOn?(part: z.infer<Schema>): readonly string[];

  /** What it may take, stated or usual. */
  ratings?(part: z.infer<Schema>): readonly Rating[];
  /** Heat around it leaves less of its watts (IEC 60115-1). */
  readonly derates?: true;
  /** Kelvin above its surroundings for each electrical watt of it (of a chip, where it has chips), where it warms itself. */
  kelvinPerWatt?(part: z.infer<Schema>): number;

  /** Whether direct current passes it both ways at any volts: a charge finds its way through it. */
  readonly conducts?: true;
  /** What a meter shows of it alone, dead, where that is little enough to beep; undefined where it does not. */
  deadOhms?(part: z.infer<Schema>): number | undefined;
  /** As good as a wire where it is intact, or one that is open: who looks for what a circuit is looks past both. */
  wire?(part: z.infer<Schema>): 'closed' | 'open' | undefined;
  /** Can stand in a row with LEDs and be of their string. */
  readonly inString?: true;
  /** Of a kind that holds charge or current while a source is away: the resistance in which alone it dissipates. */
  storesBehindOhms?(part: z.infer<Schema>): number;

  /** Readings that help, where there is nothing special about the place. */
  readonly readings?: readonly PlaceOfReading[];
  /** The ways in which it fails, each once. */
  readonly fails: readonly FailureMode<z.infer<Schema>>[];
}

/** Units of what a mode changes. */
export type VaryingUnit = 'volts' | 'amps' | 'ohms' | 'hertz' | 'percent';

/** A value that is not exact, though nothing was said of how far it is off. */
interface Toleranced {
  readonly field: string;
  /** Relative, ± at 95 %. */
  readonly usual: number;
}

/** Something that readings can teach, with what is known before them: one standard deviation. */
export interface Learnt {
  readonly field: string;
  readonly value: number;
  readonly uncertainty: number;
}

/** `volts` across it, live; `ohms` of it, dead; `alone`: lit by itself from a bench supply, dead. */
export type PlaceOfReading = 'volts' | 'ohms' | 'alone';

/** `drift`: its value is no longer what it was. `leaky`: current passes beside it. */
export type Failure = 'open' | 'short' | 'drift' | 'leaky';

/**
 * One way in which parts of a kind fail. `weight` is how often, next to one LED chip that goes open in the same gadget. No
 * standard has such figures for cheap lamps; these are what repair tables see, rounded, so a diagnosis only begins with them.
 */
export type FailureMode<P> =
  | { readonly how: 'open' | 'short'; readonly weight: number }
  | { readonly how: 'drift'; readonly weight: number; drifted(part: P): readonly Drifted[] }
  /** Ohms of what passes current beside it, from the least leaky on. */
  | { readonly how: 'leaky'; readonly weight: number; readonly ohms: readonly number[] };

/** A value that a part may have drifted to, from the nearest to the furthest. */
export interface Drifted {
  readonly fields: Readonly<Record<string, number>>;
  /** What is said of it: its value, in the unit. */
  readonly value: number;
  readonly unit: 'ohms' | 'farads' | 'volts';
}

/** Values of one field that are so many times the part's. */
export function driftedBy(field: string, unit: Drifted['unit'], value: number, factors: readonly number[]): readonly Drifted[] {
  return factors.map((factor) => ({ fields: { [field]: factor * value }, value: factor * value, unit }));
}

/** Of a source. */
export interface SourceFacts<P> {
  /** Of an alternating one. */
  hertz?(part: P): number;
  /** As a meter shows them with nothing on it: rms where it alternates. */
  volts(part: P): number;
  /** No resistance or inductance of its own: two of these across each other contradict each other. */
  isIdeal(part: P): boolean;
  /** The same with so many times its volts; left out where that makes no sense. */
  scaled?(part: P, share: number): P;
  /** It runs down. */
  readonly isCell?: true;
  /** It switches between two levels: no alternating supply, though it has hertz. */
  readonly isPulsed?: true;
  /** With nothing on it, at its highest, where that is neither its volts nor, alternating, √2 times them. */
  peakVolts?(part: P): number;
}

/** How a kind is entered on the bench line. */
export interface TypedGrammar {
  /** The letter of a ref that stands for this kind where the line does not say. */
  readonly letter?: string;
  /** What boards print in its place besides: FR1, BR1, LED1. */
  readonly boardLetters?: readonly string[];
  /** Words that name the kind. */
  readonly words: readonly string[];
  /** Those among them that say more of it besides: they are handed on to `read`. */
  readonly telling?: readonly string[];
  /** A whole line, for the message when one is not yet whole. */
  readonly example: string;
  /** A bare percentage is a value of it, and no tolerance. */
  readonly ownPercent?: true;
  /** Its marks are looked up in the table of marks; those of other kinds are decoded. */
  readonly lookedUp?: true;
  /**
   * Reads the words behind the ref and the kind's own.
   *
   * @param count how many alike parts the ref spans: D1-D24 are 24
   * @returns the part's fields, or what is missing or wrong in a sentence
   */
  read(words: readonly string[], count: number): TypedPart | string;
}

/** What a part's words come to: its values, and why they were read so. */
export interface TypedPart {
  readonly fields: Readonly<Record<string, unknown>>;
  readonly why?: string;
}
