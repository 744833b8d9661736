export { CELL_CAUTIONS } from './cell-cautions.ts';
export { type Discharge, dischargesOf, LIMITS_OF_STORES, sayDischarge } from './discharge.ts';
export {
  type DangerousSource,
  type Dangers,
  GATE_CODES,
  GATES,
  type Gate,
  type GateCode,
  type GateItem,
  gatesFor,
  isDangerous,
  lowVoltageSupply,
  TOUCH_VOLTS,
  touchableMains,
} from './gates.ts';
export { type Powering, type PoweringFacts, type PoweringPart, type PoweringWay, poweringFor } from './powering.ts';
