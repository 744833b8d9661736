import { ask, SLIDE_RULES, type SlideRule } from '@mindful-probe/core';
import { useEffect, useId, useState } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../app/keys.ts';
import { PageHeader } from '../app/page-header.tsx';
import { toggleTheme } from '../app/theme.ts';
import { leaveDraft } from '../shared/bench-line/bench-draft.ts';
import { Dialog } from '../shared/kit/dialog.tsx';
import { SpecimenList } from '../shared/shelf/specimen-list.tsx';

/** Computations that need no specimen: each a question that can be changed, answered with its sum as it is typed. */
export function SlideRulesPage() {
  const navigate = useNavigate();
  const [taken, setTaken] = useState<string>();
  const takeTo = (id: string) => {
    leaveDraft(id, `? ${taken}`);
    void navigate(`/specimens/${id}`);
  };
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
        <p className="pb-3 text-quiet">
          <span className="font-figures">? {taken}</span> is put on its bench line; Enter there keeps it on its tape.
        </p>
        <SpecimenList onChoose={takeTo} />
      </Dialog>
    </div>
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
