import type { MarkingFamily } from '../reading.ts';
import { decodeResistorBands } from './decode-resistor-bands.ts';

export const resistorBands: MarkingFamily = { kind: 'resistor-bands', decode: decodeResistorBands };
