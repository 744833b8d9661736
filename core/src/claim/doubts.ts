import type { ClaimFigure, ClaimWords } from './claim-figure.ts';
import { type ClaimDoubt, type ClaimRule, DEFAULT_MAINS, type Mains } from './claim-rule.ts';
import { beamDoubts } from './rules/beam.ts';
import { energyDoubts } from './rules/energy.ts';
import { heatDoubts } from './rules/heat.ts';
import { lightDoubts } from './rules/light.ts';
import { lookForDoubts } from './rules/look-for.ts';
import { sayingDoubts } from './rules/saying.ts';
import { supplyDoubts } from './rules/supply.ts';

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
