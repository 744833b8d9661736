import { type Diagnosis, type Fault, type FoundFault, faultKey, sayFault, sayFound } from '@mindful-probe/core';

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
  const groups = new Map<string, FoundFault[]>();
  for (const found of faults) {
    const kinds = inOrder(found).map(({ part, fault }) => `${part} ${fault}`);
    const alike = `${kinds.join(' and ')} ${found.probability.toFixed(4)}`;
    groups.set(alike, [...(groups.get(alike) ?? []), found]);
  }
  return [...groups.values()]
    .flatMap((group): FaultRow[] => {
      const [first] = group as [FoundFault, ...FoundFault[]];
      const words = group.length > 1 ? wordsOf(circuit, group) : sayFound(circuit, first);
      if (words === undefined) return group.map((one) => rowOf([one], sayFound(circuit, one)));
      return [rowOf(group, words)];
    })
    .sort((a, b) => b.probability - a.probability);
}

function rowOf(group: readonly FoundFault[], words: string): FaultRow {
  return {
    first: group[0] as FoundFault,
    words,
    probability: group.reduce((sum, { probability }) => sum + probability, 0),
    keys: new Set(group.map(({ faults }) => faults.map(faultKey).join(' and '))),
  };
}

/** “one of D7, D8, D9: open”, “D3 open, and one of D7, D8: open”, “two of D1 to D7 (7): open”; undefined of a group that is none of these. */
function wordsOf(circuit: Diagnosis['circuit'], group: readonly FoundFault[]): string | undefined {
  const [faults, others = []] = [0, 1].map((place) => group.flatMap((one) => inOrder(one)[place] ?? []));
  const [refs, otherRefs] = [refsOf(faults as Fault[]), refsOf(others)];
  const [one, other] = [faults?.[0] as Fault, others[0]];
  const said = (fault: Fault, named: readonly string[]) =>
    named.length > 1 ? `one of ${refsInWords(named)}: ${kindInWords(fault)}` : sayFault(circuit, fault);
  if (!other) return said(one, refs);
  if (one.part === other.part && one.fault === other.fault) {
    const all = refsOf([...(faults as Fault[]), ...others]);
    return group.length === (all.length * (all.length - 1)) / 2 ? `two of ${refsInWords(all)}: ${kindInWords(one)}` : undefined;
  }
  return group.length === refs.length * otherRefs.length ? `${said(one, refs)}, and ${said(other, otherRefs)}` : undefined;
}

/** Two faults in an order that does not depend on which was found first. */
function inOrder({ faults }: FoundFault): readonly Fault[] {
  return [...faults].sort((a, b) => a.part.localeCompare(b.part, 'en', { numeric: true }) || a.fault.localeCompare(b.fault));
}

function refsOf(faults: readonly Fault[]): readonly string[] {
  return [...new Set(faults.map(({ ref }) => ref))].sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));
}

function kindInWords({ fault }: Fault): string {
  return fault === 'joint' ? 'a joint open' : fault;
}

/** “D1 to D9 (9)” */
function refsInWords(refs: readonly string[]): string {
  return refs.length > 3 ? `${refs[0]} to ${refs.at(-1)} (${refs.length})` : refs.join(', ');
}
