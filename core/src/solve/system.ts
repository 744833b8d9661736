import type { Circuit } from '../circuit/index.ts';
import { JunctionLaw, type Part } from '../device/index.ts';
import { newFloats } from '../numeric/index.ts';
import { Conductances } from './conductances.ts';
import { Equations, type Memory } from './equations.ts';
import { type HalfWave, halfWaveOf } from './half-wave.ts';
import type { SystemMatrix } from './matrix.ts';
import type { StageContext } from './stage.ts';
import { between, put, putBlock, readBlock, stampBlock } from './stamp.ts';
import { type Block, beginningOf, LINK_OHMS, unfold, unfoldAgain } from './unfold.ts';
import { PLACES_OF_BRANCH, type Wiring, wiringOf } from './wiring.ts';

/** A conductance from every net to ground, S: it gives nets that hang on nothing a potential, and no figure notices. */
const LEAKAGE_SIEMENS = 1e-12;
/** In time a leak would discharge what nothing else does, so it is smaller still. */
const LEAKAGE_IN_TIME_SIEMENS = 1e-15;
/** From one net of every island to ground, S: no current can flow through it, so its size is free. */
const TIE_SIEMENS = 1e-3;

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
 * `writeMatrix` and `writeResidual` where a step is to be solved for; after a step `writeMismatch` does, as all that is
 * linear is solved then.
 *
 * States are the capacitors' volts, then the inductive branches' amps.
 */
export class CircuitSystem extends Equations {
  readonly size: number;
  readonly nodeCount: number;
  readonly matrix: SystemMatrix;
  readonly stateCount: number;
  readonly initialState: Float64Array;
  /** What each state belongs to, for messages and the final state of a time course. */
  readonly stateRefs: readonly { readonly ref: string; readonly kind: 'volts' | 'amps'; readonly isStray: boolean }[];
  readonly isSteady: boolean;
  /** Of every alternating source, Hz. */
  readonly frequencies: readonly number[];

  /** All that lies between two nodes: resistances, then capacitances, then what is over every curve and path of a block. */
  private readonly conductances: Conductances;
  private readonly wiring: Wiring;
  /** The linear elements' share of the matrix, for the stage prepared last. */
  private readonly linear: Float64Array;
  /** The curves that are junctions, in their places: a call that is always to the same law is quicker. */
  private readonly junctions: readonly (JunctionLaw | undefined)[];
  private knownIndices: ReadonlyMap<string, number> | undefined;
  private leak = 0;

  /** @param junctionFarads as in `Surroundings` */
  constructor(
    readonly circuit: Circuit,
    junctionFarads?: number,
  ) {
    const elements = unfold(circuit, junctionFarads);
    super(elements, elements.capacitances.length);
    this.nodeCount = elements.nodes;
    this.size = elements.nodes + elements.branches.length;
    this.stateCount = this.capacitorCount + elements.inductorRefs.length;
    this.initialState = newFloats(this.stateCount);
    this.initialState.set(elements.initialVolts);
    this.stateRefs = [
      ...elements.capacitorRefs.map((ref, index) => ({ ref, kind: 'volts' as const, isStray: elements.strays[index] })),
      ...elements.inductorRefs.map((ref) => ({ ref, kind: 'amps' as const, isStray: false })),
    ];
    this.frequencies = elements.waves.flatMap(({ hertz }) => (hertz > 0 ? [hertz] : []));
    this.isSteady = this.frequencies.length === 0;
    this.wiring = wiringOf(elements, this.size);
    this.matrix = this.wiring.newMatrix();
    this.linear = newFloats(this.matrix.values.length);
    this.conductances = new Conductances(this.wiring.conductances);
    for (const block of elements.blocks) block.places = placesIn(this.matrix, block.terminals);
    this.junctions = elements.curves.map(({ law }) => (law instanceof JunctionLaw ? law : undefined));
  }

  /** Net name → unknown; −1 is ground. */
  get unknownOf(): ReadonlyMap<string, number> {
    return this.elements.unknownOf;
  }

  /** Ref → place among the circuit’s parts. */
  get indexOf(): ReadonlyMap<string, number> {
    this.knownIndices ??= new Map(this.circuit.parts.map(({ ref }, index) => [ref, index]));
    return this.knownIndices;
  }

