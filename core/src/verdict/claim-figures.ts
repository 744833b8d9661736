import { type ClaimDoubt, type ClaimFigure, type ClaimWords, doubtClaims, type Mains } from '../claim/index.ts';
import type { Specimen } from '../tape/index.ts';

/** The claims of a specimen as the claim rules want them. */
export function claimFigures(specimen: Specimen): readonly ClaimFigure[] {
  return specimen.claims.map(({ id, field, value, upTo, source }) => ({ id, field, value, upTo, source }));
}

export function claimWords(specimen: Specimen): readonly ClaimWords[] {
  return specimen.claimTexts.map(({ id, field, text, source }) => ({ id, field, text, source }));
}

/** Everything doubtful in what is claimed of a specimen. */
export function doubtsOf(specimen: Specimen, mains?: Mains): readonly ClaimDoubt[] {
  return doubtClaims(claimFigures(specimen), claimWords(specimen), mains);
}
