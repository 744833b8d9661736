import { describe, expect, it } from '@jest/globals';
import { drawNormal, seededRandom } from '../numeric/index.ts';
import { type Plan, parseRounds, planRounds, type Rounds, type Task } from './index.ts';

type TaskInput = Partial<Task> & Pick<Task, 'id'>;

function rounds(tasks: readonly TaskInput[], more: Partial<Rounds> = {}): Rounds {
  const parsed = parseRounds({
    format: 'mindful-probe.rounds',
    version: 1,
    from: '2026-03-07T09:00:00Z',
    minutes: 180,
    instruments: { meter: 1, thermometer: 1, supply: 1, 'in-line meter': 1 },
    tasks: tasks.map((task) => ({ minutes: 5, specimen: task.id, ...task })),
    ...more,
  });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}

const starts = ({ plan }: Plan) => Object.fromEntries(plan.map(({ id, start }) => [id, start]));

/** Every rule that a plan keeps, checked without the planner: what is broken, in words. */
function broken(day: Rounds, { plan, left }: Plan): readonly string[] {
  const faults: string[] = [];
  const byId = new Map(day.tasks.map((task) => [task.id, task]));
  const placed = new Map(plan.map((one) => [one.id, one]));
  for (const { id, started, minutes } of day.tasks)
    if (started !== undefined) placed.set(id, { id, start: started, end: started + minutes });
  const near = 1e-3;
  for (const { id, start, end } of plan) {
    const task = byId.get(id) as Task;
    if (Math.abs(end - start - task.minutes) > near) faults.push(`${id} is not as long as it is`);
    if (start < -near || end > day.minutes + near) faults.push(`${id} lies outside the day`);
    const since = task.since === undefined ? 0 : placed.get(task.since)?.start;
    if (since === undefined) faults.push(`${id} without what it counts from`);
    else if (start < since + (task.earliest ?? -1e9) - near || start > since + (task.latest ?? 1e9) + near)
      faults.push(`${id} outside its window`);
    for (const before of task.after) {
      const other = placed.get(before);
      if (!other && byId.has(before)) faults.push(`${id} without ${before}`);
      if (other && task.since !== before && start < other.end - near) faults.push(`${id} before ${before} is done`);
    }
  }
  const within = (id: string, holder: string): boolean => {
    const since = byId.get(id)?.since;
    return since !== undefined && (since === holder || within(since, holder));
  };
  const all = [...placed.values()];
  const moments = all.map(({ start }) => Math.max(0, start) + near);
  for (const moment of moments) {
    const now = all.filter(({ start, end }) => start <= moment && end > moment);
    const task = (id: string) => byId.get(id) as Task;
    if (now.filter(({ id }) => task(id).attended).length > day.hands) faults.push(`too many hands at ${moment}`);
    for (const { id } of now) {
      for (const other of now)
        if (id < other.id && task(id).specimen === task(other.id).specimen && !within(id, other.id) && !within(other.id, id))
          faults.push(`${id} and ${other.id} on one specimen at ${moment}`);
    }
    for (const [name, count] of Object.entries(day.instruments)) {
      const users = now.filter(({ id, start }) =>
        task(id).needs.some((need) =>
          typeof need === 'string' ? need === name : need.instrument === name && start + need.minutes > moment,
        ),
      );
      const own = users.filter(({ id }) => !users.some((other) => within(id, other.id)));
      const held = day.held.filter(({ instrument, until }) => instrument === name && until > moment).length;
      if (own.length + held > count) faults.push(`${name} ${own.length + held} times at ${moment}`);
    }
  }
  const named = [...plan, ...left].map(({ id }) => id).sort();
  const expected = day.tasks
    .filter(({ started }) => started === undefined)
    .map(({ id }) => id)
    .sort();
  if (JSON.stringify(named) !== JSON.stringify(expected)) faults.push('not every task is planned or left');
  return faults;
}

