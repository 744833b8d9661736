import { type Noticed, noticedSince, type Sense } from '@mindful-probe/core';
import { useOpenSpecimen } from '../data/open-specimen.tsx';

interface QuickSense {
  readonly of: Sense;
  readonly label: string;
  /** What it mostly is; none where it wants words of its own. */
  readonly words: readonly string[];
}

/** What a person notices without a meter, one press each. */
export const NOTICED_AT_FIRST: readonly QuickSense[] = [
  { of: 'flicker', label: 'Flicker in a phone’s camera', words: ['none', 'bands', 'seen by eye'] },
  { of: 'sound', label: 'Sound', words: ['none', 'hum', 'whine', 'buzz'] },
  { of: 'smell', label: 'Smell', words: ['none', 'warm plastic', 'burnt'] },
  { of: 'touch', label: 'To the touch', words: ['cool', 'warm', 'too hot to hold'] },
];

/** The same after a rework, and how the light looks. */
export const NOTICED_AFTER: readonly QuickSense[] = [
  ...NOTICED_AT_FIRST,
  { of: 'colour', label: 'Colour', words: ['as before', 'warmer', 'colder'] },
  { of: 'beam', label: 'Beam', words: ['as before'] },
];

/** A row each: what it was before, and what it is, by a press or in own words. */
export function SenseRows({ senses }: { readonly senses: readonly QuickSense[] }) {
  const { specimen } = useOpenSpecimen();
  const noticed = noticedSince(
    specimen,
    senses.map(({ of }) => of),
  );
  return (
    <ul>
      {senses.map((sense, index) => (
        <SenseRow key={sense.of} sense={sense} noticed={noticed[index] as Noticed} />
      ))}
    </ul>
  );
}

function SenseRow({ sense: { of, label, words }, noticed }: { readonly sense: QuickSense; readonly noticed: Noticed }) {
  const { record, suggest } = useOpenSpecimen();
  const last = noticed.after?.text;
  const choices = last !== undefined && !words.includes(last) ? [...words, last] : words;
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1.5">
      <span className="w-[180px]">
        {label}
        {noticed.before && <span className="block text-12 text-quiet">before: {noticed.before.text}</span>}
      </span>
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
      <button type="button" className="text-12 text-petrol underline" onClick={() => suggest(`${of} `)}>
        other words
      </button>
    </li>
  );
}
