export { type Displayed, displayed } from './display.ts';
export { drawFault, drawReadings, drawTruth, type Fault } from './drawn-bench.ts';
export { MARKED_GADGETS } from './marked-gadgets.ts';
export {
  type Delivered,
  type Feed,
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
export { type HeldTo, type Probes, parseTrueBench, probesAt, type TrueBench, trueBenchSchema } from './true-bench.ts';
