import { type DriveDetails, formatSignificant, heatSum, type LedDetails, limitWords } from '@mindful-probe/core';
import { figureText } from '../../shared/figures/figure.tsx';
import { SumLink } from '../../shared/figures/sum-link.tsx';

interface HeatPanelProps {
  readonly led: LedDetails;
  readonly soaks: DriveDetails['soaks'];
  readonly early: DriveDetails['earlySoaks'];
}

/** The way of the heat as a chain, each joint with its temperature, and where a soak goes. */
export function HeatPanel({ led: { ref, heat, junctionLimit, drift }, soaks, early }: HeatPanelProps) {
  const { stretches, joints, low, high, dominant } = heat;
  return (
    <>
      <ol aria-label={`The way of the heat of ${ref}`} className="flex flex-wrap items-stretch">
        {joints.map(({ name, celsius, read }, index) => {
          const stretch = stretches[index];
          return (
            <li key={name} className="flex items-stretch">
              <span className={`min-w-[92px] border-[1.5px] px-2.5 py-1 ${read ? 'border-ink' : 'border-dashed border-quiet'}`}>
                <span className="block text-12 text-quiet">
                  {name}
                  {read ? ', read' : ''}
                </span>
                <b className="font-figures text-17 font-[650]">{Math.round(celsius)} °C</b>
              </span>
              {stretch && (
                <span className="flex min-w-[104px] flex-col justify-center px-2 text-center text-12 text-quiet">
                  <span className={`font-figures ${`${stretch.from} to ${stretch.to}` === dominant ? 'font-[650] text-ink' : ''}`}>
                    −{formatSignificant(stretch.kelvin, 2)} K
                  </span>
                  <span aria-hidden className="my-0.5 block h-0 border-t border-ink" />
                  <span className="font-figures">
                    {Number(stretch.resistance.kelvinPerWatt.toPrecision(3))} K/W × {figureText(stretch.watts, 'watts')}
                  </span>
                </span>
              )}
            </li>
          );
        })}
      </ol>
      <p className="mt-3">
        Junction of {ref}: between <b className="font-figures">{Math.round(low)}</b> and{' '}
        <b className="font-figures">{Math.round(high)} °C</b> <SumLink sum={heatSum({ ref, heat })} />.{' '}
        {high > junctionLimit.value ? (
          <b className="text-brick">
            That {low > junctionLimit.value ? 'is' : 'may be'} above {junctionLimit.value} °C, {limitWords(junctionLimit)}.
          </b>
        ) : (
          <>
            {junctionLimit.value} °C is {junctionLimit.assumed ? limitWords(junctionLimit) : 'its rating'}.
          </>
        )}{' '}
        Most of the rise is from {dominant}.
      </p>
      {drift && drift.kelvin > 2 && (
        <p className="mt-1" data-drift>
          {Math.round(drift.kelvin)} K warmer, a chip needs {Math.abs(Math.round(1000 * drift.chipVolts))} mV less, and the current{' '}
          {Math.abs(drift.ampsRatio - 1) < 0.005
            ? 'stays what it was'
            : `${drift.ampsRatio > 1 ? 'rises' : 'falls'} by ${Math.abs(100 * (drift.ampsRatio - 1)).toFixed(1)} %`}
          : readings taken cold differ by that from those taken warm.
        </p>
      )}
      <p className="mt-1 text-quiet">
        Resistances are typical of {stretches.map(({ resistance: { source } }) => source).join('; ')}. A thermometer on the board
        {joints.some(({ read }) => read) ? ' took the place of the rest' : ' (Tboard 61c after 20min) would take the place of the rest'}.
      </p>
      {soaks.map(({ place, points, soak }) => {
        const now = points.at(-1)?.seconds ?? 0;
        const left = soak.steadySeconds - now;
        return (
          <p key={place} className="mt-2" data-soak={place}>
            <b>{place}</b>: {left > 60 ? `steady in about ${Math.ceil(left / 60)} min: ` : 'steady: '}
            <b className="font-figures">
              {soak.final.value.toFixed(0)} ± {Math.max(1, 2 * soak.final.uncertainty).toFixed(0)} °C
            </b>
            , with {Math.round(soak.constantSeconds.value / 60)} min to two thirds of the way
            {soak.exponentials === 2 ? ', a fast part and a slow one' : ''}.
          </p>
        );
      })}
      {early.map(({ place, points, low, high }) => (
        <p key={place} className="mt-2" data-early={place}>
          <b>{place}</b>: too early to say; between {Math.round(low)} and {Math.round(high)} °C by what was read so far. Read it again in{' '}
          {Math.max(2, Math.ceil((points.at(-1)?.seconds ?? 0) / 120))} min or later.
        </p>
      ))}
    </>
  );
}
