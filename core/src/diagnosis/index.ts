export { type Aftermath, aftermathOf } from './aftermath.ts';
export { testAmpsOf } from './candidates.ts';
export { type Consequence, consequencesOf, isMended, whyDied } from './consequences.ts';
export { type Conclusion, Diagnoser, type Diagnosis, diagnose, type FoundFault, likeliestOf, NAMED_FROM } from './diagnose.ts';
export { type DiagnosisDocument, diagnosisDocument } from './diagnosis-document.ts';
export { type Evidence, evidenceDocumentSchema, type FaultReading, isReading, parseEvidence } from './evidence.ts';
export { type Fault, type FaultKind, faultKey } from './fault.ts';
export { FaultBench } from './fault-bench.ts';
export { HOURS_A_YEAR } from './life.ts';
export { aloneProbabilities, type Light, lightProbabilities, MAKES_CONTACT } from './likelihood.ts';
export {
  ALL,
  isSign,
  isSymptom,
  MARKS_SEEN,
  type MarkSeen,
  type Observation,
  observationSchema,
  SIGNS,
  type Sign,
  saysItWorks,
} from './observation.ts';
export {
  sayConclusion,
  sayEvidence,
  sayFault,
  sayFound,
  sayHow,
  sayObservation,
  sayProbability,
  sayResult,
  sayTest,
  supplyVoltsFor,
} from './say-diagnosis.ts';
export { lookProbability, signProbability } from './signs.ts';
export { type MappedPackage, PACKAGE_STATES, type PackageState, stringMapOf } from './string-map.ts';
export { type Surge, surgeOf } from './surge.ts';
export type { Outcome, ProposedTest, Risk, TestPlace } from './test.ts';
export { lineOfResult, lineOfTest } from './test-lines.ts';
export type { WeighProgress } from './weigh.ts';
export { type Worth, worthOf } from './worth.ts';
