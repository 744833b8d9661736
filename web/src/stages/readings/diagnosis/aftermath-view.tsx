import {
  type Aftermath,
  type Consequence,
  costsOf,
  type Diagnosis,
  formatEngineering,
  isMended,
  likeliestOf,
  limitWords,
  type Surge,
  sayMoney,
  saySeen,
  stressName,
  type Worth,
} from '@mindful-probe/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';
import { CostLine } from '../../../shared/figures/cost-line.tsx';
import { multipleText } from '../../../shared/figures/figure.tsx';
import { DriveRuler, RulerAxis } from '../../../shared/pictures/drive-ruler.tsx';

/** Before a fault is so likely nothing is said of whether it is worth mending. */
const DECIDES_FROM = 0.6;

const RULER_WIDTH = 236;
const ROW_HEIGHT = 34;

/** What the likeliest fault did to the rest, what mending it does, and whether that is worth it. */
export function AftermathView({ aftermath, diagnosis }: { readonly aftermath: Aftermath; readonly diagnosis: Diagnosis }) {
  const { consequences, surge, why, worth } = aftermath;
  const likeliest = Math.max(0, ...likeliestOf(diagnosis).values());
  return (
    <div className="mt-5 border-t border-ink pt-2">
      <div className="grid gap-y-4">
        {consequences.length > 0 && <Consequences rows={consequences} />}
        <div className="max-w-[760px]">
          {surge && <SurgeWords surge={surge} />}
          {why.length > 0 && likeliest >= DECIDES_FROM && (
            <p className="mt-2">
              <b>Why it may have died:</b>{' '}
              {why.map((share) => `${stressName(share)} at ${multipleText(share.share)} of ${limitWords(share.limit)}`).join('; ')}.
            </p>
          )}
        </div>
      </div>
      {worth && likeliest >= DECIDES_FROM && (
        <WorthRow worth={worth} mended={consequences.find(isMended) ?? consequences.find(({ is }) => is === 'open')} />
      )}
    </div>
  );
}

function nameOf({ is, refs }: Consequence): string {
  return is === 'as built' ? is : `${refs.join(' and ')} ${is}`;
}

function sayMend({ is, refs }: Consequence): string {
  const named = refs.join(' and ');
  return is === 'linked out' ? `link ${named} out` : is === 'taken out' ? `take ${named} out` : `replace ${named}`;
}