/** A day as it comes: soaks with readings within, waits, work that needs this and that. */
function randomDay(random: () => number, count: number, specimens: number): Rounds {
  const names = ['meter', 'thermometer', 'supply', 'in-line meter'];
  const draw = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)] as T;
  const tasks: TaskInput[] = [];
  while (tasks.length < count) {
    const id = `t${tasks.length}`;
    const specimen = `s${Math.floor(random() * specimens)}`;
    const before = tasks.filter((task) => task.specimen === specimen && task.since === undefined);
    const after = before.length > 0 && random() < 0.4 ? [draw(before).id] : [];
    const value = Math.round(10 * random() * 10) / 10;
    if (random() < 0.2 && tasks.length + 2 < count) {
      const minutes = 20 + Math.floor(random() * 50);
      const isRunning =
        random() < 0.2 && after.length === 0 && !tasks.some((task) => task.specimen === specimen && task.started !== undefined);
      tasks.push({
        id,
        specimen,
        minutes,
        attended: false,
        needs: isRunning ? [] : ['thermometer'],
        after,
        value,
        ...(isRunning && { started: -5 }),
      });
      const readings = 1 + Math.floor(random() * 2);
      for (let reading = 0; reading < readings; reading++) {
        const earliest = Math.floor(random() * (minutes - 4));
        tasks.push({
          id: `t${tasks.length}`,
          specimen,
          minutes: 2,
          needs: isRunning ? [] : ['thermometer'],
          since: id,
          earliest,
          latest: earliest + 3,
          value,
        });
      }
      continue;
    }
    const needs = names
      .filter(() => random() < 0.3)
      .map((name) => (random() < 0.3 ? { instrument: name, minutes: 1 + random() * 3 } : name));
    const earliest = random() < 0.3 ? Math.floor(random() * 120) : undefined;
    tasks.push({
      id,
      specimen,
      minutes: 1 + Math.round(Math.abs(8 * drawNormal(random))),
      needs,
      after,
      value,
      ...(earliest !== undefined && { earliest, ...(random() < 0.7 && { latest: earliest + Math.floor(random() * 30) }) }),
    });
  }
  return rounds(tasks, { minutes: 60 + Math.floor(random() * 150), hands: random() < 0.2 ? 2 : 1 });
}

describe('what has a time of its own within another task', () => {
  it('has that begin later, where its time is taken otherwise: by no more than it takes', () => {
    const day = rounds([
      { id: 'visit', minutes: 5, earliest: 20, latest: 20, value: 100 },
      { id: 'soak', minutes: 30, attended: false, specimen: 'lamp', value: 1 },
      { id: 'reading', minutes: 2, specimen: 'lamp', since: 'soak', earliest: 20, latest: 21, value: 5 },
    ]);
    const plan = planRounds(day);
    expect(plan.left).toEqual([]);
    expect(starts(plan)).toEqual({ visit: 20, soak: 4, reading: 25 });
  });
});

