import { JunctionLaw } from '../device/index.ts';
import { DisjointSets, newFloats } from '../numeric/index.ts';
import type { Curve, Elements } from './unfold.ts';

/** What a solved moment is made of. */
interface Moment {
  /** The unknowns: volts of nodes, then amps of branches. */
  readonly x: Float64Array;
  /** Capacitor volts, then inductor amps, that the stage builds on. */
  readonly base: Float64Array;
  /** Through each curve, A. */
  readonly amps: Float64Array;
}

/**
 * A circuit with half-wave symmetry: half a period later all is as it was, but for the alternating side, whose volts and
 * currents have turned round. So are a bridge or two LEDs back to back on the mains, and half a period says it all.
 *
 * An alternating side is what resistances, capacitors, inductances and sources join to an alternating source. Turned
 * round, its nodes have as much below the mean of its two terminals as they had above it: the terminals change places, and
 * so must do the junctions that lead from one and from the other.
 */
export class HalfWave {
  /** Of each state, by half a period: −1 where it has turned round. */
  readonly signs: Float64Array;

  /** @param partners the curve whose current each has half a period later */
  constructor(
    private readonly elements: Elements,
    private readonly sides: Sides,
    private readonly partners: Int32Array,
    capacitorCount: number,
  ) {
    const { capacitances, branches } = elements;
    this.signs = newFloats(capacitances.length + elements.inductorRefs.length).fill(1);
    capacitances.forEach(({ a }, index) => {
      if (sides.of(a) >= 0) this.signs[index] = -1;
    });
    for (const { a, state } of branches) if (state >= 0 && sides.of(a) >= 0) this.signs[capacitorCount + state] = -1;
  }

  /** Makes a state the one of half a period later. */
  turnState(state: Float64Array): void {
    const { signs } = this;
    for (let i = 0; i < signs.length; i++) state[i] *= signs[i];
  }

  /** Makes what the states of half a period follow from, row-major, what those of turned states do. */
  turnMonodromy(matrix: Float64Array): void {
    const { signs } = this;
    for (let i = 0, at = 0; i < signs.length; i++) for (let j = 0; j < signs.length; j++, at++) matrix[at] *= signs[i];
  }

  /** Writes a moment as it is half a period later. */
  turn({ x, base, amps }: Moment, out: Moment): void {
    const { elements, sides, signs, partners } = this;
    const voltsOf = (node: number) => (node < 0 ? 0 : x[node]);
    const twiceMean = sides.terminals.map((pair) => (pair ? voltsOf(pair[0]) + voltsOf(pair[1]) : 0));
    const groundSide = sides.of(-1);
    const shift = groundSide < 0 ? 0 : -twiceMean[groundSide];
    for (let node = 0; node < elements.nodes; node++) {
      const side = sides.of(node);
      out.x[node] = shift + (side < 0 ? x[node] : twiceMean[side] - x[node]);
    }
    for (const { a, branch } of elements.branches) out.x[branch] = sides.of(a) < 0 ? x[branch] : -x[branch];
    for (let i = 0; i < signs.length; i++) out.base[i] = signs[i] * base[i];
    for (let i = 0; i < partners.length; i++) out.amps[partners[i]] = amps[i];
  }
}

/** Whether a circuit without blocks has it; undefined where it has not. @param seconds of a period of all its sources */
export function halfWaveOf(elements: Elements, capacitorCount: number, seconds: number): HalfWave | undefined {
  if (elements.blocks.length > 0) return undefined;
  const sides = sidesOf(elements, seconds);
  const partners = sides && partnersOf(elements.curves, sides);
  return partners && new HalfWave(elements, sides, partners, capacitorCount);
}

/** The alternating sides of a circuit. */
interface Sides {
  /** Which side a node is on; −1 where on none. */
  of(node: number): number;
  /** Of each side: the two nodes that junctions lead from to elsewhere; undefined where none do. */
  readonly terminals: readonly (readonly [number, number] | undefined)[];
}

function sidesOf(elements: Elements, seconds: number): Sides | undefined {
  const { nodes, waves, resistances, branches, capacitances, curves, initialVolts } = elements;
  const place = (node: number) => (node < 0 ? nodes : node);
  const sets = new DisjointSets(nodes + 1);
  for (const pairs of [resistances, branches, capacitances]) for (const { a, b } of pairs) sets.join(place(a), place(b));
  const sideOf = new Map<number, number>();
  for (const pairs of [resistances, branches]) {
    for (const { a, wave } of pairs) {
      const root = sets.find(place(a));
      if (wave >= 0 && waves[wave].hertz > 0 && !sideOf.has(root)) sideOf.set(root, sideOf.size);
    }
  }
  const of = (node: number) => sideOf.get(sets.find(place(node))) ?? -1;
  for (const pairs of [resistances, branches]) {
    for (const { a, wave } of pairs) {
      if (wave < 0 || of(a) < 0) continue;
      const { hertz, pulse } = waves[wave];
      // A harmonic of even order has not turned round by then, nor has direct current, which is of order 0.
      if (pulse || Math.round(hertz * seconds) % 2 === 0) return undefined;
    }
  }
  // What a charge leaves for good on one of its capacitors does not turn round.
  if (capacitances.some(({ a }, index) => of(a) >= 0 && initialVolts[index] !== 0)) return undefined;
  const leading = Array.from({ length: sideOf.size }, () => new Set<number>());
  for (const { a, b } of curves) {
    if (of(a) === of(b)) continue;
    for (const node of [a, b]) if (of(node) >= 0) leading[of(node)].add(node);
  }
  if (leading.some(({ size }) => size !== 0 && size !== 2)) return undefined;
  const terminals = leading.map((pair) => (pair.size === 2 ? ([...pair] as [number, number]) : undefined));
  const known = Int32Array.from({ length: nodes + 1 }, (_, node) => of(node === nodes ? -1 : node));
  return { of: (node) => known[place(node)], terminals };
}

/** The curve that each changes places with; undefined where one has none that is like it. */
function partnersOf(curves: readonly Curve[], sides: Sides): Int32Array | undefined {
  const partners = new Int32Array(curves.length).fill(-1);
  const free = new Set(curves.keys());
  for (const [index, { a, b, law }] of curves.entries()) {
    const [from, to] = [sides.of(a), sides.of(b)];
    if (from >= 0 && to >= 0 && from !== to) return undefined;
    if (from < 0 && to < 0) {
      partners[index] = index;
      continue;
    }
    const other = (node: number, side: number) => {
      const pair = sides.terminals[side];
      return pair?.[0] === node ? pair[1] : (pair?.[0] ?? node);
    };
    const [turnedA, turnedB] = from === to ? [b, a] : [from < 0 ? a : other(a, from), to < 0 ? b : other(b, to)];
    const partner = [...free].find((one) => {
      const candidate = curves[one];
      return candidate.a === turnedA && candidate.b === turnedB && isLike(candidate.law, law);
    });
    if (partner === undefined) return undefined;
    free.delete(partner);
    partners[index] = partner;
  }
  return partners;
}

function isLike(one: Curve['law'], other: Curve['law']): boolean {
  return one instanceof JunctionLaw && other instanceof JunctionLaw && one.isLike(other);
}
