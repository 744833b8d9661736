import type { Sentence } from '@mindful-probe/core';
import { Pencil } from 'lucide-react';
import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { describeEntry } from '../../shared/tape/describe-entry.ts';
import { sentenceId } from './sentence-id.ts';

/** A sentence from the facts, or one's own in its place; where the facts have changed since, both are shown. */
export function SentenceView({ sentence }: { readonly sentence: Sentence }) {
  const { record } = useOpenSpecimen();
  const [isEdited, setEdited] = useState(false);
  const { key, text, own } = sentence;
  const word = (words: string) => record({ kind: 'wording', of: key, text: words, instead: words === '' ? '' : text });
  const done = (words: string | undefined) => {
    if (words !== undefined) word(words);
    setEdited(false);
  };
  if (isEdited) return <SentenceEditor sentence={sentence} onDone={done} />;
  return (
    <div id={sentenceId(key)} className="group relative pr-7">
      <p className={own ? 'border-l-2 border-petrol pl-2' : ''}>
        {own?.text ?? text}
        <button
          type="button"
          className="absolute top-0.5 right-0 p-1 text-quiet opacity-0 group-hover:opacity-100 focus:opacity-100"
          aria-label={`Put in own words: ${(own?.text ?? text).slice(0, 60)}`}
          onClick={() => setEdited(true)}
        >
          <Pencil size={14} aria-hidden />
        </button>
      </p>
      {own?.was !== undefined && (
        <div className="mt-1 border-l-4 border-[var(--ochre)] py-1 pl-3 text-12">
          <p>
            The facts have changed since you wrote this. Then: {own.was} <b>Now: {text}</b>
          </p>
          <p className="flex gap-4">
            <button type="button" className="text-petrol underline" onClick={() => word(own.text)}>
              My words still hold
            </button>
            <button type="button" className="text-petrol underline" onClick={() => word('')}>
              Take the sentence of now
            </button>
          </p>
        </div>
      )}
    </div>
  );
}

interface SentenceEditorProps {
  readonly sentence: Sentence;
  /** Told the words, or undefined where nothing was changed. */
  readonly onDone: (words: string | undefined) => void;
}

function SentenceEditor({ sentence: { key, text, own, from }, onDone }: SentenceEditorProps) {
  const { specimen } = useOpenSpecimen();
  const before = own?.text ?? text;
  const [words, setWords] = useState(before);
  const sources = specimen.tape.filter(({ entry }) => from.includes(entry.id));
  const keep = () => {
    const trimmed = words.trim();
    // Our own sentence, or nothing, is the sentence from the facts.
    const isOurs = trimmed === '' || trimmed === text;
    onDone(trimmed === before ? undefined : isOurs ? (own ? '' : undefined) : trimmed);
  };
  return (
    <div id={sentenceId(key)} className="my-1 border-l-2 border-petrol pl-2">
      <textarea
        aria-label="In own words"
        className="w-full resize-y"
        value={words}
        rows={Math.max(2, Math.ceil(words.length / 90))}
        maxLength={4000}
        // biome-ignore lint/a11y/noAutofocus: it was opened to be written in
        autoFocus
        onChange={(event) => setWords(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') {
            event.stopPropagation();
            onDone(undefined);
          }
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) keep();
        }}
      />
      <p className="flex flex-wrap items-baseline gap-x-4 text-12">
        <button type="button" className="text-petrol underline" onClick={keep}>
          Keep (Ctrl Enter)
        </button>
        <button type="button" className="text-petrol underline" onClick={() => onDone(undefined)}>
          Leave as it was
        </button>
        {own && (
          <button type="button" className="text-petrol underline" onClick={() => onDone('')}>
            The sentence from the facts again
          </button>
        )}
        {sources.length > 0 && (
          <span className="text-quiet">rests on: {sources.map(({ entry }) => describeEntry(entry).words).join('; ')}</span>
        )}
      </p>
    </div>
  );
}
