import type { Circuit } from '../circuit/index.ts';
import type { CurvePoint } from '../device/index.ts';
import { islandsOf } from './islands.ts';
import { createMatrix, type SystemMatrix } from './matrix.ts';
import type { StageContext } from './stage.ts';
import { between, carry, entriesOf, placeElements, put, putBlock, readBlock, stampBlock, stampPair, voltsOf } from './stamp.ts';
import { type Block, type Elements, LINK_OHMS, unfold } from './unfold.ts';

/** A conductance from every net to ground, S: it gives nets that hang on nothing a potential, and no figure notices. */
const LEAKAGE_SIEMENS = 1e-12;
/** In time a leak would discharge what nothing else does, so it is smaller still. */
const LEAKAGE_IN_TIME_SIEMENS = 1e-15;
/**
 * Over every junction and path of a block in time, S: what surfaces leak. It ties what hangs behind diodes that all block to the rest, firmly enough
 * for double precision beside the conductance of a large capacitor in a short step.
 */
const JUNCTION_LEAKAGE_SIEMENS = 1e-11;

/** From one net of every island to ground, S: no current can flow through it, so its size is free. */
const TIE_SIEMENS = 1e-3;

/** Where the curves and blocks were last evaluated, and the straight lines they were replaced by there. */
export interface Memory {
  /** Nothing was evaluated yet. */
  isFresh: boolean;
  /** Volts of each curve that its law was evaluated at, after limiting. */
  readonly limited: Float64Array;
  /** Volts of each curve that were asked for. */
  readonly volts: Float64Array;
  /** Of each curve's straight line, at `volts`. */
  readonly amps: Float64Array;
  readonly siemens: Float64Array;
  /** What the blocks' laws remember of their own. */
  readonly blocks: Float64Array;
}

/** How far a law may be off its straight line and count as solved: relative, and A. */
export interface Agreement {
  readonly relative: number;
  readonly amps: number;
}

/**
 * The equations of a circuit by modified nodal analysis (Ho, Ruehli and Brennan, IEEE Trans. CAS-22, 1975): one
 * unknown a net (V, ground left out), one an inner node, then one a branch with a current of its own (ideal sources,
 * inductors; A). Row i of a net is the sum of currents leaving it; the row of a branch is `va − vb − ohms·i − volts −
 * (what its inductance takes)`, with i the current into its first terminal.
 *
 * Work goes in three paces: `prepare` once a stage (what is linear), `evaluate` once an iteration (what bends), then
 * `writeResidual` and `writeMatrix` where a step is to be solved for.
 *
 * States are the capacitors' volts, then the inductive branches' amps.
 */
export class CircuitSystem {
  readonly size: number;
  readonly nodeCount: number;
  readonly matrix: SystemMatrix;
  readonly capacitorCount: number;
  readonly stateCount: number;
  readonly initialState: Float64Array;
  /** What each state belongs to, for messages and the final state of a time course. */
  readonly stateRefs: readonly { readonly ref: string; readonly kind: 'volts' | 'amps' }[];
  /** On or off, block by block. */
  readonly modes: Int32Array;
  readonly isSteady: boolean;
  /** Of every alternating source, Hz. */
  readonly frequencies: readonly number[];

  private readonly elements: Elements;
  private readonly diagonal: Int32Array;
  private readonly point: CurvePoint = { amps: 0, siemens: 0 };
  /** The linear elements' share of the matrix, for the stage prepared last. */
  private readonly linear: Float64Array;
  private linearWeight = Number.NaN;
  private readonly waveVolts: Float64Array;
  private readonly capacitorSiemens: Float64Array;
  private readonly reactances: Float64Array;
  /** Over every junction and path of a block, S. */
  private shunt = 0;
  private leak = 0;
  private stage: StageContext | undefined;
  private readonly islands: { readonly steady: Int32Array; readonly inTime: Int32Array };

