import type { MarkingFamily } from '../reading.ts';
import { decodeResistorCode } from './decode-resistor-code.ts';

export const resistorCode: MarkingFamily = { kind: 'resistor-code', decode: decodeResistorCode };
