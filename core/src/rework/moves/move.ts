import type { z } from 'zod';
import type { Circuit } from '../../circuit/index.ts';
import type { Solution } from '../../solve/index.ts';

/** One step of doing a rework at the bench. */
export interface WorkStep {
  readonly name: 'Make safe' | 'Measure' | 'Lift' | 'Fit' | 'Distances' | 'Insulate' | 'Check dead' | 'First power' | 'Then' | 'Mark';
  readonly text: string;
}

/** A move in words, apart from the part that it is about: "33 Ω for " and "R1", so that alike ones are said together. */
export interface MoveWords {
  readonly before: string;
  readonly ref: string;
  readonly after?: string;
}

/** What a move costs in work. */
export interface Effort {
  /** New parts. */
  readonly parts: number;
  /** Soldered or unsoldered. */
  readonly joints: number;
  /** What was taken out can be put back. */
  readonly reversible: boolean;
}

/** Where a move could be tried with any value, and what it then is. */
export interface ValuePlace<Move> {
  readonly is: 'value';
  readonly unit: 'ohms' | 'farads' | 'amps';
  /** The value that is there now. */
  readonly now?: number;
  /** Parts whose value it changes. */
  readonly of?: readonly string[];
  /** Values outside make no sense there. */
  readonly from: number;
  readonly to: number;
  moves(value: number): readonly Move[];
}

/** Where a move could be tried in a few ways. */
interface OptionPlace<Move> {
  readonly is: 'options';
  readonly options: readonly (readonly Move[])[];
}

export type MovePlace<Move> = ValuePlace<Move> | OptionPlace<Move>;

/**
 * One kind of change to a circuit: what it does, what it is called, how it is done at the bench, and where it could be
 * tried. A new kind is a folder and a line in `registry.ts`.
 */
export interface MoveDefinition<Schema extends z.ZodType> {
  readonly schema: Schema;
  /** The circuit afterwards; the same where what it speaks of is not there. */
  apply(circuit: Circuit, move: z.infer<Schema>): Circuit;
  words(move: z.infer<Schema>, circuit: Circuit): MoveWords;
  effort(move: z.infer<Schema>, circuit: Circuit): Effort;
  /** Whether what is new does there what it is fitted for, by the solution afterwards; left out where it always does. */
  works?(move: z.infer<Schema>, solution: Solution): boolean;
  /** Refs of what is new in the circuit afterwards. */
  fitted(move: z.infer<Schema>): readonly string[];
  /** What is done at the bench, in order, between making safe and first power. */
  steps(move: z.infer<Schema>, circuit: Circuit): readonly WorkStep[];
  /** Where it could be tried in a circuit; left out where only a finding calls for it. */
  places?(circuit: Circuit, context: PlaceContext): readonly MovePlace<z.infer<Schema>>[];
}

/** What is known of the circuit where places are looked for. */
export interface PlaceContext {
  /** Feeds the LEDs. */
  readonly supplyRef: string;
  /** The LED that the goal is about. */
  readonly ledRef: string;
  /** Parts whose safety class says that they stand on mains, by ref, and what class is wanted there. */
  readonly classes: ReadonlyMap<string, string>;
}
