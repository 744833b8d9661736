import type { ReworkFigures } from './figures/figures.ts';
import type { NamedFinding, Rework, ReworkWay } from './search/way.ts';

/** A search as a document of the open format. */
export interface ReworkDocument {
  readonly format: 'mindful-probe.rework';
  readonly version: 1;
  readonly before: ReworkFigures;
  /** With the new supply or the dead part, and nothing done; null where that has no solution. */
  readonly unchanged: ReworkFigures | null;
  readonly tried: number;
  readonly ways: readonly WayDocument[];
}

interface WayDocument
  extends Pick<
    ReworkWay,
    'text' | 'moves' | 'parts' | 'joints' | 'reversible' | 'fromDrawer' | 'circuit' | 'after' | 'miss' | 'keeps' | 'breaks'
  > {
  readonly mends: readonly string[];
  readonly leaves: readonly string[];
  readonly makes: readonly string[];
}

export function reworkDocument({ before, unchanged, tried, ways }: Rework): ReworkDocument {
  return { format: 'mindful-probe.rework', version: 1, before, unchanged: unchanged ?? null, tried, ways: ways.map(wayDocument) };
}

function wayDocument(way: ReworkWay): WayDocument {
  const { text, moves, parts, joints, reversible, fromDrawer, circuit, after, miss, keeps, breaks } = way;
  return {
    text,
    // The new supply is the goal's own, and stands in the circuit.
    moves: moves.filter(({ move }) => move !== 'replace-supply'),
    parts,
    joints,
    reversible,
    fromDrawer,
    circuit,
    after,
    miss,
    keeps,
    mends: way.mends.map(named),
    leaves: way.leaves.map(named),
    makes: way.makes.map(named),
    breaks,
  };
}

function named({ code, ref }: NamedFinding): string {
  return `${code}:${ref}`;
}
