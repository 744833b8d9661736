import { partOf } from './edit-circuit.ts';
import type { Circuit } from './schema.ts';

/** A two-terminal network of a circuit: a part, things in series (from the first terminal on), or things in parallel. */
export type Network =
  | { readonly kind: 'part'; readonly ref: string; readonly reversed: boolean }
  | { readonly kind: 'series'; readonly items: readonly Network[] }
  | { readonly kind: 'parallel'; readonly items: readonly Network[] };

export interface SeriesParallel {
  /** What lies between the two terminals, undefined where nothing does. */
  readonly network?: Network;
  /** Refs that no series-parallel network fits: part of a bridge, hanging loose, or with more than two pins. */
  readonly leftOver: readonly string[];
}

/** What lies between two nets, and nothing else touches: network from `a` to `b`. */
export interface ReducedEdge {
  readonly a: string;
  readonly b: string;
  readonly network: Network;
}

interface Edge {
  a: string;
  b: string;
  /** Oriented from a to b. */
  network: Network;
}

/**
 * Merges parts of two pins into series and parallel groups until nothing more can be merged (Valdes, Tarjan and
 * Lawler, SIAM J. Comput. 11, 1982). Order follows the list of parts.
 *
 * @param keep nets that nothing is merged across
 * @param without refs to leave out
 * @returns the edges, and the refs of parts with more pins or with both on one net
 */
export function reduceSeriesParallel(
  circuit: Circuit,
  keep: ReadonlySet<string>,
  without: ReadonlySet<string>,
): { readonly edges: readonly ReducedEdge[]; readonly others: readonly string[] } {
  const others: string[] = [];
  let edges: Edge[] = [];
  for (const { ref, pins } of circuit.parts) {
    if (without.has(ref)) continue;
    const [a, b, ...more] = pins as readonly string[];
    if (a === undefined || b === undefined || more.length > 0 || a === b) others.push(ref);
    else edges.push({ a, b, network: { kind: 'part', ref, reversed: false } });
  }
  for (let changed = true; changed; ) {
    const merged = mergeParallel(edges);
    const joined = mergeSeries(merged, keep);
    changed = joined.length !== edges.length;
    edges = joined;
  }
  return { edges, others };
}

/**
 * Cuts what lies between nets `from` and `to` into series and parallel groups.
 *
 * @param without refs to leave out: the supply itself
 */
export function decomposeSeriesParallel(circuit: Circuit, from: string, to: string, without: ReadonlySet<string>): SeriesParallel {
  const { edges, others } = reduceSeriesParallel(circuit, new Set([from, to]), without);
  const leftOver = [...others];
  const main = edges.find((edge) => (edge.a === from && edge.b === to) || (edge.a === to && edge.b === from));
  for (const edge of edges) if (edge !== main) leftOver.push(...refsOf(edge.network));
  if (!main) return { leftOver };
  return { network: main.a === from ? main.network : reverseNetwork(main.network), leftOver };
}

/** Every ref of a network, from the first terminal on. */
export function refsOf(network: Network): readonly string[] {
  return network.kind === 'part' ? [network.ref] : network.items.flatMap(refsOf);
}

/** The two nets that a network lies between, in its direction. */
export function endsOf(circuit: Circuit, network: Network): readonly [string, string] {
  switch (network.kind) {
    case 'part': {
      const [a = '', b = ''] = (partOf(circuit, network.ref)?.pins ?? []) as readonly string[];
      return network.reversed ? [b, a] : [a, b];
    }
    case 'series':
      return [endsOf(circuit, network.items[0] as Network)[0], endsOf(circuit, network.items.at(-1) as Network)[1]];
    case 'parallel':
      return endsOf(circuit, network.items[0] as Network);
  }
}

function mergeParallel(edges: readonly Edge[]): Edge[] {
  const byEnds = new Map<string, Edge>();
  for (const edge of edges) {
    const key = edge.a < edge.b ? JSON.stringify([edge.a, edge.b]) : JSON.stringify([edge.b, edge.a]);
    const kept = byEnds.get(key);
    if (!kept) {
      byEnds.set(key, { ...edge });
      continue;
    }
    kept.network = {
      kind: 'parallel',
      items: [
        ...itemsOf(kept.network, 'parallel'),
        ...itemsOf(kept.a === edge.a ? edge.network : reverseNetwork(edge.network), 'parallel'),
      ],
    };
  }
  return [...byEnds.values()];
}

/** Joins pairs that meet alone on an inner net; one pass joins many, each edge at most once. */
function mergeSeries(edges: readonly Edge[], keep: ReadonlySet<string>): Edge[] {
  const result = [...edges];
  const touching = new Map<string, Edge[]>();
  for (const edge of result) {
    for (const net of [edge.a, edge.b]) touching.set(net, [...(touching.get(net) ?? []), edge]);
  }
  const used = new Set<Edge>();
  for (const [net, pair] of touching) {
    const [first, second] = pair;
    if (keep.has(net) || pair.length !== 2 || !first || !second || first === second) continue;
    if (used.has(first) || used.has(second)) continue;
    used.add(first);
    used.add(second);
    const incoming = first.b === net ? first : flip(first);
    const outgoing = second.a === net ? second : flip(second);
    const network: Network = { kind: 'series', items: [...itemsOf(incoming.network, 'series'), ...itemsOf(outgoing.network, 'series')] };
    result[result.indexOf(first)] = { a: incoming.a, b: outgoing.b, network };
    result.splice(result.indexOf(second), 1);
  }
  // A pair that closed on itself is a loop hanging on one net: it carries nothing between the terminals.
  return result;
}

function flip(edge: Edge): Edge {
  return { a: edge.b, b: edge.a, network: reverseNetwork(edge.network) };
}

/** The same seen from its other end. */
export function reverseNetwork(network: Network): Network {
  switch (network.kind) {
    case 'part':
      return { ...network, reversed: !network.reversed };
    case 'series':
      return { kind: 'series', items: network.items.map(reverseNetwork).reverse() };
    case 'parallel':
      return { kind: 'parallel', items: network.items.map(reverseNetwork) };
  }
}

function itemsOf(network: Network, kind: 'series' | 'parallel'): readonly Network[] {
  return network.kind === kind ? network.items : [network];
}
