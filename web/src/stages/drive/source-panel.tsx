import { formatEngineering, type GeneratorPower, type SourceDetails, type StoreDetails } from '@mindful-probe/core';
import { lazy } from 'react';
import { ChartInView } from '../../shared/figures/chart-in-view.tsx';
import { Figure, multipleText } from '../../shared/figures/figure.tsx';
import { SaveCsv } from '../../shared/pictures/save-csv.tsx';
import { sayChange, sayTime, sourcesCsv } from './source-words.ts';

const GeneratorChart = lazy(async () => ({ default: (await import('./source-charts.tsx')).GeneratorChart }));
const StoreChart = lazy(async () => ({ default: (await import('./source-charts.tsx')).StoreChart }));

/** What the source could give, what it stores, and what the gadget would do on another one. All computed, nothing of it read. */
export function SourcePanel({ source }: { readonly source: SourceDetails }) {
  const { ref, others, generator, store } = source;
  const hasHours = others.some(({ hours }) => hours !== undefined);
  return (
    <>
      {generator && <Generator power={generator} />}
      {store && <Store store={store} />}
      {others.length > 1 && (
        <div className="max-w-full overflow-x-auto">
          <table className="border-collapse [&_td]:py-1 [&_td]:pr-6 [&_td]:text-right [&_th]:py-1 [&_th]:pr-6 [&_th]:text-right">
            <caption className="pb-1 text-left text-quiet">
              {others[0]?.led.ref} on other sources in the place of {ref}, computed with everything else as it is
            </caption>
            <thead>
              <tr className="border-b border-ink text-12 text-quiet">
                <th scope="col" className="!text-left font-normal">
                  Source
                </th>
                <th scope="col" className="font-normal">
                  at its terminals
                </th>
                <th scope="col" className="font-normal">
                  takes
                </th>
                <th scope="col" className="font-normal">
                  chip current
                </th>
                <th scope="col" className="font-normal">
                  of rated
                </th>
                {hasHours && (
                  <th scope="col" className="font-normal">
                    lasts
                  </th>
                )}
              </tr>
            </thead>
            <tbody>
              {others.map(({ change, volts, amps, led, hours }) => (
                <tr key={JSON.stringify(change)} className="border-b border-rule">
                  <th scope="row" className="!text-left font-medium">
                    {sayChange(change)}
                  </th>
                  <td>
                    <Figure value={volts} unit="volts" />
                  </td>
                  <td>
                    <Figure value={amps} unit="amps" />
                  </td>
                  <td>
                    <Figure value={led.chipAmps} unit="amps" />
                  </td>
                  <td className={`font-figures ${led.ofRated > 1 ? 'font-[650] text-brick' : ''}`}>{multipleText(led.ofRated)}</td>
                  {hasHours && <td className="font-figures">{hours === undefined ? '' : `about ${sayTime(3600 * hours)}`}</td>}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-12">
            <SaveCsv name="sources.csv" text={() => sourcesCsv(others)} />
          </p>
        </div>
      )}
    </>
  );
}

/** Power against load, with the best one and the gadget's own. */
function Generator({ power }: { readonly power: GeneratorPower }) {
  const { ref, ohms, reactanceOhms, best, now } = power;
  return (
    <div className="mb-5">
      <p>
        {ref} gives most into <Figure value={best.loadOhms} unit="ohms" className="font-[650]" />:{' '}
        <Figure value={best.watts} unit="watts" className="font-[650]" />. The gadget takes <Figure value={now.watts} unit="watts" />, as{' '}
        <Figure value={now.loadOhms} unit="ohms" /> would draw. <span className="text-quiet">Winding </span>
        <Figure value={ohms} unit="ohms" />
        {reactanceOhms > 0 ? (
          <>
            {' '}
            and <Figure value={reactanceOhms} unit="ohms" /> of reactance
          </>
        ) : (
          <span className="text-quiet">, its inductance not known</span>
        )}
        .
      </p>
      <ChartInView
        label={`Power against load: most, ${formatEngineering(best.watts, 'watts').text}, into ${formatEngineering(best.loadOhms, 'ohms').text}.`}
        width={460}
        height={150}
      >
        <GeneratorChart power={power} />
      </ChartInView>
    </div>
  );
}

/** How a store fills, how it lasts, and what there would be without it. */
function Store({ store }: { readonly store: StoreDetails }) {
  const { ref, filling, firstLightSeconds, fullVolts, fullSeconds, ratedVolts, runOn, heldJoules, direct } = store;
  const filled = filling.at(-1)?.seconds ?? 0;
  return (
    <div className="mb-5">
      <dl className="grid gap-x-6 gap-y-2 sm:grid-cols-[160px_minmax(0,1fr)]">
        <dt className="text-quiet">{ref} with the source</dt>
        <dd>
          {firstLightSeconds === undefined ? 'no light at all' : `first light after ${sayTime(firstLightSeconds)}`}, nine tenths full after{' '}
          {sayTime(fullSeconds)}, in the end <Figure value={fullVolts} unit="volts" className="font-[650]" />
          {ratedVolts !== undefined && (
            <span className={fullVolts > ratedVolts ? 'text-brick' : 'text-quiet'}>
              , rated <Figure value={ratedVolts} unit="volts" />
            </span>
          )}
        </dd>
        <dt className="text-quiet">without it</dt>
        <dd>
          {runOn ? (
            <>
              light for {sayTime(runOn.seconds)}, until {RUN_ON_ENDS[runOn.endedBy]}: <Figure value={runOn.joules} unit="joules" /> of the{' '}
              <Figure value={heldJoules} unit="joules" /> that it holds
            </>
          ) : (
            'it lights nothing by itself'
          )}
        </dd>
        {direct && (
          <>
            <dt className="text-quiet">with no {ref} at all</dt>
            <dd>
              a chip has <Figure value={direct.chipAmps} unit="amps" /> on average and <Figure value={direct.peakAmps} unit="amps" /> at its
              peak, flickering by {Math.round(direct.flickerPercent)} %
            </dd>
          </>
        )}
      </dl>
      <ChartInView
        label={`Volts of ${ref} over time: ${formatEngineering(fullVolts, 'volts').text} after ${sayTime(filled)}, then ${runOn ? `down for ${sayTime(runOn.points.at(-1)?.seconds ?? 0)}` : 'as they are'}.`}
        width={460}
        height={150}
      >
        <StoreChart store={store} />
      </ChartInView>
    </div>
  );
}

const RUN_ON_ENDS = {
  'half-light': 'a chip has half of its current',
  dark: 'it is dark',
  'cut-off': 'the driver stops',
  empty: 'nothing is left',
} as const;