function Consequences({ rows }: { readonly rows: readonly Consequence[] }) {
  const mended = rows.find(isMended);
  const hasStore = rows.some(({ store }) => store !== undefined);
  return (
    <section aria-label="What it does to the rest">
      <h2 className="pb-1">
        If {mended ? `${mended.refs.join(' and ')} ${mended.refs.length > 1 ? 'are' : 'is'} ${mended.is}` : 'it is mended'}
      </h2>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse">
          <caption className="sr-only">The rest as built, with the fault, and mended</caption>
          <thead>
            <tr className="border-b border-ink align-bottom text-12">
              <th scope="col">Predicted</th>
              <th scope="col" className="pr-4 text-right">
                Drive
              </th>
              <th scope="col" className="max-lg:hidden" aria-label="On the ruler">
                <RulerAxis width={RULER_WIDTH} />
              </th>
              <th scope="col" className="pl-3 text-right">
                Supply
              </th>
              <th scope="col" className="pl-3">
                As seen
              </th>
              {hasStore && (
                <th scope="col" className="pl-3">
                  Capacitor
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={nameOf(row)} className="border-b border-rule">
                <th scope="row" className="py-1 font-normal whitespace-nowrap">
                  {nameOf(row)}
                  <span className="block font-figures text-12 text-quiet">{formatEngineering(row.chipAmps, 'amps').text}</span>
                </th>
                <td className={`pr-4 text-right font-figures text-17 ${row.ofRated > 1 ? 'font-[650] text-brick' : ''}`}>
                  {row.ofRated > 0 ? multipleText(row.ofRated) : 'dark'}
                </td>
                <td className="p-0 max-lg:hidden">
                  {row.ofRated > 0 && (
                    <DriveRuler
                      width={RULER_WIDTH}
                      height={ROW_HEIGHT}
                      predicted={{ value: row.ofRated, uncertainty: 0 }}
                      peak={row.peakOfRated}
                      label={`${nameOf(row)}: ${multipleText(row.ofRated)}, peak ${multipleText(row.peakOfRated)}`}
                    />
                  )}
                </td>
                <td className="pl-3 text-right font-figures whitespace-nowrap">
                  {row.ofRated > 0 ? formatEngineering(row.supplyWatts, 'watts').text : ''}
                </td>
                <td className="pl-3 whitespace-nowrap">{row.is === 'as built' ? 'as new' : row.seen <= -1 ? 'dark' : saySeen(row.seen)}</td>
                {hasStore && (
                  <td className={`pl-3 font-figures whitespace-nowrap ${(row.store?.share ?? 0) > 1 ? 'font-[650] text-brick' : ''}`}>
                    {row.store ? `${row.store.ref} ${Math.round(row.store.volts)} V, ${multipleText(row.store.share)}` : ''}
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {mended?.ofRatedHigh !== undefined && (
        <p className="mt-1 text-12 text-quiet">
          At the highest supply:{' '}
          {rows
            .filter(({ is, ofRatedHigh }) => is !== 'open' && is !== 'shorted' && ofRatedHigh !== undefined)
            .map((row) => `${multipleText(row.ofRatedHigh ?? 0)} ${nameOf(row)}`)
            .join(', ')}
          . Tick: peak.{hasStore && ' The capacitor: what it bears of its volts.'}
        </p>
      )}
    </section>
  );
}

function SurgeWords({ surge }: { readonly surge: Surge }) {
  const { peakAmps, ofRated, seconds, charged, ref, leastSecondsBetween } = surge;
  return (
    <section aria-label="Surge">
      <p className="flex items-baseline gap-3">
        <b className="font-figures text-24 font-[650] whitespace-nowrap text-brick">{formatEngineering(peakAmps, 'amps', 2).text}</b>
        <span className="text-12">
          <b className="block">surge in each chip of {ref} if the contact closes again</b>
          {Math.round(ofRated)}× its rating for {formatEngineering(seconds, 'seconds', 2).text}
        </span>
      </p>
      <p className="mt-1">
        {charged.ref} still holds up to {Math.round(charged.volts)} V. Closing at the opposite peak of the mains, only what is in series
        limits the current.
        {leastSecondsBetween !== undefined &&
          ` Oftener than every ${formatEngineering(leastSecondsBetween, 'seconds', 2).text} it heats a chip by more than its rated watts.`}
      </p>
      <p className="mt-1">
        <b>Remedy:</b> a new crimp or joint before first power; more ohms in series make it less.
      </p>
    </section>
  );
}

const CHOICES = [
  ['repair', 'repair it'],
  ['leave', 'leave it'],
  ['discard', 'to the recycling'],
] as const;

/** What a new one costs and what was spent on this one, or how that is said. */
function AgainstNew() {
  const { specimen, suggest } = useOpenSpecimen();
  const costs = costsOf(specimen);
  if (!costs)
    return (
      <p className="mt-1 text-12 text-quiet">
        Not known: what a new one costs.{' '}
        <button type="button" className="text-petrol underline" onClick={() => suggest('cost ')}>
          cost … new
        </button>
      </p>
    );
  const { anew } = costs;
  return (
    <>
      {anew !== undefined && (
        <p className="mt-1 text-quiet" data-anew>
          A new one costs {sayMoney(anew)}.
        </p>
      )}
      <CostLine specimen={specimen} />
    </>
  );
}

/** Repair or not: what it takes and gains; who decides is the user. */
interface WorthProps {
  readonly worth: Worth;
  /** Without a new part where that can be; else what is open, and wants another one. */
  readonly mended: Consequence | undefined;
}

function WorthRow({ worth, mended }: WorthProps) {
  const { specimen, record } = useOpenSpecimen();
  const [reason, setReason] = useState('');
  const { word, minutes, parts, mains, watts, seen, worn, over, unsafe } = worth;
  const decided = specimen.decision;
  const next = [...worn.map((ref) => `${ref} (worn)`), ...over.map(({ ref, ratio }) => `${ref} (${multipleText(ratio)})`)];
  return (
    <section aria-label="Repair or not" className="mt-3 border-t border-ink pt-2">
      <div className="flex flex-wrap items-baseline gap-x-8 gap-y-1">
        <h2 className={word === 'worth it' ? '' : 'text-brick'}>{word[0]?.toUpperCase() + word.slice(1)}</h2>
        <p className="min-w-0 flex-1 basis-[420px]">
          {Math.round(minutes)} min, {parts === 0 ? 'no new part' : `${parts} new part`}
          {mains ? ', one first power from mains' : ''}. Gains a {formatEngineering(watts, 'watts', 2).text} light that looks{' '}
          {Math.abs(seen) < 0.01 ? 'as new' : saySeen(seen)}.{next.length > 0 && ` Next to fail: ${next.join(', ')}.`}
          {unsafe.length > 0 && ` Mending does not take away: ${unsafe.slice(0, 2).join('; ')}. It should not be used again as it is.`}
        </p>
        {mended && (
          <Link
            className="text-petrol underline"
            to={`../rework?want=${encodeURIComponent('a dead part mended')}&dead=${encodeURIComponent(mended.refs.join(' '))}`}
          >
            to Rework: {sayMend(mended)}
          </Link>
        )}
        {!mended && (
          <Link className="text-petrol underline" to="../rework?want=gentler">
            to Rework, so that it does not happen again
          </Link>
        )}
      </div>
      <AgainstNew />
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-2">
          <span className="text-12 text-quiet">reason</span>
          <input className="field w-64" maxLength={500} value={reason} onChange={(event) => setReason(event.target.value)} />
        </label>
        {CHOICES.map(([choice, words]) => (
          <button
            key={choice}
            type="button"
            aria-pressed={decided?.choice === choice}
            className="border border-rule px-2 py-0.5 aria-pressed:border-ink aria-pressed:font-[650]"
            onClick={() => record({ kind: 'decision', choice, ...(reason.trim() !== '' && { reason: reason.trim() }) })}
          >
            {words}
          </button>
        ))}
        {decided?.reason !== undefined && <span className="text-quiet">because: {decided.reason}</span>}
      </div>
    </section>
  );
}
