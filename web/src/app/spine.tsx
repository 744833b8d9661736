import type { StageMark } from '@mindful-probe/core';
import { NavLink } from 'react-router';
import type { OpenSpecimen } from '../shared/data/open-specimen.tsx';
import { STAGE_LIST } from '../stages/registry.ts';
import type { StageDefinition } from '../stages/stage.ts';

/** The nine stages in the order of the work, each with how far it is and one line of fact. */
export function Spine({ open }: { readonly open: OpenSpecimen }) {
  const marks = open.analysis?.spine ?? [];
  return (
    <nav
      aria-label="Stages"
      className="flex overflow-x-auto border-rule max-md:border-b md:h-full md:flex-col md:overflow-y-auto md:border-r"
    >
      {STAGE_LIST.map((definition) => (
        <SpineItem
          key={definition.stage}
          definition={definition}
          mark={marks.find(({ stage }) => stage === definition.stage)?.mark ?? 'nothing'}
          fact={definition.fact(open)}
        />
      ))}
      <p className="mt-auto hidden px-4 py-3 text-12 text-quiet md:block">
        <kbd className="key-hint">g</kbd> then a letter
      </p>
    </nav>
  );
}

interface SpineItemProps {
  readonly definition: StageDefinition;
  readonly mark: StageMark;
  readonly fact: string;
}

function SpineItem({ definition: { stage, title, key }, mark, fact }: SpineItemProps) {
  return (
    <NavLink
      to={stage}
      className="group relative flex shrink-0 border-y border-transparent aria-[current=page]:border-rule aria-[current=page]:bg-sheet max-md:px-3 max-md:py-2 md:min-h-[60px] md:flex-[0_1_72px] md:pr-1.5 md:pl-[31px]"
    >
      <Stitch mark={mark} />
      <span className="min-w-0 flex-1 md:pt-2.5">
        <span className="block text-17 group-aria-[current=page]:font-[650] group-aria-[current=page]:text-petrol">{title}</span>
        <span className="hidden truncate text-12 text-quiet md:block">{fact}</span>
        <span className="sr-only">, {mark}</span>
      </span>
      <kbd className="key-hint absolute top-3.5 right-1.5 hidden h-[17px] md:block">{key}</kbd>
    </NavLink>
  );
}

/** A stitch on the thread: a tick for nothing, half for begun, full for enough, broken and offset for contradicted. */
function Stitch({ mark }: { readonly mark: StageMark }) {
  return (
    <svg width="16" height="100%" aria-hidden="true" className="absolute top-0 left-2.5 hidden md:block" data-mark={mark}>
      <path d="M8 0V400" className="stroke-quiet" />
      {mark === 'nothing' && <path d="M4 22H12" className="stroke-quiet" />}
      {mark === 'begun' && (
        <>
          <rect x="5" y="14" width="6" height="18" className="fill-ink group-aria-[current=page]:fill-petrol" />
          <path d="M4 50H12" className="stroke-quiet" />
        </>
      )}
      {mark === 'enough' && <rect x="5" y="12" width="6" height="40" className="fill-ink group-aria-[current=page]:fill-petrol" />}
      {mark === 'contradicted' && (
        <>
          <rect x="1.5" y="12" width="6" height="20" className="fill-brick" />
          <rect x="8.5" y="30" width="6" height="20" className="fill-brick" />
        </>
      )}
    </svg>
  );
}
