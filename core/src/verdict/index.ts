export { ALTERED_ON_MAINS, isAlteredOnMains } from './altered.ts';
export {
  chemistriesOf,
  dangersOf,
  gatesOf,
  type OpenGate,
  poweringFacts,
  type SupplyLimits,
  sittingSince,
  supplyLimitsOf,
} from './cautions.ts';
export { claimFigures, claimWords, doubtsOf } from './claim-figures.ts';
export { type ClaimComparison, compareClaims } from './compare-claims.ts';
export { isContradicted, type Judgement, judge } from './judge.ts';
