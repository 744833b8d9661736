export { completeBenchLine } from './complete.ts';
export { type BenchContext, type BenchKit, benchContext } from './context.ts';
export { holdLine, sayOver } from './hold-line.ts';
export { type Asked, askedBy, kindFor, lineOf } from './instrument-line.ts';
export type { BenchOutcome } from './outcome.ts';
export { BENCH_VERBS, LONGEST_LINE, parseBenchLine } from './parse-bench-line.ts';
export { claimFrom } from './parse-claim.ts';
export { PART_EXAMPLES } from './parse-part.ts';
export { presentCircuit, readSupply } from './parse-way.ts';
