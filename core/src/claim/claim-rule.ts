import type { ClaimFigure, ClaimWords } from './claim-figure.ts';

/** The mains of the country that the bench stands in. */
export interface Mains {
  readonly volts: 100 | 120 | 230;
  readonly hertz: 50 | 60;
}

export const DEFAULT_MAINS: Mains = { volts: 230, hertz: 50 };

interface Claims {
  readonly figures: readonly ClaimFigure[];
  readonly words: readonly ClaimWords[];
  readonly mains: Mains;
}

/** Something about the claims that cannot be, that they fail to say, or that is to be looked for. */
export interface ClaimDoubt {
  readonly code: string;
  readonly severity: 'question' | 'caution' | 'unsafe' | 'impossible';
  /** The claims that it speaks of. */
  readonly claims: readonly string[];
  readonly text: string;
}

/** One group of rules; a new one is a file and a line below. */
export type ClaimRule = (claims: Claims) => readonly ClaimDoubt[];
