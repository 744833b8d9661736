/** A use of something for a time, minutes from the beginning of the plan. */
export interface Booking {
  readonly start: number;
  readonly end: number;
  /** Whose. */
  readonly by: string;
  /** Who has it anyway all that time: for anybody else it is taken once, and not twice. */
  readonly within?: string;
}

/** Times closer than this are one, minutes: a thousandth of a second. */
export const SAME_MOMENT = 1e-5;

/** Who has each thing when: hands, instruments and the specimens themselves. */
export class Bookings {
  private readonly lists = new Map<string, Booking[]>();

  /** @param capacities how many of each there are; of what is not named, one */
  constructor(private readonly capacities: ReadonlyMap<string, number>) {}

  /** With the same bookings, which can then go on by themselves. */
  copy(): Bookings {
    const copied = new Bookings(this.capacities);
    for (const [thing, list] of this.lists) copied.lists.set(thing, [...list]);
    return copied;
  }

  capacity(thing: string): number {
    return this.capacities.get(thing) ?? 1;
  }

  of(thing: string): readonly Booking[] {
    return this.lists.get(thing) ?? [];
  }

  book(thing: string, booking: Booking): void {
    if (booking.end - booking.start <= SAME_MOMENT) return;
    const list = this.lists.get(thing);
    if (list) list.push(booking);
    else this.lists.set(thing, [booking]);
  }

  /** Takes the bookings of these away again. */
  release(by: ReadonlySet<string>): void {
    for (const [thing, list] of this.lists) {
      if (list.some((booking) => by.has(booking.by)))
        this.lists.set(
          thing,
          list.filter((booking) => !by.has(booking.by)),
        );
    }
  }

  /**
   * When a thing is free again for somebody who wants it over a time.
   *
   * @param shared whose bookings do not count
   * @returns undefined where it is free all that time; else a moment before which it is not
   */
  inTheWay(thing: string, start: number, end: number, shared: ReadonlySet<string>): number | undefined {
    const capacity = this.capacity(thing);
    if (capacity <= 0) return Number.POSITIVE_INFINITY;
    const isOther = (one: Booking) => one.start < end - SAME_MOMENT && one.end > start + SAME_MOMENT && counts(one, shared);
    if (capacity === 1) {
      // Whoever comes later has to wait for all of them.
      let free: number | undefined;
      for (const one of this.of(thing)) if (isOther(one) && !(free !== undefined && free >= one.end)) free = one.end;
      return free;
    }
    const others = this.of(thing).filter(isOther);
    if (others.length < capacity || mostAtOnce(others, start) < capacity) return undefined;
    return Math.min(...others.map((one) => one.end));
  }

  /** For how much of a time all of a thing are in use. */
  clash(thing: string, start: number, end: number, shared: ReadonlySet<string>): number {
    const capacity = this.capacity(thing);
    if (capacity <= 0) return end - start;
    const others = this.of(thing).filter((one) => one.start < end && one.end > start && counts(one, shared));
    const moments = [...new Set([start, end, ...others.flatMap((one) => [one.start, one.end])])]
      .filter((moment) => moment >= start && moment <= end)
      .sort((a, b) => a - b);
    let minutes = 0;
    for (let index = 1; index < moments.length; index++) {
      const [from, to] = [moments[index - 1] as number, moments[index] as number];
      if (others.filter((one) => one.start <= from && one.end >= to).length >= capacity) minutes += to - from;
    }
    return minutes;
  }
}

function counts({ by, within }: Booking, shared: ReadonlySet<string>): boolean {
  return !shared.has(by) && (within === undefined || shared.has(within));
}

/** How many run together at the fullest moment from a time on. */
function mostAtOnce(bookings: readonly Booking[], from: number): number {
  let most = 0;
  for (const { start } of bookings) {
    const moment = Math.max(start, from);
    let count = 0;
    for (const one of bookings) if (one.start <= moment + SAME_MOMENT && one.end > moment + SAME_MOMENT) count++;
    most = Math.max(most, count);
  }
  return most;
}
