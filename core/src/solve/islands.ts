import type { Elements } from './unfold.ts';

/**
 * One net of every island: a group of nets that no element joins to ground. Its volts mean nothing but against each
 * other, so one of them may be tied to ground by any conductance; no current can come back, and none flows.
 *
 * @param inTime capacitors join then; in direct current they are open
 */
export function islandsOf(elements: Elements, inTime: boolean): Int32Array {
  const { nodes, resistances, branches, curves, capacitances, blocks } = elements;
  const ground = nodes;
  const parent = Int32Array.from({ length: nodes + 1 }, (_, node) => node);
  const rootOf = (node: number) => {
    let root = node;
    while (parent[root] !== root) {
      parent[root] = parent[parent[root]];
      root = parent[root];
    }
    return root;
  };
  const join = (a: number, b: number) => {
    parent[rootOf(a < 0 ? ground : a)] = rootOf(b < 0 ? ground : b);
  };
  for (const { a, b } of resistances) join(a, b);
  for (const { a, b } of branches) join(a, b);
  for (const { a, b } of curves) join(a, b);
  if (inTime) for (const { a, b } of capacitances) join(a, b);
  for (const { terminals, law } of blocks) for (const [a, b] of law.paths) join(terminals[a], terminals[b]);
  const mainland = rootOf(ground);
  const seen = new Set<number>();
  const tied: number[] = [];
  for (let node = 0; node < nodes; node++) {
    const root = rootOf(node);
    if (root === mainland || seen.has(root)) continue;
    seen.add(root);
    tied.push(node);
  }
  return Int32Array.from(tied);
}
