export { dangersOf, gatesOf, type OpenGate, poweringFacts, type SupplyLimits, sittingSince, supplyLimitsOf } from './cautions.ts';
export { claimFigures, claimWords, doubtsOf } from './claim-figures.ts';
export { type ClaimComparison, compareClaims } from './compare-claims.ts';
export { type SafetyQuestion, safetyQuestions } from './construction.ts';
export { type Judgement, judge, TOO_HOT_CELSIUS } from './judge.ts';
