import { deviceOf, type Part } from '../device/index.ts';
import { type NextHold, netsOfTrace, type Trace, type TraceContradiction, type TraceNets } from '../trace/index.ts';
import type { Boards } from './boards.ts';
import type { EntryOf } from './entry.ts';
import { type NetForest, pinName } from './nets.ts';

/** Entries that cannot all hold; `sayContradiction` has it in words. */
export type Contradiction = {
  /** Ids of the smallest set of entries; striking one of them is enough. */
  readonly entries: readonly string[];
} & (
  | {
      readonly code: 'sweeps';
      readonly found: TraceContradiction;
      /** The held pad of each sweep, by its place. */
      readonly holds: readonly string[];
    }
  /** Pads that beeped as one, and have both pins of a part on them. */
  | { readonly code: 'short'; readonly ref: string; readonly pads: readonly string[] }
  /** Pads that were said to be joined; without ohms the meter was silent. */
  | { readonly code: 'join'; readonly pads: readonly [string, string]; readonly ohms?: number }
);

/** What beeping has told of the pads so far. */
export interface Continuity {
  readonly nets: readonly (readonly string[])[];
  readonly doubtful: TraceNets['doubtful'];
  readonly unexplained: TraceNets['unexplained'];
  readonly contradictions: readonly Contradiction[];
  readonly settled: boolean;
  readonly pairs: number;
  readonly unknownPairs: number;
  readonly nextHold: NextHold | null;
}

export interface ContinuityFacts {
  readonly boards: Boards;
  readonly sweeps: readonly EntryOf<'sweep'>[];
  readonly joins: readonly EntryOf<'join'>[];
  readonly parts: readonly Part[];
  /** What was said to be joined, by first names. */
  readonly forest: NetForest;
  readonly beeper: { readonly beepOhms: number; readonly leadOhms: number };
  /** As read, where they were. */
  readonly ohmsOf: (ref: string) => number | undefined;
}

/** What joined pads do to the parts between them. */
export interface ContinuityResult {
  readonly continuity: Continuity;
  /** With what beeped joined too; what would short a part is left out, and contradicted. */
  readonly forest: NetForest;
}

/** As a meter beeps unless it is said otherwise. */
export const USUAL_BEEPER = { beepOhms: 30, leadOhms: 0.5 } as const;

/** Nets from holds and sweeps, on top of what was said to be joined. */
export function continuityOf(facts: ContinuityFacts): ContinuityResult {
  const { boards, sweeps, forest, parts } = facts;
  // Pads that were said to be joined are one to the beeper.
  const standIn = new Map<string, string>();
  for (const first of boards.firsts) if (!standIn.has(forest.find(first))) standIn.set(forest.find(first), first);
  const stand = (first: string) => standIn.get(forest.find(first)) as string;
  const nameOf = (first: string) => boards.nameOf(first);
  const trace = traceOf(facts, [...standIn.values()], stand);
  const found = netsOfTrace(trace);
  const members = new Map<string, string[]>();
  for (const first of boards.firsts) members.set(stand(first), [...(members.get(stand(first)) ?? []), first]);

  const joined = forest.copy();
  const shorts: Contradiction[] = [];
  for (const { pads } of found.nets) {
    const attempt = joined.copy();
    for (const pad of pads.slice(1)) attempt.join(pads[0] as string, pad);
    const shorted = pads.length > 1 ? shortedPart(parts, attempt) : undefined;
    if (shorted === undefined) for (const pad of pads.slice(1)) joined.join(pads[0] as string, pad);
    else shorts.push(shortOf(shorted, pads, facts, stand));
  }
  const contradictions = [
    ...found.contradictions.map((contradiction) =>
      amongSweeps({ ...contradiction, pads: contradiction.pads.map(nameOf) as [string, string] }, sweeps),
    ),
    ...againstJoins(facts, stand),
    ...shorts,
  ];
  const named = <T extends { readonly pads: readonly string[] }>(items: readonly T[]): readonly T[] =>
    items.map((item) => ({ ...item, pads: item.pads.map(nameOf) }));
  return {
    forest: joined,
    continuity: {
      nets: found.nets.map(({ pads }) => pads.flatMap((pad) => members.get(pad) ?? []).map(nameOf)),
      doubtful: named(onePerNets(found)),
      unexplained: named(found.unexplained),
      contradictions,
      settled: found.settled && contradictions.length === 0,
      pairs: (trace.pads.length * (trace.pads.length - 1)) / 2,
      unknownPairs: found.unknownPairs,
      nextHold: found.nextHold && {
        ...found.nextHold,
        hold: nameOf(found.nextHold.hold),
        over: sameCopperFirst(found.nextHold, boards).map(nameOf),
      },
    },
  };
}

