import { describe, expect, it } from '@jest/globals';
import { drawNormal, seededRandom } from '../../numeric/index.ts';
import { fitSoak, heatPathOf, type SoakPoint, soakAt, soakOutlook, soakTimes } from '../index.ts';

describe('the way of the heat', () => {
  const bare = { chipHeatWatts: 0.1, allHeatWatts: 0.5, body: '5mm', seat: 'not metal', ambientCelsius: 25 } as const;

  it('adds the kelvins of each stretch, by hand', () => {
    const path = heatPathOf(bare);
    // 0.1 W · 300 + 0.1 W · 60 + 0.5 W over 60 cm² of 10 W/m²K
    expect(path.junctionCelsius).toBeCloseTo(25 + 30 + 6 + 0.5 / (10 * 60e-4), 9);
    expect(path.joints.map(({ name, celsius }) => [name, Math.round(celsius)])).toEqual([
      ['junction', 69],
      ['board', 39],
      ['case', 33],
      ['air', 25],
    ]);
    expect(path.dominant).toBe('junction to board');
    expect(path.low).toBeLessThan(path.junctionCelsius);
    expect(path.high).toBeGreaterThan(path.junctionCelsius);
  });

  it('a temperature that was read takes the place of what lies behind it, and narrows it', () => {
    const guessed = heatPathOf(bare);
    const read = heatPathOf({ ...bare, read: { at: 'board', celsius: 41, uncertainty: 0.5 } });
    expect(read.junctionCelsius).toBeCloseTo(41 + 30, 9);
    expect(read.joints.at(-1)).toEqual({ name: 'board', celsius: 41, read: true });
    expect(read.high - read.low).toBeLessThan(guessed.high - guessed.low);
  });

  it('of more heat is that of a larger outside, 40 K over the room, unless its size is known', () => {
    const flood = { chipHeatWatts: 0.2, allHeatWatts: 30, ambientCelsius: 25 } as const;
    const air = (of: Parameters<typeof heatPathOf>[0]) => heatPathOf(of).stretches.at(-1)?.kelvin;
    expect(air(flood)).toBeCloseTo(40, 9);
    // 30 W over 800 cm² of 10 W/m²K, twice as much with fins.
    expect(air({ ...flood, size: 'as a book' })).toBeCloseTo(30 / (10 * 800e-4), 9);
    expect(air({ ...flood, size: 'as a book', fins: true })).toBeCloseTo(30 / (10 * 1600e-4), 9);
    expect(heatPathOf(flood).high).toBeLessThan(160);
  });

  it('no heat is no rise', () => {
    expect(heatPathOf({ ...bare, chipHeatWatts: 0, allHeatWatts: 0 })).toMatchObject({ junctionCelsius: 25, low: 25, high: 25 });
  });
});

