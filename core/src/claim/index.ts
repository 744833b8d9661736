export { type ClaimFigure, type ClaimWords, sayClaim } from './claim-figure.ts';
export { type ClaimDoubt, DEFAULT_MAINS, type Mains } from './claim-rule.ts';
export { doubtClaims } from './doubts.ts';
export {
  CLAIM_DEFINITIONS,
  CLAIM_FIELDS,
  CLAIM_LABELS,
  CLAIM_SOURCES,
  CLAIM_TEXT_FIELDS,
  CLAIM_TEXT_LABELS,
  type ClaimField,
  type ClaimSource,
  type ClaimTextField,
  claimFieldNamed,
  claimFieldOf,
} from './fields.ts';
export { type ListingFind, parseListing } from './parse-listing.ts';
export { meanCandela } from './rules/beam.ts';
export { equivalentLumens, LUMENS_PER_WATT_LIMIT } from './rules/light.ts';
