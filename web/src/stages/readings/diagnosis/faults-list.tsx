import { type Diagnosis, sayConclusion, sayEvidence, sayProbability } from '@mindful-probe/core';
import { useState } from 'react';
import { type FaultRow, faultRowsOf } from './fault-rows.ts';

/** More only by asking. */
const SHOWN_FIRST = 5;
/** Words for and against that fit a line. */
const MOST_WORDS = 3;

/** Faults with bars, each with what speaks for it and against it. */
export function FaultsList({ diagnosis }: { readonly diagnosis: Diagnosis }) {
  const [all, setAll] = useState(false);
  const { faults, unknown, intact, conclusion, contradicts, circuit, evidence } = diagnosis;
  const rows = faultRowsOf(diagnosis);
  const shown = all ? rows : rows.slice(0, SHOWN_FIRST);
  const said = sayConclusion(circuit, conclusion, faults[0]);
  return (
    <section aria-label="Faults">
      <h2 className="flex items-baseline justify-between border-b border-ink">
        Faults, likeliest first <span className="text-12 font-normal text-quiet">probability</span>
      </h2>
      <ol>
        {shown.map((row, index) => (
          <FaultItem key={row.words} number={index + 1} row={row} diagnosis={diagnosis} />
        ))}
      </ol>
      <p className="mt-1 flex justify-between text-quiet">
        none of these <span className="font-figures">{sayProbability(unknown)}</span>
      </p>
      {intact > 0.005 && (
        <p className="flex justify-between text-quiet">
          nothing is broken <span className="font-figures">{sayProbability(intact)}</span>
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

interface FaultItemProps {
  /** As the outcomes of a test count them. */
  readonly number: number;
  readonly row: FaultRow;
  readonly diagnosis: Diagnosis;
}

function FaultItem({ number, row: { first, words, probability }, diagnosis: { evidence } }: FaultItemProps) {
  const said = (indices: readonly number[]) =>
    indices
      .slice(0, MOST_WORDS)
      .map((index) => (evidence[index] ? sayEvidence(evidence[index]) : ''))
      .join('; ');
  return (
    <li className="border-b border-rule py-1.5">
      <p className="flex items-baseline justify-between gap-3">
        <span className="font-[650]">
          <span className="mr-1.5 font-figures text-12 font-normal text-quiet">{number}</span>
          {words}
        </span>
        <span className="font-figures text-17 font-[650] whitespace-nowrap">{sayProbability(probability)}</span>
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
