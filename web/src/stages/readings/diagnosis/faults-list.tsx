import { type Diagnosis, type FoundFault, sayConclusion, sayEvidence, sayFound } from '@mindful-probe/core';
import { useState } from 'react';

/** More only by asking. */
const SHOWN_FIRST = 5;
/** Words for and against that fit a line. */
const MOST_WORDS = 3;

/** Rows of faults: those of one kind with one probability, in packages of a row that nothing tells apart, are one. */
interface FaultRow {
  readonly first: FoundFault;
  readonly words: string;
  readonly probability: number;
}

/** Faults with bars, each with what speaks for it and against it. */
export function FaultsList({ diagnosis }: { readonly diagnosis: Diagnosis }) {
  const [all, setAll] = useState(false);
  const { faults, unknown, intact, conclusion, contradicts, circuit, evidence } = diagnosis;
  const rows = rowsOf(diagnosis);
  const shown = all ? rows : rows.slice(0, SHOWN_FIRST);
  const said = sayConclusion(circuit, conclusion, faults[0]);
  return (
    <section aria-label="Faults">
      <h2 className="flex items-baseline justify-between border-b border-ink">
        Faults, likeliest first <span className="text-12 font-normal text-quiet">probability</span>
      </h2>
      <ol>
        {shown.map((row) => (
          <FaultItem key={row.words} row={row} diagnosis={diagnosis} />
        ))}
      </ol>
      <p className="mt-1 flex justify-between text-quiet">
        none of these <span className="font-figures">{share(unknown)}</span>
      </p>
      {intact > 0.005 && (
        <p className="flex justify-between text-quiet">
          nothing is broken <span className="font-figures">{share(intact)}</span>
        </p>
      )}
      {rows.length > shown.length && (
        <button type="button" className="text-petrol underline" onClick={() => setAll(true)}>
          {rows.length - shown.length} less likely
        </button>
      )}
      {said !== '' && <p className="mt-2 border-l-4 border-petrol pl-3 font-[650]">{said}</p>}
      {contradicts.length > 0 && (
        <p className="mt-2 border-l-4 border-brick pl-3">
          Does not go with the rest: {contradicts.map((index) => (evidence[index] ? sayEvidence(evidence[index]) : '')).join('; ')}. Read it
          again, or strike it on the tape.
        </p>
      )}
    </section>
  );
}

function share(probability: number): string {
  return probability < 0.01 ? '< 0.01' : probability.toFixed(2);
}

function rowsOf({ faults, circuit }: Diagnosis): readonly FaultRow[] {
  const rows: { first: FoundFault; refs: string[]; probability: number; alike: string }[] = [];
  for (const found of faults) {
    const [one] = found.faults;
    const alike = found.faults.length === 1 && one ? `${one.part} ${one.fault} ${found.probability.toFixed(4)}` : '';
    const same = alike === '' ? undefined : rows.find((row) => row.alike === alike);
    if (same && one) {
      same.refs.push(one.ref);
      same.probability += found.probability;
    } else rows.push({ first: found, refs: one ? [one.ref] : [], probability: found.probability, alike });
  }
  return rows
    .map(({ first, refs, probability }) => {
      const words = sayFound(circuit, first);
      const many = refs.length > 1 ? words.replace(refs[0] as string, refsInWords(refs)) : words;
      return { first, words: many, probability };
    })
    .sort((a, b) => b.probability - a.probability);
}

/** “one of D1 to D9” */
function refsInWords(refs: readonly string[]): string {
  return refs.length > 3 ? `one of ${refs[0]} to ${refs.at(-1)} (${refs.length})` : `one of ${refs.join(', ')}`;
}

function FaultItem({
  row: { first, words, probability },
  diagnosis: { evidence },
}: {
  readonly row: FaultRow;
  readonly diagnosis: Diagnosis;
}) {
  const said = (indices: readonly number[]) =>
    indices
      .slice(0, MOST_WORDS)
      .map((index) => (evidence[index] ? sayEvidence(evidence[index]) : ''))
      .join('; ');
  return (
    <li className="border-b border-rule py-1.5">
      <p className="flex items-baseline justify-between gap-3">
        <span className="font-[650]">{words}</span>
        <span className="font-figures text-17 font-[650]">{share(probability)}</span>
      </p>
      <div className="my-1 h-1.5 bg-rule" aria-hidden="true">
        <div className="h-1.5 bg-ink" style={{ width: `${(100 * probability).toFixed(1)}%` }} />
      </div>
      {first.for.length > 0 && (
        <p className="text-12">
          <span className="inline-block w-14 font-[650]">for</span>
          {said(first.for)}
        </p>
      )}
      {first.against.length > 0 && (
        <p className="text-12">
          <span className="inline-block w-14 text-quiet">against</span>
          {said(first.against)}
        </p>
      )}
    </li>
  );
}
