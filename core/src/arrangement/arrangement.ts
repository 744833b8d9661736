import type { Solution } from '../solve/index.ts';
import type { Board } from './board.ts';

export const ARRANGEMENT_CODES = [
  'resistor-ballast',
  'shared-resistor',
  'direct',
  'resistive-dropper',
  'capacitive-dropper',
  'linear-sink',
  'step-up',
  'step-down',
  'module-converter',
  'transistor-switch',
  'transistor-sink',
  'back-to-back',
  'multiplex',
  'rectifier',
  'smoothed-rectifier',
  'parallel-strings',
  'parallel-regulators',
  'flasher',
] as const;
export type ArrangementCode = (typeof ARRANGEMENT_CODES)[number];

export type Role =
  | 'dropper'
  | 'surge-resistor'
  | 'bleeder'
  | 'fuse'
  | 'rectifier'
  | 'reservoir'
  | 'ballast'
  | 'sense'
  | 'regulator'
  | 'switch'
  | 'base-resistor'
  | 'inductor'
  | 'string'
  | 'source';

export type Roles = Partial<Record<Role, readonly string[]>>;

/** A well-known way to build such a thing, recognised in a circuit. */
export interface Arrangement {
  readonly code: ArrangementCode;
  readonly roles: Roles;
  /** Roles that are usual in it and have nobody here. */
  readonly missing: readonly Role[];
  /** Refs that are not usual in it. */
  readonly unusual: readonly string[];
  /** A closed form for the current of one chip of its string, with what it assumes; null where there is none that holds. */
  readonly estimate: ClosedForm | null;
}

/** What a closed form goes by. */
export type Assumption =
  | 'rest-over-ohms'
  | 'half-wave-over-string'
  | 'charge-one-way'
  | 'charge-both-ways'
  | 'in-regulation'
  | 'second-transistor';

export interface ClosedForm {
  readonly chipAmps: number;
  readonly assumes: Assumption;
  /** Of one on alternating current, for who works it out on paper. */
  readonly terms?: AlternatingTerms;
}

/** What goes into the sum of a dropper. */
export interface AlternatingTerms {
  readonly peakVolts: number;
  readonly stringVolts: number;
  readonly hertz: number;
  /** Chips or strings that share it. */
  readonly parallel: number;
  readonly fullWave: boolean;
  readonly by: { readonly farads: number } | { readonly ohms: number };
}

/** Finds one kind of arrangement; the same circuit may show several. */
export type Recogniser = (board: Board, solution: Solution | undefined) => readonly Arrangement[];

/** Drops roles that nobody has. */
export function rolesOf(roles: Roles): Roles {
  return Object.fromEntries(Object.entries(roles).filter(([, refs]) => refs.length > 0));
}

/** The usual roles that nobody has. */
export function missingOf(roles: Roles, usual: readonly Role[]): readonly Role[] {
  return usual.filter((role) => (roles[role]?.length ?? 0) === 0);
}
