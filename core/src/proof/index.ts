export { type CheckOutcome, type DeadCheck, deadChecksOf } from './dead-checks.ts';
export { type Noticed, noticedSince } from './noticed.ts';
export { type OpenQuestion, openQuestionsOf, sayOpenQuestion } from './open-questions.ts';
export { type Prediction, predictionsOf } from './predictions.ts';
export { type Drift, type LightProof, POWER_ANYWAY, type PowerStep, type Proof, proofOf, sayCheck } from './proof.ts';
export type { RuntimeProof } from './runtime-proof.ts';
