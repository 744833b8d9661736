import { DisjointSets } from '../numeric/index.ts';
import { cutJoins } from './bridges.ts';
import { allOhms, type Chain, chainBetween, isAtMost, type KnownPart, leastOhms } from './chain.ts';
import { contradictionsOf, type TraceContradiction } from './contradictions.ts';
import { type Evidence, evidenceOf, pairKey } from './evidence.ts';
import { type NextHold, nextHoldOf } from './next-hold.ts';
import type { Trace } from './schema.ts';

/** A join that a part of few ohms explains as well. */
export interface DoubtfulJoin {
  readonly pads: readonly [string, string];
  /** The parts that would beep by themselves. */
  readonly because: readonly string[];
  /** What those alone would show. */
  readonly ohms: number;
  /** Whether ohms were read with the beep. */
  readonly isMetered: boolean;
}

export interface TraceNets {
  readonly settled: boolean;
  readonly nets: readonly { readonly name: string; readonly pads: readonly string[] }[];
  readonly doubtful: readonly DoubtfulJoin[];
  /** A part lies between that was not entered. */
  readonly unexplained: readonly { readonly pads: readonly [string, string]; readonly ohms: number }[];
  readonly contradictions: readonly TraceContradiction[];
  /** Pairs of pads of which it is not known whether they are one net. */
  readonly unknownPairs: number;
  readonly nextHold: NextHold | null;
}

/** A part shows its ohms within this share, or this many ohms (leads, contact). */
const EXPLAINED_SHARE = 0.2;
const EXPLAINED_OHMS = 0.5;

/**
 * Nets from hold-and-sweep continuity: beeps join, silence parts, and what follows is inferred. A beep that known
 * parts of few ohms explain is doubtful and joins nothing; one that shows more ohms than track has a part between.
 */
export function netsOfTrace(trace: Trace): TraceNets {
  const { pads, leadOhms } = trace;
  const evidence = evidenceOf(trace);
  const parts = knownParts(trace);
  const isJoin = ({ beep, ohms }: Evidence) => beep && (ohms === undefined || ohms <= leadOhms);
  const claimed = evidence.filter(isJoin);
  const { joins, doubts } = weighJoins(claimed, parts, trace);
  const nets = forestOf(pads.length, joins);
  const apart = evidence.filter((touch) => !isJoin(touch));
  const contradictions = contradictionsOf(
    joins,
    apart.filter(({ a, b }) => nets.isJoined(a, b)),
    pads,
  );

  const known = new Apartness(nets);
  for (const { a, b } of apart) known.part(a, b);
  const doubtful = doubts.filter(({ touch: { a, b } }) => !nets.isJoined(a, b) && !known.isApart(a, b));
  const doubtfulPairs = new Set(doubtful.map(({ touch: { a, b } }) => pairKey(nets.find(a), nets.find(b))));
  const unknownPairs = known.countUnknown();
  const isAsked = (a: number, b: number) =>
    nets.isJoined(a, b) || known.isApart(a, b) || doubtfulPairs.has(pairKey(nets.find(a), nets.find(b)));
  return {
    settled: unknownPairs === 0 && doubtful.length === 0 && contradictions.length === 0,
    nets: namedNets(pads, nets),
    doubtful: doubtful.map(({ touch, chain }) => doubtOf(touch, chain, pads)),
    unexplained: unexplainedOf(apart, parts, nets, pads),
    contradictions,
    unknownPairs,
    nextHold: nextHoldOf(pads, nets, isAsked),
  };
}

function knownParts({ parts, pads }: Trace): readonly KnownPart[] {
  return parts.flatMap(({ ref, pads: [a, b], ohms }) =>
    ohms === undefined || a === undefined || b === undefined ? [] : [{ ref, a: pads.indexOf(a), b: pads.indexOf(b), ohms }],
  );
}

interface Doubt {
  readonly touch: Evidence;
  readonly chain: Chain;
}

/**
 * Which claimed joins stand: one is doubtful when, with the others as they are, its pads are not one net anyway and a
 * chain of few enough ohms lies between them. Those whose ohms were read are weighed first; on the nets that they
 * make, beeps without ohms between the same two nets say the same thing, and stand or fall together.
 */
function weighJoins(
  claimed: readonly Evidence[],
  parts: readonly KnownPart[],
  trace: Trace,
): { joins: readonly Evidence[]; doubts: readonly Doubt[] } {
  const { leadOhms, beepOhms } = trace;
  const count = trace.pads.length;
  const read = weigh(
    claimed.filter(({ ohms }) => ohms !== undefined),
    { count, firm: [], parts, limit: leadOhms },
  );
  const beeped = weigh(
    claimed.filter(({ ohms }) => ohms === undefined),
    { count, firm: read.joins, parts, limit: beepOhms },
  );
  return { joins: [...read.joins, ...beeped.joins], doubts: [...read.doubts, ...beeped.doubts] };
}

interface Scales {
  readonly count: number;
  /** Joins that are not in doubt here. */
  readonly firm: readonly Evidence[];
  readonly parts: readonly KnownPart[];
  /** A chain of this or less explains a beep, ohms. */
  readonly limit: number;
}

/** Touches between the same two nets. */
interface Bundle {
  readonly a: number;
  readonly b: number;
  readonly touches: readonly [Evidence, ...Evidence[]];
}

