import { outdatedIn } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { useTheme } from '../../shared/kit/use-theme.ts';
import { useWriteUp } from '../../shared/worker/use-analysis.ts';
import { LayoutPanel } from './layout-panel.tsx';
import { SectionView } from './section-view.tsx';
import { sentenceId } from './sentence-id.ts';
import { WaysOut } from './ways-out.tsx';

/** Text from the facts in the order of the work, edited in place, and the ways out. */
export function WriteUpStage() {
  const { specimen, id, entries, waiting } = useOpenSpecimen();
  const palette = useTheme();
  const view = useWriteUp(id, entries, palette);
  const outdated = view ? outdatedIn(view.written) : [];
  return (
    <>
      <StageHeader
        title="Write-up"
        fact={
          waiting.length > 0
            ? `${waiting.length} entries are not on the server yet, and so not in an export`
            : 'from the tape; every sentence can be put in your own words'
        }
      />
      <WaysOut />
      {outdated.length > 0 && (
        <p role="status" className="mt-3 border-l-4 border-[var(--ochre)] py-1 pl-3">
          {outdated.length === 1 ? 'One sentence of yours was' : `${outdated.length} sentences of yours were`} written for other facts than
          today’s:{' '}
          {outdated.map(({ key }, index) => (
            <span key={key}>
              {index > 0 && ', '}
              <a href={`#${sentenceId(key)}`}>{index + 1}</a>
            </span>
          ))}
        </p>
      )}
      {!view ? (
        <p className="pt-4 text-quiet">Writing…</p>
      ) : (
        <div className="grid items-start gap-x-8 gap-y-4 pt-4 xl:grid-cols-[minmax(0,1fr)_248px]">
          <article className="min-w-0 max-w-[840px]">
            {view.written.warnings.map((warning) => (
              <p key={warning} className="mb-3 border-l-4 border-brick py-1 pl-3 font-bold">
                {warning}
              </p>
            ))}
            {view.written.sections.map((section) => (
              <SectionView
                key={section.id}
                section={section}
                figures={view.figures}
                isLeftOut={specimen.layout.leftOut.includes(section.id as never)}
              />
            ))}
            <p className="border-t border-ink pt-2 text-12 text-quiet">{view.written.foot}</p>
          </article>
          <LayoutPanel />
        </div>
      )}
    </>
  );
}
