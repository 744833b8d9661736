export { DRIVE_BANDS, type DriveBand, driveBandOf } from './drive-band.ts';
export { presentState } from './present-state.ts';
export type { ShelfPart, ShelfRow } from './shelf-row.ts';
export { type StageMark, spineOf } from './spine.ts';
export { type Summary, summarise } from './summarise.ts';
