import { type Sense, symptomsOf } from '@mindful-probe/core';
import { Link } from 'react-router';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { SymptomButtons } from '../../shared/faults/symptom-buttons.tsx';

/** What a person notices without a meter, one press each. */
const QUICK: readonly { readonly of: Sense; readonly label: string; readonly words: readonly string[] }[] = [
  { of: 'flicker', label: 'Flicker in a phone’s camera', words: ['none', 'bands', 'seen by eye'] },
  { of: 'sound', label: 'Sound', words: ['none', 'hum', 'whine', 'buzz'] },
  { of: 'smell', label: 'Smell', words: ['none', 'warm plastic', 'burnt'] },
  { of: 'touch', label: 'To the touch', words: ['cool', 'warm', 'too hot to hold'] },
];

export function Noticed() {
  const { specimen, record } = useOpenSpecimen();
  return (
    <section className="mt-5" aria-label="Noticed">
      <h2 className="border-b border-ink">Noticed</h2>
      <div className="border-b border-rule py-1.5">
        <p className="mb-1">The whole thing</p>
        <SymptomButtons />
        {symptomsOf(specimen).length > 0 && (
          <p className="mt-1">
            <Link className="text-petrol underline" to="../readings">
              find out what is broken
            </Link>
          </p>
        )}
      </div>
      <ul>
        {QUICK.map(({ of, label, words }) => {
          const last = specimen.senses.findLast((entry) => entry.of === of)?.text;
          const choices = last !== undefined && !words.includes(last) ? [...words, last] : words;
          return (
            <li key={of} className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1.5">
              <span className="w-[180px]">{label}</span>
              {choices.map((text) => (
                <button
                  key={text}
                  type="button"
                  aria-pressed={text === last}
                  onClick={() => text !== last && record({ kind: 'sense', of, text })}
                  className="border border-rule px-2 py-0.5 aria-pressed:border-ink aria-pressed:font-[650]"
                >
                  {text}
                </button>
              ))}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
