import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';

/** The way in, as numbered steps. */
export function OpeningStage() {
  const { specimen, suggest } = useOpenSpecimen();
  return (
    <>
      <StageHeader
        title="Opening"
        fact={specimen.steps.length === 0 ? undefined : `${specimen.steps.length} steps; closing is the same backwards`}
      >
        <button type="button" className="action" onClick={() => suggest('step ')}>
          Next step
        </button>
      </StageHeader>
      {specimen.steps.length === 0 ? (
        <Empty>
          <p>
            Source off, cells out, then how it comes apart: what holds what, which tool, what falls out, which lead is positive. One step a
            line.
          </p>
          <p className="mt-2 font-figures text-ink">step lens ring off, three clips · mark red = +</p>
        </Empty>
      ) : (
        <ol className="max-w-[760px] border-t border-ink">
          {specimen.steps.map(({ id, text }, index) => (
            <li key={id} className="flex items-baseline gap-4 border-b border-rule py-2.5">
              <span className="w-6 text-right font-figures text-17 text-quiet">{index + 1}</span>
              <span className="text-17">{text}</span>
            </li>
          ))}
        </ol>
      )}
    </>
  );
}
