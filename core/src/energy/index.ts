export { type CellAlarm, cellAlarm, usualAlarmVolts } from './cell-alarm.ts';
export { type Charging, type ChargingMoment, chargingOf, sayCharging } from './charging.ts';
export type { DischargeEnd, DischargeMoment } from './discharge.ts';
export { type GeneratorPower, generatorPower } from './generator.ts';
export { type OtherSource, otherSources, type SourceChange, withFreshCells } from './other-sources.ts';
export { atCharge, CAPACITY_SPREAD, dischargeRuntime, RUNTIME_ENDS, type Runtime, type RuntimePoint, sayWeakest } from './runtime.ts';
export { type RuntimeDocument, type RuntimeMoment, type RuntimeQuestion, runtimeOf } from './runtime-document.ts';
export { type FillingMoment, type StoreDetails, storeDetails, storeIn } from './store.ts';