  constructor(readonly circuit: Circuit) {
    const elements = unfold(circuit);
    this.elements = elements;
    this.nodeCount = elements.nodes;
    this.size = elements.nodes + elements.branches.length;
    this.capacitorCount = elements.capacitances.length;
    this.stateCount = this.capacitorCount + elements.inductorRefs.length;
    this.initialState = new Float64Array(this.stateCount);
    this.initialState.set(elements.initialVolts);
    this.stateRefs = [
      ...elements.capacitorRefs.map((ref) => ({ ref, kind: 'volts' as const })),
      ...elements.inductorRefs.map((ref) => ({ ref, kind: 'amps' as const })),
    ];
    this.modes = Int32Array.from(elements.blocks, ({ law }) => law.firstMode);
    this.frequencies = elements.waves.flatMap(({ hertz }) => (hertz > 0 ? [hertz] : []));
    this.isSteady = this.frequencies.length === 0;
    this.waveVolts = new Float64Array(elements.waves.length);
    this.capacitorSiemens = new Float64Array(this.capacitorCount);
    this.reactances = new Float64Array(elements.branches.length);

    const steady = islandsOf(elements, false);
    this.islands = { steady, inTime: this.capacitorCount === 0 ? steady : islandsOf(elements, true) };
    this.matrix = createMatrix(this.size, () => entriesOf(elements));
    this.linear = new Float64Array(this.matrix.values.length);
    this.diagonal = new Int32Array(this.nodeCount);
    for (let node = 0; node < this.nodeCount; node++) this.diagonal[node] = this.matrix.at(node, node);
    placeElements(elements, this.matrix);
  }

  /** Net name → unknown; −1 is ground. */
  get unknownOf(): ReadonlyMap<string, number> {
    return this.elements.unknownOf;
  }

  /** Pin currents are written per slot: the first slot of each part, then one a pin. */
  get slotOf(): readonly number[] {
    return this.elements.slotOf;
  }

  get slotCount(): number {
    return this.elements.slotCount;
  }

  newMemory(): Memory {
    const curves = this.elements.curves.length;
    return {
      isFresh: true,
      limited: new Float64Array(curves),
      volts: new Float64Array(curves),
      amps: new Float64Array(curves),
      siemens: new Float64Array(curves),
      blocks: new Float64Array(this.elements.remembered),
    };
  }

  /**
   * Sets what does not bend for all that follows.
   *
   * @param stage of a step in time; left out: direct current, capacitors open and inductors shorts
   * @param scale of every source, 0 to 1, for source stepping
   * @param shunt extra conductance over every curve and path of a block, for conductance stepping
   */
  prepare(stage?: StageContext, scale = 1, shunt = 0): void {
    const { waves, capacitances, branches } = this.elements;
    this.stage = stage;
    for (let i = 0; i < waves.length; i++) this.waveVolts[i] = scale * voltsOf(waves[i], stage);
    const weight = stage ? stage.weight : Number.POSITIVE_INFINITY;
    const over = stage ? shunt + JUNCTION_LEAKAGE_SIEMENS : shunt;
    if (weight === this.linearWeight && over === this.shunt) return;
    this.linearWeight = weight;
    this.shunt = over;
    this.leak = stage ? LEAKAGE_IN_TIME_SIEMENS : LEAKAGE_SIEMENS;
    for (let i = 0; i < capacitances.length; i++) {
      this.capacitorSiemens[i] = stage ? 1 / (weight / capacitances[i].farads + capacitances[i].ohms) : 0;
    }
    for (let i = 0; i < branches.length; i++) this.reactances[i] = stage && branches[i].state >= 0 ? branches[i].henries / weight : 0;
    this.writeLinear();
  }

