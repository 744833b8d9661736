import type { MarkingFamily } from '../reading.ts';
import { decodeInductorCode } from './decode-inductor-code.ts';

export const inductorCode: MarkingFamily = { kind: 'inductor-code', decode: decodeInductorCode };
