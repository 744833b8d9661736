export { bandColour } from './bands/colours.ts';
export { decodeResistorBands, encodeResistorBands } from './bands/decode-resistor-bands.ts';
export { decodeMarking, MARKING_FAMILIES } from './decode-marking.ts';
export type { MarkingFamily, MarkingReading } from './reading.ts';
