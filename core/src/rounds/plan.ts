import { seededRandom } from '../numeric/index.ts';
import { Day, latestOf, type Wanted } from './day.ts';
import { isBetter, type Placed, Placing } from './place.ts';
import type { Plan, Rounds } from './task.ts';
import { whyLeft } from './why-left.ts';

/** Of so few every order is tried: 5,040 of seven. */
const FEW = 7;
/** Sixty tasks are planned within 200 ms by so many (bench). */
const MOST_TRIES = 6000;
const TRIES_BEFORE_ALL = 150;
const ENOUGH_SEEN = 300;
const SEED = 20_261_129;
const SAME_VALUE = 1e-9;

/**
 * Plans a day: what is done when, every window and order kept, no instrument, specimen or pair of hands twice, what is
 * worth least left out. Of few tasks every order is tried; of more, orders by worth, haste and length are bettered by
 * moving one task at a time (serial schedule generation with local search; Kolisch and Hartmann, in Węglarz, Project
 * Scheduling, 1999, ch. 7). The same day gives the same plan.
 *
 * @param mostTries of many tasks: so many places are looked at before the best order so far stands
 */
export function planRounds(rounds: Rounds, mostTries = MOST_TRIES): Plan {
  const day = new Day(rounds);
  const best = day.roots.length <= FEW ? bestOfAll(day) : bestFound(day, mostTries);
  const plan = [...best.planned.values()].filter(({ id }) => day.wanted.get(id)?.task.started === undefined);
  return {
    plan: plan.sort((a, b) => a.start - b.start || a.end - b.end || (a.id < b.id ? -1 : 1)),
    left: whyLeft(day, best.planned),
  };
}

/** Every order, but those that begin so badly that the rest cannot mend it. */
function bestOfAll(day: Day): Placed {
  const placing = new Placing(day);
  const all = worthOf(day.roots);
  // A good one to begin with: most others then show early that they come to less.
  let best = bestFound(day, TRIES_BEFORE_ALL);
  let seen = 0;
  const follow = (waiting: readonly Wanted[]) => {
    const sofar = placing.result();
    const most = sofar.value + worthOf(waiting);
    if (most < best.value - SAME_VALUE || (most < best.value + SAME_VALUE && sofar.lastEnd > best.lastEnd + SAME_VALUE)) return;
    // With everything in, the rest is only about being done sooner.
    if (++seen > ENOUGH_SEEN && best.value > all - SAME_VALUE) return;
    if (waiting.length === 0) {
      if (isBetter(sofar, best)) best = sofar;
      return;
    }
    for (const next of placing.ready(waiting)) {
      placing.place(next);
      follow(waiting.filter((one) => one !== next));
      placing.takeBack(next);
    }
  };
  follow(day.roots);
  return best;
}

function worthOf(roots: readonly Wanted[]): number {
  return roots.reduce((sum, { value }) => sum + value, 0);
}

function bestFound(day: Day, mostTries: number): Placed {
  const random = seededRandom(SEED);
  const { roots } = day;
  const all = worthOf(roots);
  let tries = 0;
  const tryOrder = (order: readonly Wanted[]) => {
    const placing = new Placing(day);
    const waiting = [...order];
    while (waiting.length > 0) {
      const [next] = placing.ready(waiting) as [Wanted];
      placing.place(next);
      waiting.splice(waiting.indexOf(next), 1);
    }
    tries += placing.tries;
    return { order, placed: placing.result() };
  };
  let best = STARTING_ORDERS.map((rank) => tryOrder(roots.toSorted((a, b) => rank(a) - rank(b)))).reduce((one, other) =>
    isBetter(other.placed, one.placed) ? other : one,
  );
  while (tries < mostTries && best.placed.value < all - SAME_VALUE) {
    const order = [...best.order];
    // Rather what is left out comes sooner than anything else.
    const left = order.flatMap((one, index) => (best.placed.planned.has(one.task.id) ? [] : [index]));
    const from = left.length > 0 && random() < 0.6 ? pick(left, random) : Math.floor(random() * order.length);
    const [moved] = order.splice(from, 1) as [Wanted];
    order.splice(Math.floor(random() * (order.length + 1)), 0, moved);
    if (random() < 0.3) swap(order, Math.floor(random() * order.length), Math.floor(random() * order.length));
    const tried = tryOrder(order);
    if (!isBetter(best.placed, tried.placed)) best = tried;
  }
  return best.placed;
}

function swap<T>(list: T[], one: number, other: number): void {
  [list[one], list[other]] = [list[other] as T, list[one] as T];
}

function pick<T>(list: readonly T[], random: () => number): T {
  return list[Math.floor(random() * list.length)] as T;
}

/** What comes first: worth a minute, worth, the nearest end of a window, what runs longest by itself. */
const STARTING_ORDERS: readonly ((one: Wanted) => number)[] = [
  (one) => -one.value / minutesOf(one),
  ({ value }) => -value,
  ({ task }) => latestOf(task),
  (one) => (one.task.attended ? 1e6 : -one.task.minutes) - one.value / minutesOf(one),
  ({ task }) => latestOf(task) + task.minutes,
];

/** That it takes hands for. */
function minutesOf({ task, followers }: Wanted): number {
  return followers.reduce((sum, one) => sum + minutesOf(one), task.attended ? task.minutes : 0.5);
}
