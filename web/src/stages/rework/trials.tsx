import { formatEngineering } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { multipleText } from '../../shared/figures/figure.tsx';

/** As found and every rework that was tried, in one table. */
export function Trials() {
  const { analysis, specimen } = useOpenSpecimen();
  if (!analysis || analysis.trials.length === 0) return null;
  const states = [{ title: 'as found', appraisal: analysis.found }, ...analysis.trials].map((state, number) => ({ ...state, number }));
  return (
    <section aria-label="Trials" className="mt-6 max-w-[760px]">
      <h2 className="border-b border-ink pb-1">Trials</h2>
      <table className="w-full border-collapse">
        <caption className="sr-only">As found and after each rework</caption>
        <thead>
          <tr className="border-b border-rule text-quiet">
            <th scope="col">State</th>
            <th scope="col" className="text-right">
              Drive
            </th>
            <th scope="col" className="text-right">
              Current
            </th>
            <th scope="col" className="text-right">
              Supply
            </th>
            <th scope="col" className="pl-6">
              From
            </th>
          </tr>
        </thead>
        <tbody>
          {states.map(({ title, appraisal, number }) => (
            <tr key={number} className="border-b border-rule">
              <th scope="row" className="py-1.5 font-normal">
                {number > 0 && <span className="text-quiet">trial {number}: </span>}
                {title}
                {number === specimen.state && <b className="font-[650]"> (as it is now)</b>}
              </th>
              {appraisal.ok && appraisal.value.hardest ? (
                <>
                  <td className="text-right font-figures">{multipleText(appraisal.value.hardest.ratio.value)}</td>
                  <td className="text-right font-figures">{formatEngineering(appraisal.value.hardest.figure.value, 'amps').text}</td>
                  <td className="text-right font-figures">{formatEngineering(appraisal.value.supplyWatts.value, 'watts').text}</td>
                  <td className="pl-6 text-quiet">{appraisal.value.measured ? 'readings' : 'predicted'}</td>
                </>
              ) : (
                <td colSpan={4} className="text-quiet">
                  {appraisal.ok ? 'no LED' : appraisal.error.message}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
