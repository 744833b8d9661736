import type { Bookings } from './bookings.ts';
import { type Day, latestOf, type Wanted } from './day.ts';
import type { PlannedTask } from './task.ts';

/** What an order of the tasks comes to. */
export interface Placed {
  readonly planned: ReadonlyMap<string, PlannedTask>;
  readonly value: number;
  /** When the last of them is over, and all starts together: of two of one value the sooner done is better. */
  readonly lastEnd: number;
  readonly starts: number;
}

/** Values and minutes closer than this are one. */
const SAME = 1e-9;

export function isBetter(one: Placed, than: Placed): boolean {
  if (Math.abs(one.value - than.value) > SAME) return one.value > than.value;
  if (Math.abs(one.lastEnd - than.lastEnd) > SAME) return one.lastEnd < than.lastEnd;
  return one.starts < than.starts - SAME;
}

/** A task is begun later so often for the sake of those that count from its start. */
const MOST_DELAYS = 6;

/** A day as it fills: groups are placed one after another, each as early as it fits. */
export class Placing {
  private readonly planned = new Map<string, PlannedTask>();
  /** Those that have had their turn, planned or not. */
  private readonly decided = new Set<string>();
  private readonly bookings: Bookings;
  /** How many places were looked at: what it cost. */
  tries = 0;

  constructor(private readonly day: Day) {
    this.bookings = day.begun.copy();
    for (const one of day.running) {
      this.planned.set(one.id, one);
      this.decided.add(one.id);
    }
  }

  /** Which of these can have their turn. Where groups wait for each other’s members, those whose own turn has come. */
  ready(roots: readonly Wanted[]): readonly Wanted[] {
    const whole = roots.filter(({ beforeGroup }) => this.areDecided(beforeGroup));
    return whole.length > 0 ? whole : roots.filter(({ before }) => this.areDecided(before));
  }

  /** A task with its followers, begun as late as gets the most of them in, and no later. */
  place(root: Wanted): void {
    const window = this.day.windowOf(root, this.planned);
    for (const id of root.group) this.decided.add(id);
    if (!window) return;
    let low = window.low;
    let best: { start: number; value: number } | undefined;
    for (let delay = 0; delay <= MOST_DELAYS; delay++) {
      this.tries++;
      const start = this.day.firstFit(this.bookings, root, low, window.high);
      if (start === undefined) break;
      const { value, later } = this.tryAt(root, start);
      if (value >= root.value - SAME || (delay === 0 && later === undefined)) return;
      if (!best || value > best.value) best = { start, value };
      this.release(root);
      if (later === undefined || !(later > SAME)) break;
      low = start + later;
    }
    if (best) this.tryAt(root, best.start);
  }

  /** As if its turn had not come. */
  takeBack(root: Wanted): void {
    this.release(root);
    for (const id of root.group) this.decided.delete(id);
  }

  result(): Placed {
    let [value, lastEnd, starts] = [0, 0, 0];
    for (const { id, start, end } of this.planned.values()) {
      const { task } = this.day.wanted.get(id) as Wanted;
      if (task.started !== undefined) continue;
      value += task.value;
      lastEnd = Math.max(lastEnd, end);
      starts += start;
    }
    return { planned: new Map(this.planned), value, lastEnd, starts };
  }

  private areDecided(ids: readonly string[]): boolean {
    return ids.every((id) => this.decided.has(id));
  }

  /** @returns what it is worth there, and by how much later it would have to begin for the first of its followers that found no place */
  private tryAt(one: Wanted, start: number): { value: number; later?: number } {
    const { task, followers } = one;
    this.planned.set(task.id, { id: task.id, start, end: start + task.minutes });
    this.day.book(this.bookings, one, start);
    let { value } = task;
    let later: number | undefined;
    for (const follower of followers) {
      const window = this.day.windowOf(follower, this.planned);
      if (!window) continue;
      this.tries++;
      const at = this.day.firstFit(this.bookings, follower, window.low, Number.POSITIVE_INFINITY);
      if (at === undefined) continue;
      if (at > window.high + SAME) {
        later ??= at - (start + latestOf(follower.task));
        continue;
      }
      const behind = this.tryAt(follower, at);
      value += behind.value;
      later ??= behind.later;
    }
    return { value, ...(later !== undefined && { later }) };
  }

  private release({ group }: Wanted): void {
    this.bookings.release(group);
    for (const id of group) this.planned.delete(id);
  }
}
