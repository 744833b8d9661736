import type { ClaimFigure, ClaimWords } from './claim-figure.ts';
import { beamDoubts } from './rules/beam.ts';
import { energyDoubts } from './rules/energy.ts';
import { heatDoubts } from './rules/heat.ts';
import { lightDoubts } from './rules/light.ts';
import { lookForDoubts } from './rules/look-for.ts';
import { sayingDoubts } from './rules/saying.ts';
import { supplyDoubts } from './rules/supply.ts';

/** The mains of the country that the bench stands in. */
export interface Mains {
  readonly volts: 100 | 120 | 230;
  readonly hertz: 50 | 60;
}

export const DEFAULT_MAINS: Mains = { volts: 230, hertz: 50 };

export interface Claims {
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

const RULES: readonly ClaimRule[] = [lightDoubts, energyDoubts, beamDoubts, heatDoubts, supplyDoubts, sayingDoubts, lookForDoubts];
const WORST_FIRST = ['impossible', 'unsafe', 'caution', 'question'];

/** Everything doubtful in what is claimed, worst first. Without a claim there are no doubts yet. */
export function doubtClaims(
  figures: readonly ClaimFigure[],
  words: readonly ClaimWords[] = [],
  mains: Mains = DEFAULT_MAINS,
): readonly ClaimDoubt[] {
  if (figures.length === 0 && words.length === 0) return [];
  const doubts = RULES.flatMap((rule) => rule({ figures, words, mains }));
  return doubts.sort((a, b) => WORST_FIRST.indexOf(a.severity) - WORST_FIRST.indexOf(b.severity));
}
