import type { Bookings } from './bookings.ts';
import { type Day, HANDS, instrumentThing, sharedOf, specimenThing, type Wanted } from './day.ts';
import type { LeftReason, LeftTask, PlannedTask } from './task.ts';

/** For every task that found no place, what stood in its way, and by how much. */
export function whyLeft(day: Day, planned: ReadonlyMap<string, PlannedTask>): readonly LeftTask[] {
  const bookings = day.begun.copy();
  for (const { id, start } of planned.values()) {
    const one = day.wanted.get(id) as Wanted;
    if (one.task.started === undefined) day.book(bookings, one, start);
  }
  const reasons = new Map<string, LeftTask>();
  const reasonOf = (one: Wanted): LeftTask => {
    const known = reasons.get(one.task.id);
    if (known) return known;
    const waitsFor = [...one.task.after, ...(one.task.since === undefined ? [] : [one.task.since])]
      .map((id) => day.wanted.get(id))
      .find((other) => other !== undefined && !planned.has(other.task.id));
    const reason = waitsFor ? { ...reasonOf(waitsFor), id: one.task.id, of: waitsFor.task.id } : reasonAlone(day, bookings, one, planned);
    reasons.set(one.task.id, reason);
    return reason;
  };
  return [...day.wanted.values()].filter(({ task }) => !planned.has(task.id)).map(reasonOf);
}

function reasonAlone(day: Day, bookings: Bookings, one: Wanted, planned: ReadonlyMap<string, PlannedTask>): LeftTask {
  const { task } = one;
  const left = (because: LeftReason, minutes: number, of?: string): LeftTask => ({
    id: task.id,
    because,
    ...(of !== undefined && { of }),
    minutes: Math.max(0, minutes),
  });
  const { low, high } = day.windowOf(one, planned) ?? { low: 0, high: Number.POSITIVE_INFINITY };
  if (low > high || high < 0) return left('window missed', low - high);
  const last = Math.min(high, day.rounds.minutes - task.minutes);
  if (low > last) return left('no time', low + task.minutes - day.rounds.minutes);
  const instruments = task.needs.map((need) => (typeof need === 'string' ? need : need.instrument));
  const missing = instruments.find((name) => bookings.capacity(instrumentThing(name)) <= 0);
  if (missing !== undefined) return left('no instrument', task.minutes, missing);
  if (task.attended && bookings.capacity(HANDS) <= 0) return left('no hands', task.minutes);
  // What alone would have to be out of the way.
  for (const name of instruments) {
    const thing = instrumentThing(name);
    if (fitsWithout(day, bookings, one, [thing], low, high))
      return left('no instrument', leastClash(bookings, one, thing, low, last), name);
  }
  if (fitsWithout(day, bookings, one, [HANDS], low, high)) return left('no hands', leastClash(bookings, one, HANDS, low, last));
  const specimen = task.specimen === undefined ? undefined : specimenThing(task.specimen);
  if (specimen && fitsWithout(day, bookings, one, [specimen], low, high))
    return left('no time', leastClash(bookings, one, specimen, low, last));
  const things = instruments.map((name) => ({ name, minutes: leastClash(bookings, one, instrumentThing(name), low, last) }));
  const worst = things.toSorted((a, b) => b.minutes - a.minutes)[0];
  if (worst && worst.minutes > 0) return left('no instrument', worst.minutes, worst.name);
  if (task.attended) return left('no hands', leastClash(bookings, one, HANDS, low, last));
  return left('no time', specimen ? leastClash(bookings, one, specimen, low, last) : 0);
}

function fitsWithout(day: Day, bookings: Bookings, one: Wanted, things: readonly string[], low: number, high: number): boolean {
  return day.firstFit(bookings, { ...one, uses: one.uses.filter(({ thing }) => !things.includes(thing)) }, low, high) !== undefined;
}

/** How long it would be in the way of others at the place where that is least. */
function leastClash(bookings: Bookings, { uses, shared }: Wanted, thing: string, low: number, last: number): number {
  const minutes = uses.find((use) => use.thing === thing)?.minutes ?? 0;
  const moments = [low, last, ...bookings.of(thing).flatMap(({ start, end }) => [start - minutes, end])];
  const clashes = moments
    .filter((moment) => moment >= low && moment <= last)
    .map((moment) => bookings.clash(thing, moment, moment + minutes, sharedOf(thing, shared)));
  return Math.min(...clashes);
}
