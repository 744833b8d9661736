export { type Board, type BoardView, isPadNumber, type Pad, photosOf } from './boards.ts';
export type { Continuity, Contradiction } from './continuity.ts';
export {
  BENCH_STATES,
  type BenchState,
  BOARD_SIDES,
  type BoardSide,
  COST_KINDS,
  type CostKind,
  completeDraft,
  type Entry,
  type EntryDraft,
  type EntryKind,
  type EntryOf,
  entrySchema,
  FACT_NAMES,
  type FactName,
  HELD_BY,
  modeNameSchema,
  type Place,
  padNameSchema,
  READING_UNITS,
  type ReadingFigure,
  RUN_KINDS,
  type RunKind,
  SENSES,
  type Sense,
  STAGES,
  type Stage,
} from './entry.ts';
export { inLineFigures } from './in-line-figures.ts';
export { type LoggedMapping, loggedReadings } from './logged-readings.ts';
export { circuitInMode, inMode, isModeKnown, type SpecimenMode, type SpecimenReading } from './modes.ts';
export { anchorOf, type Net, NetForest, netOf, pinName, terminalName } from './nets.ts';
export { replay } from './replay.ts';
export { isPowered, type SpecimenLook, type SpecimenRun, secondsBetween } from './runs.ts';
export { sayContradiction } from './say-contradiction.ts';
export { sayMode } from './say-mode.ts';
export type { Specimen, SpecimenPicture, TakenRework, TapeLine } from './specimen.ts';
export { strikesOf } from './strikes.ts';
export {
  WRITE_UP_FIGURES,
  WRITE_UP_LENGTHS,
  WRITE_UP_SECTIONS,
  type WriteUpFigure,
  type WriteUpLayout,
  type WriteUpLength,
  type WriteUpSectionId,
} from './write-up-entries.ts';