/** Doubting one bundle can free another of its chain, so it goes round until nothing changes. */
function weigh(touches: readonly Evidence[], { count, firm, parts, limit }: Scales) {
  const { bundles, within } = bundlesOf(touches, forestOf(count, firm));
  const doubted = new Map<Bundle, Chain>();
  for (let changed = true; changed; ) {
    changed = false;
    let standing = bundles.filter((bundle) => !doubted.has(bundle));
    // What the others join anyway is not in doubt: only what holds two halves of a net together can be.
    let cuts = cutJoins(count, standing);
    for (const bundle of bundles) {
      if (doubted.has(bundle) || !cuts.has(bundle)) continue;
      const others = standing.filter((other) => other !== bundle).map((other) => other.touches[0]);
      const chain = chainBetween(bundle.a, bundle.b, parts, forestOf(count, [...firm, ...others]));
      if (!chain || !isAtMost(chain, limit)) continue;
      doubted.set(bundle, chain);
      standing = standing.filter((other) => other !== bundle);
      cuts = cutJoins(count, standing);
      changed = true;
    }
  }
  const joins = [...within, ...bundles.filter((bundle) => !doubted.has(bundle)).flatMap((bundle) => bundle.touches)];
  const doubts = [...doubted].flatMap(([bundle, chain]) => onePerPair(bundle.touches).map((touch): Doubt => ({ touch, chain })));
  return { joins, doubts };
}

/** Touches by the nets that they lie between; those within one net join nothing new. */
function bundlesOf(touches: readonly Evidence[], nets: DisjointSets): { bundles: readonly Bundle[]; within: readonly Evidence[] } {
  const byNets = new Map<number, { a: number; b: number; touches: [Evidence, ...Evidence[]] }>();
  const within: Evidence[] = [];
  for (const touch of touches) {
    const [a, b] = [nets.find(touch.a), nets.find(touch.b)];
    const known = byNets.get(pairKey(a, b));
    if (a === b) within.push(touch);
    else if (known) known.touches.push(touch);
    else byNets.set(pairKey(a, b), { a, b, touches: [touch] });
  }
  return { bundles: [...byNets.values()], within };
}

function onePerPair(touches: readonly Evidence[]): readonly Evidence[] {
  const seen = new Set<number>();
  return touches.filter(({ a, b }) => !seen.has(pairKey(a, b)) && seen.add(pairKey(a, b)));
}

function forestOf(count: number, joins: readonly Evidence[]): DisjointSets {
  const forest = new DisjointSets(count);
  for (const { a, b } of joins) forest.join(a, b);
  return forest;
}

/** Nets that are known not to be one. */
class Apartness {
  private readonly pairs = new Map<number, readonly [number, number]>();

  constructor(private readonly nets: DisjointSets) {}

  part(a: number, b: number): void {
    const [one, other] = [this.nets.find(a), this.nets.find(b)];
    if (one !== other) this.pairs.set(pairKey(one, other), [one, other]);
  }

  isApart(a: number, b: number): boolean {
    return this.pairs.has(pairKey(this.nets.find(a), this.nets.find(b)));
  }

  /** Pairs of pads that are neither one net nor known not to be. */
  countUnknown(): number {
    const sizes = new Map<number, number>();
    for (let pad = 0; pad < this.nets.count; pad++) sizes.set(this.nets.find(pad), (sizes.get(this.nets.find(pad)) ?? 0) + 1);
    const pairsOf = (count: number) => (count * (count - 1)) / 2;
    let unknown = pairsOf(this.nets.count);
    for (const size of sizes.values()) unknown -= pairsOf(size);
    for (const [one, other] of this.pairs.values()) unknown -= (sizes.get(one) ?? 0) * (sizes.get(other) ?? 0);
    return unknown;
  }
}

function unexplainedOf(
  apart: readonly Evidence[],
  parts: readonly KnownPart[],
  nets: DisjointSets,
  pads: readonly string[],
): TraceNets['unexplained'] {
  const seen = new Set<number>();
  return apart.flatMap(({ a, b, beep, ohms }) => {
    if (!beep || ohms === undefined) return [];
    const key = pairKey(nets.find(a), nets.find(b));
    if (seen.has(key)) return [];
    const chain = chainBetween(a, b, parts, nets);
    if (chain && isExplained(chain, ohms)) return [];
    seen.add(key);
    return [{ pads: [pads[a] as string, pads[b] as string] as const, ohms }];
  });
}

/** By the chain alone, or by everything known between its ends. */
function isExplained(chain: Chain, ohms: number): boolean {
  const room = (value: number) => Math.max(EXPLAINED_OHMS, EXPLAINED_SHARE * value);
  if (Math.abs(chain.ohms - ohms) <= room(chain.ohms)) return true;
  const least = leastOhms(chain);
  if (chain.ohms < ohms || least - ohms > room(least)) return false;
  const all = allOhms(chain);
  return Math.abs(all - ohms) <= room(all);
}

function doubtOf({ a, b, ohms }: Evidence, { refs, ohms: chainOhms }: Chain, pads: readonly string[]): DoubtfulJoin {
  return { pads: [pads[a] as string, pads[b] as string], because: refs, ohms: chainOhms, isMetered: ohms !== undefined };
}

/** Lettered in the order of their first pads. */
function namedNets(pads: readonly string[], nets: DisjointSets): TraceNets['nets'] {
  const groups = new Map<number, string[]>();
  pads.forEach((pad, index) => {
    const root = nets.find(index);
    groups.set(root, [...(groups.get(root) ?? []), pad]);
  });
  return [...groups.values()].map((group, index) => ({ name: netName(index), pads: group }));
}

/** A to Z, then AA, AB … */
function netName(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : `${netName(Math.floor(index / 26) - 1)}${letter}`;
}
