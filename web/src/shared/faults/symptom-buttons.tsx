import { type Observation, symptomsOf, WHOLE_SIGNS } from '@mindful-probe/core';
import { useOpenSpecimen } from '../data/open-specimen.tsx';

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
