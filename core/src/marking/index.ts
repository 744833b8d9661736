export { bandColour } from './bands/colours.ts';
export { decodeResistorBands, encodeResistorBands } from './bands/decode-resistor-bands.ts';
export { cellText, plainCell } from './csv-cell.ts';
export { decodeMarking, MARKING_FAMILIES } from './decode-marking.ts';
export { rankByMeter } from './rank-by-meter.ts';
export type { MarkingFamily, MarkingReading } from './reading.ts';
export { findMarks, type MarkFound, sayMistaken } from './semiconductor/find-marks.ts';
export { GENERIC_MARKS, markKey, type SemiconductorMark, semiconductorMarkSchema } from './semiconductor/mark.ts';
export { type MarksRead, marksFromCsv, marksToCsv } from './semiconductor/marks-csv.ts';
