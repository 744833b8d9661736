export { type Displayed, displayed } from './display.ts';
export { type DrawnFault, drawFault, drawReadings, drawTruth } from './drawn-bench.ts';
export { drawFaulty, type FaultyGadget, isRight } from './faulty-bench.ts';
export { LOW_VOLT_GADGETS, MAINS_LAMPS } from './faulty-gadgets.ts';
export { MARKED_GADGETS } from './marked-gadgets.ts';
export {
  type Delivered,
  type Feed,
  fedAlone,
  fedCircuit,
  statisticOf,
  trueAmps,
  trueCelsius,
  trueInLine,
  trueLux,
  trueOhms,
  trueVolts,
  trueWaveform,
} from './measure.ts';
export { type DiagnosisScore, playDiagnoses } from './play-diagnoses.ts';
export { type HeldTo, type Probes, parseTrueBench, probesAt, type TrueBench, trueBenchSchema } from './true-bench.ts';
