import {
  fitSoak,
  type SoakBandPoint,
  type SoakOutcome,
  type SoakOutlook,
  type SoakTimes,
  soakBand,
  soakOutlook,
  soakTimes,
} from '../drive/index.ts';
import { type LeftTask, type PlannedTask, planRounds, type Rounds, type Task } from '../rounds/index.ts';
import { secondsBetween } from '../tape/index.ts';
import type { DueItem } from './due-item.ts';

/** A specimen with what it wants. */
export interface DueSpecimen {
  readonly id: string;
  readonly name: string;
  readonly items: readonly DueItem[];
}

/** What somebody has for the day. */
export interface DaySettings {
  /** From now on. */
  readonly minutes: number;
  readonly hands: number;
  readonly instruments: Readonly<Record<string, number>>;
  /** When the hands are taken, ISO 8601. */
  readonly busy: readonly { readonly id: string; readonly text: string; readonly from: string; readonly until: string }[];
}

/** A soak that runs, with what is known of it now. */
export interface RunningSoak {
  readonly specimenId: string;
  readonly name: string;
  readonly item: DueItem;
  /** `undefined` with fewer than four readings. */
  readonly fit?: SoakOutcome;
  readonly times?: SoakTimes;
  readonly outlook?: SoakOutlook;
  /** What it lies between, from its beginning to its end. */
  readonly band: readonly SoakBandPoint[];
}

/** Something on the day, planned or left, with what it is. */
export interface DayTask {
  readonly id: string;
  readonly specimenId: string;
  readonly name: string;
  readonly item: DueItem;
  /** Minutes from now; of what runs already its beginning is past. */
  readonly start: number;
  readonly end: number;
  /** Its window, minutes from now, where it has one. */
  readonly window?: { readonly earliest: number; readonly latest: number };
}

export interface LeftOfDay extends LeftTask {
  readonly specimenId: string;
  readonly name: string;
  readonly item: DueItem;
}

export interface DayPlan {
  /** What the minutes count from, ISO 8601. */
  readonly now: string;
  readonly minutes: number;
  /** What runs and what is planned, by start. */
  readonly tasks: readonly DayTask[];
  readonly left: readonly LeftOfDay[];
  readonly busy: readonly { readonly text: string; readonly start: number; readonly end: number }[];
  /** What was put off beyond the day. */
  readonly putOff: readonly { readonly specimenId: string; readonly name: string; readonly item: DueItem }[];
  readonly soaks: readonly RunningSoak[];
}

/** So many readings tell where a soak ends, if they are taken at the right times. */
const SOAK_READINGS = 5;
/** Another is not left to the very end. */
const LEAST_TO_COME = 2;
const READING_MINUTES = 2;
/** Two readings are this far apart at least, s. */
const APART_SECONDS = 60;
/** A reading of a soak may be so early or late: this share of its time, and a minute and a half at least. */
const [WINDOW_SHARE, LEAST_WINDOW_MINUTES] = [0.08, 1.5];
/** What has a fixed time and is no task of ours goes before all else. */
const BUSY_VALUE = 1e5;
/** Before any task of a day, minutes. */
const LONG_AGO = -1e6;
/** What stops something from getting too warm goes before any other reading. */
const TOO_WARM_BITS = 10;

