export { type ClaimDoubt, type ClaimFigure, doubtClaims, LUMENS_PER_WATT_LIMIT } from './doubts.ts';
export { CLAIM_FIELDS, CLAIM_LABELS, CLAIM_SOURCES, type ClaimField, type ClaimSource, claimFieldOf } from './fields.ts';
