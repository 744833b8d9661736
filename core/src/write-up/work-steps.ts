import { suppliesOf } from '../circuit/index.ts';
import { type OrderedStep, workOrder } from '../rework/index.ts';
import type { WriteUpFacts } from './facts.ts';

/** The work order of the last rework, with what of it was done; empty where its circuits cannot be solved. */
export function appraisedOrder({
  specimen,
  found,
  after,
  before = found,
}: WriteUpFacts): readonly (OrderedStep & { readonly isDone: boolean })[] {
  const rework = specimen.reworks.at(-1);
  if (!rework || !before || !after) return [];
  const { circuit, solution, supplyAmps } = after;
  const order = workOrder({
    before: { circuit: before.circuit, solution: before.solution },
    after: { circuit, solution },
    supplyRef: suppliesOf(circuit)[0]?.ref ?? '',
    moves: rework.moves,
    uncertainty: supplyAmps.value > 0 ? supplyAmps.uncertainty / supplyAmps.value : 0,
  });
  return order.map((step) => ({ ...step, isDone: rework.ticked.some((tick) => tick.step === step.key) }));
}
