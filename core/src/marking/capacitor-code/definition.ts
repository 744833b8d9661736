import type { MarkingFamily } from '../reading.ts';
import { decodeCapacitorCode } from './decode-capacitor-code.ts';

export const capacitorCode: MarkingFamily = { kind: 'capacitor-code', decode: decodeCapacitorCode };
