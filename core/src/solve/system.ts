import { type Circuit, groundOf } from '../circuit/index.ts';
import { type CurveLaw, type CurvePoint, deviceOf, type Part, type PartBuilder } from '../device/index.ts';

/** An element of the network. `a` and `b` are unknowns (−1 is ground); `slotA` and `slotB` say whose pin carries its current. */
interface Element {
  readonly a: number;
  readonly b: number;
  readonly slotA: number;
  readonly slotB: number;
}
interface Resistance extends Element {
  readonly siemens: number;
}
interface Source extends Element {
  /** The unknown that is this branch's current, from a through the source to b. */
  readonly branch: number;
  readonly volts: number;
  readonly ohms: number;
}
interface Curve extends Element {
  readonly law: CurveLaw;
  /** Where its last evaluated volts are kept, for limiting. */
  readonly index: number;
}

/** A conductance from every net to ground, S: it gives nets that hang on nothing a potential, and no figure notices. */
const LEAKAGE_SIEMENS = 1e-12;
/** A link: small against any track, large enough to solve with. */
const LINK_OHMS = 1e-6;

/**
 * The equations of a circuit by modified nodal analysis (Ho, Ruehli and Brennan, IEEE Trans. CAS-22, 1975): one
 * unknown a net (V, ground left out), then one a source (A). Row i of a net is the sum of currents leaving it; the row
 * of a source is `va − vb − ohms·i − volts`, with i the current into its plus pin.
 */
export class CircuitSystem {
  readonly size: number;
  readonly netCount: number;
  /** Net name → unknown; −1 is ground. */
  readonly unknownOf: ReadonlyMap<string, number>;
  /** Pin currents are written per slot: the first slot of each part, then one a pin. */
  readonly slotOf: readonly number[];
  readonly slotCount: number;
  readonly curveCount: number;

  private readonly resistances: Resistance[] = [];
  private readonly sources: Source[] = [];
  private readonly curves: Curve[] = [];
  private readonly point: CurvePoint = { amps: 0, siemens: 0 };

  constructor(readonly circuit: Circuit) {
    const ground = groundOf(circuit);
    const unknownOf = new Map<string, number>();
    if (ground !== undefined) unknownOf.set(ground, -1);
    let nets = 0;
    for (const part of circuit.parts) {
      for (const net of part.pins as readonly string[]) {
        if (!unknownOf.has(net)) unknownOf.set(net, nets++);
      }
    }
    this.unknownOf = unknownOf;
    this.netCount = nets;
    let slots = 0;
    this.slotOf = circuit.parts.map((part) => {
      const first = slots;
      slots += part.pins.length;
      return first;
    });
    this.slotCount = slots;
    for (const [index, part] of circuit.parts.entries()) this.expand(part, this.slotOf[index]);
    this.size = nets + this.sources.length;
    this.curveCount = this.curves.length;
  }

  /**
   * Writes the residual at `x`, and the Jacobian where asked.
   *
   * @param x size unknowns
   * @param limited last evaluated volts of each curve; updated. Left out: curves are evaluated where x says
   * @param jacobian size × size, row-major
   * @param scale of every source, 0 to 1, for source stepping
   * @param shunt extra conductance over every curve, for conductance stepping
   * @returns true when limiting moved some curve away from where x has it
   */
  assemble(x: Float64Array, residual: Float64Array, jacobian?: Float64Array, limited?: Float64Array, scale = 1, shunt = 0): boolean {
    const { size: n, netCount } = this;
    residual.fill(0);
    jacobian?.fill(0);
    for (let i = 0; i < netCount; i++) {
      residual[i] = LEAKAGE_SIEMENS * x[i];
      if (jacobian) jacobian[i * n + i] = LEAKAGE_SIEMENS;
    }
    for (const { a, b, siemens } of this.resistances) {
      this.stampConductance(a, b, siemens, siemens * voltsBetween(x, a, b), residual, jacobian);
    }
    for (const source of this.sources) this.stampSource(source, x, residual, jacobian, scale);
    let wasLimited = false;
    for (const { a, b, law, index } of this.curves) {
      const volts = voltsBetween(x, a, b);
      let at = volts;
      if (limited) {
        at = law.limit(volts, limited[index]);
        limited[index] = at;
        if (Math.abs(at - volts) > 1e-9 + 1e-7 * Math.abs(volts)) wasLimited = true;
      }
      law.evaluate(at, this.point);
      const slope = this.point.siemens + shunt;
      this.stampConductance(a, b, slope, this.point.amps + this.point.siemens * (volts - at) + shunt * volts, residual, jacobian);
    }
    return wasLimited;
  }

