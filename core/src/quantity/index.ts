export {
  type FormattedQuantity,
  formatCompact,
  formatEngineering,
  formatSignificant,
  formatUncertain,
  THIN_SPACE,
} from './format-engineering.ts';
export { readingUncertainty } from './meter.ts';
export { isAmbiguousThousand, type ParsedQuantity, parseQuantity } from './parse-quantity.ts';
export {
  coarsestSeries,
  nearestPreferred,
  preferredAbove,
  preferredBelow,
  preferredBetween,
  preferredMantissas,
  type Series,
} from './preferred-numbers.ts';
export { readFigure, readFigures, type WrongFigure } from './read-figure.ts';
export { sayAbout } from './say-about.ts';
export { add, COVERAGE, divide, exactly, multiply, subtract, type Uncertain, withTolerance } from './uncertain.ts';
export { UNITS, type Unit, unitOf } from './units.ts';
