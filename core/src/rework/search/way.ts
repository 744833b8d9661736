import type { Circuit } from '../../circuit/index.ts';
import type { Finding, FindingCode, Severity } from '../../safety/index.ts';
import type { Break, Hardest, ReworkFigures } from '../figures/figures.ts';
import type { CircuitMove } from '../moves/registry.ts';

/** A finding by its code and its part. */
export interface NamedFinding {
  readonly code: FindingCode;
  readonly ref: string;
  readonly severity: Severity;
}

/** A current beside the LEDs that a way changes: what a charger gives, what a converter takes. A. */
export interface AlsoChanged {
  readonly ref: string;
  readonly before: number;
  readonly after: number;
}

/** One way to a goal, solved whole. */
export interface ReworkWay {
  readonly text: string;
  readonly moves: readonly CircuitMove[];
  readonly parts: number;
  readonly joints: number;
  readonly reversible: boolean;
  /** Everything new lies in the drawer. */
  readonly fromDrawer: boolean;
  /** The whole circuit afterwards. */
  readonly circuit: Circuit;
  readonly after: ReworkFigures;
  /** At the worst corner of supply and tolerances, of all parts but LEDs. */
  readonly worst: Hardest | undefined;
  /** Away from the goal, as a share of it: positive is above. */
  readonly miss: number;
  readonly keeps: boolean;
  readonly breaks: readonly Break[];
  readonly mends: readonly NamedFinding[];
  readonly leaves: readonly NamedFinding[];
  readonly makes: readonly NamedFinding[];
  /** Findings afterwards that make it unsafe. */
  readonly unsafe: number;
  /** 0 for values of E3, 3 for E24. */
  readonly seriesRank: number;
  readonly alsoChanges: readonly AlsoChanged[];
  /** On fresh cells, to half of its own first chip current or to their end; undefined where it has no cells, or was not judged. */
  readonly ownHours: number | undefined;
  /** One standard uncertainty of the chip current, by what is known of the circuit and the new parts; undefined where it was not worked out. */
  readonly chipAmpsUncertainty: number | undefined;
  /** That the chip current keeps its limit at the supply's highest, 0 to 1. */
  readonly probability: number | undefined;
}

/** What a search comes to. */
export interface Rework {
  readonly ledRef: string;
  readonly supplyRef: string;
  readonly before: ReworkFigures;
  /** With the new supply or the dead part, and nothing done; undefined where that circuit has no solution. */
  readonly unchanged: ReworkFigures | undefined;
  /** What is wrong with it then. */
  readonly findings: readonly Finding[];
  /** Circuits that were solved. */
  readonly tried: number;
  /** It ended before everything was tried. */
  readonly isCut: boolean;
  readonly ways: readonly ReworkWay[];
}
