import { type Appraisal, appraise, type SpecimenAnalyses, symptomsOf, warmingsIn } from '../appraisal/index.ts';
import type { Discharge } from '../caution/index.ts';
import { touchableMains } from '../caution/index.ts';
import type { ProbeProposal } from '../estimate/index.ts';
import { isPowered, type Specimen, type SpecimenRun } from '../tape/index.ts';
import type { DueItem } from './due-item.ts';

/** What a soak's readings scatter by where none was taken yet, K: a thermocouple that is put on by hand. */
const USUAL_SCATTER_KELVIN = 0.5;
/** How long things take at a bench, minutes: a reading with its line; checks and first power by their steps. */
const MINUTES = { reading: 2, test: 5, firstLight: 5, checks: 4, firstPower: 6, perPrediction: 1, soak: 40, look: 5, change: 8 } as const;
/** What is worth as much as so many bits: it lets everything behind it begin, or keeps somebody safe. */
const BITS = {
  over: 3,
  discharge: 2,
  firstLight: 2,
  test: 1.5,
  rework: 1,
  checks: 2,
  firstPower: 2,
  prediction: 0.5,
  soak: 1.5,
  look: 1,
  watch: 0.5,
} as const;
/** The first readings of a soak that has not begun: after what share of it, each with its window to either side. */
const SOAK_SHARES = [0.15, 0.4, 0.7, 1] as const;
const WINDOW_SHARE = 0.05;
/** What is left on for long, charges or runs on its cells is looked at so often. */
const LOOKS_AT_RUN = 6;

/** What the specimen wants at a time, by what stands on its tape. */
export function dueItemsOf(analyses: SpecimenAnalyses, discharges: readonly Discharge[]): readonly DueItem[] {
  const { specimen } = analyses;
  const items = [
    ...runItems(specimen),
    ...dischargeItems(specimen, discharges),
    ...workItems(analyses),
    ...specimen.looks.filter(({ ended }) => !ended).map(lookItem),
  ];
  return items.map((item) => {
    const notBefore = specimen.putOff.get(item.key);
    return notBefore === undefined ? item : { ...item, notBefore };
  });
}

function lookItem({ entry }: Specimen['looks'][number]): DueItem {
  return {
    key: `look-${entry.id}`,
    of: 'look',
    stage: 'proof',
    minutes: MINUTES.look,
    attended: true,
    needs: [],
    bits: BITS.look,
    state: 'dead',
    at: entry.at,
    earliest: entry.afterMinutes,
    text: entry.text,
    line: 'again done',
  };
}

/** What runs by itself, with when it wants to be looked at. */
export function runItems(specimen: Specimen): readonly DueItem[] {
  return specimen.runs.filter(({ ended }) => !ended).flatMap((run) => itemsOfRun(specimen, run));
}

function itemsOfRun(specimen: Specimen, { entry, rework }: SpecimenRun): readonly DueItem[] {
  const { id, of, minutes, at, place, limitCelsius } = entry;
  const isWatched = place !== undefined;
  const state = isPowered(of) ? 'live' : of === 'charge' ? 'charged' : 'dead';
  const key = `run-${id}`;
  const points = warmingsIn(specimen, rework).find((series) => series.run === id)?.points ?? [];
  const uncertainty = points.length === 0 ? USUAL_SCATTER_KELVIN : Math.max(...points.map((point) => point.uncertainty));
  const putOff = [...specimen.putOff].filter(([task]) => task.startsWith(`reading-${key}`));
  const run: DueItem = {
    key,
    of: 'run',
    stage: 'proof',
    minutes,
    attended: false,
    needs: isWatched ? ['thermometer'] : [],
    bits: 0,
    state,
    startedAt: at,
    run: of,
    ...(putOff.length > 0 && { readingsPutOff: Object.fromEntries(putOff) }),
    ...(isWatched && { place, soak: { points, uncertainty, ...(limitCelsius !== undefined && { limitCelsius }) } }),
  };
  const over: DueItem = {
    key: `over-${id}`,
    of: 'run-over',
    stage: 'proof',
    minutes: 1,
    attended: true,
    needs: [],
    bits: BITS.over,
    state,
    at,
    earliest: minutes,
    run: of,
    line: `${of} done`,
  };
  if (isWatched || of === 'glue' || of === 'heat' || of === 'rest') return [run, over];
  return [run, ...looksAt(specimen, entry, key, state), over];
}

/** Readings now and then of what runs for long, but for those that were taken. */
function looksAt(specimen: Specimen, entry: SpecimenRun['entry'], since: string, state: DueItem['state']): readonly DueItem[] {
  const taken = specimen.readings.filter(({ during }) => during?.run === entry.id).map(({ during }) => (during?.seconds ?? 0) / 60);
  const step = entry.minutes / LOOKS_AT_RUN;
  const line = entry.of === 'runtime' ? 'lux ' : entry.of === 'charge' ? 'in ' : 'T';
  return Array.from({ length: LOOKS_AT_RUN - 1 }, (_, index) => (index + 1) * step)
    .filter((moment) => !taken.some((minutes) => Math.abs(minutes - moment) < step / 2))
    .map((moment) => ({
      key: `watch-${entry.id}-${Math.round(moment)}`,
      of: 'run-reading' as const,
      stage: 'proof' as const,
      minutes: MINUTES.reading,
      attended: true,
      needs: [
        entry.of === 'runtime' ? ('light meter' as const) : entry.of === 'charge' ? ('in-line meter' as const) : ('thermometer' as const),
      ],
      bits: BITS.watch,
      state,
      since,
      earliest: moment - step / 4,
      latest: moment + step / 4,
      run: entry.of,
      line,
    }));
}

