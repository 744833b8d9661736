import { type Circuit, groundOf } from '../circuit/index.ts';
import { type BlockLaw, type CurveLaw, type CurvePoint, deviceOf, type Part, type PartBuilder, type SourceWave } from '../device/index.ts';
import { createMatrix, type SystemMatrix } from './matrix.ts';

/** Two terminals. `a` and `b` are unknowns (−1 is ground); `slotA`, `slotB` say whose pin carries the current (−1: an inner node's). */
interface Pair {
  readonly a: number;
  readonly b: number;
  readonly slotA: number;
  readonly slotB: number;
  /** Positions in the matrix of (a,a), (a,b), (b,a), (b,b); −1 where ground. */
  aa: number;
  ab: number;
  ba: number;
  bb: number;
}
interface Resistance extends Pair {
  readonly siemens: number;
}
interface Branch extends Pair {
  /** The unknown that is this branch's current, into the first terminal; set once all nodes are counted. */
  branch: number;
  readonly wave: SourceWave | undefined;
  readonly ohms: number;
  readonly henries: number;
  /** Its place among the inductive states, −1 where it has no inductance. */
  readonly state: number;
  aBranch: number;
  bBranch: number;
  branchA: number;
  branchB: number;
  branchBranch: number;
}
interface Curve extends Pair {
  readonly law: CurveLaw;
}
interface Capacitance extends Pair {
  readonly farads: number;
  readonly ohms: number;
}
interface Block {
  readonly law: BlockLaw;
  readonly terminals: Int32Array;
  readonly slots: Int32Array;
  readonly memoryAt: number;
  readonly volts: Float64Array;
  readonly amps: Float64Array;
  readonly siemens: Float64Array;
  /** Row-major over all terminals. */
  places: Int32Array;
}

/** A conductance from every net to ground, S: it gives nets that hang on nothing a potential, and no figure notices. */
const LEAKAGE_SIEMENS = 1e-12;
/** In time a leak would discharge what nothing else does, so it is smaller still. */
const LEAKAGE_IN_TIME_SIEMENS = 1e-15;
/**
 * Over every junction in time, S: what surfaces leak. It ties what hangs behind diodes that all block to the rest, firmly enough
 * for double precision beside the conductance of a large capacitor in a short step.
 */
const JUNCTION_LEAKAGE_SIEMENS = 1e-11;
/** A link: small against any track, large enough to solve with. */
const LINK_OHMS = 1e-6;

/** One stage of a step in time: what storage adds to the equations. */
export interface StageContext {
  /** Seconds at which the sources are taken. */
  time: number;
  /** The stage's share of the step, s: charge at the stage = base + weight × current. */
  weight: number;
  /** Capacitor volts, then inductor amps, that the stage builds on. */
  readonly base: Float64Array;
}

/** What a Newton iteration remembers of where curves and blocks were last evaluated. */
export interface Memory {
  readonly curves: Float64Array;
  readonly blocks: Float64Array;
}

/**
 * The equations of a circuit by modified nodal analysis (Ho, Ruehli and Brennan, IEEE Trans. CAS-22, 1975): one
 * unknown a net (V, ground left out), one an inner node, then one a branch with a current of its own (sources,
 * inductors; A). Row i of a net is the sum of currents leaving it; the row of a branch is `va − vb − ohms·i − volts −
 * (what its inductance takes)`, with i the current into its first terminal.
 *
 * States are the capacitors' volts, then the inductive branches' amps.
 */
export class CircuitSystem {
  readonly size: number;
  readonly nodeCount: number;
  /** Net name → unknown; −1 is ground. */
  readonly unknownOf: ReadonlyMap<string, number>;
  /** Pin currents are written per slot: the first slot of each part, then one a pin. */
  readonly slotOf: readonly number[];
  readonly slotCount: number;
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

  private readonly resistances: Resistance[] = [];
  private readonly branches: readonly Branch[];
  private readonly curves: Curve[] = [];
  private readonly capacitances: Capacitance[] = [];
  private readonly blocks: Block[] = [];
  private readonly diagonal: Int32Array;
  private readonly point: CurvePoint = { amps: 0, siemens: 0 };
  private memoryCount = 0;

