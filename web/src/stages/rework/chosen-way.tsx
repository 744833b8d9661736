import { type Circuit, costOfWay, costsOf, needsOf, type PartsCost, type ReworkWay, sayMoney } from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { promisedTo, useDrawer } from '../../shared/data/use-drawer.ts';
import { figureText } from '../../shared/figures/figure.tsx';
import { useWay } from '../../shared/worker/use-analysis.ts';
import { PlanAfter } from './plan-after.tsx';
import { WorkOrderView } from './work-order-view.tsx';

interface ChosenWayProps {
  readonly circuit: Circuit;
  readonly way: ReworkWay;
}

/** A way that was picked among the others: where the watts go after it, and how it is done. */
export function ChosenWay({ circuit, way }: ChosenWayProps) {
  const { record, specimen, id } = useOpenSpecimen();
  const { items, reserve } = useDrawer();
  const [problem, setProblem] = useState<string>();
  const view = useWay(circuit, way.moves);
  const take = async () => {
    const needs = needsOf(items, circuit, way.circuit, way.moves);
    try {
      // Parts that somebody else took meanwhile are said before the way is taken.
      if (needs.length > 0) await reserve(promisedTo(id, specimen.reworks.length + 1), needs);
    } catch (error) {
      setProblem((error as Error).message);
      return;
    }
    record({ kind: 'rework', title: way.text.slice(0, 200), changes: [...way.moves], from: specimen.state });
  };
  return (
    <div className="mt-4 grid gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,380px)_minmax(0,1fr)]">
      {view?.ok ? <PlanAfter view={view.value} height={230} /> : <p className="text-quiet">{view ? view.error.message : 'computing…'}</p>}
      <section aria-label="Work order">
        <header className="flex flex-wrap items-end gap-3 border-b border-ink pb-1">
          <h2>Work order</h2>
          <span className="flex-1 text-quiet">{way.text}</span>
          <button type="button" className="action" disabled={way.moves.length === 0} onClick={() => void take()}>
            Take this way
          </button>
        </header>
        {problem !== undefined && (
          <p role="alert" className="py-1 text-brick">
            {problem} Nothing was taken; choose again.
          </p>
        )}
        {view?.ok && <WorkOrderView order={view.value.order} />}
        <PartsCostLine cost={costOfWay(items, needsOf(items, circuit, way.circuit, way.moves), way.moves)} />
        {way.alsoChanges.map(({ ref, before, after }) => (
          <p key={ref} className="mt-2 border-l-4 border-[var(--ochre)] py-1 pl-3">
            It also changes {ref}: {figureText(Math.abs(after), 'amps')} in place of {figureText(Math.abs(before), 'amps')}.
          </p>
        ))}
        <p className="mt-2 text-quiet">
          A chip has {figureText(way.after.high.chipAmps, 'amps')} at most ({way.after.high.label}) and{' '}
          {figureText(way.after.low.chipAmps, 'amps')} at least ({way.after.low.label}).
          {way.probability !== undefined && ` Its current keeps its limit with a probability of ${probabilityWords(way.probability)}.`}
        </p>
      </section>
    </div>
  );
}

/** What the parts of a way cost by the drawer's prices, beside what a new one costs. */
function PartsCostLine({ cost }: { readonly cost: PartsCost | undefined }) {
  const { specimen, suggest } = useOpenSpecimen();
  if (!cost) return null;
  const anew = costsOf(specimen)?.anew;
  const amount = sayMoney(cost.amount);
  return (
    <p className="mt-2 text-quiet" data-parts-cost>
      Parts: {amount} by the prices of the drawer{cost.unpriced > 0 && `, ${cost.unpriced} more without a price`}
      {anew !== undefined && `; a new one costs ${sayMoney(anew)}`}.{' '}
      <button type="button" className="text-petrol underline" onClick={() => suggest(`cost ${amount} parts`)}>
        cost {amount} parts
      </button>
    </p>
  );
}

function probabilityWords(probability: number): string {
  return probability > 0.99 ? 'over 99 %' : probability < 0.01 ? 'under 1 %' : `${Math.round(100 * probability)} %`;
}
