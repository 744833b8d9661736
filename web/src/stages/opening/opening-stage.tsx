import type { EntryOf } from '@mindful-probe/core';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { PhotoStrip } from '../../shared/photos/photo-strip.tsx';
import { CloseAgain } from './close-again.tsx';
import { Construction } from './construction.tsx';
import { StepForm } from './step-form.tsx';
import { StepWords } from './step-words.tsx';

type Step = EntryOf<'step'>;

/** The way in, as numbered steps that can be gone backwards. */
export function OpeningStage() {
  const { specimen } = useOpenSpecimen();
  const [closing, setClosing] = useState(false);
  const { steps } = specimen;
  return (
    <>
      <StageHeader
        title="Opening"
        fact={steps.length === 0 ? undefined : `${steps.length === 1 ? '1 step' : `${steps.length} steps`}; closing is the same backwards`}
      >
        {steps.length > 0 && (
          <button type="button" className="action" aria-pressed={closing} onClick={() => setClosing(!closing)}>
            {closing ? 'The way in' : 'Close again'}
          </button>
        )}
      </StageHeader>
      {closing ? (
        <CloseAgain />
      ) : (
        <>
          <StepForm />
          {steps.length === 0 ? (
            <Empty>
              <p>
                Source off, cells out, then how it comes apart: what holds what, which tool, what falls out, which lead is positive. One
                step a line, here or on the bench line.
              </p>
              <p className="mt-2 font-figures text-ink">
                step lens ring off, three clips · mark red = + · polarity red lead is minus, by test
              </p>
            </Empty>
          ) : (
            <StepList steps={steps} />
          )}
          <PhotoStrip stage="opening" label="Pictures of the opening" />
          <Polarity />
          <Construction />
        </>
      )}
    </>
  );
}

/** Which is plus, and which marks lie, with the test that showed it. */
function Polarity() {
  const { specimen, suggest } = useOpenSpecimen();
  const marks = specimen.senses.flatMap(({ entry }) => (entry.of === 'polarity' ? [entry] : []));
  return (
    <section aria-label="Marks and polarity" className="mt-5 max-w-[860px]">
      <h2 className="border-b border-ink">Marks and polarity</h2>
      <ul>
        {marks.map(({ id, text }) => (
          <li key={id} className="flex items-center gap-2 border-b border-rule py-1.5">
            {/\blies?\b/i.test(text) && <LevelMark level="caution" />}
            {text}
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap gap-2 py-2">
        <button type="button" className="action" onClick={() => suggest('polarity ')}>
          Which is plus
        </button>
        <button type="button" className="action" onClick={() => suggest('polarity this mark lies: ')}>
          This mark lies
        </button>
      </p>
    </section>
  );
}

/** More than a tall screen shows. */
const FIRST_STEPS = 24;

/** Moved by its handles, with pointer or keyboard, or dragged. */
function StepList({ steps }: { readonly steps: readonly Step[] }) {
  const { record } = useOpenSpecimen();
  const [dragged, setDragged] = useState<number>();
  // Enough for the first picture of the page; the others come right after it.
  const drawn = Math.max(useDeferredValue(steps.length, FIRST_STEPS), FIRST_STEPS);
  const move = (from: number, to: number) => {
    if (to < 0 || to >= steps.length || from === to) return;
    const ids = steps.map(({ id }) => id);
    const [moved] = ids.splice(from, 1);
    ids.splice(to, 0, moved as string);
    record({ kind: 'step-order', steps: ids });
  };
  return (
    <ol className="mt-4 max-w-[860px] border-t border-ink">
      {steps.slice(0, drawn).map((step, index) => (
        <li
          key={step.id}
          draggable
          onDragStart={() => setDragged(index)}
          onDragOver={(event) => event.preventDefault()}
          onDrop={() => dragged !== undefined && move(dragged, index)}
          className="long-row grid grid-cols-[28px_1fr_auto] items-baseline gap-3 border-b border-rule py-2"
        >
          <span className="text-right font-figures text-17 text-quiet">{index + 1}</span>
          <span>
            <StepWords step={step} />
            <PhotoStrip stage="opening" of={step.id} label={`Pictures of step ${index + 1}`} />
          </span>
          <span className="flex gap-1">
            <Mover label={`Step ${index + 1} earlier`} disabled={index === 0} onMove={() => move(index, index - 1)}>
              <ArrowUp size={16} aria-hidden />
            </Mover>
            <Mover label={`Step ${index + 1} later`} disabled={index === steps.length - 1} onMove={() => move(index, index + 1)}>
              <ArrowDown size={16} aria-hidden />
            </Mover>
          </span>
        </li>
      ))}
    </ol>
  );
}

interface MoverProps {
  readonly label: string;
  readonly disabled: boolean;
  readonly onMove: () => void;
  readonly children: React.ReactNode;
}

function Mover({ label, disabled, onMove, children }: MoverProps) {
  return (
    <button type="button" aria-label={label} disabled={disabled} onClick={onMove} className="border border-rule p-1 disabled:opacity-40">
      {children}
    </button>
  );
}
