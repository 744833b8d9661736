import {
  CELL_CAUTIONS,
  chemistriesOf,
  chemistryName,
  compareClaims,
  completeInLine,
  dangersOf,
  formatEngineering,
  formatUncertain,
  inLineFigures,
  poweringFacts,
  poweringFor,
  type Specimen,
  type SpecimenReading,
  sayClaim,
  warmingOf,
} from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure } from '../../shared/figures/figure.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { PhotoStrip } from '../../shared/photos/photo-strip.tsx';
import { Noticed } from './noticed.tsx';
import { WarmingView } from './warming-view.tsx';

/** Beyond this a claim is no rounding any more. */
const FAR_OFF = 0.1;

/** The first powering from a limited source: what the supply really is, and what the thing takes from it. */
export function FirstLightStage() {
  const { specimen, suggest } = useOpenSpecimen();
  const asFound = specimen.readings.filter(({ rework }) => rework === 0);
  const readings = asFound.filter(({ entry }) => entry.place.at === 'in');
  const { alternating } = dangersOf(specimen);
  const example = alternating ? 'in 231v 38ma 5.1w' : 'in 4.93v 122ma';
  return (
    <>
      <StageHeader title="First light" fact="from a limited or metered source; the supply itself is measured first" />
      <PoweringSection specimen={specimen} />
      <AtSource readings={asFound} />
      {readings.length === 0 ? (
        <Empty>
          <p>The supply by itself first, then volts at the gadget’s own terminals while it runs, and what it takes.</p>
          <button type="button" className="action mt-3 mr-3" onClick={() => suggest('source ')}>
            {alternating ? 'source 231v' : 'source 5.08v'}
          </button>
          <button type="button" className="action mt-3" onClick={() => suggest('in ')}>
            {example}
          </button>
        </Empty>
      ) : (
        <InLine readings={readings} alternating={alternating} />
      )}
      <Comparisons specimen={specimen} />
      <div className="grid gap-x-10 lg:grid-cols-2">
        <OtherReadings readings={asFound} />
        <Noticed />
      </div>
      <PhotoStrip stage="first-light" label="Pictures of the first light" />
    </>
  );
}

