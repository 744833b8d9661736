import { cutJoins } from './bridges.ts';
import { allOhms, type Chain, chainBetween, isAtMost, type KnownPart, leastOhms } from './chain.ts';
import { contradictionsOf, type TraceContradiction } from './contradictions.ts';
import { type Evidence, evidenceOf, pairKey } from './evidence.ts';
import { type NextHold, nextHoldOf } from './next-hold.ts';
import { PadForest } from './pad-forest.ts';
import type { Trace } from './schema.ts';

/** A join that a part of few ohms explains as well. */
export interface DoubtfulJoin {
  readonly pads: readonly [string, string];
  /** The parts that would beep by themselves. */
  readonly because: readonly string[];
  readonly settleBy: string;
}

export interface TraceNets {
  readonly format: 'mindful-probe.nets';
  readonly version: 1;
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
    format: 'mindful-probe.nets',
    version: 1,
    settled: unknownPairs === 0 && doubtful.length === 0 && contradictions.length === 0,
    nets: namedNets(pads, nets),
    doubtful: doubtful.map(({ touch, chain }) => sayDoubt(touch, chain, pads)),
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
 * chain of few enough ohms lies between them. Doubting one can free another of its chain, so it goes round until
 * nothing changes.
 */
function weighJoins(
  claimed: readonly Evidence[],
  parts: readonly KnownPart[],
  trace: Trace,
): { joins: readonly Evidence[]; doubts: readonly Doubt[] } {
  const { leadOhms, beepOhms, pads } = trace;
  const byPair = new Map<number, Evidence[]>();
  for (const touch of claimed) {
    const key = pairKey(touch.a, touch.b);
    const known = byPair.get(key);
    if (known) known.push(touch);
    else byPair.set(key, [touch]);
  }
  const doubts = new Map<number, Doubt>();
  for (let changed = true; changed; ) {
    changed = false;
    let pairs = [...byPair].flatMap(([key, touches]) => (doubts.has(key) ? [] : touches.slice(0, 1)));
    // A pair that the others join anyway is not in doubt: only one that holds two halves of a net together can be.
    let cuts = cutJoins(pads.length, pairs);
    for (const [key, touches] of byPair) {
      const [touch] = touches as [Evidence, ...Evidence[]];
      if (doubts.has(key) || !cuts.has(touch)) continue;
      const nets = forestOf(
        pads.length,
        pairs.filter((other) => other !== touch),
      );
      const chain = chainBetween(touch.a, touch.b, parts, nets);
      // The strictest of several readings of one pair decides.
      const limit = touches.some(({ ohms }) => ohms !== undefined) ? leadOhms : beepOhms;
      if (!chain || !isAtMost(chain, limit)) continue;
      doubts.set(key, { touch, chain });
      pairs = pairs.filter((other) => other !== touch);
      cuts = cutJoins(pads.length, pairs);
      changed = true;
    }
  }
  return { joins: claimed.filter(({ a, b }) => !doubts.has(pairKey(a, b))), doubts: [...doubts.values()] };
}

function forestOf(count: number, joins: readonly Evidence[]): PadForest {
  const forest = new PadForest(count);
  for (const { a, b } of joins) forest.join(a, b);
  return forest;
}

/** Nets that are known not to be one. */
class Apartness {
  private readonly pairs = new Map<number, readonly [number, number]>();

  constructor(private readonly nets: PadForest) {}

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
  nets: PadForest,
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

function sayDoubt({ a, b, ohms }: Evidence, { refs, ohms: chainOhms }: Chain, pads: readonly string[]): DoubtfulJoin {
  const [one, other] = [pads[a] as string, pads[b] as string];
  const by = refs.join(' and ');
  const alone = Number(chainOhms.toPrecision(3));
  const settleBy =
    ohms === undefined
      ? `Read the ohms between ${one} and ${other}: ${by} alone would show ${alone} ohm, a track under half an ohm. Or lift one end of ${refs[0]} and beep again.`
      : `Lift one end of ${refs[0]} and beep again, or pass a known current and read the millivolts: ${by} alone would show ${alone} ohm.`;
  return { pads: [one, other], because: refs, settleBy };
}

/** Lettered in the order of their first pads. */
function namedNets(pads: readonly string[], nets: PadForest): TraceNets['nets'] {
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
