export { AMBIENT_CELSIUS } from './ambient.ts';
export { CELLS, type CellState, CHEMISTRIES, type Chemistry, cellSize, typicalCell } from './battery/cells.ts';
export { type BatteryPart, cellOf } from './battery/definition.ts';
export {
  type BlockLaw,
  type CurveLaw,
  type CurvePoint,
  netSchema,
  type PartBuilder,
  type Rated,
  ratedSchema,
  refSchema,
  type SourceWave,
  type Surroundings,
} from './definition.ts';
export { type ChipModel, chipLaw, chipVoltsAt, THERMAL_VOLTS } from './led/chip-model.ts';
export { LED_BODIES, LED_BODY_NAMES, LED_COLOUR_NAMES, LED_COLOURS, type LedBodyName, type LedColourName } from './led/colours.ts';
export { chipLawOf, chipModelOf, type LedPart, ledVoltsAt, voltsPerKelvinOf } from './led/definition.ts';
export { type ChipFit, type ChipPoint, fitChip, typicalChip } from './led/fit-chip.ts';
export { deviceOf, PART_KINDS, type Part, type PartKind, partSchema } from './registry.ts';
