export { type Alignment, type AlignmentKind, type AlignmentProblem, alignSides, type MatchingPoints } from './align.ts';
export { type BoardFrame, type BoardPhotos, boardFrame, type PhotoView, placeInFrame, placeOnPhoto, type Size } from './board-frame.ts';
export { isMirroring, type Point, type Projection, project } from './projection.ts';
export { type SeatLayout, type Seats, seatLayout } from './seats.ts';
export { STRIP_PATTERNS, type Strip, type StripPattern, stripOf } from './strip.ts';