  constructor(readonly circuit: Circuit) {
    const ground = groundOf(circuit);
    const unknownOf = new Map<string, number>();
    if (ground !== undefined) unknownOf.set(ground, -1);
    let nodes = 0;
    for (const part of circuit.parts) {
      for (const net of part.pins as readonly string[]) {
        if (!unknownOf.has(net)) unknownOf.set(net, nodes++);
      }
    }
    this.unknownOf = unknownOf;
    let slots = 0;
    this.slotOf = circuit.parts.map((part) => {
      const first = slots;
      slots += part.pins.length;
      return first;
    });
    this.slotCount = slots;

    const draft = new Draft(nodes);
    const { build, begin } = this.builder(draft);
    const surroundings = { celsius: circuit.celsius ?? 25 };
    for (let index = 0; index < circuit.parts.length; index++) {
      const part = circuit.parts[index];
      begin(part, this.slotOf[index]);
      deviceOf(part.kind).expand(part, build, part.celsius === undefined ? surroundings : { celsius: part.celsius });
    }
    this.nodeCount = draft.nodes;
    this.size = draft.nodes + draft.branches.length;
    this.branches = draft.branches;
    for (let index = 0; index < this.branches.length; index++) this.branches[index].branch = this.nodeCount + index;
    this.capacitorCount = this.capacitances.length;
    this.stateCount = this.capacitorCount + draft.inductive;
    this.initialState = new Float64Array(this.stateCount);
    this.initialState.set(draft.initialVolts);
    this.stateRefs = [
      ...draft.capacitorRefs.map((ref) => ({ ref, kind: 'volts' as const })),
      ...draft.inductorRefs.map((ref) => ({ ref, kind: 'amps' as const })),
    ];
    this.modes = Int32Array.from(this.blocks, ({ law }) => law.firstMode);
    this.frequencies = this.branches.flatMap(({ wave }) => (wave && wave.hertz > 0 ? [wave.hertz] : []));
    this.isSteady = this.frequencies.length === 0;

    this.matrix = createMatrix(this.size, () => this.entries());
    this.diagonal = new Int32Array(this.nodeCount);
    for (let node = 0; node < this.nodeCount; node++) this.diagonal[node] = this.matrix.at(node, node);
    this.placeElements();
  }

  newMemory(): Memory {
    return { curves: new Float64Array(this.curves.length), blocks: new Float64Array(this.memoryCount) };
  }

  /**
   * Writes the residual at `x`, and the matrix where `withMatrix`.
   *
   * @param memory last evaluated volts of each curve and block; updated. Left out: evaluated exactly where x says
   * @param stage of a step in time; left out: direct current, capacitors open and inductors shorts
   * @param scale of every source, 0 to 1, for source stepping
   * @param shunt extra conductance over every curve, for conductance stepping
   * @returns true when limiting moved something away from where x has it
   */
  assemble(
    x: Float64Array,
    residual: Float64Array,
    withMatrix: boolean,
    memory?: Memory,
    stage?: StageContext,
    scale = 1,
    shunt = 0,
  ): boolean {
    const { nodeCount, diagonal } = this;
    const values = this.matrix.values;
    const leak = stage ? LEAKAGE_IN_TIME_SIEMENS : LEAKAGE_SIEMENS;
    residual.fill(0);
    if (withMatrix) values.fill(0);
    for (let i = 0; i < nodeCount; i++) {
      residual[i] = leak * x[i];
      if (withMatrix) values[diagonal[i]] = leak;
    }
    for (const element of this.resistances) {
      this.stamp(element, element.siemens, element.siemens * between(x, element.a, element.b), residual, withMatrix);
    }
    if (stage) this.stampCapacitances(x, stage, residual, withMatrix);
    for (const element of this.branches) this.stampBranch(element, x, stage, scale, residual, withMatrix);
    const curvesMoved = this.stampCurves(x, memory, stage ? shunt + JUNCTION_LEAKAGE_SIEMENS : shunt, residual, withMatrix);
    const blocksMoved = this.stampBlocks(x, memory, residual, withMatrix);
    return curvesMoved || blocksMoved;
  }

  /** Writes how fast each state changes at a solved stage, per second. */
  rates(x: Float64Array, stage: StageContext, out: Float64Array): void {
    for (let i = 0; i < this.capacitances.length; i++) out[i] = this.capacitorAmps(i, x, stage) / this.capacitances[i].farads;
    for (const { branch, state } of this.branches) {
      if (state >= 0) out[this.capacitorCount + state] = (x[branch] - stage.base[this.capacitorCount + state]) / stage.weight;
    }
  }

