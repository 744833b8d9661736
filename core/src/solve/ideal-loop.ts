import type { Circuit } from '../circuit/index.ts';
import { deviceOf } from '../device/index.ts';

/** The refs of sources without resistance that close a loop among themselves; undefined where none does. */
export function ideallyHeldLoop(circuit: Circuit): readonly string[] | undefined {
  const edges: { ref: string; a: string; b: string }[] = [];
  for (const part of circuit.parts) {
    if (!deviceOf(part.kind).source?.isIdeal(part)) continue;
    const [a, b] = part.pins as [string, string];
    const path = a === b ? [] : pathBetween(edges, a, b);
    if (path) return [part.ref, ...path];
    edges.push({ ref: part.ref, a, b });
  }
  return undefined;
}

function pathBetween(edges: readonly { ref: string; a: string; b: string }[], from: string, to: string): string[] | undefined {
  const reached = new Map<string, string[]>([[from, []]]);
  const queue = [from];
  for (let net = queue.shift(); net !== undefined; net = queue.shift()) {
    if (net === to) return reached.get(net);
    for (const { ref, a, b } of edges) {
      const other = a === net ? b : b === net ? a : undefined;
      if (other === undefined || reached.has(other)) continue;
      reached.set(other, [...(reached.get(net) ?? []), ref]);
      queue.push(other);
    }
  }
  return undefined;
}
