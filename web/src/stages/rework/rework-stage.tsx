import {
  type Appraisal,
  applyChanges,
  type Circuit,
  type CircuitChange,
  type EntryOf,
  formatEngineering,
  type ReworkGoal,
  type ReworkWay,
  workOrder,
} from '@mindful-probe/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure, multipleText } from '../../shared/figures/figure.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { DriveRuler, RulerAxis } from '../../shared/pictures/drive-ruler.tsx';
import { WattPlanView } from '../../shared/pictures/watt-plan-view.tsx';
import { useSolution, useWays } from '../../shared/worker/use-analysis.ts';
import { GoalSentence } from './goal-sentence.tsx';

/** From a wanted current to the values that give it, each before and after; then how to do it. */
export function ReworkStage() {
  const { analysis, specimen } = useOpenSpecimen();
  if (!analysis) return <StageHeader title="Rework" fact="computing…" />;
  // A second rework starts from where the first ended.
  const current = analysis.after ?? analysis.found;
  if (!current.ok || !current.value.hardest) {
    return (
      <>
        <StageHeader title="Rework" />
        <Empty>
          <p>{current.ok ? 'No LED is traced yet.' : current.error.message} A rework needs a circuit to change.</p>
        </Empty>
      </>
    );
  }
  const taken = specimen.reworks.at(-1);
  if (taken && !specimen.proof && analysis.found.ok) return <TakenWay rework={taken} before={analysis.found.value} after={current.value} />;
  const { hardest } = current.value;
  const goal: ReworkGoal | undefined = specimen.goal && { ledRef: specimen.goal.ref, chipAmps: specimen.goal.chipAmps };
  return (
    <>
      <GoalSentence appraisal={current.value} goal={goal} fallbackRef={hardest.ref} />
      {goal ? (
        <Ways appraisal={current.value} goal={goal} />
      ) : (
        <Empty>Say which current a chip should have. Comfort for long life and cool running is 0.4 to 0.8 of the rating.</Empty>
      )}
    </>
  );
}

const RULER_WIDTH = 240;
const WAYS_SHOWN = 5;

function Ways({ appraisal, goal }: { readonly appraisal: Appraisal; readonly goal: ReworkGoal }) {
  const { ways, searching } = useWays(appraisal.circuit, goal);
  const [chosen, setChosen] = useState(0);
  if (!ways) return <p role="status">{searching ? 'Searching…' : ''}</p>;
  if (!ways.ok) return <p role="alert">{ways.error.message}</p>;
  if (ways.value.length === 0) {
    return <Empty>No resistor gives this current: it is more than the supply can drive here, or less than any value leaves.</Empty>;
  }
  const shown = ways.value.slice(0, WAYS_SHOWN);
  const way = shown[Math.min(chosen, shown.length - 1)] as ReworkWay;
  const rated = way.before.chipAmps / way.before.ofRated;
  return (
    <>
      <table className="mt-3 w-full border-collapse">
        <caption className="sr-only">Ways to the goal, nearest first</caption>
        <thead>
          <tr className="border-b border-ink align-bottom">
            <th scope="col" className="pb-1">
              Ways, nearest first
            </th>
            <th scope="col" className="pr-5 pb-1 text-right">
              After
            </th>
            <th scope="col" className="max-lg:hidden" aria-label="Before and after, on the ruler">
              <RulerAxis width={RULER_WIDTH} />
            </th>
            <th scope="col" className="pb-1 pl-5">
              Looks
            </th>
            <th scope="col" className="pb-1">
              {way.after.hours === undefined ? 'At limits' : 'Fresh, flat'}
            </th>
            {way.after.hours !== undefined && (
              <th scope="col" className="pb-1">
                Runs
              </th>
            )}
            <th scope="col" className="pb-1">
              Resistor
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map((candidate, index) => (
            <WayRow
              key={candidate.title}
              way={candidate}
              chosen={candidate === way}
              onChoose={() => setChosen(index)}
              goalRatio={goal.chipAmps / rated}
              measured={appraisal.measured}
            />
          ))}
        </tbody>
      </table>
      <ChosenWay appraisal={appraisal} way={way} />
    </>
  );
}

interface WayRowProps {
  readonly way: ReworkWay;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  readonly goalRatio: number;
  readonly measured: boolean;
}

