import { type Appraisal, COMFORT, lightRatio, sayClaim, stressLevel } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { figureText, multipleText } from '../../shared/figures/figure.tsx';
import { FigureBlock } from '../../shared/figures/figure-block.tsx';

/** What the claims would mean for the LEDs of the circuit that was found: the current that the claimed watts want. */
export function AsClaimed({ appraisal }: { readonly appraisal: Appraisal }) {
  const { specimen } = useOpenSpecimen();
  const { hardest, supplyWatts } = appraisal;
  const watts = specimen.claims.find(({ field }) => field === 'watts');
  const lumens = specimen.claims.find(({ field }) => field === 'lumens');
  if (!watts) return <p className="text-quiet">No watts are claimed; on Claim, write what body, box or listing say.</p>;
  // LEDs keep their volts nearly whatever flows, so watts go with current.
  const factor = watts.value / supplyWatts.value;
  const ratio = hardest && factor * hardest.ratio.value;
  return (
    <>
      <div className="flex flex-wrap gap-x-6 gap-y-4">
        <FigureBlock big level="none" figure={figureText(watts.value, 'watts')} name="Claimed" limit={sayClaim(watts)} />
        {lumens && (
          <FigureBlock
            level="none"
            figure={`${Math.round(lumens.value / watts.value)} lm/W`}
            name="Efficacy"
            limit={`${sayClaim(lumens)} over ${sayClaim(watts)}`}
          />
        )}
        {hardest && ratio !== undefined && (
          <FigureBlock
            level={stressLevel({ value: ratio, uncertainty: factor * hardest.ratio.uncertainty })}
            figure={multipleText(ratio)}
            name={`${hardest.ref} would carry`}
            limit={`${figureText(factor * hardest.figure.value, 'amps')} of ${figureText(hardest.limit.value, 'amps')}`}
          />
        )}
      </div>
      {hardest && ratio !== undefined && (
        <p className="mt-4 max-w-[640px]">
          To take {figureText(watts.value, 'watts')} it would have to draw {factor.toFixed(2)} times what it does, and {hardest.ref} would{' '}
          {ratio > 1 ? 'be over its rating' : ratio > COMFORT.high ? 'be near its rating' : 'be within its rating'}: {multipleText(ratio)}.
          As found it draws {figureText(supplyWatts.value, 'watts')} and gives about {Math.round(100 * lightRatio(1, factor))} % of the
          light that the claimed watts would.
        </p>
      )}
    </>
  );
}
