import { type Diagnosis, type FoundFault, faultKey, sayFound } from '@mindful-probe/core';

/** A row of the list of faults: those of one kind in packages of a row that nothing tells apart yet are one. */
export interface FaultRow {
  readonly first: FoundFault;
  readonly words: string;
  readonly probability: number;
  /** As a test names what it leaves. */
  readonly keys: ReadonlySet<string>;
}

/** Rows of faults, likeliest first. */
export function faultRowsOf({ faults, circuit }: Pick<Diagnosis, 'faults' | 'circuit'>): readonly FaultRow[] {
  const rows: { first: FoundFault; refs: string[]; probability: number; alike: string; keys: Set<string> }[] = [];
  for (const found of faults) {
    const [one] = found.faults;
    const key = found.faults.map(faultKey).join(' and ');
    const alike = found.faults.length === 1 && one ? `${one.part} ${one.fault} ${found.probability.toFixed(4)}` : '';
    const same = alike === '' ? undefined : rows.find((row) => row.alike === alike);
    if (same && one) {
      same.refs.push(one.ref);
      same.probability += found.probability;
      same.keys.add(key);
    } else rows.push({ first: found, refs: one ? [one.ref] : [], probability: found.probability, alike, keys: new Set([key]) });
  }
  return rows
    .map(({ first, refs, probability, keys }) => ({
      first,
      words:
        refs.length > 1
          ? `${refsInWords(refs)}: ${first.faults[0]?.fault === 'joint' ? 'a joint open' : first.faults[0]?.fault}`
          : sayFound(circuit, first),
      probability,
      keys,
    }))
    .sort((a, b) => b.probability - a.probability);
}

/** “one of D1 to D9 (9)” */
function refsInWords(refs: readonly string[]): string {
  return refs.length > 3 ? `one of ${refs[0]} to ${refs.at(-1)} (${refs.length})` : `one of ${refs.join(', ')}`;
}
