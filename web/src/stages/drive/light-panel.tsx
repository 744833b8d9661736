import {
  type Beam,
  CAPACITY_SPREAD,
  type DriveDetails,
  flickerSum,
  formatEngineering,
  type LedDetails,
  LUMENS_PER_WATT_LIMIT,
  lifeSum,
  lumensSum,
  RUNTIME_ENDS,
  readLightSum,
  runtimeSum,
  type SupplyDetails,
  sayBeam,
  sayLifeHours,
  sayWeakest,
} from '@mindful-probe/core';
import { Fragment, lazy } from 'react';
import { ChartInView } from '../../shared/figures/chart-in-view.tsx';
import { Figure, multipleText } from '../../shared/figures/figure.tsx';
import { SumLink } from '../../shared/figures/sum-link.tsx';
import { AlarmLine } from './alarm-line.tsx';
import { runtimeText } from './life-words.ts';
import { RuntimeView } from './runtime-view.tsx';

const BeamChart = lazy(async () => ({ default: (await import('./beam-chart.tsx')).BeamChart }));

function sayPoints({ points }: Beam): string {
  return points.map(({ degrees, candela }) => `${degrees}°: ${formatEngineering(candela.value, 'candela').text}`).join(', ');
}

function perWatt(lumens: number, { watts }: SupplyDetails): string {
  const each = lumens / watts.value;
  const said = `; ${Math.round(each)} lm for each watt of the supply`;
  return each > LUMENS_PER_WATT_LIMIT ? `${said}, more than anything sold gives: a reading, its distance or the circuit is wrong` : said;
}

/** How bright, how steady, how long. */
export function LightPanel({ led, details }: { readonly led: LedDetails; readonly details: DriveDetails }) {
  const { light, runtime, supply } = details;
  const all = details.leds.flatMap(({ lumens }) => lumens ?? []);
  const sum = (pick: 'value' | 'low' | 'high') => all.reduce((total, lumens) => total + lumens[pick], 0);
  return (
    <dl className="grid gap-x-6 gap-y-2 sm:grid-cols-[160px_minmax(0,1fr)]">
      {all.length > 0 && (
        <>
          <dt className="text-quiet">Light</dt>
          <dd>
            about <b className="font-figures">{Number(sum('value').toPrecision(2))} lm</b>, between {Number(sum('low').toPrecision(2))} and{' '}
            {Number(sum('high').toPrecision(2))}, by what is usual for the colour{supply && perWatt(sum('value'), supply)}{' '}
            {led.lumens && <SumLink sum={lumensSum(led.lumens)} />}
          </dd>
        </>
      )}
      {light && (
        <>
          <dt className="text-quiet">Read</dt>
          <dd>
            <Figure value={light.lux} unit="lux" /> at {light.metres.value} m:{' '}
            <Figure value={light.candela} unit="candela" className="font-[650]" />, throw <Figure value={light.throwMetres} unit="metres" />{' '}
            to 0.25 lx (ANSI FL 1), <Figure value={light.lumens} unit="lumens" /> {sayBeam(light)}
            {supply && perWatt(light.lumens.value, supply)} <SumLink sum={readLightSum(light)} />
          </dd>
        </>
      )}
      {light?.beam && (
        <>
          <dt className="text-quiet">Beam</dt>
          <dd>
            {light.beam.beamDegrees ? (
              <>
                <Figure value={light.beam.beamDegrees} unit="degrees" className="font-[650]" /> wide to half of its highest candela
                {light.beam.between === 'power of the cosine' && ', by a power of the cosine through two readings'}
              </>
            ) : (
              <>
                its edge was not read: {light.beam.readTo}° off the axis it still has {Math.round(100 * light.beam.lastShare)} %
              </>
            )}
            {light.beam.hole !== undefined && (
              <>
                ; <b>a hole in the middle</b>, {Math.round(100 * light.beam.hole)} % darker than {light.beam.peak.degrees}° beside it
              </>
            )}
            <ChartInView label={`Candela against the angle off the axis: ${sayPoints(light.beam)}.`} width={420} height={150}>
              <BeamChart beam={light.beam} />
            </ChartInView>
          </dd>
        </>
      )}
      {led.flicker && (
        <>
          <dt className="text-quiet">Flicker</dt>
          <dd>
            <Figure value={led.flicker.percent} unit="percent" className="font-[650]" />, index{' '}
            <Figure value={led.flicker.index} unit="one" />, at <Figure value={led.flicker.hertz} unit="hertz" />:{' '}
            <b>{led.flicker.region}</b> (IEEE 1789) <SumLink sum={flickerSum(led.flicker)} />
          </dd>
        </>
      )}
      <dt className="text-quiet">Life to 70 % light</dt>
      <dd>
        <b className="font-figures">{sayLifeHours(led.life.hours)}</b>, between {sayLifeHours(led.life.low)} and{' '}
        {sayLifeHours(led.life.high)}; {multipleText(led.ofRatedLife)} that at its rated current with a junction of 85 °C. A model of
        current and heat (Arrhenius and a power law), not a promise. <SumLink sum={lifeSum(led)} />
      </dd>
      {details.storeLives.map(({ ref, celsius, life }) => (
        <Fragment key={ref}>
          <dt className="text-quiet">Life of {ref}</dt>
          <dd>
            <b className="font-figures">{sayLifeHours(life.hours)}</b>, between {sayLifeHours(life.low)} and {sayLifeHours(life.high)}, at{' '}
            {Math.round(celsius.low)} to {Math.round(celsius.high)} °C around it: {life.printed.hours} h at {life.printed.celsius} °C, twice
            as long for every 10 K less (the 10-K rule, a rule and no promise).
          </dd>
        </Fragment>
      ))}
      {runtime && (
        <>
          <dt className="text-quiet">On its cells</dt>
          <dd>
            <b className="font-figures">{runtimeText(runtime.hours)}</b> from full until {RUNTIME_ENDS[runtime.endedBy]}; between{' '}
            {runtimeText((1 - CAPACITY_SPREAD) * runtime.hours)} and {runtimeText((1 + CAPACITY_SPREAD) * runtime.hours)}, as cells of one
            kind differ <SumLink sum={runtimeSum(runtime)} />
            {sayWeakest(runtime) && <p className="text-ochre">{sayWeakest(runtime)}</p>}
            <AlarmLine runtime={runtime} />
            <RuntimeView runtime={runtime} />
          </dd>
        </>
      )}
    </dl>
  );
}
