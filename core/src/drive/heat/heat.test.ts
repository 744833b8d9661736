import { describe, expect, it } from '@jest/globals';
import { drawNormal, seededRandom } from '../../numeric/index.ts';
import { fitSoak, heatPathOf, type SoakPoint } from '../index.ts';

describe('the way of the heat', () => {
  const bare = { chipHeatWatts: 0.1, allHeatWatts: 0.5, body: '5mm', seat: 'not metal', ambientCelsius: 25 } as const;

  it('adds the kelvins of each stretch, by hand', () => {
    const path = heatPathOf(bare);
    // 0.1 W · 300 + 0.1 W · 60 + 0.5 W · 16
    expect(path.junctionCelsius).toBeCloseTo(25 + 30 + 6 + 8, 9);
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

  it('without noise it is its own law', () => {
    const fit = fitSoak(noisy(one, 10, 1e-4, () => 0.5));
    expect(fit?.exponentials).toBe(1);
    expect(fit?.final.value).toBeCloseTo(71, 2);
    expect(fit?.constantSeconds.value).toBeCloseTo(400, 0);
    // Within a kelvin of its end after τ·ln 49.
    expect(fit?.steadySeconds).toBeCloseTo(400 * Math.log(49), -1);
  });

  it('takes a second exponential where the data ask for it, and not where they do not', () => {
    const random = seededRandom(8);
    const asked = fitSoak(noisy(two, 25, 0.1, random));
    expect(asked?.exponentials).toBe(2);
    expect(asked?.constantSeconds.value).toBeGreaterThan(700);
    const single = Array.from({ length: 20 }, () => fitSoak(noisy(one, 12, 0.3, random))?.exponentials);
    expect(single.filter((count) => count === 1).length).toBeGreaterThanOrEqual(17);
  });

  it('its interval holds the true end in about 95 of 100, and narrows as readings come in', () => {
    const random = seededRandom(9);
    let within = 0;
    const soaks = 300;
    for (let soak = 0; soak < soaks; soak++) {
      const fit = fitSoak(noisy(one, 12, 0.3, random));
      if (fit && Math.abs(fit.final.value - 71) <= 2 * fit.final.uncertainty) within += 1;
    }
    expect(within / soaks).toBeGreaterThan(0.9);
    expect(within / soaks).toBeLessThan(0.99);
    const points = noisy(one, 20, 0.3, random);
    const [early, late] = [fitSoak(points.slice(0, 14)), fitSoak(points)];
    expect(late?.final.uncertainty).toBeLessThan(early?.final.uncertainty ?? 0);
  });

  it('does not guess where nothing bends, or too little is there', () => {
    expect(fitSoak([])).toBeUndefined();
    expect(fitSoak(noisy(one, 1, 0.1, () => 0.5).slice(0, 3))).toBeUndefined();
    expect(
      fitSoak(
        noisy(
          (seconds) => 20 + seconds / 100,
          5,
          0.01,
          () => 0.5,
        ),
      ),
    ).toBeUndefined();
    expect(fitSoak(Array.from({ length: 6 }, () => ({ seconds: 60, celsius: 30, uncertainty: 0.5 })))).toBeUndefined();
  });
});
