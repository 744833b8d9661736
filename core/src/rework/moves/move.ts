import type { z } from 'zod';
import type { Circuit } from '../../circuit/index.ts';

/** A new part's tolerance: what a drawer of today holds. */
export const NEW_PART_TOLERANCE = 0.05;

/** One step of doing a rework at the bench. */
export interface WorkStep {
  readonly name: 'Make safe' | 'Lift' | 'Fit' | 'Insulate' | 'First power';
  readonly text: string;
}

/**
 * One kind of change to a circuit: what it says, what it does, how it is done at the bench, and where it could be tried. A
 * new kind is a folder and a line in `registry.ts`.
 */
export interface MoveDefinition<Schema extends z.ZodType> {
  readonly schema: Schema;
  /** The circuit afterwards; the same where what it speaks of is not there. */
  apply(circuit: Circuit, change: z.infer<Schema>): Circuit;
  /** What is done at the bench, in order, between making safe and first power. */
  steps(change: z.infer<Schema>): readonly WorkStep[];
  /** Where it could be tried in a circuit. */
  proposals(circuit: Circuit): readonly Proposal<z.infer<Schema>>[];
}

/** Changes that one resistance stands for, for a search of its value. */
export interface Proposal<Change> {
  readonly code: 'replace-resistors' | 'insert-resistor';
  /** "82 Ω for R1, R2, R3". */
  title(ohms: number): string;
  changes(ohms: number, ratedWatts: number | undefined): readonly Change[];
  /** Refs of the resistors that carry the value. */
  readonly refs: readonly string[];
  readonly joints: number;
}