  /**
   * Writes the residual's change when the states that the stage builds on change by `by` (a tangent), and returns it
   * with the sign of a right-hand side: solving the stage's matrix against it gives the change of x.
   */
  tangentOfBase(by: Float64Array, stage: StageContext, out: Float64Array): void {
    out.fill(0);
    this.capacitances.forEach(({ a, b, farads, ohms }, index) => {
      const amps = by[index] / (stage.weight / farads + ohms);
      if (a >= 0) out[a] += amps;
      if (b >= 0) out[b] -= amps;
    });
    for (const { branch, state, henries } of this.branches) {
      if (state >= 0) out[branch] -= (henries / stage.weight) * by[this.capacitorCount + state];
    }
  }

  /** The change of the rates when x changes by `dx` and the base by `by`. */
  tangentOfRates(dx: Float64Array, by: Float64Array, stage: StageContext, out: Float64Array): void {
    this.capacitances.forEach(({ a, b, farads, ohms }, index) => {
      out[index] = (between(dx, a, b) - by[index]) / (stage.weight / farads + ohms) / farads;
    });
    for (const { branch, state } of this.branches) {
      if (state >= 0) out[this.capacitorCount + state] = (dx[branch] - by[this.capacitorCount + state]) / stage.weight;
    }
  }

  /** Writes the current into every pin (A), per slot; `stage` is the one that x solves, left out for direct current. */
  pinAmps(x: Float64Array, out: Float64Array, stage?: StageContext): void {
    out.fill(0);
    for (const { a, b, slotA, slotB, siemens } of this.resistances) carry(out, slotA, slotB, siemens * between(x, a, b));
    for (const { slotA, slotB, branch } of this.branches) carry(out, slotA, slotB, x[branch]);
    for (const { a, b, slotA, slotB, law } of this.curves) {
      law.evaluate(between(x, a, b), this.point);
      carry(out, slotA, slotB, this.point.amps + (stage ? JUNCTION_LEAKAGE_SIEMENS * between(x, a, b) : 0));
    }
    if (stage) {
      for (const [index, { slotA, slotB }] of this.capacitances.entries()) carry(out, slotA, slotB, this.capacitorAmps(index, x, stage));
    }
    this.blocks.forEach((block, index) => {
      this.readBlock(block, x);
      block.law.evaluate(block.volts, block.amps, block.siemens, undefined, this.modes[index]);
      const last = block.slots.length - 1;
      for (let i = 0; i < last; i++) carry(out, block.slots[i], block.slots[last], block.amps[i]);
    });
  }

  /** Lets every block decide its state at settled volts; true when one changed. */
  settleModes(x: Float64Array): boolean {
    let changed = false;
    this.blocks.forEach((block, index) => {
      this.readBlock(block, x);
      const next = block.law.nextMode(block.volts, this.modes[index]);
      if (next !== this.modes[index]) {
        this.modes[index] = next;
        changed = true;
      }
    });
    return changed;
  }

  /** Volts of a net; NaN for one that is not in the circuit. */
  netVolts(x: Float64Array, net: string): number {
    const unknown = this.unknownOf.get(net);
    if (unknown === undefined) return Number.NaN;
    return unknown === -1 ? 0 : x[unknown];
  }

  private capacitorAmps(index: number, x: Float64Array, stage: StageContext): number {
    const { a, b, farads, ohms } = this.capacitances[index];
    return (between(x, a, b) - stage.base[index]) / (stage.weight / farads + ohms);
  }

