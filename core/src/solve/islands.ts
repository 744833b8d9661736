import { DisjointSets } from '../numeric/index.ts';
import type { Elements } from './unfold.ts';

/**
 * One net of every island: a group of nets that no element joins to ground. Its volts mean nothing but against each
 * other, so one of them may be tied to ground by any conductance; no current can come back, and none flows.
 *
 * @param inTime capacitors join then; in direct current they are open
 */
export function islandsOf(elements: Elements, inTime: boolean): readonly number[] {
  const { nodes, resistances, branches, curves, capacitances, blocks } = elements;
  const ground = nodes;
  const sets = new DisjointSets(nodes + 1);
  const join = (a: number, b: number) => sets.join(a < 0 ? ground : a, b < 0 ? ground : b);
  for (const { a, b } of resistances) join(a, b);
  for (const { a, b } of branches) join(a, b);
  for (const { a, b } of curves) join(a, b);
  if (inTime) for (const { a, b } of capacitances) join(a, b);
  for (const { terminals, law } of blocks) for (const [a, b] of law.paths) join(terminals[a], terminals[b]);
  const mainland = sets.find(ground);
  const seen = new Set<number>();
  const tied: number[] = [];
  for (let node = 0; node < nodes; node++) {
    const root = sets.find(node);
    if (root === mainland || seen.has(root)) continue;
    seen.add(root);
    tied.push(node);
  }
  return tied;
}
