import {
  ARRANGEMENT_NAMES,
  type ArrangementCode,
  type Observation,
  SUPPOSABLE,
  sayObservation,
  symptomsOf,
  WHOLE_SIGNS,
} from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';

/** What the whole thing does, one press each. Pressed again it is taken back. */
export function SymptomButtons() {
  const { specimen, record } = useOpenSpecimen();
  const symptoms = symptomsOf(specimen);
  const isSaid = (thing: Observation) =>
    symptoms.some((symptom) => symptom.kind === thing.kind && 'value' in symptom && 'value' in thing && symptom.value === thing.value);
  return (
    <ul className="flex flex-wrap gap-2" aria-label="What it does">
      {WHOLE_SIGNS.map(({ words, things }) => {
        const pressed = things.some(isSaid);
        return (
          <li key={words}>
            <button
              type="button"
              aria-pressed={pressed}
              onClick={() => record({ kind: 'observed', things: [...(pressed ? things.map(takenBack) : things)], typed: `it ${words}` })}
              className="border border-rule px-2 py-0.5 aria-pressed:border-ink aria-pressed:font-[650]"
            >
              {words}
            </button>
          </li>
        );
      })}
    </ul>
  );
}

/** A sign that is not there after all; a light that is not dim is one that works. */
function takenBack(thing: Observation): Observation {
  return thing.kind === 'lights' ? { ...thing, value: true } : ({ ...thing, value: false } as Observation);
}

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
          {symptoms.map(sayObservation).join('; ')}
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
