export { AMBIENT_CELSIUS } from './ambient.ts';
export {
  CELLS,
  type CellState,
  CHEMISTRIES,
  type Chemistry,
  cellSize,
  chemistryName,
  isRechargeableLithium,
  typicalCell,
} from './battery/cells.ts';
export { type BatteryPart, cellOf } from './battery/definition.ts';
export { type CapacitorPart, hasSafetyClass, isDoubleLayer, isElectrolytic } from './capacitor/definition.ts';
export { type ChargerPart, endAmpsOf } from './charger/definition.ts';
export type {
  Drifted,
  Failure,
  FailureMode,
  Learnt,
  PlaceOfReading,
  SourceFacts,
  TypedGrammar,
  TypedPart,
  VaryingUnit,
} from './definition.ts';
export type { BlockLaw, CurveLaw, CurvePoint, OhmsOf, PartBuilder, PulseWave, SourceWave, Surroundings } from './law.ts';
export { type ChipModel, chipVoltsAt, THERMAL_VOLTS } from './led/chip-model.ts';
export {
  LED_BODIES,
  LED_BODY_NAMES,
  LED_COLOUR_NAMES,
  LED_COLOURS,
  type LedBodyName,
  type LedColourName,
  ledClassOf,
} from './led/colours.ts';
export { chipLawOf, chipModelOf, type LedPart, ledFieldsSchema, ledVoltsAt, voltsPerKelvinOf } from './led/definition.ts';
export { type ChipFit, type ChipPoint, fitChip, typicalChip } from './led/fit-chip.ts';
export { JunctionLaw } from './led/junction-law.ts';
export { lightShareOf, ratedChipAmps, ratedJunctionCelsius } from './led/ratings.ts';
export { readLed } from './led/typed.ts';
export { chipField, netSchema, type Rated, ratedSchema, refSchema } from './part-base.ts';
export { type Limit, type Rating, type RatingKind, statedLimit } from './rating.ts';
export { deviceOf, isKind, PART_KINDS, type Part, type PartKind, type PartOf, partSchema, partValue } from './registry.ts';
export { ratedResistorWatts } from './resistor/definition.ts';
export { sinkAmps } from './sink/definition.ts';
export type { SymbolStroke } from './symbol.ts';
