import { type Circuit, celsiusOf, groundOf, ohmsIn } from '../circuit/index.ts';
import { type BlockLaw, type CurveLaw, deviceOf, type Part, type PartBuilder, type SourceWave } from '../device/index.ts';
import { newInts } from '../numeric/index.ts';

/** Two terminals. Classes rather than literals: hundreds are made for one solve, and all of a kind must look alike to the engine. */
export class Pair {
  /**
   * @param a an unknown, −1 is ground
   * @param slotA whose pin carries the current; −1: an inner node's
   */
  constructor(
    readonly a: number,
    readonly b: number,
    readonly slotA: number,
    readonly slotB: number,
  ) {}
}

/** A conductance, behind which a source may stand. */
export class Resistance extends Pair {
  siemens = 0;
  /** Its place among the waves, −1 for a plain resistance. */
  wave = -1;
}

/** What has a current of its own as an unknown: an ideal source, an inductance. */
export class Branch extends Pair {
  /** The unknown that is this branch's current, into the first terminal; set once all nodes are counted. */
  branch = -1;
  /** Its place among the waves, −1 where it holds no volts of its own. */
  wave = -1;
  ohms = 0;
  henries = 0;
  /** Its place among the inductive states, −1 where it has no inductance. */
  state = -1;
}

export class Curve extends Pair {
  constructor(
    a: number,
    b: number,
    slotA: number,
    slotB: number,
    readonly law: CurveLaw,
  ) {
    super(a, b, slotA, slotB);
  }
}

export class Capacitance extends Pair {
  farads = 0;
  ohms = 0;
}

export interface Block {
  readonly law: BlockLaw;
  readonly terminals: Int32Array;
  readonly slots: Int32Array;
  readonly memoryAt: number;
  readonly volts: Float64Array;
  readonly amps: Float64Array;
  readonly siemens: Float64Array;
  /** Work: what its last straight lines say at the volts it is evaluated at next. */
  readonly straight: Float64Array;
  /** Row-major over all terminals. */
  places: Int32Array;
}

/** A link: small against any track, large enough to solve with. */
export const LINK_OHMS = 1e-6;
/** A source behind at least this is a conductance with a source current, which saves an unknown; below, rounding would show. */
const CONDUCTANCE_FROM_OHMS = 1.37e-3;

/** A circuit taken apart into what the equations know. */
export class Elements {
  /** Nets without ground, then inner nodes. */
  nodes = 0;
  /** Net name → unknown; −1 is ground. */
  readonly unknownOf = new Map<string, number>();
  /** The first slot of each part; then one a pin. */
  readonly slotOf: number[] = [];
  slotCount = 0;
  /** The unknown of the net that each slot is on. */
  readonly unknownOfSlot: number[] = [];
  readonly waves: SourceWave[] = [];
  readonly resistances: Resistance[] = [];
  readonly branches: Branch[] = [];
  readonly curves: Curve[] = [];
  readonly capacitances: Capacitance[] = [];
  readonly blocks: Block[] = [];
  /** Every path through a block: there, and across every curve, a trace of conductance may help. */
  readonly blockPaths: Pair[] = [];
  readonly initialVolts: number[] = [];
  readonly capacitorRefs: string[] = [];
  /** Of each capacitance: whether it is a stray. */
  readonly strays: boolean[] = [];
  readonly inductorRefs: string[] = [];
  /** How many numbers the blocks remember between iterations. */
  remembered = 0;
  /** How many elements of each kind stand before each part, and after the last: as in `Beginning`, one part after another. */
  begins = newInts(0);

  /** @param from where these elements begin among those of the whole circuit: nowhere but at its beginning for the whole itself */
  constructor(readonly from: Beginning = { nodes: 0, waves: 0, branches: 0, capacitances: 0, inductances: 0, blocks: 0 }) {}
}

/** How many of each kind stand before. */
export interface Beginning {
  readonly nodes: number;
  readonly waves: number;
  readonly branches: number;
  readonly capacitances: number;
  readonly inductances: number;
  readonly blocks: number;
}

/** Of each kind, as in `Beginning`. */
const KINDS = 6;

/** Where the elements of a part begin. */
export function beginningOf({ begins }: Elements, index: number): Beginning {
  const [nodes, waves, branches, capacitances, inductances, blocks] = begins.subarray(KINDS * index, KINDS * (index + 1));
  return { nodes, waves, branches, capacitances, inductances, blocks };
}

function noteBeginning({ begins, nodes, waves, branches, capacitances, inductorRefs, blocks }: Elements, index: number): void {
  const at = KINDS * index;
  begins[at] = nodes;
  begins[at + 1] = waves.length;
  begins[at + 2] = branches.length;
  begins[at + 3] = capacitances.length;
  begins[at + 4] = inductorRefs.length;
  begins[at + 5] = blocks.length;
}

