import { ARRANGEMENT_NAMES, type ArrangementCode, SUPPOSABLE, sayEvidence, sayObservation, symptomsOf, usedIn } from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';
import { SymptomButtons } from '../../../shared/faults/symptom-buttons.tsx';

/** The sentence at the head of a diagnosis: “It does not light; comes back when tapped”. */
export function SymptomSentence() {
  const { specimen } = useOpenSpecimen();
  const [open, setOpen] = useState(false);
  const symptoms = symptomsOf(specimen);
  return (
    <div className="w-full sm:w-auto">
      <p className="text-17">
        It{' '}
        <button
          type="button"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="font-[650] underline decoration-1 underline-offset-4"
        >
          {[...symptoms.map(sayObservation), ...usedIn(specimen).map(({ what }) => sayEvidence(what))].join('; ')}
        </button>
      </p>
      {open && (
        <div className="mt-2 max-w-[640px]">
          <SymptomButtons />
        </div>
      )}
    </div>
  );
}

/** Where nothing is traced: the usual circuit of its kind stands in, and is said to. */
export function Suppose() {
  const { record } = useOpenSpecimen();
  const [arrangement, setArrangement] = useState<ArrangementCode>('capacitive-dropper');
  const [leds, setLeds] = useState('9');
  const count = Number(leds);
  const isCount = Number.isInteger(count) && count >= 1 && count <= 400;
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (isCount) record({ kind: 'suppose', arrangement, leds: count, typed: `suppose ${arrangement} ${count}` });
      }}
    >
      <label className="flex flex-col gap-1">
        <span className="text-12 text-quiet">It is built as</span>
        <select className="field" value={arrangement} onChange={(event) => setArrangement(event.target.value as ArrangementCode)}>
          {SUPPOSABLE.map((code) => (
            <option key={code} value={code}>
              {ARRANGEMENT_NAMES[code]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex flex-col gap-1">
        <span className="text-12 text-quiet">LED packages, counted</span>
        <input
          className="field w-24"
          inputMode="numeric"
          value={leds}
          aria-invalid={!isCount}
          onChange={(event) => setLeds(event.target.value)}
        />
      </label>
      <button type="submit" className="action" disabled={!isCount}>
        take it for that
      </button>
      {!isCount && <p className="w-full text-brick">1 to 400 packages.</p>}
    </form>
  );
}