/** The day from now on: every specimen's tasks in one plan. */
export function planDay(specimens: readonly DueSpecimen[], settings: DaySettings, now: string): DayPlan {
  const fromNow = (at: string) => secondsBetween(now, at) / 60;
  const soaks = specimens.flatMap((specimen) => runningSoaks(specimen, now));
  const withReadings = specimens.map((specimen) => ({
    ...specimen,
    items: [...specimen.items, ...soaks.filter((soak) => soak.specimenId === specimen.id).flatMap((soak) => readingOf(soak, now))],
  }));
  const all = withReadings.flatMap(({ id, name, items }) => items.map((item) => ({ id: idOf(id, item.key), specimenId: id, name, item })));
  // What waits for something that is put off is put off with it; what counts from it is not wanted before.
  const putOff = withFollowers(
    all,
    all.filter(({ item }) => item.notBefore !== undefined && fromNow(item.notBefore) > settings.minutes),
  );
  const later = all.filter(({ item }) => item.at !== undefined && fromNow(item.at) + (item.earliest ?? 0) > settings.minutes);
  // A look that was not taken in its time is not made up for: the next one comes.
  const past = all.filter(({ specimenId, item }) => item.of === 'run-reading' && lookIsPast(item, all, specimenId, fromNow));
  const today = all.filter((one) => !putOff.has(one.id) && !later.includes(one) && !past.includes(one));
  const known = new Set(today.map(({ id }) => id));
  const busy = settings.busy
    .map(({ id, text, from, until }) => ({ id: `busy/${id}`, text, start: fromNow(from), end: fromNow(until) }))
    .filter(({ start, end }) => end > 0 && start < settings.minutes);
  const carried = carriedAbout(
    today.map(({ item }) => item),
    settings,
  );
  const tasks = [
    ...today.map(({ specimenId, item }) =>
      taskOf(specimenId, withoutCarried(item, carried), fromNow, known, startOf(today, specimenId, item.since, fromNow)),
    ),
    ...busy.map(({ id, start, end }) => busyTask(id, Math.max(0, start), Math.min(end, settings.minutes))),
  ];
  const { plan, left } = planRounds(roundsOf(tasks, settings, now));
  const byId = new Map(today.map((one) => [one.id, one]));
  const placed = new Map(plan.map((one) => [one.id, one]));
  const running = tasks.flatMap(({ id, started, minutes }): PlannedTask[] =>
    started === undefined ? [] : [{ id, start: started, end: Math.max(started + minutes, 0) }],
  );
  return {
    now,
    minutes: settings.minutes,
    tasks: [...running, ...placed.values()]
      .flatMap(({ id, start, end }) => {
        const one = byId.get(id);
        const task = tasks.find((other) => other.id === id);
        return one && task
          ? [{ id, specimenId: one.specimenId, name: one.name, item: one.item, start, end, ...windowOf(task, tasks, placed) }]
          : [];
      })
      .sort((a, b) => a.start - b.start),
    left: left.flatMap((one) => {
      const found = byId.get(one.id);
      return found ? [{ ...one, specimenId: found.specimenId, name: found.name, item: found.item }] : [];
    }),
    busy: busy.map(({ text, start, end }) => ({ text, start, end })),
    putOff: all
      .filter(({ id, item }) => putOff.has(id) && item.since === undefined)
      .map(({ specimenId, name, item }) => ({ specimenId, name, item })),
    soaks,
  };
}

interface Named {
  readonly id: string;
  readonly specimenId: string;
  readonly item: DueItem;
}

function withFollowers(all: readonly Named[], first: readonly Named[]): ReadonlySet<string> {
  const found = new Set(first.map(({ id }) => id));
  for (let size = -1; size !== found.size; ) {
    size = found.size;
    for (const { id, specimenId, item } of all) {
      const before = [...(item.after ?? []), ...(item.since === undefined ? [] : [item.since])];
      if (before.some((key) => found.has(idOf(specimenId, key)))) found.add(id);
    }
  }
  return found;
}

/** When what an item counts from began, minutes from now; undefined where it has not. */
function startOf(all: readonly Named[], specimenId: string, key: string | undefined, fromNow: (at: string) => number): number | undefined {
  const run = key === undefined ? undefined : all.find((one) => one.specimenId === specimenId && one.item.key === key)?.item;
  return run?.startedAt === undefined ? undefined : Math.min(0, fromNow(run.startedAt));
}

/** Instruments that more runs are watched with than there are: each is carried from one to the other, and held by none. */
function carriedAbout(items: readonly DueItem[], { instruments }: DaySettings): ReadonlySet<string> {
  const users = new Map<string, number>();
  for (const { startedAt, needs } of items)
    if (startedAt !== undefined) for (const name of needs) users.set(name, (users.get(name) ?? 0) + 1);
  return new Set([...users].flatMap(([name, count]) => (count > (instruments[name] ?? 0) ? [name] : [])));
}

function withoutCarried(item: DueItem, carried: ReadonlySet<string>): DueItem {
  return item.startedAt === undefined ? item : { ...item, needs: item.needs.filter((name) => !carried.has(name)) };
}

function lookIsPast(item: DueItem, all: readonly Named[], specimenId: string, fromNow: (at: string) => number): boolean {
  const run = all.find((one) => one.specimenId === specimenId && one.item.key === item.since)?.item;
  return run?.startedAt !== undefined && fromNow(run.startedAt) + (item.latest ?? 0) < 0;
}

function idOf(specimenId: string, key: string): string {
  return `${specimenId}/${key}`;
}

function roundsOf(tasks: readonly Task[], { minutes, hands, instruments }: DaySettings, now: string): Rounds {
  return {
    format: 'mindful-probe.rounds',
    version: 1,
    from: now,
    minutes: Math.max(1, minutes),
    hands,
    instruments: { ...instruments },
    tasks: [...tasks],
    held: [],
  };
}

function busyTask(id: string, start: number, end: number): Task {
  return {
    id,
    minutes: Math.max(end - start, 1e-3),
    needs: [],
    attended: true,
    after: [],
    earliest: start,
    latest: start,
    value: BUSY_VALUE,
  };
}

