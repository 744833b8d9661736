import type { SoakPoint } from '../drive/index.ts';
import type { BenchState, RunKind, Stage } from '../tape/index.ts';

/** What a specimen wants at a time. */
export type DueCode =
  /** It runs by itself, and is over after its minutes. */
  | 'run'
  | 'run-over'
  /** A temperature within a soak. */
  | 'soak-reading'
  /** A look at what is left on for long, and at what charges or runs on its cells. */
  | 'run-reading'
  | 'discharge'
  | 'first-light'
  | 'fault-test'
  | 'probe'
  | 'rework'
  | 'check-dead'
  | 'first-power'
  | 'predictions'
  | 'soak'
  | 'look';

export const INSTRUMENT_NAMES = ['meter', 'thermometer', 'in-line meter', 'supply', 'light meter'] as const;
export type InstrumentName = (typeof INSTRUMENT_NAMES)[number];

/**
 * Something that wants doing on a specimen, without the time of now: plain data, which is kept with the summary of the
 * specimen and planned where the page is.
 */
export interface DueItem {
  /** The same for the same thing, within the specimen. */
  readonly key: string;
  readonly of: DueCode;
  /** Where it is entered. */
  readonly stage: Stage;
  readonly minutes: number;
  readonly attended: boolean;
  readonly needs: readonly InstrumentName[];
  /** How much it teaches, bits, or what is as good. */
  readonly bits: number;
  /** The bench state that it is done in. */
  readonly state: BenchState;
  /** Keys of what comes before it. */
  readonly after?: readonly string[];
  /** Its window counts from the start of this one; left out: from `at`, or from whenever it is planned. */
  readonly since?: string;
  /** ISO 8601: minutes of its window count from it. */
  readonly at?: string;
  readonly earliest?: number;
  readonly latest?: number;
  /** It runs since then, ISO 8601. */
  readonly startedAt?: string;
  /** Put off until then, ISO 8601. */
  readonly notBefore?: string;
  /** What the bench line begins with. */
  readonly line?: string;
  readonly run?: RunKind;
  readonly place?: string;
  readonly ref?: string;
  readonly text?: string;
  readonly count?: number;
  /** Of a run: readings of it that were put off, by their keys. */
  readonly readingsPutOff?: Readonly<Record<string, string>>;
  /** Of a run that is watched: what was read of it so far, and where it has to stop. */
  readonly soak?: { readonly points: readonly SoakPoint[]; readonly limitCelsius?: number; readonly uncertainty: number };
}