function PoweringSection({ specimen }: { readonly specimen: Specimen }) {
  const { analysis } = useOpenSpecimen();
  const solved = analysis?.found.ok ? analysis.found.value.supplyAmps.value : undefined;
  const { ways, expectedAmps, limitAmps, abortAmps, volts, by, notes } = poweringFor(poweringFacts(specimen, solved));
  const amps = (value: number) => formatEngineering(value, 'amps', 2).text;
  return (
    <section className="max-w-[860px] border-l-4 border-[var(--ochre)] py-1 pl-3" aria-label="The safe way to power it">
      <ol>
        {ways.map(({ code, title, text }, index) => (
          <li key={code}>
            <b className="font-[650]">{index === 0 ? title : `Or ${title.charAt(0).toLowerCase()}${title.slice(1)}`}.</b> {text}
          </li>
        ))}
      </ol>
      <p className="mt-1">
        {limitAmps !== undefined && abortAmps !== undefined && expectedAmps !== undefined ? (
          <>
            By {by === 'circuit' ? 'the circuit as traced' : 'its claims'}
            {volts !== undefined && <> at {formatEngineering(volts, 'volts').text}</>} expect about{' '}
            <b className="font-figures font-[650]">{amps(expectedAmps)}</b>; set the limit to{' '}
            <b className="font-figures font-[650]">{amps(limitAmps)}</b> and switch off above{' '}
            <b className="font-figures font-[650]">{amps(abortAmps)}</b>, at smoke, smell, or a part too hot to touch.
          </>
        ) : (
          'Claim its volts and watts, or trace it, and the limit to set is worked out here. Switch off at smoke, smell, or a part too hot to touch.'
        )}{' '}
        Local codes, licensed practice and the makers of the parts go first.
      </p>
      {notes.length > 0 && (
        <ul aria-label="What its source and parts want" className="mt-1">
          {notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      {chemistriesOf(specimen).map((chemistry) => (
        <ul key={chemistry} aria-label={`Cautions of ${chemistryName(chemistry)} cells`} className="mt-1">
          {CELL_CAUTIONS[chemistry].map((caution) => (
            <li key={caution}>
              <b className="font-[650]">{chemistryName(chemistry)}</b>: {caution}
            </li>
          ))}
        </ul>
      ))}
    </section>
  );
}

/** The supply before its lead; what is missing at the gadget is lost on the way. */
function AtSource({ readings }: { readonly readings: readonly SpecimenReading[] }) {
  const voltsAt = (place: 'source' | 'in') =>
    readings
      .filter(({ entry }) => entry.place.at === place)
      .flatMap(({ entry }) => entry.figures.filter(({ unit }) => unit === 'volts'))
      .at(-1);
  const [source, gadget] = [voltsAt('source'), voltsAt('in')];
  if (!source) return null;
  const lost = gadget && { value: source.value - gadget.value, uncertainty: Math.hypot(source.uncertainty, gadget.uncertainty) };
  return (
    <section className="mt-5 max-w-[860px]" aria-label="At the source">
      <h2 className="border-b border-ink">At the source itself</h2>
      <p className="flex flex-wrap items-baseline gap-x-7 border-b border-rule py-2">
        <Figure value={source} unit="volts" className="text-24 font-medium" />
        {lost && (
          <span className={lost.value > 2 * lost.uncertainty ? '' : 'text-quiet'}>
            <Figure value={lost} unit="volts" className="text-17" />{' '}
            {lost.value > 2 * lost.uncertainty ? 'lost in lead and contacts' : 'between it and the gadget: nothing that can be told'}
          </span>
        )}
      </p>
    </section>
  );
}

function InLine({ readings, alternating }: { readonly readings: readonly SpecimenReading[]; readonly alternating: boolean }) {
  return (
    <section className="mt-5 max-w-[860px]" aria-label="At the supply">
      <h2 className="border-b border-ink">At the supply</h2>
      <ul>
        {readings.map(({ entry }) => {
          const { figures, derived, clash, wattsBetween } = completeInLine(inLineFigures(entry.figures), alternating);
          const order = ['volts', 'amps', 'watts', 'voltAmps', 'powerFactor'] as const;
          const shown = order.filter((field) => figures[field] && !(field === 'voltAmps' && !alternating));
          return (
            <li key={entry.id} className="border-b border-rule py-2">
              <span className="flex flex-wrap items-baseline gap-x-7">
                {shown.map((field) => {
                  const follows = derived.includes(field);
                  const value = figures[field];
                  if (!value) return null;
                  return (
                    <span key={field} className={follows ? 'text-quiet' : ''}>
                      {follows && '= '}
                      {field === 'powerFactor' ? (
                        <span className="font-figures text-17">
                          {value.value.toFixed(2)} <span className="font-words text-14">power factor</span>
                        </span>
                      ) : (
                        <Figure value={value} unit={field} className={follows ? 'text-17' : 'text-24 font-medium'} />
                      )}
                    </span>
                  );
                })}
                <span className="text-12 text-quiet">{conditionWords(entry.condition)}</span>
              </span>
              {clash && (
                <p role="alert" className="flex items-center gap-2 text-brick">
                  <LevelMark level="over" /> {clash}
                </p>
              )}
              {wattsBetween && (
                <p className="flex items-center gap-2">
                  <LevelMark level="caution" /> {wattsBetween.text}
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function conditionWords({ cold, afterSeconds }: SpecimenReading['entry']['condition']): string {
  return [cold ? 'cold' : '', afterSeconds === undefined ? '' : `after ${Number((afterSeconds / 60).toPrecision(3))} min`]
    .filter(Boolean)
    .join(', ');
}

function Comparisons({ specimen }: { readonly specimen: Specimen }) {
  const comparisons = compareClaims(specimen);
  if (comparisons.length === 0) return null;
  const held = comparisons.filter(({ holds }) => holds).length;
  return (
    <section className="mt-5 max-w-[860px]" aria-label="Claim beside measured">
      <h2 className="border-b border-ink">
        Claim beside measured{' '}
        <span className="font-[400] text-quiet">
          {held} of {comparisons.length} hold
        </span>
      </h2>
      <ul>
        {comparisons.map(({ claim, measured, unit, holds, difference }) => (
          <li key={claim.id} className="grid grid-cols-[16px_1fr_1fr_2fr] items-center gap-3 border-b border-rule py-1.5">
            <LevelMark level={holds ? 'within' : Math.abs(difference) > FAR_OFF ? 'over' : 'caution'} />
            <span>
              {claim.source}: <span className="font-figures">{sayClaim(claim)}</span>
            </span>
            <Figure value={measured} unit={unit} className="text-17 font-[650]" />
            <span className="text-quiet">
              {holds
                ? 'as claimed, within the reading’s uncertainty'
                : `${Math.abs(100 * difference).toFixed(0)} % ${difference > 0 ? 'above' : 'below'} the claim, more than the reading’s uncertainty`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Light at a distance, and temperatures against time. */
function OtherReadings({ readings }: { readonly readings: readonly SpecimenReading[] }) {
  const { suggest, specimen } = useOpenSpecimen();
  const others = readings.filter(({ entry }) => entry.place.at === 'light' || entry.place.at === 'surface');
  const warmings = warmingOf({ readings, runs: specimen.runs });
  return (
    <section className="mt-5" aria-label="Light and warmth">
      <h2 className="border-b border-ink">Light and warmth</h2>
      {others.length > 0 && (
        <ul>
          {others.map(({ entry }) => (
            <li key={entry.id} className="flex items-baseline gap-3 border-b border-rule py-1.5">
              <span className="w-[120px]">
                {entry.place.at === 'surface'
                  ? entry.place.name
                  : `light${entry.place.at === 'light' && entry.place.metres ? ` at ${entry.place.metres} m` : ''}`}
              </span>
              {entry.figures.map(({ unit, value, uncertainty }) => {
                const { figure, plusMinus, unit: symbol } = formatUncertain(value, 2 * uncertainty, unit);
                return (
                  <span key={unit} className="font-figures text-17">
                    {figure} <span className="text-12">{plusMinus}</span> {symbol}
                  </span>
                );
              })}
              <span className="text-12 text-quiet">{conditionWords(entry.condition)}</span>
            </li>
          ))}
        </ul>
      )}
      {warmings.length > 0 && <WarmingView warmings={warmings} />}
      <p className="flex flex-wrap gap-2 py-2">
        <button type="button" className="action" onClick={() => suggest('lux ')}>
          lux 840 @ 0.5m
        </button>
        <button type="button" className="action" onClick={() => suggest('Tcase ')}>
          Tcase 41c after 10min
        </button>
      </p>
    </section>
  );
}
