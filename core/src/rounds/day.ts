import { Bookings, SAME_MOMENT } from './bookings.ts';
import type { PlannedTask, Rounds, Task } from './task.ts';

/** Something that a task takes up: from its start, for so many minutes. */
interface Use {
  readonly thing: string;
  readonly minutes: number;
}

/** A task with what the others mean to it. */
export interface Wanted {
  readonly task: Task;
  readonly uses: readonly Use[];
  /** Whose things it may use while they have them: a reading within a soak is taken with the soak's own thermometer. */
  readonly shared: ReadonlySet<string>;
  /** Those that count from its start. */
  readonly followers: readonly Wanted[];
  /** It and its followers, and theirs. */
  readonly group: ReadonlySet<string>;
  /** What the group is worth. */
  readonly value: number;
  /** What comes before it, planned or left out; and before any of its group. */
  readonly before: readonly string[];
  readonly beforeGroup: readonly string[];
}

export const HANDS = 'hands';
export const instrumentThing = (name: string): string => `instrument ${name}`;
export const specimenThing = (name: string): string => `specimen ${name}`;

const NOBODY: ReadonlySet<string> = new Set();

/** The tasks of a day with how they hang together. */
export class Day {
  readonly wanted: ReadonlyMap<string, Wanted>;
  /** What is placed together with its followers: they count from its start, and of what runs already the start is known. */
  readonly roots: readonly Wanted[];
  /** What runs already and what is held, before anything is planned. */
  readonly begun: Bookings;
  /** What runs already, where it is. */
  readonly running: readonly PlannedTask[];

  constructor(readonly rounds: Rounds) {
    const byId = new Map(rounds.tasks.map((task) => [task.id, task]));
    const following = new Map<string, Task[]>();
    for (const task of rounds.tasks) {
      const { since } = task;
      if (since !== undefined) following.set(since, [...(following.get(since) ?? []), task]);
    }
    const made = new Map<string, Wanted>();
    const make = (task: Task): Wanted => {
      const followers = (following.get(task.id) ?? []).toSorted((a, b) => latestOf(a) - latestOf(b)).map(make);
      const group = new Set([task.id, ...followers.flatMap((one) => [...one.group])]);
      const before = task.after.filter((id) => byId.has(id) && id !== task.since);
      const one: Wanted = {
        task,
        uses: usesOf(task),
        shared: ancestorsOf(task, byId, rounds.held),
        followers,
        group,
        value: followers.reduce((sum, { value }) => sum + value, task.value),
        before,
        beforeGroup: [...before, ...followers.flatMap(({ beforeGroup }) => beforeGroup)].filter((id) => !group.has(id)),
      };
      made.set(task.id, one);
      return one;
    };
    for (const task of rounds.tasks) if (task.since === undefined) make(task);
    this.wanted = made;
    const hasBegun = (id: string | undefined) => id === undefined || byId.get(id)?.started !== undefined;
    this.roots = [...made.values()].filter(({ task }) => task.started === undefined && hasBegun(task.since));
    this.begun = new Bookings(
      new Map([
        [HANDS, rounds.hands],
        ...rounds.tasks.flatMap(({ needs }) => needs.map((need) => [instrumentThing(nameOf(need)), 0] as const)),
        ...Object.entries(rounds.instruments).map(([name, count]) => [instrumentThing(name), count] as const),
      ]),
    );
    for (const { instrument, until, by } of rounds.held)
      this.begun.book(instrumentThing(instrument), { start: 0, end: until, by: by ?? `held ${instrument}` });
    this.running = rounds.tasks.flatMap(({ id, started, minutes }) =>
      started === undefined ? [] : [{ id, start: started, end: started + minutes }],
    );
    for (const { id, start } of this.running) this.book(this.begun, made.get(id) as Wanted, start);
  }

