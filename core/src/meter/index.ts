export { GENERIC_METERS } from './generic-meters.ts';
export {
  type Hand,
  type InstrumentNow,
  instrumentSchema,
  type ListedInstrument,
  type LitAlone,
  type Measured,
  type MeasureRequest,
  measureRequestSchema,
  type SeriesRequest,
  type SeriesValue,
  type SupplyRequest,
  seriesRequestSchema,
  supplyRequestSchema,
} from './instrument-requests.ts';
export {
  INSTRUMENT_FACTS,
  INSTRUMENT_KINDS,
  type InstrumentKind,
  instrumentKindSchema,
  kindFromIdentity,
  QUANTITIES,
  QUANTITY_UNITS,
  type Quantity,
  quantitySchema,
} from './instruments.ts';
export { METER_ROLES, type Meter, type MeterRange, type MeterRole, meterKey, meterSchema } from './meter.ts';
export { displayStep, type Metered, meteredBy, rangeFor, sayMeter } from './metered.ts';
export { shownStatistic } from './shown-statistic.ts';
