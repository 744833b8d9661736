import { type Appraisal, type Judgement, type Limits, partOfKind, type Stress, suppliesOf } from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { LedCurrentSum, ResistorWattsSum, SuppliedSum } from '../../shared/figures/fetched-sums.ts';
import { Figure, figureText, multipleText } from '../../shared/figures/figure.tsx';
import { FigureBlock } from '../../shared/figures/figure-block.tsx';
import { SaveDrawnPlan } from '../../shared/pictures/save-plan.tsx';
import { WattPlanView } from '../../shared/pictures/watt-plan-view.tsx';
import { useLedLimits } from '../../shared/worker/use-analysis.ts';
import { Findings } from './findings.tsx';
import { StressRows } from './stress-rows.tsx';

interface VerdictProps {
  readonly appraisal: Appraisal;
  readonly after?: Appraisal;
  readonly judgement: Judgement | undefined;
  readonly rework: number;
  /** What it is switched to; left out as it was traced. */
  readonly mode: string | undefined;
}

const NOTHING_RECOGNISED: Judgement['arrangements'] = [];

/** The figures that matter, the watt plan and the ruler: one look. */
export function Verdict({ appraisal, after, judgement, rework, mode }: VerdictProps) {
  const { hardest, stresses, supplyWatts, circuit, solution } = appraisal;
  const { id, entries, specimen } = useOpenSpecimen();
  const state = { circuit, solution, arrangements: judgement?.arrangements ?? NOTHING_RECOGNISED };
  const [pointed, setPointed] = useState<string>();
  const limits = useLedLimits(id, entries, { rework, mode, ref: hardest?.ref });
  const resistor = stresses
    .filter(({ of, ref }) => of === 'watts' && partOfKind(circuit, ref, 'resistor') !== undefined)
    .reduce<Stress | undefined>((most, stress) => (most && most.ratio.value >= stress.ratio.value ? most : stress), undefined);
  const claimed = specimen.claims.find(({ field }) => field === 'watts')?.value;
  return (
    <>
      <div className="flex flex-wrap gap-x-4 gap-y-4">
        {hardest && (
          <>
            <FigureBlock
              big
              level={hardest.level}
              figure={multipleText(hardest.ratio.value)}
              name={`${hardest.ref} average`}
              limit={`of ${figureText(hardest.limit.value, 'amps')}${hardest.limit.assumed ? ', usual' : ''}${hardest.level === 'at' ? ': at its rating' : ''}`}
              sum={<LedCurrentSum appraisal={appraisal} led={hardest.ref} />}
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
            sum={<ResistorWattsSum appraisal={appraisal} resistor={resistor.ref} />}
          />
        )}
        <FigureBlock
          level="none"
          figure={<Figure value={supplyWatts} unit="watts" />}
          name={suppliesOf(circuit).length > 1 ? appraisal.mainSupply : 'Supply'}
          limit={claimed === undefined ? 'delivers' : `delivers; ${figureText(claimed, 'watts')} claimed`}
          sum={<SuppliedSum appraisal={appraisal} />}
        />
      </div>
      <div className="mt-5 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,380px)_minmax(0,1fr)]">
        <section aria-label="Watt plan">
          <h2>Watt plan</h2>
          <WattPlanView {...state} stresses={stresses} width={380} height={330} pointed={pointed} />
          <SaveDrawnPlan state={state} title={specimen.name} />
        </section>
        <section aria-label="Against ratings">
          <StressRows appraisal={appraisal} {...(after && { after })} />
          {judgement && <Findings judgement={judgement} mode={mode} onPoint={setPointed} />}
        </section>
      </div>
    </>
  );
}

/** One side is so much wider than the other that ± says it wrongly; less is the noise of the draws. */
const LOPSIDED = 1.35;

function isLopsided({ low, high }: Limits, value: number): boolean {
  const [above, below] = [high - value, value - low];
  return Math.max(above, below) > LOPSIDED * Math.min(above, below);
}
