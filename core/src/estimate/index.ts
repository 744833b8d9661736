export { type Fit, figureOf, fitReadings } from './fit.ts';
export { type ProbeProposal, proposeProbes } from './next-probe.ts';
export { type EstimateReading, estimateReadingSchema } from './readings.ts';
export { type Unknown, unknownsOf } from './unknowns.ts';