describe('a plan', () => {
  it('keeps every rule on 1,000 random days', () => {
    const random = seededRandom(7);
    for (let day = 0; day < 1000; day++) {
      const one = randomDay(random, 2 + Math.floor(9 * random() ** 1.5), 1 + Math.floor(random() * 5));
      expect({ day, broken: broken(one, planRounds(one, 400)) }).toEqual({ day, broken: [] });
    }
  });

  it('puts on first what runs by itself, and works meanwhile', () => {
    const day = rounds([
      { id: 'solder', minutes: 20 },
      { id: 'soak', minutes: 40, attended: false, needs: ['thermometer'] },
    ]);
    expect(starts(planRounds(day))).toEqual({ soak: 0, solder: 0 });
  });

  it('begins a soak so that its readings fall between other work', () => {
    const day = rounds([
      { id: 'visit', minutes: 10, earliest: 10, latest: 10, value: 50 },
      { id: 'soak', minutes: 30, attended: false },
      { id: 'read', specimen: 'soak', minutes: 2, since: 'soak', earliest: 8, latest: 11, value: 9 },
    ]);
    // With the soak at 0 its reading would fall into the visit, at 9 to 11.
    const at = starts(planRounds(day));
    expect(at.visit).toBe(10);
    expect((at.read as number) + 2 <= 10 || (at.read as number) >= 20).toBe(true);
  });

  it('takes a reading within a soak with the thermometer that the soak holds', () => {
    const day = rounds(
      [{ id: 'a1', specimen: 'a', minutes: 2, needs: ['thermometer'], after: ['a0'], earliest: 10, latest: 14, value: 3 }],
      {
        held: [{ instrument: 'thermometer', until: 22, by: 'a0' }],
      },
    );
    expect(planRounds(day).plan).toEqual([{ id: 'a1', start: 10, end: 12 }]);
    const other = rounds([{ id: 'b1', minutes: 2, needs: ['thermometer'], latest: 14 }], { held: day.held });
    expect(planRounds(other).left).toEqual([{ id: 'b1', because: 'no instrument', of: 'thermometer', minutes: 2 }]);
  });

  it('leaves out what is worth least, and says what stood in its way and by how much', () => {
    const day = rounds(
      [
        { id: 'long', minutes: 50, value: 5 },
        { id: 'short', minutes: 30, value: 1 },
        { id: 'next', minutes: 5, after: ['short'], value: 1 },
        { id: 'too long', minutes: 75 },
        { id: 'past', latest: -4 },
        { id: 'camera', needs: ['camera'] },
      ],
      { minutes: 60 },
    );
    expect(planRounds(day)).toEqual({
      plan: [{ id: 'long', start: 0, end: 50 }],
      left: [
        { id: 'short', because: 'no hands', minutes: 20 },
        { id: 'next', because: 'no hands', of: 'short', minutes: 20 },
        { id: 'too long', because: 'no time', minutes: 15 },
        { id: 'past', because: 'window missed', minutes: 4 },
        { id: 'camera', because: 'no instrument', of: 'camera', minutes: 5 },
      ],
    });
  });

  it('gives an instrument back where it is not needed all the time', () => {
    const day = rounds([
      { id: 'a', minutes: 20, attended: false, needs: [{ instrument: 'meter', minutes: 3 }] },
      { id: 'b', minutes: 5, needs: ['meter'], earliest: 3 },
    ]);
    expect(starts(planRounds(day))).toEqual({ a: 0, b: 3 });
  });

  it('has two pairs of hands at work on two things, and never on one', () => {
    const tasks = [
      { id: 'a', specimen: 'lamp', minutes: 10 },
      { id: 'b', specimen: 'lamp', minutes: 10 },
      { id: 'c', specimen: 'torch', minutes: 10 },
    ];
    const two = planRounds(rounds(tasks, { hands: 2 }));
    expect(Math.max(...two.plan.map(({ end }) => end))).toBe(20);
    expect(Math.max(...planRounds(rounds(tasks)).plan.map(({ end }) => end))).toBe(30);
    expect(planRounds(rounds(tasks, { hands: 0 })).left.map(({ because }) => because)).toEqual(['no hands', 'no hands', 'no hands']);
  });

  it('has as many of an instrument in use as there are', () => {
    const soaks = ['a', 'b', 'c'].map((id) => ({ id, minutes: 40, attended: false, needs: ['thermometer'] }));
    const { plan, left } = planRounds(rounds(soaks, { minutes: 60, instruments: { thermometer: 2 } }));
    expect(plan.map(({ start }) => start)).toEqual([0, 0]);
    expect(left).toMatchObject([{ because: 'no instrument', of: 'thermometer', minutes: 20 }]);
  });

  it('never moves what runs already, and plans around it', () => {
    const day = rounds([
      { id: 'soak', minutes: 30, attended: false, needs: ['thermometer'], started: -12 },
      { id: 'read', specimen: 'soak', minutes: 2, needs: ['thermometer'], since: 'soak', earliest: 20, latest: 24 },
      { id: 'other', minutes: 10, attended: false, needs: ['thermometer'] },
    ]);
    expect(starts(planRounds(day))).toEqual({ read: 8, other: 18 });
  });

  it('is as good as the best that every order gives, one after another as early as each fits', () => {
    const random = seededRandom(11);
    for (let at = 0; at < 12; at++) {
      const day = randomDay(random, 4, 2);
      const value = (plan: Plan) => plan.plan.reduce((sum, { id }) => sum + (day.tasks.find((task) => task.id === id)?.value ?? 0), 0);
      const best = Math.max(...orders(day.tasks).map((tasks) => value(oneByOne({ ...day, tasks: [...tasks] }))));
      expect(value(planRounds(day))).toBeGreaterThanOrEqual(best - 1e-9);
    }
  });

  it('of sixty tasks is worth 95 % of what five times the search finds', () => {
    const random = seededRandom(13);
    for (let at = 0; at < 2; at++) {
      const day = randomDay(random, 60, 12);
      const value = ({ plan }: Plan) => plan.reduce((sum, { id }) => sum + (day.tasks.find((task) => task.id === id)?.value ?? 0), 0);
      const plan = planRounds(day);
      expect(broken(day, plan)).toEqual([]);
      expect(value(plan)).toBeGreaterThan(0.95 * value(planRounds(day, 30_000)));
    }
  });
});