describe('a soak', () => {
  const noisy = (at: (seconds: number) => number, minutes: number, sigma: number, random: () => number): SoakPoint[] =>
    Array.from({ length: minutes * 2 + 1 }, (_, index) => ({
      seconds: index * 30,
      celsius: at(index * 30) + sigma * drawNormal(random),
      uncertainty: sigma,
    }));
  const one = (seconds: number) => 71 - 49 * Math.exp(-seconds / 400);
  const two = (seconds: number) => 71 - 20 * Math.exp(-seconds / 60) - 29 * Math.exp(-seconds / 900);

  const rising =
    (end: number, slow: number, fast = 1, share = 0) =>
    (seconds: number) =>
      end - (end - 22) * (share * Math.exp(-seconds / fast) + (1 - share) * Math.exp(-seconds / slow));
  const fitted = (points: readonly SoakPoint[]) => {
    const fit = fitSoak(points);
    return fit?.outcome === 'fitted' ? fit : undefined;
  };

  it('nearly without noise it is its own law', () => {
    const fit = fitted(noisy(one, 30, 1e-2, () => 0.5));
    expect(fit?.final.value).toBeCloseTo(71, 0);
    expect(fit?.low).toBeLessThan(71.1);
    expect(fit?.high).toBeGreaterThan(70.9);
    expect(soakAt(fit?.curve ?? { final: 0, terms: [] }, 600)).toBeCloseTo(one(600), 1);
    // Within a kelvin of its end after τ·ln 49.
    expect((fit?.steadySeconds ?? 0) / (400 * Math.log(49))).toBeCloseTo(1, 0);
  });

  it('takes a second exponential where the data ask for it, and not where they do not', () => {
    const random = seededRandom(8);
    const asked = fitted(noisy(two, 40, 0.1, random));
    expect(asked?.exponentials).toBe(2);
    expect(asked?.constantSeconds.value).toBeGreaterThan(700);
    const single = Array.from({ length: 8 }, () => fitted(noisy(one, 30, 0.3, random))?.exponentials);
    expect(single.filter((count) => count === 1).length).toBeGreaterThanOrEqual(6);
  });

  it('says too early, and not an end 11 K too low, of eight points in fourteen minutes with a slow part', () => {
    const at = rising(80, 1500, 120, 0.5);
    const points = Array.from({ length: 8 }, (_, index) => ({ seconds: index * 120, celsius: at(index * 120), uncertainty: 0.3 }));
    const fit = fitSoak(points);
    expect(fit?.low).toBeLessThan(80);
    expect(fit?.high).toBeGreaterThan(80);
  });

  it('its time constant is no surer than the constants that are tried lie apart', () => {
    // So exact that one pair of constants weighs all: of two, 44 from 15 s to an hour, one in seven apart; of one, 240.
    const points = (at: (seconds: number) => number) =>
      Array.from({ length: 40 }, (_, index) => ({ seconds: index * 120, celsius: at(index * 120), uncertainty: 0.01 }));
    const two = fitted(points(rising(80, 1500, 60, 0.5)))?.constantSeconds;
    expect(two?.uncertainty).toBeGreaterThanOrEqual((0.13 * 1500) / Math.sqrt(12));
    expect(Math.abs((two?.value ?? 0) - 1500)).toBeLessThan(2 * (two?.uncertainty ?? 0));
    const single = fitted(points(rising(80, 1500, 1, 0)))?.constantSeconds;
    expect(single?.uncertainty).toBeGreaterThanOrEqual((0.022 * 1500) / Math.sqrt(12));
  });

  it('its interval holds the true end in about 95 of 100, of one part or two, in short series and long', () => {
    const random = seededRandom(9);
    const logUniform = (low: number, high: number) => low * (high / low) ** random();
    let [within, told] = [0, 0];
    for (let soak = 0; soak < 120; soak++) {
      const slow = logUniform(240, 1500);
      const isDouble = random() < 0.6;
      const at = rising(45 + 40 * random(), slow, isDouble ? logUniform(30, slow / 3) : 1, isDouble ? 0.15 + 0.5 * random() : 0);
      const points = noisy(at, 8 + Math.floor(32 * random()), 0.3, random).filter((_, index) => index % 3 === 0);
      const fit = fitSoak(points);
      if (fit?.outcome !== 'fitted') continue;
      told += 1;
      if (Math.abs(fit.final.value - at(1e9)) <= 2 * fit.final.uncertainty) within += 1;
    }
    expect(told).toBeGreaterThan(50);
    expect(within / told).toBeGreaterThan(0.9);
    expect(within / told).toBeLessThan(0.99);
  });

  it('narrows as readings come in', () => {
    const points = noisy(one, 40, 0.3, seededRandom(10));
    const [early, late] = [fitSoak(points.slice(0, 40)), fitSoak(points)];
    const width = (fit: typeof early) => (fit ? fit.high - fit.low : Number.NaN);
    expect(width(late)).toBeLessThan(width(early));
  });

  it('does not guess where nothing bends, or too little is there', () => {
    expect(fitSoak([])).toBeUndefined();
    expect(fitSoak(noisy(one, 1, 0.1, () => 0.5).slice(0, 3))).toBeUndefined();
    const straight = noisy(
      (seconds) => 20 + seconds / 100,
      5,
      0.01,
      () => 0.5,
    );
    expect(fitSoak(straight)?.outcome).toBe('too early');
    expect(fitSoak(Array.from({ length: 6 }, () => ({ seconds: 60, celsius: 30, uncertainty: 0.5 })))).toBeUndefined();
  });

  it('is plain data, which goes from thread to thread', () => {
    const fit = fitted(noisy(one, 30, 0.3, seededRandom(3)));
    expect(structuredClone(fit)).toEqual(fit);
  });
});

