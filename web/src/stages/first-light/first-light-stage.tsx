import { claimFigures, formatEngineering, type ReadingFigure, type SpecimenReading } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure } from '../../shared/figures/figure.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { compareClaims } from './compare-claims.ts';

/** Beyond this a claim is no rounding any more. */
const FAR_OFF = 0.1;

/** The first powering from a limited source: what the supply really is, and what the thing takes from it. */
export function FirstLightStage() {
  const { specimen, suggest } = useOpenSpecimen();
  const readings = specimen.readings.filter(({ entry, rework }) => rework === 0 && entry.place.at === 'in');
  const comparisons = compareClaims(
    claimFigures(specimen),
    readings.flatMap(({ entry }) => entry.figures),
  );
  return (
    <>
      <StageHeader title="First light" fact="from a limited or metered source; the supply itself is measured first" />
      <section className="max-w-[760px] border-l-4 border-[var(--ochre)] py-1 pl-3" aria-label="Cautions">
        <p>
          Low volts only: a current-limited supply, USB, or the gadget’s own cells. Set the limit a little above what is claimed, and switch
          off at smoke, smell or heat. Do not look into a bright LED. Cells that leak, swell or were shorted do not go in. Mains lamps are
          not for this page; local codes and licensed practice go first.
        </p>
      </section>
      {readings.length === 0 ? (
        <Empty>
          <p>Volts at the gadget’s own supply terminals while it runs, and the amps it takes.</p>
          <button type="button" className="action mt-3" onClick={() => suggest('in ')}>
            in 4.93v 122ma
          </button>
        </Empty>
      ) : (
        <ReadingRows readings={readings} />
      )}
      {comparisons.length > 0 && (
        <section className="mt-6 max-w-[760px]" aria-label="Claim beside measured">
          <h2 className="border-b border-ink">Claim beside measured</h2>
          <ul>
            {comparisons.map(({ claim, measured, unit, holds, difference }) => (
              <li key={claim.id} className="grid grid-cols-[16px_1fr_1fr_2fr] items-center gap-3 border-b border-rule py-2">
                <LevelMark level={holds ? 'within' : Math.abs(difference) > FAR_OFF ? 'over' : 'caution'} />
                <span>
                  {claim.source}: <span className="font-figures">{formatEngineering(claim.value, unit).text}</span>
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
      )}
    </>
  );
}

function ReadingRows({ readings }: { readonly readings: readonly SpecimenReading[] }) {
  return (
    <section className="mt-6 max-w-[760px]" aria-label="At the supply">
      <h2 className="border-b border-ink">At the supply</h2>
      <ul>
        {readings.map(({ entry }) => (
          <li key={entry.id} className="flex flex-wrap items-baseline gap-x-8 border-b border-rule py-2">
            {entry.figures.map((figure) => (
              <Figure key={figure.unit} value={figure} unit={figure.unit} className="text-24 font-medium" />
            ))}
            <Product figures={entry.figures} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** On direct current volts × amps are watts. */
function Product({ figures }: { readonly figures: readonly ReadingFigure[] }) {
  const of = (unit: ReadingFigure['unit']) => figures.find((figure) => figure.unit === unit);
  const [volts, amps] = [of('volts'), of('amps')];
  if (!volts || !amps || of('watts')) return null;
  return (
    <span className="text-quiet">
      = <Figure value={volts.value * amps.value} unit="watts" />
    </span>
  );
}
