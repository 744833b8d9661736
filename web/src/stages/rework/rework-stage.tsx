import {
  type Appraisal,
  asksForSafety,
  type Circuit,
  drawerFor,
  type Goal,
  isWasteful,
  partOfKind,
  type Rework,
  type ReworkWay,
  ratedChipAmps,
  seriousLeft,
  type Wanted,
} from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { useDrawer } from '../../shared/data/use-drawer.ts';
import { figureText, multipleText } from '../../shared/figures/figure.tsx';
import { Disclosure } from '../../shared/kit/disclosure.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { fetchedPart } from '../../shared/kit/fetched.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { useOwnWays, useWays } from '../../shared/worker/use-analysis.ts';
import { GoalSentence } from './goal-sentence.tsx';
import { firstBreaking, LIMIT_WORDS, mildestWords } from './way-words.ts';
import { type ShownWay, WaysTable } from './ways-table.tsx';

const ChosenWay = fetchedPart(async () => (await import('./chosen-way.tsx')).ChosenWay);
const CutPanel = fetchedPart(async () => (await import('./cut-panel.tsx')).CutPanel);
const TakenWay = fetchedPart(async () => (await import('./taken-way.tsx')).TakenWay);
const Trials = fetchedPart(async () => (await import('./trials.tsx')).Trials);

/** From what is wanted to the ways that give it, each before and after; then how to do it. */
export function ReworkStage() {
  const { analysis, specimen } = useOpenSpecimen();
  if (!analysis) return <StageHeader title="Rework" fact="computing…" />;
  const { appraisal, learnt } = analysis.now;
  if (!appraisal.ok || !appraisal.value.hardest || !learnt) {
    return (
      <>
        <StageHeader title="Rework" />
        <Empty>
          <p>{appraisal.ok ? 'No LED is traced yet.' : appraisal.error.message} A rework needs a circuit to change.</p>
        </Empty>
      </>
    );
  }
  const taken = specimen.state > 0 && !specimen.proof ? specimen.reworks[specimen.state - 1] : undefined;
  const from = taken && analysis.trials[specimen.state - 1]?.from;
  return (
    <>
      {taken && from ? (
        <TakenWay rework={taken} from={from} />
      ) : (
        <>
          <GoalSentence appraisal={appraisal.value} goal={specimen.goal} />
          {specimen.goal ? (
            <Ways appraisal={appraisal.value} circuit={learnt} wanted={specimen.goal} />
          ) : (
            <Empty>Say what is wanted. Comfort for long life and cool running is 0.4 to 0.8 of a chip’s rating.</Empty>
          )}
          <Disclosure className="mt-4 max-w-[860px]" summary="Use the board with the LEDs alone, cut free of its supply">
            <CutPanel circuit={learnt} />
          </Disclosure>
        </>
      )}
      {analysis.trials.length > 0 && <Trials />}
    </>
  );
}

interface WaysProps {
  readonly appraisal: Appraisal;
  readonly circuit: Circuit;
  readonly wanted: Wanted;
}

/** Misses, and watts, that differ by a smaller share are as good as one another. */
const AS_NEAR = 0.1;

/** Rows are ranked by what is chosen here, those that keep the limits always first. */
const RANKS = {
  'best first': (way: ReworkWay, wanted: Wanted, beforeWatts: number) => [
    way.unsafe,
    isWasteful(way.after, beforeWatts) ? 1 : 0,
    ...(asksForSafety(wanted) ? [seriousLeft(way), way.parts, way.joints] : []),
    Math.round(Math.abs(way.miss) / AS_NEAR),
    Math.round(Math.log(Math.max(1e-9, way.after.supplyWatts)) / AS_NEAR),
    way.parts,
    way.joints,
    way.fromDrawer ? 0 : 1,
    way.seriesRank,
    Math.abs(way.miss),
  ],
  'nearest first': ({ miss }: ReworkWay) => [Math.abs(miss)],
  'least watts first': ({ after }: ReworkWay) => [after.supplyWatts],
  'brightest first': ({ after }: ReworkWay) => [-after.lightRatio],
  'gentlest first': ({ after }: ReworkWay) => [after.ofRated],
  'fewest joints first': ({ joints }: ReworkWay) => [joints],
} as const;
type Rank = keyof typeof RANKS;

function ranked(ways: readonly ReworkWay[], rank: Rank, wanted: Wanted, beforeWatts: number): readonly ReworkWay[] {
  const keysOf = (way: ReworkWay) => [way.keeps ? 0 : 1, ...RANKS[rank](way, wanted, beforeWatts)];
  return ways.toSorted((a, b) => {
    const [one, other] = [keysOf(a), keysOf(b)];
    const index = one.findIndex((key, at) => key !== other[at]);
    return index === -1 ? 0 : (one[index] as number) - (other[index] as number);
  });
}

/** The rest is shown when asked for. */
const SHOWN_FIRST = 6;

