import type { WriteUpSectionId } from '@mindful-probe/core';
import { lazy, Suspense, useRef, useState } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { browserStorage } from '../../shared/data/browser-storage.ts';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';

const ShownMarkdown = lazy(async () => ({ default: (await import('../../shared/editor/shown-markdown.tsx')).ShownMarkdown }));
const MarkdownEditor = lazy(() =>
  import('../../shared/editor/markdown-editor.tsx').then(({ MarkdownEditor: component }) => ({ default: component })),
);

/** Longer ones are no section of a write-up. */
const LONGEST = 20_000;

/** The user's own words in a section, as Markdown: shown as they will look, edited when they are gone to. */
export function OwnWords({ section, title }: { readonly section: WriteUpSectionId; readonly title: string }) {
  const { record, specimen, id } = useOpenSpecimen();
  const draftKey = `probe.own-words.${id}.${section}`;
  const kept = specimen.remarks.get(section) ?? '';
  // Half-typed words outlive a reload.
  const [isEdited, setEdited] = useState(() => browserStorage.get(draftKey) !== undefined);
  const done = (text: string | undefined) => {
    browserStorage.remove(draftKey);
    setEdited(false);
    if (text !== undefined && text !== kept) record({ kind: 'remark', stage: section, text });
  };
  // Until what shows it is fetched, and where it cannot be.
  const asTyped = <p className="whitespace-pre-wrap">{kept}</p>;
  if (isEdited)
    return (
      <OwnWordsForm
        label={`Own words: ${title}`}
        kept={kept}
        begun={browserStorage.get(draftKey)}
        onChange={(text) => browserStorage.set(draftKey, text)}
        onDone={done}
      />
    );
  return (
    <>
      {kept !== '' && (
        <div className="write-up mt-2 border-l-2 border-petrol pl-3">
          <ErrorBoundary fallback={asTyped}>
            <Suspense fallback={asTyped}>
              <ShownMarkdown markdown={kept} />
            </Suspense>
          </ErrorBoundary>
        </div>
      )}
      <button
        type="button"
        className="mt-1 text-12 text-petrol underline"
        aria-label={`${kept === '' ? 'Add' : 'Edit'} own words: ${title}`}
        onClick={() => setEdited(true)}
      >
        {kept === '' ? 'Add own words' : 'Edit own words'}
      </button>
    </>
  );
}

interface OwnWordsFormProps {
  readonly label: string;
  readonly kept: string;
  /** Half-typed before a reload. */
  readonly begun: string | undefined;
  readonly onChange: (text: string) => void;
  /** Told the words, or undefined where they stay as they were. */
  readonly onDone: (text: string | undefined) => void;
}

function OwnWordsForm({ label, kept, begun, onChange, onDone }: OwnWordsFormProps) {
  const [text, setText] = useState(begun ?? kept);
  const [asMarkdown, setAsMarkdown] = useState(false);
  const place = useRef<HTMLDivElement>(null);
  const change = (next: string) => {
    setText(next);
    onChange(next);
  };
  const isTooLong = text.length > LONGEST;
  const keep = () => {
    if (!isTooLong) onDone(text.trim());
  };
  return (
    // Leaving it keeps it, as a field does; the keys are those of its buttons.
    // biome-ignore lint/a11y/noStaticElementInteractions: the two keys are those of its buttons
    <div
      ref={place}
      className="mt-2 border-l-2 border-petrol pl-3"
      onBlur={({ relatedTarget }) => {
        if (relatedTarget !== null && !place.current?.contains(relatedTarget)) keep();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.stopPropagation();
          onDone(undefined);
        }
        if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
          event.preventDefault();
          keep();
        }
      }}
    >
      {asMarkdown ? (
        <textarea
          aria-label={`${label}, as Markdown`}
          value={text}
          rows={Math.max(3, text.split('\n').length)}
          // biome-ignore lint/a11y/noAutofocus: it was opened to be written in
          autoFocus
          onChange={(event) => change(event.target.value)}
          className="w-full resize-y font-figures"
        />
      ) : (
        <Suspense fallback={<p className="text-quiet">opening the editor</p>}>
          <MarkdownEditor label={label} markdown={text} onChange={change} />
        </Suspense>
      )}
      {isTooLong && (
        <p role="alert" className="text-12 text-brick">
          {text.length.toLocaleString('en')} signs; a section holds {LONGEST.toLocaleString('en')}.
        </p>
      )}
      <p className="mt-1 flex flex-wrap gap-x-4 text-12">
        <button type="button" className="text-petrol underline" disabled={isTooLong} onClick={keep}>
          Keep (Ctrl Enter)
        </button>
        <button type="button" className="text-petrol underline" onClick={() => onDone(undefined)}>
          Leave as it was (Esc)
        </button>
        <button type="button" className="text-petrol underline" onClick={() => setAsMarkdown(!asMarkdown)}>
          {asMarkdown ? 'As it will look' : 'As Markdown'}
        </button>
      </p>
    </div>
  );
}
