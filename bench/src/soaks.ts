import { drawNormal, fitSoak, planRounds, type Rounds, type SoakPoint, seededRandom, soakTimes } from '@mindful-probe/core';
import { type Measured, measure } from './measure.ts';

const SOAKS = 200;
const READINGS = 5;
/** How long the power is on, s; and what a thermometer scatters by, K. */
const [LONG, SCATTER] = [2400, 0.2];
const ROOM = 22;

/**
 * Five readings at the times that teach most against five even ones, at 8, 16 … 40 minutes, over simulated soaks of one
 * part or two: how wide the end's interval is, and how often it holds the end.
 */
export function judgeSoaks(): Readonly<Record<string, number>> {
  const random = seededRandom(20_261_129);
  const logUniform = (low: number, high: number) => low * (high / low) ** random();
  const widths = { even: [] as number[], chosen: [] as number[] };
  const held = { even: 0, chosen: 0 };
  for (let soak = 0; soak < SOAKS; soak++) {
    const slow = logUniform(180, 1200);
    const isDouble = random() < 0.5;
    const [fast, share] = isDouble ? [logUniform(30, slow / 3), 0.15 + 0.4 * random()] : [1, 0];
    const end = 45 + 45 * random();
    const read = (seconds: number): SoakPoint => ({
      seconds,
      celsius:
        end - (end - ROOM) * (share * Math.exp(-seconds / fast) + (1 - share) * Math.exp(-seconds / slow)) + SCATTER * drawNormal(random),
      uncertainty: SCATTER,
    });
    const chosen = [read(0)];
    while (chosen.length < READINGS) {
      const last = chosen.at(-1)?.seconds ?? 0;
      const times = soakTimes(chosen, { from: last + 60, until: LONG, count: READINGS - chosen.length, uncertainty: SCATTER });
      chosen.push(read(times?.seconds[0] ?? LONG));
    }
    const even = Array.from({ length: READINGS }, (_, index) => read(((index + 1) * LONG) / READINGS));
    for (const [name, points] of [
      ['even', even],
      ['chosen', chosen],
    ] as const) {
      const fit = fitSoak(points);
      if (!fit) throw new Error('a drawn soak has no fit');
      widths[name].push(fit.high - fit.low);
      if (fit.low <= end && end <= fit.high) held[name] += 1;
    }
  }
  const mean = (list: readonly number[]) => list.reduce((sum, value) => sum + value, 0) / list.length;
  return {
    narrower: 1 - mean(widths.chosen) / mean(widths.even),
    evenCoverage: held.even / SOAKS,
    chosenCoverage: held.chosen / SOAKS,
  };
}

/** A day of sixty tasks over twelve specimens: soaks with readings within, and what needs this and that. */
function fullDay(): Rounds {
  const random = seededRandom(60);
  const names = ['meter', 'thermometer', 'supply', 'in-line meter'];
  const tasks: Rounds['tasks'] = [];
  while (tasks.length < 60) {
    const id = `t${tasks.length}`;
    const specimen = `s${tasks.length % 12}`;
    const value = 10 * random();
    if (random() < 0.15 && tasks.length < 57) {
      tasks.push({ id, specimen, minutes: 40, needs: ['thermometer'], attended: false, after: [], value });
      for (const earliest of [10, 30])
        tasks.push({
          id: `t${tasks.length}`,
          specimen,
          minutes: 2,
          needs: ['thermometer'],
          attended: true,
          after: [],
          since: id,
          earliest,
          latest: earliest + 4,
          value,
        });
      continue;
    }
    tasks.push({
      id,
      specimen,
      minutes: 2 + Math.round(10 * random()),
      needs: names.filter(() => random() < 0.3),
      attended: true,
      after: [],
      ...(random() < 0.3 && { earliest: Math.round(100 * random()), latest: 130 }),
      value,
    });
  }
  return {
    format: 'mindful-probe.rounds',
    version: 1,
    from: '2026-03-07T09:00:00Z',
    minutes: 180,
    hands: 1,
    instruments: Object.fromEntries(names.map((name) => [name, 1])),
    tasks,
    held: [],
  };
}

export function timeRounds(): readonly Measured[] {
  const day = fullDay();
  return [measure('rounds-60', () => void planRounds(day))];
}
