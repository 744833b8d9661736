import type { ClaimFigure } from '../claim/index.ts';
import type { Specimen } from './replay.ts';

/** The claims of a specimen as the claim rules want them. */
export function claimFigures(specimen: Specimen): readonly ClaimFigure[] {
  return specimen.claims.map(({ id, field, value, source }) => ({ id, field, value, source }));
}