  /**
   * Evaluates every curve and block at `x`.
   *
   * @param memory limited against it, and updated
   * @param agreement how near to its last straight line every law must be
   * @returns true when all laws are as near, and none was limited: `x`, solved on those lines, solves the circuit
   */
  evaluate(x: Float64Array, memory: Memory, { relative, amps: absolute }: Agreement): boolean {
    const { point } = this;
    const { curves, blocks } = this.elements;
    const { limited, volts, amps, siemens, isFresh } = memory;
    let agrees = !isFresh;
    memory.isFresh = false;
    for (let i = 0; i < curves.length; i++) {
      const element = curves[i];
      const asked = between(x, element.a, element.b);
      const at = isFresh ? element.law.firstVolts : element.law.limit(asked, limited[i]);
      const aside = at - asked;
      if (!((aside < 0 ? -aside : aside) <= 1e-9 + 1e-7 * (asked < 0 ? -asked : asked))) agrees = false;
      element.law.evaluate(at, point);
      const here = point.amps - point.siemens * aside;
      const off = here - (amps[i] + siemens[i] * (asked - volts[i]));
      if (!((off < 0 ? -off : off) <= absolute + relative * (here < 0 ? -here : here))) agrees = false;
      limited[i] = at;
      volts[i] = asked;
      amps[i] = here;
      siemens[i] = point.siemens;
    }
    for (let i = 0; i < blocks.length; i++) {
      if (!this.evaluateBlock(blocks[i], this.modes[i], x, memory.blocks, relative, absolute)) agrees = false;
    }
    return agrees;
  }

  /** Evaluates every curve and block exactly where `x` has it. */
  evaluateExactly(x: Float64Array, memory: Memory): void {
    const { point } = this;
    const { curves, blocks } = this.elements;
    for (let i = 0; i < curves.length; i++) {
      const { a, b, law } = curves[i];
      const volts = between(x, a, b);
      law.evaluate(volts, point);
      memory.limited[i] = volts;
      memory.volts[i] = volts;
      memory.amps[i] = point.amps;
      memory.siemens[i] = point.siemens;
    }
    for (let i = 0; i < blocks.length; i++) {
      readBlock(blocks[i], x);
      blocks[i].law.evaluate(blocks[i].volts, blocks[i].amps, blocks[i].siemens, undefined, this.modes[i]);
    }
  }

  /** Writes the sum of currents out of every net, and how far each branch is off, at `x` as evaluated last. */
  writeResidual(x: Float64Array, memory: Memory, residual: Float64Array): void {
    const { nodeCount, leak, shunt, stage, waveVolts, capacitorSiemens, reactances } = this;
    const { resistances, branches, capacitances, curves, blocks, shunts } = this.elements;
    const ties = stage ? this.islands.inTime : this.islands.steady;
    for (let i = 0; i < nodeCount; i++) residual[i] = leak * x[i];
    for (let i = 0; i < ties.length; i++) residual[ties[i]] += TIE_SIEMENS * x[ties[i]];
    for (let i = 0; i < resistances.length; i++) {
      const { a, b, siemens, wave } = resistances[i];
      const volts = between(x, a, b);
      put(residual, a, b, siemens * (wave >= 0 ? volts - waveVolts[wave] : volts));
    }
    if (stage) {
      for (let i = 0; i < capacitances.length; i++) {
        const { a, b } = capacitances[i];
        put(residual, a, b, capacitorSiemens[i] * (between(x, a, b) - stage.base[i]));
      }
    }
    for (let i = 0; i < branches.length; i++) {
      const { a, b, branch, wave, ohms, state } = branches[i];
      const amps = x[branch];
      put(residual, a, b, amps);
      let off = between(x, a, b) - ohms * amps;
      if (wave >= 0) off -= waveVolts[wave];
      if (stage && state >= 0) off -= reactances[i] * (amps - stage.base[this.capacitorCount + state]);
      residual[branch] = off;
    }
    for (let i = 0; i < curves.length; i++) put(residual, curves[i].a, curves[i].b, memory.amps[i]);
    if (shunt > 0)
      for (let i = 0; i < shunts.length; i++) put(residual, shunts[i].a, shunts[i].b, shunt * between(x, shunts[i].a, shunts[i].b));
    for (let i = 0; i < blocks.length; i++) putBlock(residual, blocks[i]);
  }