function Ways({ appraisal, circuit, wanted }: WaysProps) {
  const { specimen } = useOpenSpecimen();
  const { items } = useDrawer();
  const drawer = drawerFor(items);
  const goal: Goal = { format: 'mindful-probe.goal', version: 1, ...wanted, ...(drawer.length > 0 && { drawer: [...drawer] }) };
  const { rework, progress, isStopped, again } = useWays(circuit, goal);
  const own = useOwnWays(
    circuit,
    goal,
    specimen.ownWays.map(({ moves }) => moves),
  );
  const [rank, setRank] = useState<Rank>('best first');
  const [chosenText, setChosenText] = useState<string>();
  const [all, setAll] = useState(false);
  if (rework && !rework.ok) return <p role="alert">{rework.error.message}</p>;
  const found = rework?.value.ways ?? progress?.ways ?? [];
  const sorted = ranked(found, rank, wanted, appraisal.supplyWatts.value);
  const ownWays = (own ?? []).flatMap((result) => (result.ok ? [result.value] : []));
  const shownWays = all ? sorted : sorted.slice(0, SHOWN_FIRST);
  const shown: readonly ShownWay[] = [...shownWays.map((way) => ({ way, isOwn: false })), ...ownWays.map((way) => ({ way, isOwn: true }))];
  const chosen = shown.find(({ way }) => way.text === chosenText)?.way ?? shown[0]?.way;
  return (
    <>
      {specimen.modes.length > 0 && (
        <p className="text-quiet">
          Ways are worked out for it as traced; what they do in {specimen.modes.map(({ name }) => name).join(', ')} is to be seen in Drive
          afterwards.
        </p>
      )}
      {rework?.ok && <Unchanged rework={rework.value} wanted={wanted} />}
      <p className="flex items-baseline gap-x-4 text-quiet" role="status">
        {rework?.ok
          ? `${rework.value.tried} circuits solved, ${rework.value.ways.length} ways kept${rework.value.isCut ? '; not everything was tried' : ''}`
          : isStopped
            ? 'stopped'
            : `searching, ${progress?.tried ?? 0} circuits solved…`}
        {isStopped && (
          <button type="button" className="underline" onClick={again}>
            search again
          </button>
        )}
        {shown.length > 1 && (
          <label className="ml-auto flex items-baseline gap-2">
            <span className="sr-only">Order</span>
            <select value={rank} onChange={(event) => setRank(event.target.value as Rank)}>
              {Object.keys(RANKS).map((name) => (
                <option key={name}>{name}</option>
              ))}
            </select>
          </label>
        )}
      </p>
      {rework?.ok && <NothingKeeps rework={rework.value} />}
      {shown.length > 0 && (
        <WaysTable
          shown={shown}
          rework={rework?.ok ? rework.value : undefined}
          appraisal={appraisal}
          goalRatio={goalRatioOf(wanted, circuit)}
          atMost={wanted.celsius !== undefined || asksForSafety(wanted)}
          chosen={chosen}
          onChoose={({ text }) => setChosenText(text)}
        />
      )}
      {own?.map(
        (result) =>
          !result.ok && (
            <p key={result.error.message} role="alert">
              Own way: {result.error.message}
            </p>
          ),
      )}
      {sorted.length > SHOWN_FIRST && (
        <button type="button" className="mt-1 text-petrol underline underline-offset-2" onClick={() => setAll(!all)}>
          {all ? 'only the first ways' : `all ${sorted.length} ways`}
        </button>
      )}
      <p className="mt-1 text-12 text-quiet">
        A way of your own: <kbd className="font-figures">way C1 330n X2</kbd> on the bench line.
      </p>
      {chosen && <ChosenWay circuit={circuit} way={chosen} />}
    </>
  );
}

/** Where the goal lies on the ruler, where it speaks of one LED. */
function goalRatioOf({ aim, value = Number.NaN, led, limits }: Wanted, circuit: Circuit): number | undefined {
  const rated = ratedChipAmps(partOfKind(circuit, led, 'led') ?? {}).value;
  if (aim === 'rated-share') return value;
  if (aim === 'chip-amps') return value / rated;
  return limits?.chipAmps === undefined ? undefined : limits.chipAmps / rated;
}

/** What another supply or a dead part does where nothing is done about it. */
function Unchanged({ rework, wanted }: { readonly rework: Rework; readonly wanted: Wanted }) {
  const { unchanged, ledRef } = rework;
  if (!wanted.supply && !wanted.dead?.length) return null;
  if (!unchanged || unchanged.ofRated < 0.005)
    return <p className="mb-2 border-l-4 border-[var(--ochre)] py-1 pl-3">With nothing done: {ledRef} stays dark.</p>;
  const worst =
    unchanged.hardest && unchanged.hardest.share > 1
      ? `, ${unchanged.hardest.ref} at ${multipleText(unchanged.hardest.share)} of what it takes`
      : '';
  const isOver = unchanged.ofRated > 1 || worst !== '';
  return (
    <p className={`mb-2 border-l-4 py-1 pl-3 ${isOver ? 'border-brick text-brick' : 'border-[var(--ochre)]'}`}>
      With nothing done: {ledRef} at {multipleText(unchanged.ofRated)}, {figureText(unchanged.chipAmps, 'amps')} a chip,{' '}
      {figureText(unchanged.supplyWatts, 'watts')}
      {worst}.{isOver ? ' It is not to be powered like that.' : ''}
    </p>
  );
}

/** Where nothing keeps the limits: which are in the way, and what each would let through. */
function NothingKeeps({ rework: { ways } }: { readonly rework: Rework }) {
  if (ways.length === 0)
    return (
      <Empty>
        No change that is known here brings it there: it is more than the supply can drive, or nothing of the kind is on the board.
      </Empty>
    );
  if (ways.some(({ keeps }) => keeps)) return null;
  const limits = [...new Set(ways.flatMap(({ breaks }) => breaks.map(({ limit }) => limit)))];
  return (
    <div className="mb-2 border-l-4 border-[var(--ochre)] py-1 pl-3">
      <p>No way keeps all limits. In the way:</p>
      <ul>
        {limits.map((limit) => {
          const way = firstBreaking(ways, limit);
          return (
            <li key={limit}>
              {LIMIT_WORDS[limit]}
              {way ? `; without that limit: ${way.text}` : `; at best ${mildestWords(ways, limit)}`}
            </li>
          );
        })}
      </ul>
    </div>
  );
}
