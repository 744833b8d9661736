export { atCharge, dischargeRuntime, type Runtime, type RuntimePoint } from './runtime.ts';