  /** One builder serves all parts: making a circuit's equations is done thousands of times in a search. */
  private builder(draft: Draft): { build: PartBuilder; begin(part: Part, slot: number): void } {
    const { resistances, curves, capacitances, blocks, unknownOf } = this;
    let ref = '';
    let unknowns: number[] = [];
    let slots: number[] = [];
    const branch = (a: number, b: number, wave: SourceWave | undefined, ohms: number, henries: number) => {
      const state = henries > 0 ? draft.inductive++ : -1;
      if (henries > 0) draft.inductorRefs.push(ref);
      draft.branches.push({
        a: unknowns[a],
        b: unknowns[b],
        slotA: slots[a],
        slotB: slots[b],
        aa: -1,
        ab: -1,
        ba: -1,
        bb: -1,
        branch: -1,
        wave,
        ohms,
        henries,
        state,
        aBranch: -1,
        bBranch: -1,
        branchA: -1,
        branchB: -1,
        branchBranch: -1,
      });
    };
    const build: PartBuilder = {
      inner: () => {
        unknowns.push(draft.nodes++);
        slots.push(-1);
        return unknowns.length - 1;
      },
      resistance: (a, b, ohms) => {
        const siemens = 1 / Math.max(ohms, LINK_OHMS);
        resistances.push({ a: unknowns[a], b: unknowns[b], slotA: slots[a], slotB: slots[b], aa: -1, ab: -1, ba: -1, bb: -1, siemens });
      },
      source: branch,
      inductance: (a, b, henries, ohms) => branch(a, b, undefined, ohms, henries),
      curve: (a, b, law) => {
        curves.push({ a: unknowns[a], b: unknowns[b], slotA: slots[a], slotB: slots[b], aa: -1, ab: -1, ba: -1, bb: -1, law });
      },
      capacitance: (a, b, farads, ohms, initialVolts) => {
        draft.initialVolts.push(initialVolts);
        draft.capacitorRefs.push(ref);
        capacitances.push({
          a: unknowns[a],
          b: unknowns[b],
          slotA: slots[a],
          slotB: slots[b],
          aa: -1,
          ab: -1,
          ba: -1,
          bb: -1,
          farads,
          ohms,
        });
      },
      block: (terminals, law) => {
        const free = terminals.length - 1;
        blocks.push({
          law,
          terminals: Int32Array.from(terminals, (terminal) => unknowns[terminal]),
          slots: Int32Array.from(terminals, (terminal) => slots[terminal]),
          memoryAt: this.memoryCount,
          volts: new Float64Array(free),
          amps: new Float64Array(free),
          siemens: new Float64Array(free * free),
          places: new Int32Array(0),
        });
        this.memoryCount += law.remembers;
      },
    };
    return {
      build,
      begin: (part, slot) => {
        ref = part.ref;
        const pins = part.pins as readonly string[];
        unknowns = [];
        slots = [];
        for (let pin = 0; pin < pins.length; pin++) {
          unknowns.push(unknownOf.get(pins[pin]) as number);
          slots.push(slot + pin);
        }
      },
    };
  }

  /** Everything that may differ from zero. */
  private entries(): number[] {
    const entries: number[] = [];
    for (let node = 0; node < this.nodeCount; node++) entries.push(node, node);
    const pairs: readonly Pair[][] = [this.resistances, this.curves, this.capacitances];
    for (const { a, b } of pairs.flat()) entries.push(a, a, a, b, b, a, b, b);
    for (const { a, b, branch } of this.branches) entries.push(a, branch, b, branch, branch, a, branch, b, branch, branch);
    for (const { terminals } of this.blocks) for (const row of terminals) for (const column of terminals) entries.push(row, column);
    return entries;
  }

  private placeElements(): void {
    const { matrix } = this;
    for (const element of this.resistances) placePair(element, matrix);
    for (const element of this.curves) placePair(element, matrix);
    for (const element of this.capacitances) placePair(element, matrix);
    for (const branch of this.branches) {
      branch.aBranch = matrix.at(branch.a, branch.branch);
      branch.bBranch = matrix.at(branch.b, branch.branch);
      branch.branchA = matrix.at(branch.branch, branch.a);
      branch.branchB = matrix.at(branch.branch, branch.b);
      branch.branchBranch = matrix.at(branch.branch, branch.branch);
    }
    for (const block of this.blocks) {
      const { terminals } = block;
      block.places = Int32Array.from({ length: terminals.length ** 2 }, (_, index) =>
        matrix.at(terminals[Math.floor(index / terminals.length)], terminals[index % terminals.length]),
      );
    }
  }

  private stamp(pair: Pair, siemens: number, amps: number, residual: Float64Array, withMatrix: boolean): void {
    if (pair.a >= 0) residual[pair.a] += amps;
    if (pair.b >= 0) residual[pair.b] -= amps;
    if (!withMatrix) return;
    const { values } = this.matrix;
    if (pair.aa >= 0) values[pair.aa] += siemens;
    if (pair.bb >= 0) values[pair.bb] += siemens;
    if (pair.ab >= 0) values[pair.ab] -= siemens;
    if (pair.ba >= 0) values[pair.ba] -= siemens;
  }

  private stampCapacitances(x: Float64Array, stage: StageContext, residual: Float64Array, withMatrix: boolean): void {
    for (let index = 0; index < this.capacitances.length; index++) {
      const element = this.capacitances[index];
      const siemens = 1 / (stage.weight / element.farads + element.ohms);
      this.stamp(element, siemens, siemens * (between(x, element.a, element.b) - stage.base[index]), residual, withMatrix);
    }
  }

