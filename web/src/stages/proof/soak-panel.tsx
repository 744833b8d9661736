import { type Drift, formatEngineering, formatSignificant, isPowered, type RunningSoak, runItems, soaksCsv } from '@mindful-probe/core';
import useSWR from 'swr';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { offerFile } from '../../shared/pictures/offer-file.ts';
import { clockAt } from '../../shared/rounds/clock.ts';
import { roundsWorker } from '../../shared/rounds/rounds-line.ts';
import { SoakView } from '../../shared/rounds/soak-view.tsx';
import { useNow } from '../../shared/rounds/use-now.ts';

const NOW_EVERY_MS = 15_000;

/** What runs by itself: the soak as it goes, and whatever is left on, charges or sets. */
export function SoakPanel({ drifts }: { readonly drifts: readonly Drift[] }) {
  const { specimen, id, suggest, record } = useOpenSpecimen();
  const csv = soaksCsv(specimen);
  const now = useNow(NOW_EVERY_MS);
  const moment = new Date(now).toISOString();
  const running = specimen.runs.filter(({ ended }) => !ended);
  const ended = specimen.runs.filter((run) => run.ended && run.rework === specimen.reworks.length);
  const { data: soaks = [] } = useSWR(
    running.some(({ entry }) => entry.place) ? ['soaks', id, now, specimen.tape.length] : null,
    async (): Promise<readonly RunningSoak[]> => roundsWorker().soaks({ id, name: specimen.name, items: runItems(specimen) }, moment),
    { keepPreviousData: true, revalidateOnFocus: false },
  );
  return (
    <section className="max-w-[900px] pt-5" aria-label="Soak">
      <h2 className="border-b border-ink">Soak, burn-in and runtime</h2>
      {running.length === 0 && ended.length === 0 && (
        <p className="py-2 text-quiet">
          Left on, its temperature watched until it is steady:{' '}
          <button type="button" className="text-petrol underline" onClick={() => suggest('soak case 40min limit 85c')}>
            soak case 40min limit 85c
          </button>
          . A cold reading first (“Tcase 22c cold”); each “Tcase 61c” gets its time by the clock.
        </p>
      )}
      <ul>
        {running.map(({ entry }) => (
          <li key={entry.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5">
            <b>
              {entry.of}
              {entry.place && `, ${entry.place}`}
            </b>
            <span className="text-quiet">
              since {clockAt(entry.at, 0)}, until {clockAt(entry.at, entry.minutes)}
              {isPowered(entry.of) ? ', live' : ''}
            </span>
            <span className="flex-1" />
            <button type="button" className="underline" onClick={() => record({ kind: 'ended', of: entry.id, outcome: 'done' })}>
              done
            </button>
            <button type="button" className="underline" onClick={() => suggest(`${entry.of} stopped: `)}>
              stop it
            </button>
          </li>
        ))}
        {ended.map(({ entry, ended: end }) => (
          <li key={entry.id} className="border-b border-rule py-1.5 text-quiet">
            {entry.of}
            {entry.place && `, ${entry.place}`}: {clockAt(entry.at, 0)} to {end && clockAt(end.at, 0)}, {end?.outcome}
            {end?.reason && `: ${end.reason}`}
          </li>
        ))}
      </ul>
      {soaks
        .filter(({ item }) => running.some(({ entry }) => item.key === `run-${entry.id}`))
        .map((soak) => (
          <div key={soak.item.key} className="pt-3">
            <SoakView soak={soak} now={moment} />
          </div>
        ))}
      {csv !== undefined && (
        <button
          type="button"
          className="pt-2 text-12 text-petrol underline"
          onClick={() => offerFile(new Blob([csv], { type: 'text/csv' }), 'soak.csv')}
        >
          Save the temperatures as CSV
        </button>
      )}
      {drifts.length > 0 && (
        <p className="pt-2">
          While it warmed:{' '}
          {drifts
            .map(
              ({ what, unit, from, to, change, minutes }) =>
                `${what} ${formatEngineering(from, unit).text} → ${formatEngineering(to, unit).text}, ${change.value < 0 ? '−' : '+'}${formatSignificant(Math.abs(100 * change.value), 2)} ±${formatSignificant(200 * change.uncertainty, 2)} % in ${Math.round(minutes)} min`,
            )
            .join('; ')}
          .
        </p>
      )}
    </section>
  );
}
