import type { Proposal } from './moves/move.ts';
import type { CircuitChange } from './moves/registry.ts';

/** What is wanted: the chip current of an LED. */
export interface ReworkGoal {
  readonly ledRef: string;
  readonly chipAmps: number;
}

/** One candidate, solved whole. */
export interface ReworkWay {
  readonly code: Proposal<CircuitChange>['code'];
  readonly title: string;
  readonly ohms: number;
  /** The coarsest preferred series that has the value. */
  readonly series: 'E12' | 'E24';
  readonly changes: readonly CircuitChange[];
  readonly parts: number;
  readonly joints: number;
  readonly before: ReworkFigures;
  readonly after: ReworkFigures;
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
export interface ReworkFigures {
  readonly chipAmps: number;
  readonly ofRated: number;
  readonly high: { readonly label: string; readonly chipAmps: number };
  readonly low: { readonly label: string; readonly chipAmps: number };
  readonly supplyAmps: number;
  /** On fresh cells, to half light or cut-off; undefined on a supply that does not run down. */
  readonly hours?: number;
}