  /** Writes the derivative of the residual by the unknowns. */
  writeMatrix(memory: Memory): void {
    const { curves, blocks } = this.elements;
    const { values } = this.matrix;
    values.set(this.linear);
    for (let i = 0; i < curves.length; i++) stampPair(values, curves[i], memory.siemens[i]);
    for (let i = 0; i < blocks.length; i++) stampBlock(values, blocks[i]);
  }

  /** Writes how fast each state changes at a solved stage, per second. */
  rates(x: Float64Array, stage: StageContext, out: Float64Array): void {
    const { capacitances, branches } = this.elements;
    for (let i = 0; i < capacitances.length; i++) out[i] = this.capacitorAmps(i, x, stage) / capacitances[i].farads;
    for (let i = 0; i < branches.length; i++) {
      const { branch, state } = branches[i];
      if (state >= 0) out[this.capacitorCount + state] = (x[branch] - stage.base[this.capacitorCount + state]) / stage.weight;
    }
  }

  /**
   * Writes the residual's change when the states that the stage builds on change by `by` (a tangent), and returns it
   * with the sign of a right-hand side: solving the stage's matrix against it gives the change of x.
   */
  tangentOfBase(by: Float64Array, stage: StageContext, out: Float64Array): void {
    const { capacitances, branches } = this.elements;
    out.fill(0);
    for (let i = 0; i < capacitances.length; i++) {
      const { a, b, farads, ohms } = capacitances[i];
      put(out, a, b, by[i] / (stage.weight / farads + ohms));
    }
    for (let i = 0; i < branches.length; i++) {
      const { branch, state, henries } = branches[i];
      if (state >= 0) out[branch] -= (henries / stage.weight) * by[this.capacitorCount + state];
    }
  }

  /** The change of the rates when x changes by `dx` and the base by `by`. */
  tangentOfRates(dx: Float64Array, by: Float64Array, stage: StageContext, out: Float64Array): void {
    const { capacitances, branches } = this.elements;
    for (let i = 0; i < capacitances.length; i++) {
      const { a, b, farads, ohms } = capacitances[i];
      out[i] = (between(dx, a, b) - by[i]) / (stage.weight / farads + ohms) / farads;
    }
    for (let i = 0; i < branches.length; i++) {
      const { branch, state } = branches[i];
      if (state >= 0) out[this.capacitorCount + state] = (dx[branch] - by[this.capacitorCount + state]) / stage.weight;
    }
  }

  /** Writes the current into every pin (A), per slot; `stage` is the one that x solves, left out for direct current. */
  pinAmps(x: Float64Array, out: Float64Array, stage?: StageContext): void {
    const { resistances, branches, curves, capacitances, blocks, shunts, waves } = this.elements;
    const { point } = this;
    out.fill(0);
    for (let i = 0; i < resistances.length; i++) {
      const { a, b, slotA, slotB, siemens, wave } = resistances[i];
      carry(out, slotA, slotB, siemens * (between(x, a, b) - (wave >= 0 ? voltsOf(waves[wave], stage) : 0)));
    }
    for (let i = 0; i < branches.length; i++) carry(out, branches[i].slotA, branches[i].slotB, x[branches[i].branch]);
    for (let i = 0; i < curves.length; i++) {
      const { a, b, slotA, slotB, law } = curves[i];
      law.evaluate(between(x, a, b), point);
      carry(out, slotA, slotB, point.amps);
    }
    if (stage) {
      for (let i = 0; i < shunts.length; i++) {
        const { a, b, slotA, slotB } = shunts[i];
        carry(out, slotA, slotB, JUNCTION_LEAKAGE_SIEMENS * between(x, a, b));
      }
      for (let i = 0; i < capacitances.length; i++) {
        carry(out, capacitances[i].slotA, capacitances[i].slotB, this.capacitorAmps(i, x, stage));
      }
    }
    for (let i = 0; i < blocks.length; i++) {
      const block = blocks[i];
      readBlock(block, x);
      block.law.evaluate(block.volts, block.amps, block.siemens, undefined, this.modes[i]);
      const last = block.slots.length - 1;
      for (let j = 0; j < last; j++) carry(out, block.slots[j], block.slots[last], block.amps[j]);
    }
  }

