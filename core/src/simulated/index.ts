export { type Displayed, displayed } from './display.ts';
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
