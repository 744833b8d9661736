export { type Appraisal, appraise, isUnfinished, MISFIT_SIGMAS, type Slot } from './appraise.ts';
export { claimFigures } from './claim-figures.ts';
export { ledCurrentSum, resistorWattsSum, type Sum, type SumLine } from './current-sum.ts';
export {
  BENCH_STATES,
  type BenchState,
  completeDraft,
  type Entry,
  type EntryDraft,
  type EntryKind,
  type EntryOf,
  entrySchema,
  type Place,
  READING_UNITS,
  type ReadingFigure,
  STAGES,
  type Stage,
} from './entry.ts';
export { foundCircuit, mainSupply, type PlacedReading } from './found-circuit.ts';
export { type Net, NetForest, pinName, terminalName } from './nets.ts';
export { replay, type Specimen, type SpecimenReading, type TapeLine } from './replay.ts';
export { type StageMark, spineOf } from './spine.ts';
export { type Summary, summarise } from './summarise.ts';
