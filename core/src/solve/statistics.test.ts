import { describe, expect, it } from '@jest/globals';
import { commonPeriod } from './period.ts';
import { distortionOf, flickerOf, type Moments, meanProduct, shareAbove, statisticsOf } from './statistics.ts';

const times = Float64Array.from({ length: 2001 }, (_, index) => index / 2000);
/** Of straight lines between the moments. */
function momentsOf(at: Float64Array): Moments {
  const [first = 0, last = 0] = [at[0], at[at.length - 1]];
  const weights = Float64Array.from(at, (time, i) => ((at[i + 1] ?? time) - (at[i - 1] ?? time)) / 2 / (last - first || 1));
  return { times: at, weights: at.length === 1 ? Float64Array.of(1) : weights };
}

const moments = momentsOf(times);
const wave = (f: (t: number) => number) => Float64Array.from(times, f);

describe('figures over a period', () => {
  it('of a sine: average 0, rms 1/√2, peak 1', () => {
    const { avg, rms, min, max } = statisticsOf(
      moments,
      wave((t) => Math.sin(2 * Math.PI * t)),
    );
    expect(avg).toBeCloseTo(0, 9);
    expect(rms).toBeCloseTo(Math.SQRT1_2, 5);
    expect([min, max]).toEqual([expect.closeTo(-1, 5), expect.closeTo(1, 5)]);
  });

  it('of the time above half of the largest: two thirds of a trapezium, whenever it begins', () => {
    const trapezium = Float64Array.of(0, 1, 1, 0);
    for (const begins of [0, 5]) {
      const at = momentsOf(Float64Array.of(0, 1, 2, 3).map((time) => time + begins));
      expect(shareAbove(at, trapezium, 0.5)).toBeCloseTo(2 / 3, 12);
      expect(shareAbove(at, trapezium, 0.25)).toBeCloseTo(2.5 / 3, 12);
      expect(shareAbove(at, Float64Array.of(0, -1, -1, 0), 0.5)).toBe(0);
    }
  });

  it('a top between the ends of two steps is the one of their parabola; a jump is not made larger', () => {
    // Ends at 0, 0.2, 0.4 …, with the middles between them.
    const at = Float64Array.from({ length: 11 }, (_, index) => index / 10);
    const top = Float64Array.from(at, (t) => 2 - 3 * (t - 0.47) ** 2);
    expect(statisticsOf(momentsOf(at), top).max).toBeCloseTo(2, 9);
    expect(
      statisticsOf(
        momentsOf(at),
        top.map((value) => -value),
      ).min,
    ).toBeCloseTo(-2, 9);
    const jump = Float64Array.from(at, (t) => (t < 0.35 ? 0 : 10 - t));
    expect(statisticsOf(momentsOf(at), jump).max).toBe(jump[4]);
    // Twice the same moment, as where a source jumps.
    const edge = Float64Array.of(0, 0.1, 0.2, 0.2, 0.2, 0.3, 0.4);
    expect(statisticsOf(momentsOf(edge), Float64Array.of(0, 0, 0, 0, 5, 5, 5)).max).toBe(5);
  });

  it('do not depend on how the steps are spaced', () => {
    const uneven = times.filter((_, index) => index % 7 !== 3 && index % 11 !== 5);
    const values = Float64Array.from(uneven, (t) => 3 + t);
    expect(statisticsOf(momentsOf(uneven), values).avg).toBeCloseTo(3.5, 9);
  });

  it('the mean of volts × amps a quarter period apart is nothing', () => {
    const volts = wave((t) => Math.cos(2 * Math.PI * t));
    const amps = wave((t) => Math.sin(2 * Math.PI * t));
    expect(meanProduct(moments, volts, amps)).toBeCloseTo(0, 9);
    expect(meanProduct(moments, volts, volts)).toBeCloseTo(0.5, 5);
  });
});

describe('distortion', () => {
  const sine = (t: number) => Math.sin(2 * Math.PI * t + 0.3);

  it('of a sine is none, of a sine with a third of its third harmonic is a third', () => {
    expect(distortionOf(moments, wave(sine), 1)).toBeLessThan(2e-3);
    const withThird = wave((t) => 2 + sine(t) + Math.sin(6 * Math.PI * t) / 3);
    expect(distortionOf(moments, withThird, 1)).toBeCloseTo(1 / 3, 4);
  });

  it('of a square wave is √(π²/8 − 1)', () => {
    const square = wave((t) => (t < 0.5 ? 1 : -1));
    expect(distortionOf(moments, square, 1)).toBeCloseTo(Math.sqrt(Math.PI ** 2 / 8 - 1), 2);
  });

  it('has no meaning for a steady current', () => {
    expect(distortionOf(momentsOf(Float64Array.of(0)), Float64Array.of(1), 50)).toBeNull();
    const steady = wave(() => 1);
    expect(distortionOf(moments, steady, 1)).toBeNull();
  });
});

describe('flicker (IES percent and index)', () => {
  it('of 1 + ½·sin is 50 % and 0.5/π', () => {
    const { percent, index } = flickerOf(
      moments,
      wave((t) => 1 + 0.5 * Math.sin(2 * Math.PI * t)),
    );
    expect(percent).toBeCloseTo(50, 3);
    expect(index).toBeCloseTo(0.5 / Math.PI, 4);
  });

  it('of a square wave of half duty is 100 % and 0.5', () => {
    const { percent, index } = flickerOf(
      moments,
      wave((t) => (t < 0.5 ? 1 : 0)),
    );
    expect(percent).toBeCloseTo(100, 9);
    expect(index).toBeCloseTo(0.5, 2);
  });

  it.each([0.01, 0.05, 0.1, 0.5, 0.95, 0.99])('of pulses of %d of the time comes as often as they do', (duty) => {
    const pulses = wave((t) => ((4 * t) % 1 < duty ? 1 : 0));
    expect(flickerOf(moments, pulses).hertz).toBeCloseTo(4, 6);
  });

  it('takes reverse current as no light, and has no meaning in the dark', () => {
    expect(
      flickerOf(
        moments,
        wave((t) => -t),
      ),
    ).toEqual({ percent: null, index: null, hertz: null });
    expect(
      flickerOf(
        moments,
        wave(() => 0.02),
      ),
    ).toEqual({ percent: 0, index: expect.closeTo(0, 9), hertz: null });
  });
});

describe('the common period', () => {
  it.each([
    [[50], 0.02],
    [[50, 60], 0.1],
    [[50, 100, 150], 0.02],
    [[16.7, 50.1], 1 / 16.7],
  ])('of %j Hz is %d s', (frequencies, seconds) => {
    const period = commonPeriod(frequencies);
    expect(period.ok && period.value).toBeCloseTo(seconds, 9);
  });

  it('is refused where it is longer than a second, with the frequencies named', () => {
    // One blinker alone may be slow: 0.4 s on and 0.8 s off, or half a minute.
    expect(commonPeriod([1 / 1.2, 1 / 1.2])).toMatchObject({ ok: true, value: 1.2 });
    expect(commonPeriod([1 / 59])).toMatchObject({ ok: true });
    expect(commonPeriod([1 / 61])).toMatchObject({ ok: false, error: { code: 'no-common-period' } });
    expect(commonPeriod([50, 50.3])).toMatchObject({
      ok: false,
      error: { code: 'no-common-period', message: expect.stringContaining('50.3 Hz') },
    });
  });
});