  /** Writes the current into every pin (A), per slot. */
  pinAmps(x: Float64Array, out: Float64Array): void {
    out.fill(0);
    for (const { a, b, slotA, slotB, siemens } of this.resistances) carry(out, slotA, slotB, siemens * voltsBetween(x, a, b));
    for (const { slotA, slotB, branch } of this.sources) carry(out, slotA, slotB, x[branch]);
    for (const { a, b, slotA, slotB, law } of this.curves) {
      law.evaluate(voltsBetween(x, a, b), this.point);
      carry(out, slotA, slotB, this.point.amps);
    }
  }

  /** Volts of a net; NaN for one that is not in the circuit. */
  netVolts(x: Float64Array, net: string): number {
    const unknown = this.unknownOf.get(net);
    if (unknown === undefined) return Number.NaN;
    return unknown === -1 ? 0 : x[unknown];
  }

  private expand(part: Part, slot: number): void {
    const unknowns = (part.pins as readonly string[]).map((net) => this.unknownOf.get(net) as number);
    const element = (a: number, b: number): Element => ({ a: unknowns[a], b: unknowns[b], slotA: slot + a, slotB: slot + b });
    const build: PartBuilder = {
      resistance: (a, b, ohms) => this.resistances.push({ ...element(a, b), siemens: 1 / Math.max(ohms, LINK_OHMS) }),
      source: (plus, minus, volts, ohms) => {
        const branch = this.netCount + this.sources.length;
        this.sources.push({ ...element(plus, minus), branch, volts, ohms });
      },
      curve: (a, b, law) => this.curves.push({ ...element(a, b), law, index: this.curves.length }),
    };
    deviceOf(part.kind).expand(part, build, { celsius: part.celsius ?? this.circuit.celsius ?? 25 });
  }

  private stampConductance(a: number, b: number, siemens: number, amps: number, residual: Float64Array, jacobian?: Float64Array): void {
    const n = this.size;
    if (a >= 0) residual[a] += amps;
    if (b >= 0) residual[b] -= amps;
    if (!jacobian) return;
    if (a >= 0) jacobian[a * n + a] += siemens;
    if (b >= 0) jacobian[b * n + b] += siemens;
    if (a >= 0 && b >= 0) {
      jacobian[a * n + b] -= siemens;
      jacobian[b * n + a] -= siemens;
    }
  }

  private stampSource(source: Source, x: Float64Array, residual: Float64Array, jacobian: Float64Array | undefined, scale: number): void {
    const { a, b, branch, volts, ohms } = source;
    const n = this.size;
    const amps = x[branch];
    if (a >= 0) residual[a] += amps;
    if (b >= 0) residual[b] -= amps;
    // With the current into the plus pin counted positive, a delivering source's is negative.
    residual[branch] = voltsBetween(x, a, b) - ohms * amps - scale * volts;
    if (!jacobian) return;
    if (a >= 0) {
      jacobian[a * n + branch] += 1;
      jacobian[branch * n + a] += 1;
    }
    if (b >= 0) {
      jacobian[b * n + branch] -= 1;
      jacobian[branch * n + b] -= 1;
    }
    jacobian[branch * n + branch] -= ohms;
  }
}

function voltsBetween(x: Float64Array, a: number, b: number): number {
  return (a >= 0 ? x[a] : 0) - (b >= 0 ? x[b] : 0);
}

function carry(out: Float64Array, slotA: number, slotB: number, amps: number): void {
  out[slotA] += amps;
  out[slotB] -= amps;
}
