import { type Chain, chainBetween, type KnownPart } from './chain.ts';
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
  const contradictions = contradictionsOf(joins, apart, pads);

  const known = new Apartness(nets);
  for (const { a, b } of apart) known.part(a, b);
  const doubtful = doubts.filter(({ touch: { a, b } }) => !nets.isJoined(a, b) && !known.isApart(a, b));
  const doubtfulPairs = new Set(doubtful.map(({ touch: { a, b } }) => pairKey(nets.find(a), nets.find(b))));
  const unknownPairs = countUnknown(pads.length, nets, known);
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
  const byPair = new Map<string, Evidence[]>();
  for (const touch of claimed) {
    const key = pairKey(touch.a, touch.b);
    byPair.set(key, [...(byPair.get(key) ?? []), touch]);
  }
  const doubts = new Map<string, Doubt>();
  for (let changed = true; changed; ) {
    changed = false;
    for (const [key, touches] of byPair) {
      if (doubts.has(key)) continue;
      const others = [...byPair].flatMap(([other, list]) => (other === key || doubts.has(other) ? [] : list));
      const nets = forestOf(pads.length, others);
      const [touch] = touches as [Evidence, ...Evidence[]];
      if (nets.isJoined(touch.a, touch.b)) continue;
      const chain = chainBetween(touch.a, touch.b, parts, nets);
      // The strictest of several readings of one pair decides.
      const limit = touches.some(({ ohms }) => ohms !== undefined) ? leadOhms : beepOhms;
      if (!chain || Math.min(chain.ohms, chain.allOhms) > limit) continue;
      doubts.set(key, { touch, chain });
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
  private readonly pairs = new Set<string>();

  constructor(private readonly nets: PadForest) {}

  part(a: number, b: number): void {
    this.pairs.add(pairKey(this.nets.find(a), this.nets.find(b)));
  }

  isApart(a: number, b: number): boolean {
    return this.pairs.has(pairKey(this.nets.find(a), this.nets.find(b)));
  }
}

function countUnknown(count: number, nets: PadForest, known: Apartness): number {
  let unknown = 0;
  for (let a = 0; a < count; a++) {
    for (let b = a + 1; b < count; b++) if (!nets.isJoined(a, b) && !known.isApart(a, b)) unknown += 1;
  }
  return unknown;
}

function unexplainedOf(
  apart: readonly Evidence[],
  parts: readonly KnownPart[],
  nets: PadForest,
  pads: readonly string[],
): TraceNets['unexplained'] {
  const seen = new Set<string>();
  return apart.flatMap(({ a, b, beep, ohms }) => {
    const key = pairKey(nets.find(a), nets.find(b));
    if (!beep || ohms === undefined || seen.has(key)) return [];
    const chain = chainBetween(a, b, parts, nets);
    const explains = (value: number) => Math.abs(value - ohms) <= Math.max(EXPLAINED_OHMS, EXPLAINED_SHARE * value);
    if (chain && (explains(chain.ohms) || explains(chain.allOhms))) return [];
    seen.add(key);
    return [{ pads: [pads[a] as string, pads[b] as string] as const, ohms }];
  });
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
