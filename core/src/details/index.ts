export { type DetailName, type DriveDetails, driveDetails, type StoreLife, type StringsDetails } from './drive-details.ts';
export type { LedDetails, SharedLife } from './led-details.ts';
export { type Guess, type ReadLight, sayBeam, type UsualLumens } from './light-details.ts';
export { type MarkedChip, markedChips, type UsualAround } from './marked-chips.ts';
export { type ModeFigures, modesOf } from './modes.ts';
export type { Rhythm } from './rhythm.ts';
export type { SourceDetails } from './source-details.ts';
export type { LeadLoss, SupplyDetails, TrackLoss } from './supply-details.ts';
export type { DriveWave } from './waves.ts';