  /** Pin currents are written per slot: the first slot of each part, then one a pin. */
  get slotOf(): readonly number[] {
    return this.elements.slotOf;
  }

  get slotCount(): number {
    return this.elements.slotCount;
  }

  override prepare(stage?: StageContext, scale = 1, shunt = 0): void {
    super.prepare(stage, scale, shunt);
    const { resistances, capacitances, from } = this.elements;
    const { sourceAmps, siemens } = this.conductances;
    for (let i = 0; i < resistances.length; i++) {
      const { wave } = resistances[i];
      if (wave >= 0) sourceAmps[i] = siemens[i] * this.waveVolts[wave];
    }
    for (let i = 0, at = resistances.length; i < capacitances.length; i++, at++)
      sourceAmps[at] = stage ? siemens[at] * stage.base[from.capacitances + i] : 0;
  }

  protected override onLinear(): void {
    this.leak = this.stage ? LEAKAGE_IN_TIME_SIEMENS : LEAKAGE_SIEMENS;
    this.writeLinear();
  }

  /**
   * Evaluates every curve and block at `x`.
   *
   * @param memory limited against it, and updated
   * @param agreement how near to its last straight line every law must be
   * @param isSolved whether `x` solves the circuit on the straight lines of the evaluation before
   * @returns true when all laws are as near, and none was limited: `x`, solved on those lines, solves the circuit
   */
  evaluate(x: Float64Array, memory: Memory, { relative, amps: absolute }: Agreement, isSolved: boolean): boolean {
    const { point, junctions } = this;
    const { curves, blocks } = this.elements;
    const { limited, volts, amps, siemens, mismatch, isFresh } = memory;
    let agrees = !isFresh;
    memory.isFresh = false;
    for (let i = 0; i < curves.length; i++) {
      const { a, b, law } = curves[i];
      const junction = junctions[i];
      const asked = (a >= 0 ? x[a] : 0) - (b >= 0 ? x[b] : 0);
      const lineAmps = amps[i] + siemens[i] * (asked - volts[i]);
      let at = law.firstVolts;
      if (!isFresh && junction) at = isSolved ? junction.limitByAmps(asked, limited[i], lineAmps) : junction.limit(asked, limited[i]);
      else if (!isFresh) at = law.limit(asked, limited[i]);
      const aside = at - asked;
      if (!((aside < 0 ? -aside : aside) <= 1e-9 + 1e-7 * (asked < 0 ? -asked : asked))) agrees = false;
      if (junction) junction.evaluate(at, point);
      else law.evaluate(at, point);
      const here = point.amps - point.siemens * aside;
      const off = here - lineAmps;
      if (!((off < 0 ? -off : off) <= absolute + relative * (here < 0 ? -here : here))) agrees = false;
      mismatch[i] = off;
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

  /**
   * Whether every curve is at `x` still as near to its last straight line as it must be, told without evaluating any; what
   * is remembered is then the same lines at `x`. Where that cannot be told nothing is remembered anew. Blocks are not asked.
   */
  goOnAlong(x: Float64Array, memory: Memory, { relative, amps: absolute }: Agreement): boolean {
    const { junctions } = this;
    const { curves } = this.elements;
    const { limited, volts, amps, siemens } = memory;
    for (let i = 0; i < curves.length; i++) {
      const { a, b } = curves[i];
      const junction = junctions[i];
      if (!junction) return false;
      const at = (a >= 0 ? x[a] : 0) - (b >= 0 ? x[b] : 0);
      const from = limited[i];
      const rise = siemens[i] * (at - from);
      const there = amps[i] + siemens[i] * (at - volts[i]);
      const most = absolute + relative * (there < 0 ? -there : there);
      if (!junction.isStraight(from, at, there - rise, rise, most)) return false;
    }
    for (let i = 0; i < curves.length; i++) {
      const { a, b } = curves[i];
      const at = (a >= 0 ? x[a] : 0) - (b >= 0 ? x[b] : 0);
      amps[i] += siemens[i] * (at - volts[i]);
      limited[i] = at;
      volts[i] = at;
    }
    return true;
  }

  /**
   * Adds what each curve's current changes by along its straight line; false, and no more added, where a law is not as straight.
   *
   * @param x where the unknowns come to
   * @param dx by how much they change
   * @param slopes of the straight lines, S
   * @param mosts how far each may be off its line besides, A
   */
  addAlong(
    x: Float64Array,
    dx: Float64Array,
    slopes: Float64Array,
    out: Float64Array,
    { relative, amps }: Agreement,
    mosts: Float64Array,
  ): boolean {
    const { junctions, point } = this;
    const { curves } = this.elements;
    for (let i = 0; i < curves.length; i++) {
      const { a, b, law } = curves[i];
      const at = between(x, a, b);
      const change = between(dx, a, b);
      const rise = slopes[i] * change;
      const there = out[i] + rise;
      const most = amps + relative * Math.abs(there) + mosts[i];
      if (!junctions[i]?.isStraight(at - change, at, out[i], rise, most)) {
        law.evaluate(at, point);
        if (!(Math.abs(point.amps - there) <= most)) return false;
      }
      out[i] = there;
    }
    return true;
  }

  /** Writes the sum of currents out of every net, and how far each branch is off, at `x` as evaluated last. */
  writeResidual(x: Float64Array, memory: Memory, residual: Float64Array): void {
    const { conductances, leak, stage } = this;
    const { blocks } = this.elements;
    const ties = stage ? this.wiring.islands.inTime : this.wiring.islands.steady;
    for (let i = 0; i < this.nodeCount; i++) residual[i] = leak * x[i];
    for (let i = 0; i < ties.length; i++) residual[ties[i]] += TIE_SIEMENS * x[ties[i]];
    conductances.addTo(residual, x);
    this.addBranches(x, residual);
    conductances.addAmps(residual, this.curvesFrom, memory.amps);
    for (let i = 0; i < blocks.length; i++) putBlock(residual, blocks[i]);
  }

  /** The same at an `x` that solves the straight lines of the evaluation before, without blocks: only curves are off them. */
  writeMismatch(memory: Memory, residual: Float64Array): void {
    residual.fill(0);
    this.conductances.addAmps(residual, this.curvesFrom, memory.mismatch);
  }

  /** Writes the derivative of the residual by the unknowns. */
  writeMatrix(memory: Memory): void {
    const { blocks } = this.elements;
    const { values } = this.matrix;
    values.set(this.linear);
    this.conductances.stamp(values, this.curvesFrom, memory.siemens);
    for (let i = 0; i < blocks.length; i++) stampBlock(values, blocks[i]);
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

  /** A guess at its slowest time constant, s: the largest stores with the largest resistance there is. */
  slowestSeconds(): number {
    const { capacitances, resistances, branches } = this.elements;
    const ohms = resistances.map(({ siemens }) => 1 / siemens).filter((value) => value < 1e9);
    const [least, most] = [Math.max(LINK_OHMS, Math.min(...ohms, 1)), Math.max(...ohms, 1)];
    const farads = Math.max(0, ...capacitances.map((one) => one.farads));
    const henries = Math.max(0, ...branches.map((one) => one.henries));
    return Math.max(farads * most, Math.min(henries / least, henries / Math.max(1, least)));
  }

  /** Whether anything in it is on or off by itself. */
  get hasBlocks(): boolean {
    return this.elements.blocks.length > 0;
  }

  /** How it is half a period later, where that follows from how it is; `seconds` are those of a period. */
  halfWave(seconds: number): HalfWave | undefined {
    return this.wiring.islands.inTime.length > 0 ? undefined : halfWaveOf(this.elements, this.capacitorCount, seconds);
  }

  /** Whether anything in it jumps or turns on and off: its equations are then not the same throughout a period. */
  get hasModes(): boolean {
    return this.hasBlocks || this.elements.waves.some(({ pulse }) => pulse !== undefined);
  }

  /** Of any source at any time, V. */
  get largestSourceVolts(): number {
    return Math.max(0, ...this.elements.waves.map(({ offset, amplitude }) => Math.abs(offset) + amplitude));
  }

  get curveCount(): number {
    return this.elements.curves.length;
  }

  /** How many currents there are that `writeBentAmps` writes. */
  get bentCount(): number {
    return this.elements.curves.length + this.elements.blocks.length;
  }

  /** Writes the current through each curve, then into the first terminal of each block, as evaluated last, A. */
  writeBentAmps(memory: Memory, out: Float64Array): void {
    const { curves, blocks } = this.elements;
    out.set(memory.amps);
    for (let i = 0; i < blocks.length; i++) out[curves.length + i] = blocks[i].amps[0];
  }

  /** What each state’s rate is multiplied by to be the current of a capacitor, A, or the volts of an inductance. */
  writeReactances(out: Float64Array): void {
    const { capacitances, branches } = this.elements;
    for (let i = 0; i < capacitances.length; i++) out[i] = capacitances[i].farads;
    for (const { state, henries } of branches) if (state >= 0) out[this.capacitorCount + state] = henries;
  }

  /** Writes the current into every pin (A), per slot; `stage` is the one that x solves, left out for direct current. */
  pinAmps(x: Float64Array, out: Float64Array, stage?: StageContext): void {
    out.fill(0);
    this.addPinAmps(x, out, stage);
  }

  /** The laws of one part with other values, in the frame of this system: of the same unknowns, states and pins. */
  lawsOf(index: number, part: Part, circuit = this.circuit): Equations {
    const laws = new Equations(unfoldAgain(circuit, this.elements, index, part), this.capacitorCount);
    this.shareModes(index, laws);
    return laws;
  }

  /** Lets such laws have the states of the part's own blocks as they are now. */
  shareModes(index: number, { modes }: Equations): void {
    const { blocks, waves } = beginningOf(this.elements, index);
    const blockCount = beginningOf(this.elements, index + 1).blocks - blocks;
    modes.set(this.modes.subarray(blocks, blocks + blockCount));
    const level = this.elements.blocks.length + waves;
    modes.set(this.modes.subarray(level, level + modes.length - blockCount), blockCount);
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

  /** Where the curves begin among the conductances. */
  private get curvesFrom(): number {
    return this.elements.resistances.length + this.elements.capacitances.length;
  }

  private writeLinear(): void {
    const { linear, leak, shunt, reactances, capacitorSiemens, conductances } = this;
    const { diagonal, branchPlaces, islands } = this.wiring;
    const { resistances, branches } = this.elements;
    const { siemens } = conductances;
    for (let i = 0; i < resistances.length; i++) siemens[i] = this.isOpen(resistances[i].wave) ? 0 : resistances[i].siemens;
    siemens.set(capacitorSiemens, resistances.length);
    siemens.fill(shunt, this.curvesFrom);
    linear.fill(0);
    const ties = this.stage ? islands.inTime : islands.steady;
    for (let i = 0; i < this.nodeCount; i++) linear[diagonal[i]] = leak;
    for (let i = 0; i < ties.length; i++) linear[diagonal[ties[i]]] += TIE_SIEMENS;
    conductances.stampAll(linear);
    for (let i = 0, at = 0; i < branches.length; i++, at += PLACES_OF_BRANCH) {
      const { wave, ohms } = branches[i];
      if (branchPlaces[at] >= 0) linear[branchPlaces[at]] += 1;
      if (branchPlaces[at + 1] >= 0) linear[branchPlaces[at + 1]] += 1;
      if (branchPlaces[at + 2] >= 0) linear[branchPlaces[at + 2]] -= 1;
      if (branchPlaces[at + 3] >= 0) linear[branchPlaces[at + 3]] -= 1;
      // An ideal short of nothing but a branch keeps a trace of resistance, so that two of them in parallel can be solved.
      linear[branchPlaces[at + 4]] -= wave >= 0 ? ohms + reactances[i] : Math.max(ohms + reactances[i], LINK_OHMS);
    }
  }
}

/** Where in the matrix the slopes of a block stand: row-major over its terminals. */
function placesIn(matrix: SystemMatrix, terminals: Int32Array): Int32Array {
  const width = terminals.length;
  return Int32Array.from({ length: width ** 2 }, (_, index) => matrix.at(terminals[Math.floor(index / width)], terminals[index % width]));
}
