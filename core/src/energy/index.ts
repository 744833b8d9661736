export type { DischargeEnd } from './discharge.ts';
export { atCharge, CAPACITY_SPREAD, dischargeRuntime, type Runtime, type RuntimePoint } from './runtime.ts';
export { type RuntimeDocument, type RuntimeMoment, type RuntimeQuestion, runtimeOf } from './runtime-document.ts';