/** One test settles all beeps between the same two nets. */
function onePerNets({ doubtful, nets }: TraceNets): TraceNets['doubtful'] {
  const netOfPad = new Map(nets.flatMap(({ name, pads }) => pads.map((pad) => [pad, name] as const)));
  const seen = new Set<string>();
  return doubtful.filter(({ pads }) => {
    const key = pads
      .map((pad) => netOfPad.get(pad))
      .sort()
      .join(' ');
    return !seen.has(key) && seen.add(key);
  });
}

function traceOf(facts: ContinuityFacts, pads: readonly string[], stand: (first: string) => string): Trace {
  const { boards, sweeps, parts, forest, beeper } = facts;
  const padOfPin = (pin: string) => boards.firsts.find((first) => forest.find(first) === forest.find(pin));
  const first = (name: string) => stand(boards.firstNameOf(name) ?? name);
  return {
    format: 'mindful-probe.trace',
    version: 1,
    ...beeper,
    pads: [...pads],
    parts: parts.flatMap((part) => {
      const onPads = part.pins.map((_, index) => padOfPin(pinName(part.ref, index)));
      if (onPads.length !== 2 || onPads.some((pad) => pad === undefined)) return [];
      const ohms = facts.ohmsOf(part.ref) ?? deviceOf(part.kind).deadOhms?.(part);
      return [{ ref: part.ref, kind: part.kind, pads: onPads.map((pad) => stand(pad as string)), ...(ohms !== undefined && { ohms }) }];
    }),
    sweeps: sweeps.map(({ hold, over, beeps }) => {
      const held = first(hold);
      const others = (names: readonly string[]) => [...new Set(names.map(first))].filter((pad) => pad !== held);
      const beeped = new Map(beeps.map(({ pad, ohms }) => [first(pad), ohms]));
      return {
        hold: held,
        over: others(over),
        beeps: others(beeps.map(({ pad }) => pad)).map((pad) => {
          const ohms = beeped.get(pad);
          return { pad, ...(ohms !== undefined && { ohms }) };
        }),
      };
    }),
  };
}

/** The ref of a part whose pins have all become one net. */
export function shortedPart(parts: readonly Part[], forest: NetForest): string | undefined {
  return parts.find(({ ref, pins }) => new Set(pins.map((_, index) => forest.find(pinName(ref, index)))).size === 1)?.ref;
}

function amongSweeps(found: TraceContradiction, sweeps: readonly EntryOf<'sweep'>[]): Contradiction {
  return {
    code: 'sweeps',
    found,
    holds: sweeps.map(({ hold }) => hold),
    entries: found.sweeps.flatMap((index) => sweeps[index]?.id ?? []),
  };
}

function shortOf(
  ref: string,
  pads: readonly string[],
  { boards, sweeps }: ContinuityFacts,
  stand: (first: string) => string,
): Contradiction {
  const of = new Set(pads);
  const first = (name: string) => stand(boards.firstNameOf(name) ?? name);
  const joining = sweeps.filter(({ hold, beeps }) => of.has(first(hold)) && beeps.some(({ pad }) => of.has(first(pad))));
  return {
    code: 'short',
    ref,
    pads: pads.map((pad) => boards.nameOf(pad)),
    entries: joining.map(({ id }) => id),
  };
}

/** Silence, or ohms of a part, between pads that were said to be joined. */
function againstJoins({ boards, sweeps, joins, beeper }: ContinuityFacts, stand: (first: string) => string): readonly Contradiction[] {
  const first = (name: string) => stand(boards.firstNameOf(name) ?? name);
  return sweeps.flatMap(({ id, hold, over, beeps }) =>
    over.flatMap((pad) => {
      if (pad === hold || first(pad) !== first(hold)) return [];
      const beep = beeps.find((candidate) => candidate.pad === pad);
      if (beep && (beep.ohms === undefined || beep.ohms <= beeper.leadOhms)) return [];
      const saying = joins.filter(({ terminals }) => terminals.some((terminal) => first(terminal) === first(hold)));
      return [
        {
          code: 'join' as const,
          pads: [hold, pad] as const,
          ...(beep?.ohms !== undefined && { ohms: beep.ohms }),
          entries: [id, ...saying.map((join) => join.id)],
        },
      ];
    }),
  );
}

/** What lies on the same copper is touched first: it beeps at once or shows that the copper was misread. */
function sameCopperFirst({ hold, over }: NextHold, boards: Boards): readonly string[] {
  const copperOf = new Map(boards.firsts.map((first, index) => [first, boards.pads[index]?.copper]));
  const held = copperOf.get(hold);
  const isSame = (pad: string) => held !== undefined && copperOf.get(pad) === held;
  return [...over.filter(isSame), ...over.filter((pad) => !isSame(pad))];
}