  /** Takes up what a task needs from its start on. */
  book(bookings: Bookings, { task, uses, shared }: Wanted, start: number): void {
    for (const { thing, minutes } of uses) {
      let free = [{ start, end: start + minutes }];
      const owners = sharedOf(thing, shared);
      if (owners.size > 0) {
        for (const { by, start: from, end: to } of [...bookings.of(thing)]) {
          if (!owners.has(by)) continue;
          for (const span of free) {
            const inside = { start: Math.max(span.start, from), end: Math.min(span.end, to), by: task.id, within: by };
            if (inside.end > inside.start) bookings.book(thing, inside);
          }
          free = free.flatMap((span) => without(span, { start: from, end: to }));
        }
      }
      for (const span of free) bookings.book(thing, { ...span, by: task.id });
    }
  }

  /**
   * The first moment at which a task can begin.
   *
   * @param low no sooner; @param high no later
   */
  firstFit(bookings: Bookings, { task, uses, shared }: Wanted, low: number, high: number): number | undefined {
    const last = Math.min(high, this.rounds.minutes - task.minutes) + SAME_MOMENT;
    let start = low;
    while (start <= last) {
      let next = start;
      for (const { thing, minutes } of uses) {
        const free = bookings.inTheWay(thing, start, start + minutes, sharedOf(thing, shared));
        if (free !== undefined) next = Math.max(next, free);
      }
      if (next === start) return start;
      start = next;
    }
    return undefined;
  }

  /**
   * Within what a task may begin.
   *
   * @param planned what is planned so far
   * @returns undefined where one that it waits for is neither planned nor past
   */
  windowOf({ task }: Wanted, planned: ReadonlyMap<string, PlannedTask>): { low: number; high: number } | undefined {
    let low = 0;
    for (const id of task.after) {
      const other = planned.get(id);
      if (!other) {
        if (this.wanted.has(id)) return undefined;
        continue;
      }
      // What counts from the other's start comes within it; what only comes after it, once it is done.
      if (task.since !== id) low = Math.max(low, other.end);
    }
    const since = task.since === undefined ? 0 : planned.get(task.since)?.start;
    if (since === undefined) return undefined;
    return { low: Math.max(low, since + (task.earliest ?? Number.NEGATIVE_INFINITY)), high: since + latestOf(task) };
  }
}

/** Nobody's hands do two things at once. */
export function sharedOf(thing: string, shared: ReadonlySet<string>): ReadonlySet<string> {
  return thing === HANDS ? NOBODY : shared;
}

export function latestOf({ latest }: Task): number {
  return latest ?? Number.POSITIVE_INFINITY;
}

function nameOf(need: Task['needs'][number]): string {
  return typeof need === 'string' ? need : need.instrument;
}

function usesOf({ needs, attended, specimen, minutes }: Task): readonly Use[] {
  return [
    ...(attended ? [{ thing: HANDS, minutes }] : []),
    ...(specimen === undefined ? [] : [{ thing: specimenThing(specimen), minutes }]),
    ...needs.map((need) => ({
      thing: instrumentThing(nameOf(need)),
      minutes: typeof need === 'string' ? minutes : Math.min(minutes, need.minutes),
    })),
  ];
}

/** What a task belongs to: what it counts from, and what holds something for it. */
function ancestorsOf(task: Task, byId: ReadonlyMap<string, Task>, held: Rounds['held']): ReadonlySet<string> {
  const holders = new Set(held.map(({ by }) => by));
  const found = new Set<string>();
  const open = [task];
  for (let one = open.pop(); one; one = open.pop()) {
    for (const id of one.after) if (holders.has(id)) found.add(id);
    const { since } = one;
    if (since === undefined || found.has(since)) continue;
    found.add(since);
    const parent = byId.get(since);
    if (parent) open.push(parent);
  }
  if (holders.has(task.id)) found.add(task.id);
  return found;
}

function without(
  span: { readonly start: number; readonly end: number },
  other: { readonly start: number; readonly end: number },
): { start: number; end: number }[] {
  if (other.start >= span.end || other.end <= span.start) return [span];
  return [
    { start: span.start, end: Math.min(span.end, other.start) },
    { start: Math.max(span.start, other.end), end: span.end },
  ].filter(({ start, end }) => end > start);
}