function taskOf(
  specimenId: string,
  item: DueItem,
  fromNow: (at: string) => number,
  known: ReadonlySet<string>,
  since: number | undefined,
): Task {
  const id = (key: string) => idOf(specimenId, key);
  const anchor = item.at === undefined ? 0 : fromNow(item.at);
  const notBefore = item.notBefore === undefined ? Number.NEGATIVE_INFINITY : fromNow(item.notBefore);
  const started = item.startedAt === undefined ? undefined : Math.min(0, fromNow(item.startedAt));
  // What counts from another's start is put off by the clock all the same, where that start is known.
  const sinceStart = since === undefined ? 0 : -since;
  const earliest = Math.max(
    (item.since === undefined ? anchor : 0) + (item.earliest ?? (item.since === undefined ? 0 : LONG_AGO)),
    notBefore + sinceStart,
  );
  const latest = item.latest === undefined ? undefined : (item.since === undefined ? anchor : 0) + item.latest;
  return {
    id: id(item.key),
    specimen: specimenId,
    minutes: started === undefined ? item.minutes : Math.max(item.minutes, -started + 1e-3),
    needs: [...item.needs],
    attended: item.attended,
    after: (item.after ?? []).map(id).filter((one) => known.has(one)),
    value: item.bits,
    ...(started !== undefined && { started }),
    ...(item.since !== undefined && known.has(id(item.since)) && { since: id(item.since) }),
    ...(earliest > LONG_AGO && { earliest }),
    ...(latest !== undefined && { latest: Math.max(latest, earliest) }),
  };
}

function windowOf(
  { earliest, latest, since }: Task,
  tasks: readonly Task[],
  placed: ReadonlyMap<string, PlannedTask>,
): { window?: { earliest: number; latest: number } } {
  if (latest === undefined) return {};
  const from = since === undefined ? 0 : (placed.get(since)?.start ?? tasks.find(({ id }) => id === since)?.started ?? 0);
  return { window: { earliest: from + (earliest ?? 0), latest: from + latest } };
}

/** The soaks of a specimen that run, with what is known of each at a time. */
export function runningSoaks({ id, name, items }: DueSpecimen, now: string): readonly RunningSoak[] {
  return items.flatMap((item): RunningSoak[] => {
    const { soak, startedAt } = item;
    if (!soak || startedAt === undefined) return [];
    const { points, limitCelsius, uncertainty } = soak;
    const elapsed = secondsBetween(startedAt, now);
    const until = Math.max(60 * item.minutes, elapsed);
    const fit = fitSoak(points);
    const last = points.at(-1)?.seconds ?? Number.NEGATIVE_INFINITY;
    const taken = points.filter(({ seconds }) => seconds > 0).length;
    const times = soakTimes(points, {
      from: Math.max(elapsed, last + APART_SECONDS),
      until,
      count: Math.max(LEAST_TO_COME, SOAK_READINGS - 1 - taken),
      uncertainty,
    });
    return [
      {
        specimenId: id,
        name,
        item,
        band: soakBand(points, until),
        ...(fit && { fit }),
        ...(times && { times }),
        ...(limitCelsius !== undefined && { outlook: soakOutlook(points, limitCelsius, until) }),
      },
    ];
  });
}

/** The next readings of a soak that runs; the first at once while none was taken, or while it climbs too far. */
function readingOf({ item, times, outlook }: RunningSoak, now: string): readonly DueItem[] {
  const { soak, startedAt = now, place } = item;
  if (!soak || place === undefined) return [];
  const elapsed = secondsBetween(startedAt, now) / 60;
  const isClimbing = outlook?.level === 'over' || outlook?.level === 'will pass';
  const moments = times && soak.points.length > 0 && !isClimbing ? times.seconds.map((seconds) => seconds / 60) : [elapsed];
  const gain = times && times.afterNext > 0 ? Math.log2(times.now / times.afterNext) : 1;
  return moments
    .filter((moment) => moment <= item.minutes || moments.length === 1)
    .map((moment, index) => {
      const slack = Math.max(LEAST_WINDOW_MINUTES, WINDOW_SHARE * moment);
      // Another one after each reading.
      const key = `reading-${item.key}-${soak.points.length + index}`;
      const notBefore = item.readingsPutOff?.[key];
      return {
        key,
        ...(notBefore !== undefined && { notBefore }),
        of: 'soak-reading' as const,
        stage: 'proof' as const,
        minutes: READING_MINUTES,
        attended: true,
        needs: ['thermometer' as const],
        bits: isClimbing ? TOO_WARM_BITS : index === 0 ? Math.max(0.2, gain) : 0.5,
        state: 'live' as const,
        since: item.key,
        earliest: Math.max(elapsed, moment - slack),
        latest: Math.max(elapsed, moment) + slack,
        place,
        line: `T${place} `,
      };
    });
}
