import { type Circuit, withFields } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import type { Equations, Memory } from './equations.ts';
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
    const index = circuit.parts.findIndex((part) => part.ref === ref);
    const part = circuit.parts[index] as Part | undefined;
    // A shift is about nothing, however near to it it is: a share of it would be less than rounding.
    const isShift = part !== undefined && deviceOf(part.kind).implied?.(part)[field] === 0;
    this.step = isShift || value === 0 ? STEP_FROM_NOTHING : RELATIVE_STEP * Math.abs(value);
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

/** A part whose law differs from the system's. */
interface ChangedPart {
  readonly index: number;
  readonly laws: Equations;
  readonly memory: Memory;
}

/** A system in which one part has other values, for what is read at given unknowns; it cannot be solved itself. */
export class NudgedSystem {
  readonly circuit: Circuit;
  /** The part itself, and those whose laws follow it. */
  private readonly changed: readonly ChangedPart[];

  constructor(
    private readonly system: CircuitSystem,
    index: number,
    fields: Readonly<Record<string, number>>,
  ) {
    const { circuit } = system;
    const part = circuit.parts[index] as Part | undefined;
    this.circuit = part ? withFields(circuit, part.ref, fields) : circuit;
    const follows = (other: Part) => part !== undefined && deviceOf(other.kind).dependsOn?.(other).includes(part.ref);
    this.changed = circuit.parts.flatMap((other, at): ChangedPart[] => {
      if (at !== index && !follows(other)) return [];
      const laws = system.lawsOf(at, this.circuit.parts[at], this.circuit);
      return [{ index: at, laws, memory: laws.newMemory() }];
    });
  }

  get size(): number {
    return this.system.size;
  }

  get stateCount(): number {
    return this.system.stateCount;
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

  /** The residual's share of the parts that differ. */
  writePartResidual(x: Float64Array, stage: StageContext | undefined, out: Float64Array): void {
    out.fill(0);
    for (const { index, laws, memory } of this.changed) {
      this.system.shareModes(index, laws);
      laws.prepare(stage);
      laws.evaluateExactly(x, memory);
      laws.addResidual(x, memory, out);
    }
  }

  /** The rates of those parts' own states; of all others nothing. */
  writePartRates(x: Float64Array, stage: StageContext, out: Float64Array): void {
    out.fill(0);
    for (const { laws } of this.changed) laws.rates(x, stage, out);
  }

  /** Reads the currents into the pins of one part at given unknowns: into their slots, whatever was there. */
  partReader(index: number): (x: Float64Array, out: Float64Array, modes: Int32Array, stage?: StageContext) => void {
    const { system } = this;
    const laws = this.changed.find((one) => one.index === index)?.laws ?? system.lawsOf(index, this.circuit.parts[index], this.circuit);
    const from = system.slotOf[index];
    const to = from + this.circuit.parts[index].pins.length;
    return (x, out, modes, stage) => {
      out.fill(0, from, to);
      system.modes.set(modes);
      system.shareModes(index, laws);
      laws.addPinAmps(x, out, stage);
    };
  }
}
