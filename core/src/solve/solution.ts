import type { Statistics } from './statistics.ts';

export interface PartSolution {
  readonly volts: Statistics;
  readonly amps: Statistics;
  /** Taken up; a delivering source's is negative. */
  readonly watts: number;
}

export interface SupplySolution {
  readonly voltsRms: number;
  readonly ampsRms: number;
  /** Positive when delivering. */
  readonly watts: number;
  readonly voltAmps: number;
  readonly powerFactor: number | null;
  /** Of an alternating source's current: what is not at its own frequency over what is; null for others. */
  readonly distortion: number | null;
}

export interface LedSolution {
  readonly chip: {
    readonly volts: Statistics;
    readonly amps: Statistics;
    readonly watts: number;
    readonly reverseVolts: number;
    readonly junctionCelsius: number;
  };
  readonly flickerPercent: number | null;
  readonly flickerIndex: number | null;
  /** How often its light goes up and down, by the wave of its own current, Hz; null where it does not. */
  readonly flickerHertz: number | null;
  /** The share of the period in which its chip current is above half its peak; only where it changes. */
  readonly duty?: number;
  /** Multiples of the rating; null where there is none. */
  readonly ofRated: {
    readonly amps: number | null;
    readonly peakAmps: number | null;
    readonly watts: number | null;
    readonly reverseVolts: number | null;
    readonly junction: number | null;
  };
}

export type WarningCode =
  | 'over-rated-watts'
  | 'over-rated-volts'
  | 'over-rated-amps'
  | 'over-rated-peak-amps'
  | 'over-rated-reverse-volts'
  | 'over-rated-celsius'
  | 'may-oscillate';

export interface SolutionWarning {
  readonly ref: string;
  readonly code: WarningCode;
  readonly text: string;
  /** In the unit of the limit; of `may-oscillate` the hertz that it then has, with no limit but 0. */
  readonly value: number;
  readonly limit: number;
}

/** A solved circuit as a document. */
export interface Solution {
  readonly format: 'mindful-probe.solution';
  readonly version: 1;
  /** `oscillating`: it has no stable operating point, and a period of its own. */
  readonly regime: 'dc' | 'periodic' | 'oscillating';
  readonly seconds?: number;
  readonly nets: Readonly<Record<string, { readonly volts: Statistics }>>;
  readonly parts: Readonly<Record<string, PartSolution>>;
  readonly supplies: Readonly<Record<string, SupplySolution>>;
  readonly leds: Readonly<Record<string, LedSolution>>;
  readonly warnings: readonly SolutionWarning[];
}
