import { type Appraisal, type Stress, stressName } from '@mindful-probe/core';
import { StressSum } from '../../shared/figures/fetched-sums.ts';
import { multipleText } from '../../shared/figures/figure.tsx';
import { Popover } from '../../shared/kit/popover.tsx';
import { DriveRuler, RulerAxis } from '../../shared/pictures/drive-ruler.tsx';

const RULER_WIDTH = 214;

/** Every part against what it may take, on the ruler. */
export function StressRows({ appraisal, after }: { readonly appraisal: Appraisal; readonly after?: Appraisal }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: on a phone the ruler is wider than the page, and keys have to reach what it hides
    <section aria-label="Each part against its rating" tabIndex={0} className="overflow-x-auto pr-3.5">
      <table className="border-collapse">
        <caption className="sr-only">Each part against its rating</caption>
        <thead>
          <tr className="align-bottom">
            <th scope="col" className="pb-1 whitespace-nowrap">
              Against ratings
            </th>
            <th scope="col" className="sr-only">
              Multiple
            </th>
            <th scope="col" className="pl-4" aria-label="On the ruler">
              <RulerAxis width={RULER_WIDTH} />
            </th>
          </tr>
        </thead>
        <tbody>
          {appraisal.stresses.map((stress) => {
            const later = after?.stresses.find(({ ref, of }) => ref === stress.ref && of === stress.of);
            const name = stressName(stress);
            return (
              <tr key={name} className="border-t border-rule">
                <th scope="row" className="h-[27px] pr-3 font-normal whitespace-nowrap">
                  <Popover label={`Sum of ${name}`} trigger={<span className="underline decoration-1 underline-offset-2">{name}</span>}>
                    <StressSum appraisal={appraisal} stress={stress} />
                  </Popover>
                </th>
                <td className={`text-right font-figures text-17 ${stress.level === 'over' ? 'font-[650] text-brick' : ''}`}>
                  {multipleText(stress.ratio.value)}
                </td>
                <td className="p-0 pl-4">
                  <DriveRuler
                    width={RULER_WIDTH}
                    height={27}
                    ratio={stress.ratio}
                    guessed={!appraisal.measured}
                    {...peakOf(appraisal, stress)}
                    {...(later && { predicted: later.ratio })}
                    label={`${name}: ${multipleText(stress.ratio.value)}${later ? `, after rework ${multipleText(later.ratio.value)}` : ''}`}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** On alternating current a chip's highest current of the period, on the same scale. */
function peakOf({ solution }: Appraisal, { ref, of, limit }: Stress): { peak?: number } {
  const peak = solution.leds[ref]?.chip.amps.max;
  return solution.regime !== 'dc' && of === 'chip-amps' && peak !== undefined ? { peak: peak / limit.value } : {};
}
