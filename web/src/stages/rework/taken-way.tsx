import type { Circuit, TakenRework } from '@mindful-probe/core';
import { Link } from 'react-router';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { promisedTo, settleStock } from '../../shared/data/use-drawer.ts';
import { CostLine } from '../../shared/figures/cost-line.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { useWay } from '../../shared/worker/use-analysis.ts';
import { PlanAfter } from './plan-after.tsx';
import { WorkOrderView } from './work-order-view.tsx';

interface TakenWayProps {
  readonly rework: TakenRework;
  readonly from: Circuit;
}

/** A way that was taken and not signed off yet: how it is done, and where to go on. */
export function TakenWay({ rework, from }: TakenWayProps) {
  const { record, id, specimen } = useOpenSpecimen();
  const view = useWay(from, rework.moves);
  const giveUp = () => {
    record({ kind: 'strike', entry: rework.id, reason: 'another way' });
    // What was promised to it is free again.
    settleStock(promisedTo(id, specimen.state), false);
  };
  return (
    <>
      <StageHeader title="Rework" fact={`taken: ${rework.title}`}>
        <button type="button" className="underline" onClick={giveUp}>
          choose another way
        </button>
        <Link to={`/specimens/${id}/proof`} className="action">
          On to Proof
        </Link>
      </StageHeader>
      {!view ? (
        <p role="status">computing…</p>
      ) : view.ok ? (
        <div className="mt-4 grid gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,380px)_minmax(0,1fr)]">
          <div className="max-md:hidden">
            <PlanAfter view={view.value} height={360} />
          </div>
          <section aria-label="Work order">
            <h2 className="border-b border-ink pb-1">Work order</h2>
            <WorkOrderView
              order={view.value.order}
              ticked={rework.ticked}
              onTick={(step) => record({ kind: 'tick', rework: rework.id, step })}
              onUntick={(entry) => record({ kind: 'strike', entry, reason: 'not done yet' })}
            />
            <p className="mt-2 text-quiet">Solder in moving air. What was lifted is kept: the way back.</p>
            <CostLine specimen={specimen} />
          </section>
        </div>
      ) : (
        <p role="alert">{view.error.message}</p>
      )}
    </>
  );
}