  private stampBranch(
    element: Branch,
    x: Float64Array,
    stage: StageContext | undefined,
    scale: number,
    residual: Float64Array,
    withMatrix: boolean,
  ): void {
    const { a, b, branch, wave, ohms, henries, state } = element;
    const amps = x[branch];
    const reactance = stage && state >= 0 ? henries / stage.weight : 0;
    if (a >= 0) residual[a] += amps;
    if (b >= 0) residual[b] -= amps;
    residual[branch] = between(x, a, b) - (ohms + reactance) * amps - scale * waveVolts(wave, stage);
    if (stage && state >= 0) residual[branch] += reactance * stage.base[this.capacitorCount + state];
    if (!withMatrix) return;
    const { values } = this.matrix;
    if (a >= 0) {
      values[element.aBranch] += 1;
      values[element.branchA] += 1;
    }
    if (b >= 0) {
      values[element.bBranch] -= 1;
      values[element.branchB] -= 1;
    }
    // An ideal short of nothing but a branch keeps a trace of resistance, so that two of them side by side can be solved.
    values[element.branchBranch] -= wave ? ohms + reactance : Math.max(ohms + reactance, LINK_OHMS);
  }

  private stampCurves(x: Float64Array, memory: Memory | undefined, shunt: number, residual: Float64Array, withMatrix: boolean): boolean {
    let moved = false;
    const { point } = this;
    for (let index = 0; index < this.curves.length; index++) {
      const element = this.curves[index];
      const volts = between(x, element.a, element.b);
      let at = volts;
      if (memory) {
        at = element.law.limit(volts, memory.curves[index]);
        memory.curves[index] = at;
        if (Math.abs(at - volts) > 1e-9 + 1e-7 * Math.abs(volts)) moved = true;
      }
      element.law.evaluate(at, point);
      this.stamp(element, point.siemens + shunt, point.amps + point.siemens * (volts - at) + shunt * volts, residual, withMatrix);
    }
    return moved;
  }

  private stampBlocks(x: Float64Array, memory: Memory | undefined, residual: Float64Array, withMatrix: boolean): boolean {
    let moved = false;
    const { values } = this.matrix;
    for (let index = 0; index < this.blocks.length; index++) {
      const block = this.blocks[index];
      const { terminals, amps, siemens, law, memoryAt, places } = block;
      this.readBlock(block, x);
      const own = memory?.blocks.subarray(memoryAt, memoryAt + law.remembers);
      if (law.evaluate(block.volts, amps, siemens, own, this.modes[index])) moved = true;
      const free = amps.length;
      const last = terminals[free];
      for (let i = 0; i < free; i++) {
        if (terminals[i] >= 0) residual[terminals[i]] += amps[i];
        if (last >= 0) residual[last] -= amps[i];
      }
      if (!withMatrix) continue;
      const width = free + 1;
      for (let i = 0; i < free; i++) {
        for (let j = 0; j < free; j++) {
          const s = siemens[i * free + j];
          if (s === 0) continue;
          if (places[i * width + j] >= 0) values[places[i * width + j]] += s;
          if (places[i * width + free] >= 0) values[places[i * width + free]] -= s;
          if (places[free * width + j] >= 0) values[places[free * width + j]] -= s;
          if (places[free * width + free] >= 0) values[places[free * width + free]] += s;
        }
      }
    }
    return moved;
  }

  private readBlock({ terminals, volts }: Block, x: Float64Array): void {
    const last = terminals[volts.length];
    for (let i = 0; i < volts.length; i++) volts[i] = between(x, terminals[i], last);
  }
}

/** What is gathered while the parts unfold. */
class Draft {
  readonly branches: Branch[] = [];
  readonly initialVolts: number[] = [];
  readonly capacitorRefs: string[] = [];
  readonly inductorRefs: string[] = [];
  inductive = 0;

  constructor(public nodes: number) {}
}

function placePair(pair: Pair, matrix: SystemMatrix): void {
  pair.aa = matrix.at(pair.a, pair.a);
  pair.ab = matrix.at(pair.a, pair.b);
  pair.ba = matrix.at(pair.b, pair.a);
  pair.bb = matrix.at(pair.b, pair.b);
}

function waveVolts(wave: SourceWave | undefined, stage: StageContext | undefined): number {
  if (!wave) return 0;
  if (wave.amplitude === 0 || !stage) return wave.offset;
  return wave.offset + wave.amplitude * Math.sin(2 * Math.PI * wave.hertz * stage.time + wave.phase);
}

function between(x: Float64Array, a: number, b: number): number {
  return (a >= 0 ? x[a] : 0) - (b >= 0 ? x[b] : 0);
}

function carry(out: Float64Array, slotA: number, slotB: number, amps: number): void {
  if (slotA >= 0) out[slotA] += amps;
  if (slotB >= 0) out[slotB] -= amps;
}
