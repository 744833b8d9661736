import { type Prediction, sayDisagreement, slotWhere } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure } from '../../shared/figures/figure.tsx';
import { useCauses } from '../../shared/worker/use-analysis.ts';
import { OutcomeMark } from './outcome-mark.tsx';

/** The predicted readings as a checklist, each with what was measured after the rework. */
export function PredictionsTable({ predictions }: { readonly predictions: readonly Prediction[] }) {
  const { suggest, id, entries, specimen } = useOpenSpecimen();
  const isOff = predictions.some(({ outcome }) => outcome === 'not');
  const causes = useCauses(id, entries, specimen.reworks.length, isOff);
  const [cause] = causes ?? [];
  return (
    <section className="max-w-[900px] pt-5" aria-label="Predicted and measured">
      <table className="w-full border-collapse">
        <caption className="sr-only">Predicted and measured</caption>
        <thead>
          <tr className="border-b border-ink">
            <th scope="col">Where</th>
            <th scope="col" className="text-right">
              Before
            </th>
            <th scope="col" className="text-right">
              Predicted
            </th>
            <th scope="col" className="text-right">
              Measured
            </th>
            <th scope="col" className="pl-8">
              As predicted
            </th>
          </tr>
        </thead>
        <tbody>
          {predictions.map(({ slot, before, read, outcome }) => (
            <tr key={slotWhere(slot)} className="border-b border-rule">
              <th scope="row" className="py-1.5 font-normal">
                <button type="button" className="underline decoration-1 underline-offset-2" onClick={() => suggest(`${slot.ref ?? ''} `)}>
                  {slotWhere(slot)}
                </button>
              </th>
              <td className="text-right text-quiet">{before && <Figure value={before} unit={slot.kind} />}</td>
              <td className="text-right">
                <Figure value={slot.expected} unit={slot.kind} />
              </td>
              <td className="text-right">
                {read ? (
                  <Figure value={read} unit={slot.kind} className="text-17 font-[650]" />
                ) : (
                  <span className="text-quiet">to be read</span>
                )}
              </td>
              <td className="pl-8">
                <OutcomeMark outcome={outcome} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {predictions.some(({ outcome }) => outcome === 'cannot tell') && (
        <p className="pt-2 text-quiet">
          “Cannot tell” fits what was predicted and what it was before: a meter with less uncertainty, or another place, would say.
        </p>
      )}
      {isOff && (
        <p className="mt-2 border-l-4 border-brick py-1 pl-3">
          {causes === undefined
            ? 'Looking for the cause…'
            : cause
              ? `Likeliest: ${sayDisagreement(cause, cause.context)}`
              : 'No single value or join explains it within what is read since: look at the new joints first, then read the part that was fitted by itself. If both are right, the prediction started from a circuit that was not so.'}
        </p>
      )}
    </section>
  );
}
