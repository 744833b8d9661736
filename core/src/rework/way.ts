import type { Circuit, CircuitChange } from '../circuit/index.ts';

/** What is wanted: the chip current of an LED. */
export interface ReworkGoal {
  readonly ledRef: string;
  readonly chipAmps: number;
}

/** A kind of change, and the changes that a value of its resistance stands for. */
export interface Move {
  readonly code: 'replace-resistors' | 'insert-resistor';
  /** "82 Ω for R1, R2, R3". */
  title(ohms: number): string;
  changes(ohms: number, ratedWatts: number | undefined): readonly CircuitChange[];
  /** Refs of the resistors that carry the value. */
  readonly refs: readonly string[];
  /** The resistance there now; 0 where nothing is. */
  readonly presentOhms: number;
  readonly joints: number;
}

/** Finds the moves of a kind that a circuit allows. A new kind of move is one file, and one line in the registry. */
export type MoveFinder = (circuit: Circuit, goal: ReworkGoal) => readonly Move[];

/** One candidate, solved whole. */
export interface Way {
  readonly code: Move['code'];
  readonly title: string;
  readonly ohms: number;
  /** The coarsest preferred series that has the value. */
  readonly series: 'E12' | 'E24';
  readonly changes: readonly CircuitChange[];
  readonly parts: number;
  readonly joints: number;
  readonly before: WayFigures;
  readonly after: WayFigures;
  /** Light after over light before. */
  readonly lightRatio: number;
  /** As seen: −0.16 looks 16 % dimmer. */
  readonly seenChange: number;
  /** The resistor's own stress. */
  readonly resistor: { readonly ref: string; readonly watts: number; readonly ratedWatts: number; readonly over: boolean };
  /** Away from the goal, as a share of it: positive is above. */
  readonly miss: number;
}

/** Figures of one LED before or after. `high` and `low` are fresh and flat cells, or the supply's upper and lower limit. */
export interface WayFigures {
  readonly chipAmps: number;
  readonly ofRated: number;
  readonly high: { readonly label: string; readonly chipAmps: number };
  readonly low: { readonly label: string; readonly chipAmps: number };
  readonly supplyAmps: number;
  /** On fresh cells, to half light or cut-off; undefined on a supply that does not run down. */
  readonly hours?: number;
}
