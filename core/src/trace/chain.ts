import type { DisjointSets } from '../numeric/index.ts';
import { DenseLuFactoriser } from '../numeric/index.ts';

/** A known part between two pads. */
export interface KnownPart {
  readonly ref: string;
  readonly a: number;
  readonly b: number;
  readonly ohms: number;
}

/** The way through known parts between two nets that shows the fewest ohms. */
export interface Chain {
  readonly refs: readonly string[];
  readonly ohms: number;
  /** All known parts as the nets join them, to weigh what lies beside the chain. */
  readonly between: readonly [number, number];
  readonly edges: readonly KnownPart[];
}

/** Whether the chain, or everything known between its ends at once, is `ohms` or less. */
export function isAtMost(chain: Chain, ohms: number): boolean {
  return chain.ohms <= ohms || (leastOhms(chain) <= ohms && allOhms(chain) <= ohms);
}

/** Of everything known between the two ends at once, parallel ways counted. */
export function allOhms({ between: [from, to], edges, ohms }: Chain): number {
  return effectiveOhms(from, to, edges) ?? ohms;
}

/** What all ways together cannot be below: the parts that touch one end, in parallel. */
export function leastOhms({ between, edges }: Chain): number {
  const ends = between.map((end) =>
    edges.reduce((sum, { a, b, ohms }) => sum + (a === end || b === end ? 1 / Math.max(ohms, LEAST_OHMS) : 0), 0),
  );
  return 1 / Math.min(...ends);
}

/** The chain of least resistance (Dijkstra 1959) between the nets of two pads; undefined where no known part leads there. */
export function chainBetween(from: number, to: number, parts: readonly KnownPart[], nets: DisjointSets): Chain | undefined {
  const [start, end] = [nets.find(from), nets.find(to)];
  const edges = parts.map((part) => ({ ...part, a: nets.find(part.a), b: nets.find(part.b) })).filter(({ a, b }) => a !== b);
  const best = new Map<number, { ohms: number; via?: { ref: string; from: number } }>([[start, { ohms: 0 }]]);
  const open = new Set([start]);
  while (open.size > 0) {
    const here = [...open].reduce((nearest, net) => ((best.get(net)?.ohms ?? 0) < (best.get(nearest)?.ohms ?? 0) ? net : nearest));
    open.delete(here);
    if (here === end) break;
    for (const { ref, a, b, ohms } of edges) {
      if (a !== here && b !== here) continue;
      const there = a === here ? b : a;
      const total = (best.get(here)?.ohms ?? 0) + ohms;
      if (total >= (best.get(there)?.ohms ?? Number.POSITIVE_INFINITY)) continue;
      best.set(there, { ohms: total, via: { ref, from: here } });
      open.add(there);
    }
  }
  const found = best.get(end);
  if (!found || start === end) return undefined;
  const refs: string[] = [];
  for (let via = found.via; via; via = best.get(via.from)?.via) refs.unshift(via.ref);
  return { refs, ohms: found.ohms, between: [start, end], edges };
}

/** A part of no ohms would make the sums singular. */
const LEAST_OHMS = 1e-4;

/** Kirchhoff's effective resistance: one ampere in at one net, out at the other. */
function effectiveOhms(from: number, to: number, edges: readonly KnownPart[]): number | undefined {
  const reached = new Set([to]);
  for (let grew = true; grew; ) {
    grew = false;
    for (const { a, b } of edges) {
      if (reached.has(a) === reached.has(b)) continue;
      reached.add(a).add(b);
      grew = true;
    }
  }
  const nets = [...reached].filter((net) => net !== to);
  const size = nets.length;
  const matrix = new Float64Array(size * size);
  for (const { a, b, ohms } of edges) {
    if (!reached.has(a)) continue;
    const siemens = 1 / Math.max(ohms, LEAST_OHMS);
    const [i, j] = [nets.indexOf(a), nets.indexOf(b)];
    if (i >= 0) matrix[i * size + i] += siemens;
    if (j >= 0) matrix[j * size + j] += siemens;
    if (i >= 0 && j >= 0) {
      matrix[i * size + j] -= siemens;
      matrix[j * size + i] -= siemens;
    }
  }
  const factor = new DenseLuFactoriser(size).factor(matrix);
  const volts = new Float64Array(size);
  const source = nets.indexOf(from);
  if (factor.isSingular || source === -1) return undefined;
  volts[source] = 1;
  factor.solveInPlace(volts);
  return volts[source];
}