/** The plainest planner: each task in turn as early as it fits, by half minutes. */
function oneByOne(day: Rounds): Plan {
  const running = day.tasks.filter(({ started }) => started !== undefined);
  let plan: { id: string; start: number; end: number }[] = [];
  for (const task of day.tasks.filter(({ started }) => started === undefined)) {
    for (let start = 0; start + task.minutes <= day.minutes; start += 1) {
      const tried = [...plan, { id: task.id, start, end: start + task.minutes }];
      const named = new Set(tried.map(({ id }) => id));
      const waits = [...task.after, ...(task.since === undefined ? [] : [task.since])].every(
        (id) => named.has(id) || running.some((one) => one.id === id),
      );
      if (!waits) break;
      const part = { ...day, tasks: [...running, ...day.tasks.filter(({ id }) => named.has(id))] };
      if (broken(part, { plan: tried, left: [] }).length === 0) {
        plan = tried;
        break;
      }
    }
  }
  return { plan, left: [] };
}

function orders<T>(items: readonly T[]): (readonly T[])[] {
  if (items.length < 2) return [items];
  return items.flatMap((item, index) => orders([...items.slice(0, index), ...items.slice(index + 1)]).map((rest) => [item, ...rest]));
}

describe('a rounds document', () => {
  it.each([
    ['no object', [], ''],
    ['another format', { format: 'mindful-probe.goal' }, 'format'],
    ['another version', { version: 2 }, 'version'],
    [
      'a task twice',
      {
        tasks: [
          { id: 'a', minutes: 1 },
          { id: 'a', minutes: 1 },
        ],
      },
      'tasks.1.id',
    ],
    ['no minutes', { tasks: [{ id: 'a', minutes: 0 }] }, 'tasks.0.minutes'],
    ['a window that ends before it begins', { tasks: [{ id: 'a', minutes: 1, earliest: 5, latest: 4 }] }, 'tasks.0'],
    ['a start of what is not there', { tasks: [{ id: 'a', minutes: 1, since: 'b' }] }, 'tasks.0.since'],
    [
      'tasks that wait for each other',
      {
        tasks: [
          { id: 'a', minutes: 1, after: ['b'] },
          { id: 'b', minutes: 1, after: ['a'] },
        ],
      },
      'tasks.0',
    ],
    [
      'tasks that wait for each other, one of them by when it counts from',
      {
        tasks: [
          { id: 'c', minutes: 1 },
          { id: 'a', minutes: 1, since: 'b' },
          { id: 'b', minutes: 1, after: ['c', 'a'] },
        ],
      },
      'tasks.1',
    ],
  ])('is refused with %s', (_, change, path) => {
    const document = { format: 'mindful-probe.rounds', version: 1, from: '2026-03-07T09:00:00Z', minutes: 60, tasks: [] };
    const parsed = parseRounds(Array.isArray(change) ? change : { ...document, ...change });
    expect(parsed).toMatchObject({ ok: false, error: { path } });
  });
});