/** Every part of the circuit as elements between unknowns. @param junctionFarads as in `Surroundings` */
export function unfold(circuit: Circuit, junctionFarads?: number): Elements {
  const elements = new Elements();
  const { unknownOf, unknownOfSlot, slotOf } = elements;
  const ground = groundOf(circuit);
  if (ground !== undefined) unknownOf.set(ground, -1);
  for (const part of circuit.parts) {
    slotOf.push(elements.slotCount);
    elements.slotCount += part.pins.length;
    for (const net of part.pins as readonly string[]) {
      let unknown = unknownOf.get(net);
      if (unknown === undefined) {
        unknown = elements.nodes++;
        unknownOf.set(net, unknown);
      }
      unknownOfSlot.push(unknown);
    }
  }
  const { build, begin } = builder(elements, unknownOfSlot);
  const surroundings = { celsius: celsiusOf(circuit), ohmsOf: ohmsIn(circuit), junctionFarads };
  elements.begins = newInts(KINDS * (circuit.parts.length + 1));
  for (let index = 0; index < circuit.parts.length; index++) {
    const part = circuit.parts[index];
    noteBeginning(elements, index);
    begin(part, slotOf[index]);
    deviceOf(part.kind).expand(part, build, part.celsius === undefined ? surroundings : { ...surroundings, celsius: part.celsius });
  }
  noteBeginning(elements, circuit.parts.length);
  for (let index = 0; index < elements.branches.length; index++) elements.branches[index].branch = elements.nodes + index;
  return elements;
}

/**
 * One part alone, between the unknowns that it has in the whole circuit.
 *
 * @param whole the circuit unfolded with that part as it was, at `index`
 * @param part the same part with other values: its elements stand in for those in `whole`
 */
export function unfoldAgain(circuit: Circuit, whole: Elements, index: number, part: Part): Elements {
  const elements = new Elements(beginningOf(whole, index));
  for (const net of part.pins as readonly string[]) elements.unknownOf.set(net, whole.unknownOf.get(net) as number);
  elements.nodes = elements.from.nodes;
  elements.slotOf.push(whole.slotOf[index]);
  elements.slotCount = part.pins.length;
  const { build, begin } = builder(elements, whole.unknownOfSlot);
  begin(part, whole.slotOf[index]);
  deviceOf(part.kind).expand(part, build, { celsius: celsiusOf(circuit, part), ohmsOf: ohmsIn(circuit) });
  elements.branches.forEach((branch, at) => {
    branch.branch = whole.nodes + elements.from.branches + at;
  });
  return elements;
}

/** One builder serves all parts: making a circuit's equations is done thousands of times in a search. */
function builder(elements: Elements, unknownOfSlot: readonly number[]): { build: PartBuilder; begin(part: Part, slot: number): void } {
  const { resistances, branches, curves, capacitances, blocks, blockPaths, waves } = elements;
  let ref = '';
  // Of the part at hand, its pins and then its inner nodes; what stands behind them is of parts before it.
  const unknowns: number[] = [];
  const slots: number[] = [];
  let terminals = 0;
  const branch = (a: number, b: number, wave: number, ohms: number, henries: number) => {
    const made = new Branch(unknowns[a], unknowns[b], slots[a], slots[b]);
    made.wave = wave;
    made.ohms = ohms;
    made.henries = henries;
    if (henries > 0) made.state = elements.from.inductances + elements.inductorRefs.push(ref) - 1;
    branches.push(made);
  };
  const conductance = (a: number, b: number, siemens: number, wave: number) => {
    const made = new Resistance(unknowns[a], unknowns[b], slots[a], slots[b]);
    made.siemens = siemens;
    made.wave = wave;
    resistances.push(made);
  };
  const store = (a: number, b: number, farads: number, ohms: number, initialVolts: number, isStray: boolean) => {
    elements.initialVolts.push(initialVolts);
    elements.capacitorRefs.push(ref);
    elements.strays.push(isStray);
    const made = new Capacitance(unknowns[a], unknowns[b], slots[a], slots[b]);
    made.farads = farads;
    made.ohms = ohms;
    capacitances.push(made);
  };
  const build: PartBuilder = {
    inner: () => {
      unknowns[terminals] = elements.nodes++;
      slots[terminals] = -1;
      return terminals++;
    },
    resistance: (a, b, ohms) => conductance(a, b, 1 / Math.max(ohms, LINK_OHMS), -1),
    source: (plus, minus, wave, ohms, henries) => {
      const place = waves.push(wave) - 1;
      // What is disconnected at times can be no branch, whose volts it would hold then too.
      if (wave.pulse?.openWhenLow) conductance(plus, minus, 1 / Math.max(ohms, LINK_OHMS), place);
      else if (henries > 0 || ohms < CONDUCTANCE_FROM_OHMS) branch(plus, minus, place, ohms, henries);
      else conductance(plus, minus, 1 / ohms, place);
    },
    inductance: (a, b, henries, ohms) => branch(a, b, -1, ohms, henries),
    curve: (a, b, law) => void curves.push(new Curve(unknowns[a], unknowns[b], slots[a], slots[b], law)),
    capacitance: (a, b, farads, ohms, initialVolts) => store(a, b, farads, ohms, initialVolts, false),
    stray: (a, b, farads) => store(a, b, farads, 0, 0, true),
    block: (of, law) => {
      const free = of.length - 1;
      blocks.push({
        law,
        terminals: Int32Array.from(of, (terminal) => unknowns[terminal]),
        slots: Int32Array.from(of, (terminal) => slots[terminal]),
        memoryAt: elements.remembered,
        volts: new Float64Array(free),
        amps: new Float64Array(free),
        siemens: new Float64Array(free * free),
        straight: new Float64Array(free),
        places: new Int32Array(0),
      });
      for (const [from, to] of law.paths) {
        const [a, b] = [of[from], of[to]];
        blockPaths.push(new Pair(unknowns[a], unknowns[b], slots[a], slots[b]));
      }
      elements.remembered += law.remembers;
    },
  };
  return {
    build,
    begin: (part, slot) => {
      ref = part.ref;
      terminals = part.pins.length;
      for (let pin = 0; pin < terminals; pin++) {
        unknowns[pin] = unknownOfSlot[slot + pin];
        slots[pin] = slot + pin;
      }
    },
  };
}