  /** Lets every block decide its state at settled volts; true when one changed. */
  settleModes(x: Float64Array): boolean {
    const { blocks } = this.elements;
    let changed = false;
    for (let i = 0; i < blocks.length; i++) {
      readBlock(blocks[i], x);
      const next = blocks[i].law.nextMode(blocks[i].volts, this.modes[i]);
      if (next !== this.modes[i]) {
        this.modes[i] = next;
        changed = true;
      }
    }
    return changed;
  }

  /** Volts of a net; NaN for one that is not in the circuit. */
  netVolts(x: Float64Array, net: string): number {
    const unknown = this.elements.unknownOf.get(net);
    if (unknown === undefined) return Number.NaN;
    return unknown === -1 ? 0 : x[unknown];
  }

  /** Writes the capacitors' volts and the inductors' amps at a direct-current operating point. */
  stateAt(x: Float64Array, out: Float64Array): void {
    const { capacitances, branches } = this.elements;
    for (let i = 0; i < capacitances.length; i++) out[i] = between(x, capacitances[i].a, capacitances[i].b);
    for (const { branch, state } of branches) if (state >= 0) out[this.capacitorCount + state] = x[branch];
  }

  private capacitorAmps(index: number, x: Float64Array, stage: StageContext): number {
    const { a, b, farads, ohms } = this.elements.capacitances[index];
    return (between(x, a, b) - stage.base[index]) / (stage.weight / farads + ohms);
  }

  private evaluateBlock(
    block: Block,
    mode: number,
    x: Float64Array,
    remembered: Float64Array,
    relative: number,
    absolute: number,
  ): boolean {
    const { terminals, volts, amps, siemens, law, memoryAt, straight } = block;
    const free = amps.length;
    const last = terminals[free];
    for (let i = 0; i < free; i++) {
      let expected = amps[i];
      for (let j = 0; j < free; j++) expected += siemens[i * free + j] * (between(x, terminals[j], last) - volts[j]);
      straight[i] = expected;
    }
    readBlock(block, x);
    const moved = law.evaluate(volts, amps, siemens, remembered.subarray(memoryAt, memoryAt + law.remembers), mode);
    if (moved) return false;
    // Currents of a block can cancel at one terminal, whose rounding is then that of the largest.
    let largest = 0;
    for (let i = 0; i < free; i++) largest = Math.max(largest, Math.abs(amps[i]));
    for (let i = 0; i < free; i++) {
      if (!(Math.abs(amps[i] - straight[i]) <= absolute + relative * largest)) return false;
    }
    return true;
  }

  private writeLinear(): void {
    const { linear, diagonal, leak, shunt, reactances, capacitorSiemens } = this;
    const { resistances, branches, capacitances, shunts } = this.elements;
    linear.fill(0);
    const ties = this.stage ? this.islands.inTime : this.islands.steady;
    for (let i = 0; i < this.nodeCount; i++) linear[diagonal[i]] = leak;
    for (let i = 0; i < ties.length; i++) linear[diagonal[ties[i]]] += TIE_SIEMENS;
    for (let i = 0; i < resistances.length; i++) stampPair(linear, resistances[i], resistances[i].siemens);
    for (let i = 0; i < capacitances.length; i++) stampPair(linear, capacitances[i], capacitorSiemens[i]);
    for (let i = 0; i < shunts.length; i++) stampPair(linear, shunts[i], shunt);
    for (let i = 0; i < branches.length; i++) {
      const { a, b, wave, ohms, aBranch, bBranch, branchA, branchB, branchBranch } = branches[i];
      if (a >= 0) {
        linear[aBranch] += 1;
        linear[branchA] += 1;
      }
      if (b >= 0) {
        linear[bBranch] -= 1;
        linear[branchB] -= 1;
      }
      // An ideal short of nothing but a branch keeps a trace of resistance, so that two of them side by side can be solved.
      linear[branchBranch] -= wave >= 0 ? ohms + reactances[i] : Math.max(ohms + reactances[i], LINK_OHMS);
    }
  }
}
