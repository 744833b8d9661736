import { type Appraisal, type Limits, ledCurrentSum, resistorWattsSum, type Stress } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure, figureText, multipleText } from '../../shared/figures/figure.tsx';
import { FigureBlock } from '../../shared/figures/figure-block.tsx';
import { SumView } from '../../shared/figures/sum-view.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { Popover } from '../../shared/kit/popover.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { DriveRuler, RulerAxis } from '../../shared/pictures/drive-ruler.tsx';
import { WattPlanView } from '../../shared/pictures/watt-plan-view.tsx';
import { useLedLimits } from '../../shared/worker/use-analysis.ts';
import { Findings } from './findings.tsx';

/** The verdict: how hard it is driven, and where the watts go. */
export function DriveStage() {
  const { analysis } = useOpenSpecimen();
  if (!analysis) return <StageHeader title="Drive" fact="computing…" />;
  const { found, after } = analysis;
  if (!found.ok) {
    return (
      <>
        <StageHeader title="Drive" />
        <Empty>
          <p>{found.error.message} How hard it is driven follows from the circuit and a reading.</p>
        </Empty>
      </>
    );
  }
  return (
    <>
      <Verdict appraisal={found.value} {...(after?.ok && { after: after.value })} />
      {analysis.judged && <Findings findings={analysis.judged.findings} />}
    </>
  );
}

const RULER_WIDTH = 236;

function Verdict({ appraisal, after }: { readonly appraisal: Appraisal; readonly after?: Appraisal }) {
  const { hardest, stresses, supplyWatts, measured, circuit, solution } = appraisal;
  const { entries } = useOpenSpecimen();
  const limits = useLedLimits(entries, 0, hardest?.ref);
  const resistor = stresses
    .filter(({ of }) => of === 'watts')
    .reduce<Stress | undefined>((most, stress) => (most && most.ratio.value >= stress.ratio.value ? most : stress), undefined);
  return (
    <>
      <StageHeader
        title="Drive"
        fact={measured ? 'as found, from the readings' : 'as expected from the circuit; no live reading stands behind it yet'}
      />
      <div className="flex flex-wrap gap-x-6 gap-y-4">
        {hardest && (
          <>
            <FigureBlock
              big
              level={hardest.level}
              figure={multipleText(hardest.ratio.value)}
              name={`${hardest.ref} average`}
              limit={`of ${figureText(hardest.limit.value, 'amps')}${hardest.limit.assumed ? ', usual' : ''}`}
              sum={ledCurrentSum(appraisal, hardest.ref)}
            />
            <FigureBlock
              level={hardest.level}
              figure={<Figure value={hardest.figure} unit="amps" />}
              name="LED current"
              limit={`${figureText(solution.leds[hardest.ref]?.chip.watts ?? Number.NaN, 'watts')} a chip${
                limits && isLopsided(limits, hardest.figure.value)
                  ? `; between ${figureText(limits.low, 'amps')} and ${figureText(limits.high, 'amps')}`
                  : ''
              }`}
            />
          </>
        )}
        {resistor && (
          <FigureBlock
            level={resistor.level}
            figure={<Figure value={resistor.figure} unit="watts" />}
            name={`${resistor.ref} power`}
            limit={`${multipleText(resistor.ratio.value)} of ${figureText(resistor.limit.value, 'watts')}`}
            sum={resistorWattsSum(appraisal, resistor.ref)}
          />
        )}
        <FigureBlock level="none" figure={<Figure value={supplyWatts} unit="watts" />} name="Supply" limit="delivers" />
      </div>
      <div className="mt-6 grid gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,380px)_minmax(0,1fr)]">
        <section aria-label="Watt plan">
          <h2>Watt plan</h2>
          <WattPlanView circuit={circuit} solution={solution} stresses={stresses} width={380} height={400} />
        </section>
        <section aria-label="Against ratings">
          <StressRows appraisal={appraisal} {...(after && { after })} />
        </section>
      </div>
    </>
  );
}

/** One side is so much wider than the other that ± says it wrongly. */
const LOPSIDED = 1.2;

function isLopsided({ low, high }: Limits, value: number): boolean {
  const [above, below] = [high - value, value - low];
  return Math.max(above, below) > LOPSIDED * Math.min(above, below);
}

function StressRows({ appraisal, after }: { readonly appraisal: Appraisal; readonly after?: Appraisal }) {
  return (
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
          const name = stress.of === 'chip-amps' ? `${stress.ref} current` : `${stress.ref} power`;
          return (
            <tr key={name} className="border-t border-rule">
              <th scope="row" className="h-[27px] pr-3 font-normal whitespace-nowrap">
                <Popover label={`Sum of ${name}`} trigger={<span className="underline decoration-1 underline-offset-2">{name}</span>}>
                  <SumView
                    sum={stress.of === 'chip-amps' ? ledCurrentSum(appraisal, stress.ref) : resistorWattsSum(appraisal, stress.ref)}
                  />
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
                  {...(later && { predicted: later.ratio })}
                  label={`${name}: ${multipleText(stress.ratio.value)}${later ? `, after rework ${multipleText(later.ratio.value)}` : ''}`}
                />
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
