import { type Circuit, withFields } from '../circuit/index.ts';
import { cellOf, type Part } from '../device/index.ts';
import type { StageContext } from './stage.ts';
import { CircuitSystem } from './system.ts';

/** One value of a circuit that may be unsure or changed: a field of a part. */
export interface Parameter {
  readonly ref: string;
  readonly field: string;
}

/** Numbers of a part that are no values of it: counts, and what sets the period. */
const NOT_VALUES = new Set(['tolerance', 'celsius', 'series', 'parallel', 'hertz', 'voltsUncertainty', 'initialVolts']);

/** Every value that the circuit states, and of each LED the common shift of its chip volts, of each battery its open volts. */
export function parametersOf(circuit: Circuit): readonly Parameter[] {
  return circuit.parts.flatMap((part) => {
    const stated = Object.entries(part).flatMap(([field, value]) =>
      typeof value === 'number' && value !== 0 && !NOT_VALUES.has(field) ? [field] : [],
    );
    const implied = part.kind === 'led' ? ['voltsShift'] : part.kind === 'battery' ? ['openVolts', 'cellOhms'] : [];
    return [...new Set([...stated, ...implied])].map((field) => ({ ref: part.ref, field }));
  });
}

/** The value of a parameter now; a field that is not stated counts as 0, which is what a shift is then. */
export function fieldValue(circuit: Circuit, { ref, field }: Parameter): number {
  const part = circuit.parts.find((candidate) => candidate.ref === ref);
  if (!part) return 0;
  if (part.kind === 'battery' && field === 'openVolts') return cellOf(part).openVolts;
  if (part.kind === 'battery' && field === 'cellOhms') return cellOf(part).ohms;
  const value = (part as Readonly<Record<string, unknown>>)[field];
  return typeof value === 'number' ? value : 0;
}

const RELATIVE_STEP = 1e-5;
const STEP_FROM_NOTHING = 1e-7;

/** The same equations with one parameter a little more and a little less. */
export class Nudge {
  readonly step: number;
  readonly above: CircuitSystem;
  readonly below: CircuitSystem;
  private readonly high: Float64Array;
  private readonly low: Float64Array;

  constructor(
    private readonly system: CircuitSystem,
    parameter: Parameter,
  ) {
    const { circuit } = system;
    const value = fieldValue(circuit, parameter);
    this.step = value === 0 ? STEP_FROM_NOTHING : RELATIVE_STEP * Math.abs(value);
    this.above = new CircuitSystem(nudged(circuit, parameter, value + this.step));
    this.below = new CircuitSystem(nudged(circuit, parameter, value - this.step));
    const room = Math.max(system.size, system.stateCount);
    this.high = new Float64Array(room);
    this.low = new Float64Array(room);
  }

  /** Adds minus the derivative of the residual by the parameter, at fixed unknowns: a right-hand side for the unknowns' change. */
  addToResidual(x: Float64Array, stage: StageContext | undefined, out: Float64Array): void {
    this.writeResidual(this.above, x, stage, this.high);
    this.writeResidual(this.below, x, stage, this.low);
    for (let i = 0; i < this.system.size; i++) out[i] -= (this.high[i] - this.low[i]) / (2 * this.step);
  }

  /** Adds the derivative of the rates by the parameter, at fixed unknowns. */
  addToRates(x: Float64Array, stage: StageContext, out: Float64Array): void {
    this.above.rates(x, stage, this.high);
    this.below.rates(x, stage, this.low);
    for (let i = 0; i < this.system.stateCount; i++) out[i] += (this.high[i] - this.low[i]) / (2 * this.step);
  }

  private writeResidual(system: CircuitSystem, x: Float64Array, stage: StageContext | undefined, residual: Float64Array): void {
    const memory = system.newMemory();
    system.modes.set(this.system.modes);
    system.prepare(stage);
    system.evaluateExactly(x, memory);
    system.writeResidual(x, memory, residual);
  }
}

function nudged(circuit: Circuit, { ref, field }: Parameter, value: number): Circuit {
  return withFields(circuit, ref, { [field]: value } satisfies Partial<Record<keyof Part | string, number>>);
}
