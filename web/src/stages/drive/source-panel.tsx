import { formatEngineering, type GeneratorPower, type SourceDetails, type StoreDetails } from '@mindful-probe/core';
import { Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { Figure, multipleText } from '../../shared/figures/figure.tsx';
import { offerFile } from '../../shared/pictures/offer-file.ts';
import { sayChange, sayTime, sourcesCsv } from './source-words.ts';

const AXIS = { stroke: 'var(--ink)', tick: { fill: 'var(--ink)', fontSize: 12, fontFamily: 'var(--font-figures)' } };
const LABEL = { position: 'insideBottom', offset: -12, fill: 'var(--quiet)', fontSize: 12 } as const;

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
            <button
              type="button"
              className="text-petrol underline"
              onClick={() => offerFile(new Blob([sourcesCsv(others)], { type: 'text/csv' }), 'sources.csv')}
            >
              Save as CSV
            </button>
          </p>
        </div>
      )}
    </>
  );
}

/** Power against load, with the best one and the gadget's own. */
function Generator({ power: { ref, ohms, reactanceOhms, curve, best, now } }: { readonly power: GeneratorPower }) {
  const ticks = [curve[0]?.loadOhms ?? 0, best.loadOhms, curve.at(-1)?.loadOhms ?? 0];
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
      <div
        role="img"
        aria-label={`Power against load: most, ${formatEngineering(best.watts, 'watts').text}, into ${formatEngineering(best.loadOhms, 'ohms').text}.`}
      >
        <div inert>
          <LineChart
            width={460}
            height={150}
            data={[...curve]}
            margin={{ top: 8, right: 48, bottom: 18, left: 4 }}
            accessibilityLayer={false}
          >
            <XAxis
              {...AXIS}
              dataKey="loadOhms"
              type="number"
              scale="log"
              domain={['dataMin', 'dataMax']}
              ticks={ticks}
              tickFormatter={(value: number) => formatEngineering(value, 'ohms', 2).text}
              label={{ value: 'load', ...LABEL }}
            />
            <YAxis
              {...AXIS}
              width={64}
              ticks={[0, best.watts]}
              domain={[0, best.watts]}
              tickFormatter={(value: number) => formatEngineering(value, 'watts', 2).text}
            />
            <ReferenceLine x={now.loadOhms} stroke="var(--petrol)" strokeDasharray="3 3" />
            <Line dataKey="watts" isAnimationActive={false} dot={false} stroke="var(--ink)" strokeWidth={1.5} />
          </LineChart>
        </div>
      </div>
    </div>
  );
}

/** How a store fills, how it lasts, and what there would be without it. */
function Store({ store }: { readonly store: StoreDetails }) {
  const { ref, filling, firstLightSeconds, fullVolts, fullSeconds, ratedVolts, runOn, heldJoules, direct } = store;
  const filled = filling.at(-1)?.seconds ?? 0;
  const rows = [
    ...filling.map(({ seconds, volts }) => ({ seconds, volts })),
    ...(runOn?.points ?? []).map(({ seconds, volts }) => ({ seconds: filled + seconds, volts })),
  ];
  const end = rows.at(-1)?.seconds ?? 0;
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
      <div
        role="img"
        aria-label={`Volts of ${ref} over time: ${formatEngineering(fullVolts, 'volts').text} after ${sayTime(filled)}, then down for ${sayTime(end - filled)}.`}
      >
        <div inert>
          <LineChart width={460} height={150} data={rows} margin={{ top: 8, right: 48, bottom: 18, left: 4 }} accessibilityLayer={false}>
            <XAxis
              {...AXIS}
              dataKey="seconds"
              type="number"
              domain={[0, 'dataMax']}
              ticks={[0, filled, end]}
              tickFormatter={sayTime}
              label={{ value: `filled until ${sayTime(filled)}, then its source is gone`, ...LABEL }}
            />
            <YAxis {...AXIS} width={64} tickFormatter={(value: number) => formatEngineering(value, 'volts', 2).text} />
            {ratedVolts !== undefined && <ReferenceLine y={ratedVolts} stroke="var(--brick)" strokeWidth={1.5} />}
            <ReferenceLine x={filled} stroke="var(--quiet)" strokeDasharray="1.5 3" />
            <Line dataKey="volts" isAnimationActive={false} dot={false} stroke="var(--ink)" strokeWidth={1.5} />
          </LineChart>
        </div>
      </div>
    </div>
  );
}

const RUN_ON_ENDS = {
  'half-light': 'a chip has half of its current',
  dark: 'it is dark',
  'cut-off': 'the driver stops',
  empty: 'nothing is left',
} as const;
