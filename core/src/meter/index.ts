export { GENERIC_METERS } from './generic-meters.ts';
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
