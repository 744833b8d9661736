import { ask, SLIDE_RULES, type SlideRule } from '@mindful-probe/core';
import { useEffect, useId, useState } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../app/keys.ts';
import { PageHeader } from '../app/page-header.tsx';
import { toggleTheme } from '../app/theme.ts';
import { draftOf, putDraft } from '../shared/bench-line/bench-draft.ts';
import { Dialog } from '../shared/kit/dialog.tsx';
import { SpecimenList } from '../shared/shelf/specimen-list.tsx';

/** Computations that need no specimen: each a question that can be changed, answered with its sum as it is typed. */
export function SlideRulesPage() {
  const navigate = useNavigate();
  const [taken, setTaken] = useState<string>();
  useKeys((command) => {
    if (command.kind === 'shelf') void navigate('/');
    if (command.kind === 'theme') toggleTheme();
  });
  useEffect(() => {
    document.title = 'Slide rules — Mindful Probe';
  }, []);
  return (
    <div className="flex h-full flex-col">
      <PageHeader title="Slide rules" />
      <main className="min-h-0 flex-1 overflow-auto bg-sheet px-6 pt-5 pb-8">
        <h1>Slide rules</h1>
        <p className="pb-2 text-quiet">
          sums that need no specimen. On the bench line of a specimen the same is asked with a question mark before it, and a second Enter
          keeps the answer on its tape.
        </p>
        {SLIDE_RULES.map((rule) => (
          <Rule key={rule.title} rule={rule} onTake={setTaken} />
        ))}
      </main>
      <Dialog open={taken !== undefined} onOpenChange={(isOpen) => !isOpen && setTaken(undefined)} title="Take it to a specimen">
        {taken !== undefined && <TakeTo line={`? ${taken}`} />}
      </Dialog>
    </div>
  );
}

/** Chooses the specimen on whose bench line a question is put; what is half-typed there is not overwritten unasked. */
function TakeTo({ line }: { readonly line: string }) {
  const navigate = useNavigate();
  const [occupied, setOccupied] = useState<string>();
  const go = (id: string) => void navigate(`/specimens/${id}`);
  const put = (id: string) => {
    putDraft(id, line);
    go(id);
  };
  if (occupied !== undefined)
    return (
      <>
        <p role="alert">
          On its bench line is half-typed: <span className="font-figures">{draftOf(occupied)}</span>
        </p>
        <p className="flex gap-4 pt-2">
          <button type="button" className="text-petrol underline" onClick={() => put(occupied)}>
            Put this in its place
          </button>
          <button type="button" className="text-petrol underline" onClick={() => go(occupied)}>
            Go there as it is
          </button>
        </p>
      </>
    );
  return (
    <>
      <p className="pb-3 text-quiet">
        <span className="font-figures">{line}</span> is put on its bench line; Enter there keeps it on its tape.
      </p>
      <SpecimenList onChoose={(id) => (draftOf(id) === '' ? put(id) : setOccupied(id))} />
    </>
  );
}

interface RuleProps {
  readonly rule: SlideRule;
  /** Told a question that has an answer. */
  readonly onTake: (question: string) => void;
}

function Rule({ rule: { title, example }, onTake }: RuleProps) {
  const [question, setQuestion] = useState(example);
  const id = useId();
  const words = question.trim().split(/\s+/).filter(Boolean);
  const found = words.length === 0 ? { problem: `Ask as “${example}”.` } : ask(words);
  return (
    <section className="grid gap-x-6 border-t border-rule py-2.5 md:grid-cols-[340px_minmax(0,1fr)]">
      <div>
        <label htmlFor={id} className="block font-[650]">
          {title}
        </label>
        <input
          id={id}
          value={question}
          onChange={(event) => setQuestion(event.target.value)}
          aria-describedby={`${id}-answer`}
          spellCheck={false}
          autoComplete="off"
          maxLength={200}
          className="mt-1 w-full font-figures"
        />
      </div>
      <p
        id={`${id}-answer`}
        aria-live="polite"
        className={`self-end pt-1 wrap-anywhere ${'problem' in found ? 'text-ochre' : 'font-figures leading-[22px]'}`}
      >
        {'problem' in found ? found.problem : found.answer}{' '}
        {!('problem' in found) && (
          <button
            type="button"
            className="font-words text-12 text-petrol underline"
            aria-label={`Take to a specimen: ${title}`}
            onClick={() => onTake(question.trim())}
          >
            take to a specimen
          </button>
        )}
      </p>
    </section>
  );
}
