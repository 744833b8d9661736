export { type Appraisal, appraise, isUnfinished, MISFIT_SIGMAS, type Slot } from './appraise.ts';
export { type Board, type BoardView, isPadNumber, type Pad, photosOf } from './boards.ts';
export { type Cause, causesOf } from './causes.ts';
export { dangersOf, gatesOf, type OpenGate, poweringFacts, type SupplyLimits, sittingSince, supplyLimitsOf } from './cautions.ts';
export { claimFigures, claimWords, doubtsOf } from './claim-figures.ts';
export { type ClaimComparison, compareClaims, inLineFigures } from './compare-claims.ts';
export { type SafetyQuestion, safetyQuestions } from './construction.ts';
export type { Continuity, Contradiction } from './continuity.ts';
export { ledCurrentSum, resistorWattsSum, type Sum, type SumLine, stressSum, suppliedSum } from './current-sum.ts';
export { type DriveDetails, driveDetails, type StringsDetails } from './details/drive-details.ts';
export type { LedDetails, SharedLife } from './details/led-details.ts';
export type { Guess, ReadLight, UsualLumens } from './details/light-details.ts';
export {
  flickerSum,
  heatSum,
  leadSum,
  lifeSum,
  lumensSum,
  readLightSum,
  runtimeSum,
  storeSum,
  supplySum,
  trackSum,
} from './details/sums.ts';
export type { LeadLoss, SupplyDetails, TrackLoss } from './details/supply-details.ts';
export type { DriveWave } from './details/waves.ts';
export {
  BENCH_STATES,
  type BenchState,
  BOARD_SIDES,
  type BoardSide,
  completeDraft,
  type Entry,
  type EntryDraft,
  type EntryKind,
  type EntryOf,
  entrySchema,
  FACT_NAMES,
  type FactName,
  HELD_BY,
  type Place,
  padNameSchema,
  READING_UNITS,
  type ReadingFigure,
  SENSES,
  type Sense,
  STAGES,
  type Stage,
} from './entry.ts';
export { foundCircuit } from './found-circuit.ts';
export { judgeSpecimen, TOO_HOT_CELSIUS } from './judge.ts';
export { ledLimits } from './led-limits.ts';
export { type LoggedMapping, loggedReadings } from './logged-readings.ts';
export { anchorOf, type Net, NetForest, netOf, pinName, terminalName } from './nets.ts';
export { mainSupply, type PlacedReading } from './placed-readings.ts';
export { replay, type Specimen, type SpecimenPicture, type SpecimenReading, type TapeLine } from './replay.ts';
export { type StageMark, spineOf } from './spine.ts';
export { type Summary, summarise } from './summarise.ts';
export type { PlacedSoak } from './thermal.ts';
export { type Warming, warmingOf } from './warming.ts';
export { type WhatIf, type WhatIfOutcome, whatIf } from './what-if.ts';
