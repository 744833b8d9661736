import { newInts } from '../numeric/index.ts';
import { islandsOf } from './islands.ts';
import { matricesOf, type SystemMatrix } from './matrix.ts';
import type { Branch, Elements, Pair } from './unfold.ts';

/** What of a circuit's equations follows from how its elements are joined, whatever their values. Shared; never changed. */
export interface Wiring {
  /** A matrix of its pattern. */
  readonly newMatrix: () => SystemMatrix;
  /** Of all conductances: resistances, then capacitances, then what is over every curve and path of a block. */
  readonly conductances: ConductancePlaces;
  /** Where each node's own entry stands in the matrix. */
  readonly diagonal: Int32Array;
  /** Where each branch's potentials and its own row stand in the matrix; −1 where there is nothing. */
  readonly branchPlaces: Int32Array;
  /** As `islandsOf`. */
  readonly islands: { readonly steady: readonly number[]; readonly inTime: readonly number[] };
}

/** Of each conductance between two nodes: the nodes, and its four entries in the matrix; −1 where there is none. */
export interface ConductancePlaces {
  readonly a: Int32Array;
  readonly b: Int32Array;
  readonly aa: Int32Array;
  readonly bb: Int32Array;
  readonly ab: Int32Array;
  readonly ba: Int32Array;
}

/** A search or a fit asks for one or two circuits by turns, each hundreds of times with other values. */
const MOST_REMEMBERED = 8;

interface Remembered {
  readonly key: Int32Array;
  readonly wiring: Wiring;
}

/** The one that was asked for last stands first. */
const remembered: Remembered[] = [];
let key = new Int32Array(256);
let keyLength = 0;

/** The wiring of a circuit; made once for circuits that differ in values alone, as long as few others come between. */
export function wiringOf(elements: Elements, size: number): Wiring {
  writeKey(elements, size);
  for (let index = 0; index < remembered.length; index++) {
    const known = remembered[index];
    if (!isKey(known.key)) continue;
    if (index > 0) remembered.unshift(...remembered.splice(index, 1));
    return known.wiring;
  }
  const made = { key: key.slice(0, keyLength), wiring: wire(elements, size) };
  remembered.unshift(made);
  remembered.length = Math.min(remembered.length, MOST_REMEMBERED);
  return made.wiring;
}

/** Writes everything that a wiring is made of. */
function writeKey({ nodes, resistances, capacitances, curves, blockPaths, branches, blocks }: Elements, size: number): void {
  keyLength = 0;
  add(size);
  add(nodes);
  for (const pairs of [resistances, capacitances, curves, blockPaths, branches]) {
    add(pairs.length);
    for (let i = 0; i < pairs.length; i++) {
      add(pairs[i].a);
      add(pairs[i].b);
    }
  }
  for (const { terminals, law } of blocks) {
    add(terminals.length);
    for (const terminal of terminals) add(terminal);
    add(law.paths.length);
    for (const [a, b] of law.paths) {
      add(a);
      add(b);
    }
  }
}

function add(value: number): void {
  if (keyLength === key.length) {
    const longer = new Int32Array(2 * key.length);
    longer.set(key);
    key = longer;
  }
  key[keyLength++] = value;
}

function isKey(other: Int32Array): boolean {
  if (other.length !== keyLength) return false;
  for (let i = 0; i < keyLength; i++) if (other[i] !== key[i]) return false;
  return true;
}

function wire(elements: Elements, size: number): Wiring {
  const { nodes, resistances, capacitances, curves, blockPaths, branches } = elements;
  const newMatrix = matricesOf(elements, size);
  const matrix = newMatrix();
  const diagonal = newInts(nodes);
  for (let node = 0; node < nodes; node++) diagonal[node] = matrix.at(node, node);
  const steady = islandsOf(elements, false);
  return {
    newMatrix,
    conductances: conductancePlacesIn(matrix, [resistances, capacitances, curves, blockPaths]),
    diagonal,
    branchPlaces: branchPlacesIn(matrix, branches),
    islands: { steady, inTime: capacitances.length === 0 ? steady : islandsOf(elements, true) },
  };
}

function conductancePlacesIn(matrix: SystemMatrix, lists: readonly (readonly Pair[])[]): ConductancePlaces {
  const count = lists.reduce((sum, { length }) => sum + length, 0);
  const [a, b, aa, bb, ab, ba] = [newInts(count), newInts(count), newInts(count), newInts(count), newInts(count), newInts(count)];
  let index = 0;
  for (const pairs of lists) {
    for (const pair of pairs) {
      // What begins and ends at one node is nothing to the equations.
      const isLoop = pair.a === pair.b;
      a[index] = isLoop ? -1 : pair.a;
      b[index] = isLoop ? -1 : pair.b;
      aa[index] = isLoop ? -1 : matrix.at(pair.a, pair.a);
      bb[index] = isLoop ? -1 : matrix.at(pair.b, pair.b);
      ab[index] = isLoop ? -1 : matrix.at(pair.a, pair.b);
      ba[index] = isLoop || matrix.isSymmetric ? -1 : matrix.at(pair.b, pair.a);
      index += 1;
    }
  }
  return { a, b, aa, bb, ab, ba };
}

/** How many entries of the matrix a branch has. */
export const PLACES_OF_BRANCH = 5;

/** Where the matrix has each branch: what it gives its first net and gets from it, the same of its second, and its own row. */
function branchPlacesIn(matrix: SystemMatrix, branches: readonly Branch[]): Int32Array {
  const other = (row: number, column: number) => (matrix.isSymmetric ? -1 : matrix.at(row, column));
  const places = newInts(PLACES_OF_BRANCH * branches.length);
  for (let i = 0, at = 0; i < branches.length; i++, at += PLACES_OF_BRANCH) {
    const { a, b, branch } = branches[i];
    places[at] = matrix.at(a, branch);
    places[at + 1] = other(branch, a);
    places[at + 2] = matrix.at(b, branch);
    places[at + 3] = other(branch, b);
    places[at + 4] = matrix.at(branch, branch);
  }
  return places;
}
