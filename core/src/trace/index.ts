export type { TraceContradiction } from './contradictions.ts';
export { type NetsDocument, netsDocument, saySettling, sayTraceContradiction } from './nets-document.ts';
export { type DoubtfulJoin, netsOfTrace, type TraceNets } from './nets-of-trace.ts';
export type { NextHold } from './next-hold.ts';
export { parseTrace, type Trace, traceSchema } from './schema.ts';