function WayRow({ way, chosen, onChoose, goalRatio, measured }: WayRowProps) {
  const { before, after } = way;
  const dimmer = Math.round(-100 * way.seenChange);
  return (
    <tr className={`border-b border-rule ${chosen ? 'outline-2 -outline-offset-1 outline-petrol' : ''}`}>
      <th scope="row" className="h-[44px] pl-2 font-normal">
        <button type="button" aria-pressed={chosen} onClick={onChoose} className="text-left">
          <span className="block font-[650]">{way.title}</span>
          <span className="block text-12 text-quiet">
            {way.series}, {way.parts === 1 ? '1 part' : `${way.parts} parts`}, {way.joints} joints
          </span>
        </button>
      </th>
      <td className={`pr-5 text-right font-figures text-17 ${after.ofRated > 1 ? 'font-[650] text-brick' : ''}`}>
        {multipleText(after.ofRated)}
        <span className="block text-12 text-quiet">{formatEngineering(after.chipAmps, 'amps').text}</span>
      </td>
      <td className="p-0 max-lg:hidden">
        <DriveRuler
          width={RULER_WIDTH}
          height={44}
          ratio={{ value: before.ofRated, uncertainty: 0 }}
          guessed={!measured}
          predicted={{ value: after.ofRated, uncertainty: 0 }}
          goal={goalRatio}
          label={`${way.title}: from ${multipleText(before.ofRated)} to ${multipleText(after.ofRated)}`}
        />
      </td>
      <td className="pl-5">
        <span className="block">{dimmer === 0 ? 'the same' : dimmer > 0 ? `${dimmer} % dimmer` : `${-dimmer} % brighter`}</span>
        <span className="block text-12 text-quiet">
          light {way.lightRatio < 1 ? '−' : '+'}
          {Math.abs(Math.round(100 * (way.lightRatio - 1)))} %
        </span>
      </td>
      <td className="font-figures">
        <span className="block">{formatEngineering(after.high.chipAmps, 'amps').text}</span>
        <span className="block text-12 text-quiet">{formatEngineering(after.low.chipAmps, 'amps').text}</span>
      </td>
      {after.hours !== undefined && (
        <td className="font-figures">
          <span className="block">{formatEngineering(after.hours, 'hours').text}</span>
          <span className="block text-12 text-quiet">
            was {before.hours === undefined ? '–' : formatEngineering(before.hours, 'hours').text}
          </span>
        </td>
      )}
      <td className={`font-figures ${way.resistor.over ? 'text-brick' : ''}`}>
        <span className="block">{formatEngineering(way.resistor.watts, 'watts').text}</span>
        <span className="block text-12 text-quiet">take {formatEngineering(way.resistor.ratedWatts, 'watts').text}</span>
      </td>
    </tr>
  );
}

function ChosenWay({ appraisal, way }: { readonly appraisal: Appraisal; readonly way: ReworkWay }) {
  const { record } = useOpenSpecimen();
  const changed = useMemo(() => applyChanges(appraisal.circuit, way.changes), [appraisal.circuit, way]);
  return (
    <div className="mt-4 grid gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,380px)_minmax(0,1fr)]">
      <PlanAfter before={appraisal} changed={changed} height={230} />
      <section aria-label="Work order">
        <header className="flex items-end gap-3 border-b border-ink pb-1">
          <h2>Work order</h2>
          <span className="flex-1 text-quiet">{way.title}</span>
          <button type="button" className="action" onClick={() => record({ kind: 'rework', title: way.title, changes: [...way.changes] })}>
            Take this way
          </button>
        </header>
        <WorkOrder changes={way.changes} supplyAmps={way.after.supplyAmps} />
        <p className="mt-2 text-quiet">
          A chip has <Figure value={way.after.high.chipAmps} unit="amps" /> {limitWords(way.after.high.label)} and{' '}
          <Figure value={way.after.low.chipAmps} unit="amps" /> {limitWords(way.after.low.label)}.
        </p>
      </section>
    </div>
  );
}

interface TakenWayProps {
  readonly rework: EntryOf<'rework'>;
  readonly before: Appraisal;
  readonly after: Appraisal;
}

/** A way that was taken and not signed off yet: how it is done, and where to go on. */
function TakenWay({ rework, before, after }: TakenWayProps) {
  const { record, id } = useOpenSpecimen();
  return (
    <>
      <StageHeader title="Rework" fact={`taken: ${rework.title}`}>
        <button type="button" className="underline" onClick={() => record({ kind: 'strike', entry: rework.id, reason: 'another way' })}>
          choose another way
        </button>
        <Link to={`/specimens/${id}/proof`} className="action">
          On to Proof
        </Link>
      </StageHeader>
      <div className="mt-4 grid gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,380px)_minmax(0,1fr)]">
        <PlanAfter before={before} changed={after.circuit} height={360} />
        <section aria-label="Work order">
          <h2 className="border-b border-ink pb-1">Work order</h2>
          <WorkOrder changes={rework.changes} supplyAmps={after.supplyAmps.value} />
        </section>
      </div>
    </>
  );
}

function WorkOrder({ changes, supplyAmps }: { readonly changes: readonly CircuitChange[]; readonly supplyAmps: number }) {
  return (
    <>
      <ol>
        {workOrder(changes, supplyAmps).map(({ name, text }, index) => (
          <li key={`${name} ${text}`} className="grid grid-cols-[20px_92px_1fr] border-b border-rule py-1.5">
            <span className="text-quiet">{index + 1}</span>
            <b className="font-[650]">{name}</b>
            <span>{text}</span>
          </li>
        ))}
      </ol>
      <p className="mt-2 text-quiet">Solder in moving air, cells out. Reversible: what was lifted goes back.</p>
    </>
  );
}

/** Where the limits of the supply lie. */
function limitWords(label: string): string {
  return label === 'fresh' || label === 'flat' ? `on ${label} cells` : `at ${label}`;
}

function PlanAfter({ before, changed, height }: { readonly before: Appraisal; readonly changed: Circuit; readonly height: number }) {
  const solution = useSolution(changed);
  return (
    <section aria-label="Watt plan, after">
      <h2>
        Watt plan <span className="font-normal text-quiet">after, before behind it</span>
      </h2>
      {!solution ? (
        <p className="text-quiet" style={{ height }}>
          computing…
        </p>
      ) : solution.ok ? (
        <WattPlanView
          circuit={changed}
          solution={solution.value}
          stresses={[]}
          width={380}
          height={height}
          before={{ circuit: before.circuit, solution: before.solution }}
        />
      ) : (
        <p role="alert">{solution.error.message}</p>
      )}
    </section>
  );
}
