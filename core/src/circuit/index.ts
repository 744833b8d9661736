export { type CircuitError, type CircuitErrorCode, fail, type Result, succeed } from './circuit-error.ts';
export {
  freshNet,
  freshRef,
  partOf,
  withAllFields,
  withFields,
  withoutPart,
  withPart,
  withReplacement,
  withSeriesResistor,
} from './edit-circuit.ts';
export { ohmsIn } from './ohms.ts';
export { type LedPackage, packagesNamed, packagesOf, rangeOf } from './packages.ts';
export { checkConnections, checkDependencies, parseCircuit } from './parse-circuit.ts';
export { type Circuit, circuitSchema, constructionSchema, emptyCircuit } from './schema.ts';
export { type SeriesPack, seriesPackOf } from './series-pack.ts';
export {
  decomposeSeriesParallel,
  endsOf,
  type Network,
  type ReducedEdge,
  reduceSeriesParallel,
  refsOf,
  reverseNetwork,
  type SeriesParallel,
} from './series-parallel.ts';
export { alternatingSource, changesInTime, groundOf, partOfKind, partsOfKind, suppliesOf } from './supply.ts';
export { switchingStageOf } from './switching-stage.ts';
export { celsiusOf } from './temperature.ts';
