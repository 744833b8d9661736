import { type Circuit, withFields } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import type { Equations, Memory } from './equations.ts';
import type { Recorded } from './recording.ts';
import type { StageContext } from './stage.ts';
import type { CircuitSystem } from './system.ts';

/** One value of a circuit that may be unsure or changed: a field of a part. */
export interface Parameter {
  readonly ref: string;
  readonly field: string;
}

/** Numbers of a part that are no values of it: counts, and what sets the period. */
const NOT_VALUES = new Set(['tolerance', 'celsius', 'series', 'parallel', 'hertz', 'voltsUncertainty', 'initialVolts']);

/** Every value that the circuit states, and those that its parts' kinds imply: an LED's shift of its chip volts, a cell's open volts. */
export function parametersOf(circuit: Circuit): readonly Parameter[] {
  return circuit.parts.flatMap((part) => {
    const stated = Object.entries(part).flatMap(([field, value]) =>
      typeof value === 'number' && value !== 0 && !NOT_VALUES.has(field) ? [field] : [],
    );
    const implied = Object.keys(deviceOf(part.kind).implied?.(part) ?? {});
    return [...new Set([...stated, ...implied])].map((field) => ({ ref: part.ref, field }));
  });
}

/** The value of a parameter now; a field that is not stated counts as 0, which is what a shift is then. */
export function fieldValue(circuit: Circuit, { ref, field }: Parameter): number {
  const part = circuit.parts.find((candidate) => candidate.ref === ref);
  if (!part) return 0;
  const value = (part as Readonly<Record<string, unknown>>)[field];
  return typeof value === 'number' ? value : (deviceOf(part.kind).implied?.(part)[field] ?? 0);
}

const RELATIVE_STEP = 1e-5;
const STEP_FROM_NOTHING = 1e-7;

/** The same equations with one parameter a little more and a little less: only the laws of its part differ. */
export class Nudge {
  readonly step: number;
  readonly above: NudgedSystem;
  readonly below: NudgedSystem;
  private readonly high: Float64Array;
  private readonly low: Float64Array;

  /** A parameter of a part that is not there changes nothing. */
  constructor(
    private readonly system: CircuitSystem,
    { ref, field }: Parameter,
  ) {
    const { circuit } = system;
    const value = fieldValue(circuit, { ref, field });
    this.step = value === 0 ? STEP_FROM_NOTHING : RELATIVE_STEP * Math.abs(value);
    const index = circuit.parts.findIndex((part) => part.ref === ref);
    this.above = new NudgedSystem(system, index, { [field]: value + this.step });
    this.below = new NudgedSystem(system, index, { [field]: value - this.step });
    const room = Math.max(system.size, system.stateCount);
    this.high = new Float64Array(room);
    this.low = new Float64Array(room);
  }

  /** Adds minus the derivative of the residual by the parameter, at fixed unknowns: a right-hand side for the unknowns' change. */
  addToResidual(x: Float64Array, stage: StageContext | undefined, out: Float64Array): void {
    this.above.writePartResidual(x, stage, this.high);
    this.below.writePartResidual(x, stage, this.low);
    for (let i = 0; i < this.system.size; i++) out[i] -= (this.high[i] - this.low[i]) / (2 * this.step);
  }

  /** Adds the derivative of the rates by the parameter, at fixed unknowns. */
  addToRates(x: Float64Array, stage: StageContext, out: Float64Array): void {
    this.above.writePartRates(x, stage, this.high);
    this.below.writePartRates(x, stage, this.low);
    for (let i = 0; i < this.system.stateCount; i++) out[i] += (this.high[i] - this.low[i]) / (2 * this.step);
  }
}

/** A system in which one part has other values, for what is read at given unknowns; it cannot be solved itself. */
export class NudgedSystem implements Recorded {
  readonly circuit: Circuit;
  private readonly laws: Equations | undefined;
  private readonly memory: Memory | undefined;
  private readonly slots: readonly [number, number];

  constructor(
    private readonly system: CircuitSystem,
    private readonly index: number,
    fields: Readonly<Record<string, number>>,
  ) {
    const { circuit } = system;
    const part = circuit.parts[index] as Part | undefined;
    this.circuit = part ? withFields(circuit, part.ref, fields) : circuit;
    this.laws = part && system.lawsOf(index, this.circuit.parts[index]);
    this.memory = this.laws?.newMemory();
    this.slots = part ? [system.slotOf[index], system.slotOf[index] + part.pins.length] : [0, 0];
  }

  get size(): number {
    return this.system.size;
  }

  get slotCount(): number {
    return this.system.slotCount;
  }

  get slotOf(): readonly number[] {
    return this.system.slotOf;
  }

  get indexOf(): ReadonlyMap<string, number> {
    return this.system.indexOf;
  }

  get unknownOf(): ReadonlyMap<string, number> {
    return this.system.unknownOf;
  }

  private shareModes(): void {
    if (this.laws) this.system.shareModes(this.index, this.laws);
  }

  /** The part's own share of the residual. */
  writePartResidual(x: Float64Array, stage: StageContext | undefined, out: Float64Array): void {
    out.fill(0);
    if (!this.laws || !this.memory) return;
    this.shareModes();
    this.laws.prepare(stage);
    this.laws.evaluateExactly(x, this.memory);
    this.laws.addResidual(x, this.memory, out);
  }

  /** The rates of the part's own states; of all others nothing. */
  writePartRates(x: Float64Array, stage: StageContext, out: Float64Array): void {
    out.fill(0);
    this.laws?.rates(x, stage, out);
  }

  pinAmps(x: Float64Array, out: Float64Array, stage?: StageContext): void {
    this.system.pinAmps(x, out, stage);
    out.fill(0, ...this.slots);
    this.shareModes();
    this.laws?.addPinAmps(x, out, stage);
  }
}