describe('when to read a soak', () => {
  const one = (seconds: number) => 71 - 49 * Math.exp(-seconds / 400);
  const read = (seconds: number): SoakPoint => ({ seconds, celsius: one(seconds), uncertainty: 0.3 });
  const asked = { from: 60, until: 2400, count: 4, uncertainty: 0.3 };

  it('once where it bends, and at the end; two readings are never closer than hands are quick', () => {
    const { seconds = [], now = 0, afterNext = 0, afterAll = 0 } = soakTimes([read(0)], asked) ?? {};
    expect(seconds).toHaveLength(4);
    expect(seconds.at(-1)).toBeCloseTo(2400, 6);
    expect(seconds[0]).toBeGreaterThan(120);
    expect(seconds[0]).toBeLessThan(900);
    for (const [index, moment] of seconds.entries())
      if (index > 0) expect(moment - (seconds[index - 1] as number)).toBeGreaterThanOrEqual(60 - 1e-6);
    expect(afterNext).toBeLessThan(now);
    expect(afterAll).toBeLessThan(afterNext);
  });

  it('leaves less unsure than as many even readings, and its interval holds the end', () => {
    const random = seededRandom(21);
    const noisy = (at: (seconds: number) => number, seconds: number): SoakPoint => ({
      seconds,
      celsius: at(seconds) + 0.2 * drawNormal(random),
      uncertainty: 0.2,
    });
    let [ratio, within] = [0, 0];
    for (let soak = 0; soak < 8; soak++) {
      const [slow, end] = [180 * (1200 / 180) ** random(), 45 + 45 * random()];
      const at = (seconds: number) => end - (end - 22) * Math.exp(-seconds / slow);
      const points = [noisy(at, 0)];
      while (points.length < 5) {
        const last = points.at(-1)?.seconds ?? 0;
        const [next = 2400] = soakTimes(points, { ...asked, from: last + 60, count: 5 - points.length, uncertainty: 0.2 })?.seconds ?? [];
        points.push(noisy(at, next));
      }
      const width = (fit: ReturnType<typeof fitSoak>) => (fit ? fit.high - fit.low : Number.NaN);
      const fit = fitSoak(points);
      ratio += Math.log(width(fit) / width(fitSoak([1, 2, 3, 4, 5].map((index) => noisy(at, index * 480))))) / 8;
      if (fit && fit.low <= end && end <= fit.high) within += 1;
    }
    expect(Math.exp(ratio)).toBeLessThan(1);
    expect(within).toBeGreaterThanOrEqual(7);
  });

  it('has nothing to say without a reading or without time', () => {
    expect(soakTimes([], asked)).toBeUndefined();
    expect(soakTimes([read(0)], { ...asked, until: 60 })).toBeUndefined();
    expect(soakTimes([read(0)], { ...asked, count: 0 })).toBeUndefined();
  });
});

describe('a soak towards a limit', () => {
  const at = (end: number) => (seconds: number) => ({ seconds, celsius: end - (end - 22) * Math.exp(-seconds / 400), uncertainty: 0.3 });
  const series = (end: number, minutes: number) => Array.from({ length: minutes + 1 }, (_, index) => at(end)(index * 60));

  it('will pass one far below its end, and says when: 400 s · ln(98/35)', () => {
    const outlook = soakOutlook(series(120, 6), 85, 3600);
    expect(outlook).toMatchObject({ level: 'will pass' });
    expect(outlook.passesSeconds).toBeGreaterThan(0.9 * 400 * Math.log(98 / 35));
    expect(outlook.passesSeconds).toBeLessThan(1.1 * 400 * Math.log(98 / 35));
    expect(outlook.soonestSeconds).toBeLessThan(outlook.passesSeconds ?? 0);
  });

  it('stays below one far above its end, is over one that was read, and may pass one that it comes near', () => {
    expect(soakOutlook(series(60, 25), 85, 3600).level).toBe('below');
    expect(soakOutlook(series(120, 20), 85, 3600)).toEqual({ level: 'over', probability: 1 });
    expect(soakOutlook(series(84, 10), 85, 3600).level).toBe('may pass');
  });

  it('of two readings says that it is too early', () => {
    expect(soakOutlook(series(120, 1), 85, 3600).level).toBe('too early');
  });
});
