export { atCharge, CAPACITY_SPREAD, dischargeRuntime, type Runtime, type RuntimePoint } from './runtime.ts';
export { type RuntimeDocument, type RuntimeMoment, runtimeOf } from './runtime-document.ts';
