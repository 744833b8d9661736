export { type Disagreement, disagreementsOf } from './disagreements.ts';
export { type Estimate, estimate } from './estimate.ts';
export { type Fit, figureOf, fitReadings, type Limits } from './fit.ts';
export { type MeterLoad, unloadedFactor, withMeter } from './loading.ts';
export { type ProbeProposal, proposeProbes } from './next-probe.ts';
export { type EstimateReading, estimateReadingSchema } from './readings.ts';
export { parseReadings, type ReadingsDocument, readingsDocumentSchema } from './readings-document.ts';
export { type Unknown, unknownsOf } from './unknowns.ts';
