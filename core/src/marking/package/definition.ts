import type { MarkingFamily } from '../reading.ts';
import { decodePackage } from './decode-package.ts';

export const packageName: MarkingFamily = { kind: 'package', decode: decodePackage };