function dischargeItems({ benchState, benchStateSince }: Specimen, discharges: readonly Discharge[]): readonly DueItem[] {
  if (benchState !== 'charged' || benchStateSince === undefined) return [];
  const slowest = discharges.toSorted((a, b) => (b.longest?.secondsTo34 ?? 0) - (a.longest?.secondsTo34 ?? 0))[0];
  if (!slowest) return [];
  return [
    {
      key: 'discharge',
      of: 'discharge',
      stage: 'readings',
      minutes: MINUTES.reading,
      attended: true,
      needs: ['meter'],
      bits: BITS.discharge,
      state: 'charged',
      at: benchStateSince,
      earliest: (slowest.longest?.secondsTo34 ?? 0) / 60,
      ref: slowest.ref,
      line: `${slowest.ref} `,
    },
  ];
}

/** The next work on it: what is wrong first; else a rework with its proof; else the reading that settles most. */
function workItems(analyses: SpecimenAnalyses): readonly DueItem[] {
  const { specimen } = analyses;
  const waits = specimen.benchState === 'charged' ? { after: ['discharge'] } : {};
  if (symptomsOf(specimen).length > 0 && specimen.decision?.choice !== 'leave' && specimen.decision?.choice !== 'discard')
    return [work('fault-test', 'readings', MINUTES.test, ['meter'], BITS.test, 'dead', waits)];
  // What is signed off is done; what is to be watched of it is a look.
  if (specimen.proof?.verdict === 'keep') return [];
  const rework = specimen.reworks.at(-1);
  if (rework && specimen.state === specimen.reworks.length && !specimen.proof) return proofItems(analyses);
  if (specimen.claims.length > 0 && !specimen.readings.some(({ entry }) => entry.place.at === 'in'))
    return [work('first-light', 'first-light', MINUTES.firstLight, ['in-line meter'], BITS.firstLight, 'live', waits)];
  const found = appraise(analyses.after(specimen.state));
  const [next] = found.ok ? found.value.next : [];
  return found.ok && next ? [probeItem(next, found.value)] : [];
}

function work(
  of: DueItem['of'],
  stage: DueItem['stage'],
  minutes: number,
  needs: DueItem['needs'],
  bits: number,
  state: DueItem['state'],
  more: Partial<DueItem> = {},
): DueItem {
  return { key: of, of, stage, minutes, attended: true, needs, bits, state, ...more };
}

function probeItem({ kind, ref, state, now, expectedUncertainty, chipAmps }: ProbeProposal, { circuit }: Appraisal): DueItem {
  const mains = touchableMains(circuit) !== undefined;
  const atSupply = kind === 'amps' || kind === 'watts';
  const needs =
    chipAmps !== undefined ? (['supply', 'meter'] as const) : atSupply && mains ? (['in-line meter'] as const) : (['meter'] as const);
  return {
    ...work('probe', 'readings', MINUTES.reading, needs, Math.max(0.1, Math.log2(now / expectedUncertainty)), state),
    ref,
    line: chipAmps !== undefined ? `${ref} chip @ ${Number((1000 * chipAmps).toPrecision(3))}ma ` : atSupply ? 'in ' : `${ref} `,
  };
}

/** From the soldering iron to the soak, each behind the one before. */
function proofItems(analyses: SpecimenAnalyses): readonly DueItem[] {
  const { specimen } = analyses;
  const rework = specimen.reworks.at(-1);
  if (!rework) return [];
  const after = specimen.readings.filter((reading) => reading.rework === specimen.reworks.length);
  const wasPowered = after.some(({ entry }) => entry.condition.state === 'live');
  const wasChecked =
    wasPowered || after.some(({ entry }) => entry.condition.state === 'dead' || entry.figures.some(({ unit }) => unit === 'ohms'));
  const items: DueItem[] = [];
  const add = (item: DueItem) => {
    const before = items.at(-1);
    items.push(before ? { ...item, after: [before.key] } : item);
  };
  if (!wasChecked && rework.ticked.length === 0)
    add(work('rework', 'rework', MINUTES.change * rework.moves.length, [], BITS.rework, 'dead', { text: rework.title }));
  if (!wasChecked) add(work('check-dead', 'proof', MINUTES.checks, ['meter'], BITS.checks, 'dead'));
  if (!wasPowered) add(work('first-power', 'proof', MINUTES.firstPower, ['in-line meter'], BITS.firstPower, 'live'));
  const left = predictionsLeft(analyses);
  if (left > 0) add(work('predictions', 'proof', MINUTES.perPrediction * left, ['meter'], BITS.prediction * left, 'live', { count: left }));
  const wasSoaked = specimen.runs.some(({ entry, rework: taken }) => entry.of === 'soak' && taken === specimen.reworks.length);
  if (!wasSoaked) {
    add({
      ...work('soak', 'proof', MINUTES.soak, ['thermometer'], BITS.soak, 'live'),
      attended: false,
      run: 'soak',
      line: `soak case ${MINUTES.soak}min `,
    });
    for (const share of SOAK_SHARES) {
      items.push({
        ...work('soak-reading', 'proof', MINUTES.reading, ['thermometer'], BITS.soak / SOAK_SHARES.length, 'live'),
        key: `soak-reading-${share}`,
        since: 'soak',
        earliest: (share - WINDOW_SHARE) * MINUTES.soak - MINUTES.reading,
        latest: share * MINUTES.soak + WINDOW_SHARE * MINUTES.soak - MINUTES.reading,
        line: 'Tcase ',
      });
    }
  }
  return items;
}

/** How many places a live reading is predicted for and was not taken yet. */
function predictionsLeft(analyses: SpecimenAnalyses): number {
  const after = appraise(analyses.last);
  return after.ok ? after.value.slots.filter(({ kind, read }) => kind !== 'ohms' && kind !== 'farads' && !read).length : 0;
}
