import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Circuit, withFields } from '../circuit/index.ts';
import { drawNormal, seededRandom } from '../numeric/index.ts';
import { solve } from '../solve/index.ts';
import { type EstimateReading, type Fit, fitReadings, proposeProbes } from './index.ts';

function fitted(circuit: Circuit, readings: EstimateReading[]): Fit {
  const fit = fitReadings(circuit, readings);
  if (!fit.ok) throw new Error(fit.error.message);
  return fit.value;
}

const clip = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5, tolerance: 0.05 },
  { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 27, tolerance: 0.05 },
  { ref: 'D1', kind: 'led', pins: ['b', '0'], series: 1, parallel: 3 },
]);
const chipAmps = { of: 'chip', ref: 'D1', quantity: 'amps' } as const;

describe('fit of readings', () => {
  it('without readings keeps the priors, and fits perfectly', () => {
    const fit = fitted(clip, []);
    expect(fit.chiSquare).toBe(0);
    expect(fit.probability).toBe(1);
    expect(fit.unknowns.map(({ ref, posterior }) => [ref, posterior.uncertainty])).toEqual([
      ['V1', expect.closeTo(0.125, 9)],
      ['R1', expect.closeTo(0.675, 9)],
      ['D1', expect.closeTo(0.1, 9)],
      // Half of the 9 ohm of its class.
      ['D1', expect.closeTo(4.5, 9)],
    ]);
  });

  it('of a resistor alone is the weighted mean (JCGM 100, H.2 weights): 27 ± 0.675 with 26.8 ± 0.3', () => {
    const fit = fitted(clip, [{ id: '1', kind: 'ohms', across: 'R1', value: 26.8, uncertainty: 0.3 }]);
    const weight = 1 / 0.3 ** 2;
    const prior = 1 / 0.675 ** 2;
    const r1 = fit.unknowns.find(({ ref }) => ref === 'R1');
    expect(r1?.posterior.value).toBeCloseTo((26.8 * weight + 27 * prior) / (weight + prior), 6);
    expect(r1?.posterior.uncertainty).toBeCloseTo(1 / Math.sqrt(weight + prior), 6);
  });

  it('of a drop and an ohms reading gives the current by Ohm, with the quotient’s uncertainty', () => {
    const loose = withFields(withFields(clip, 'V1', { tolerance: 1 }), 'D1', { voltsUncertainty: 5 });
    const fit = fitted(withFields(loose, 'R1', { tolerance: 1 }), [
      { id: '1', kind: 'volts', across: 'R1', value: 1.53, uncertainty: 0.0153 },
      { id: '2', kind: 'ohms', across: 'R1', value: 26.8, uncertainty: 0.268 },
      { id: '3', kind: 'volts', across: ['a', '0'], value: 4.86, uncertainty: 0.01 },
    ]);
    const [current] = fit.figures([chipAmps]);
    expect(current?.value).toBeCloseTo(1.53 / 26.8 / 3, 5);
    expect((current?.uncertainty ?? 0) / (current?.value ?? 1)).toBeCloseTo(Math.SQRT2 * 0.01, 3);
  });

  it('counts a supply’s current positive when it delivers', () => {
    const truth = solve(clip);
    const amps = truth.ok ? (truth.value.supplies.V1?.ampsRms ?? 0) : 0;
    const fit = fitted(clip, [{ id: 'in', kind: 'amps', through: 'V1', value: amps, uncertainty: 1e-4 }]);
    expect(fit.chiSquare).toBeLessThan(1e-6);
  });

  it('names a reading of a part that is not there', () => {
    expect(fitReadings(clip, [{ id: '9', kind: 'amps', through: 'R9', value: 1, uncertainty: 1 }])).toMatchObject({
      ok: false,
      error: { code: 'unknown-ref', path: '9' },
    });
  });

  it('shows by chi-square that two readings do not fit together', () => {
    const fit = fitted(clip, [
      { id: '1', kind: 'volts', across: 'V1', value: 5, uncertainty: 0.01 },
      { id: '2', kind: 'volts', across: ['a', '0'], value: 4.6, uncertainty: 0.01 },
    ]);
    expect(fit.probability).toBeLessThan(1e-6);
    expect(Math.max(...fit.residuals.map(({ sigmas }) => Math.abs(sigmas)))).toBeGreaterThan(5);
  });

  it('covers the truth in about 95 of 100 simulated benches at k = 2', () => {
    const random = seededRandom(20261124);
    let covered = 0;
    const benches = 300;
    for (let bench = 0; bench < benches; bench++) {
      const draw = (uncertainty: number) => uncertainty * drawNormal(random);
      const truth = withFields(withFields(withFields(clip, 'V1', { volts: 5 + draw(0.125) }), 'R1', { ohms: 27 + draw(0.675) }), 'D1', {
        voltsShift: draw(0.1),
      });
      const solution = solve(truth);
      if (!solution.ok) throw new Error(solution.error.message);
      const { parts, leds } = solution.value;
      const [current] = fitted(clip, [
        { id: '1', kind: 'volts', across: 'R1', value: (parts.R1?.volts.avg ?? 0) + draw(0.02), uncertainty: 0.02 },
        { id: '2', kind: 'volts', across: 'V1', value: (parts.V1?.volts.avg ?? 0) + draw(0.02), uncertainty: 0.02 },
      ]).figures([chipAmps]);
      if (Math.abs((leds.D1?.chip.amps.avg ?? 0) - (current?.value ?? 0)) <= 2 * (current?.uncertainty ?? 0)) covered++;
    }
    expect(covered / benches).toBeGreaterThan(0.92);
    expect(covered / benches).toBeLessThan(0.985);
  });
});

describe('next probe', () => {
  it('proposes the drop over the resistor first, then its ohms; and the promise holds when the reading comes', () => {
    const fit = fitted(clip, []);
    const [best] = proposeProbes(fit, chipAmps, []);
    expect(best).toMatchObject({ kind: 'volts', ref: 'R1', state: 'live' });
    const solution = solve(clip);
    const drop = solution.ok ? (solution.value.parts.R1?.volts.avg ?? 0) : 0;
    const uncertainty = (drop * 0.005 + 0.002) / Math.sqrt(3);
    const after = fitted(clip, [{ id: '1', kind: 'volts', across: 'R1', value: drop, uncertainty }]);
    expect((after.figures([chipAmps])[0]?.uncertainty ?? 0) / (best?.expectedUncertainty ?? 1)).toBeCloseTo(1, 1);
    expect(proposeProbes(after, chipAmps, [{ kind: 'volts', ref: 'R1' }])[0]).toMatchObject({
      kind: 'ohms',
      ref: 'R1',
      state: 'dead',
    });
  });
});

describe('what may be touched', () => {
  const dropper = circuitOf([
    { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50, tolerance: 0.1 },
    { ref: 'C1', kind: 'capacitor', pins: ['L', 'c'], farads: 0.82e-6, tolerance: 0.1 },
    { ref: 'B1', kind: 'bridge', pins: ['c', 'N', 'p', 'm'] },
    { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 10e-6 },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'q'], ohms: 100, tolerance: 0.05 },
    { ref: 'D1', kind: 'led', pins: ['q', 'm'], series: 48 },
  ]);

  it('on mains what the in-line meter shows comes before a live contact that teaches no more', () => {
    const fitted = fitReadings(dropper, []);
    if (!fitted.ok) throw new Error(fitted.error.message);
    const wanted = { of: 'chip', ref: 'D1', quantity: 'amps' } as const;
    const careful = proposeProbes(fitted.value, wanted, [], { inLine: 'V1', mains: true });
    expect(careful[0]?.contact).toBe(false);
    const careless = proposeProbes(fitted.value, wanted, [], { inLine: 'V1' });
    expect(careless.map(({ kind, ref }) => `${kind} ${ref}`).sort()).toEqual(careful.map(({ kind, ref }) => `${kind} ${ref}`).sort());
    expect(careless.findIndex(({ contact }) => contact)).toBeLessThanOrEqual(careful.findIndex(({ contact }) => contact));
  });
});

describe('one chip lit alone as the next probe', () => {
  const wanted = { of: 'chip', ref: 'D1', quantity: 'amps' } as const;
  const proposedIn = (circuit: Circuit, taken: { kind: string; ref: string }[] = []) =>
    proposeProbes(fitted(circuit, []), wanted, taken, { litAlone: true });

  it('is proposed where it may be, dead, with about the current that it is driven with', () => {
    const alone = proposedIn(clip).find(({ chipAmps }) => chipAmps !== undefined);
    expect(alone).toMatchObject({ ref: 'D1', kind: 'volts', state: 'dead', contact: false });
    const driven = fitted(clip, []).solution.leds.D1?.chip.amps.avg ?? 0;
    expect((alone?.chipAmps ?? 0) / driven).toBeGreaterThan(0.6);
    expect((alone?.chipAmps ?? 0) / driven).toBeLessThan(1.6);
    expect(proposeProbes(fitted(clip, []), wanted, []).every(({ chipAmps }) => chipAmps === undefined)).toBe(true);
  });

  it('keeps what it promises', () => {
    const alone = proposedIn(clip).find(({ chipAmps }) => chipAmps !== undefined);
    const atAmps = 3 * (alone?.chipAmps ?? 0);
    const value = fitted(clip, []).expected({ id: '1', kind: 'volts', across: 'D1', atAmps, value: 0, uncertainty: 1 });
    // A meter of this class at about 3 V, and a supply of 1 %.
    const [after] = fitted(clip, [{ id: '1', kind: 'volts', across: 'D1', atAmps, value, uncertainty: 0.017 }]).figures([wanted]);
    expect((after?.uncertainty ?? 0) / (alone?.expectedUncertainty ?? 1)).toBeCloseTo(1, 1);
  });

  it('comes after a drop that is simply read, and not again once it was', () => {
    expect(proposedIn(clip)[0]?.chipAmps).toBeUndefined();
    expect(proposedIn(clip, [{ kind: 'alone', ref: 'D1' }]).every(({ chipAmps }) => chipAmps === undefined)).toBe(true);
  });
});

describe('limits by sampling', () => {
  const led = { of: 'chip', ref: 'D1', quantity: 'amps' } as const;
  const limitsOf = (circuit: Circuit, readings: EstimateReading[] = []) => {
    const fitted = fitReadings(circuit, readings);
    if (!fitted.ok) throw new Error(fitted.error.message);
    const [figure] = fitted.value.figures([led]);
    return { figure: figure as { value: number; uncertainty: number }, limits: fitted.value.limits(led) };
  };

  it('agree with the linear ones where everything is nearly linear', () => {
    const { figure, limits } = limitsOf(clip, [{ id: '1', kind: 'volts', across: 'R1', value: 1.3, uncertainty: 0.005 }]);
    expect(((limits?.high ?? 0) - figure.value) / (1.96 * figure.uncertainty)).toBeCloseTo(1, 0);
    expect((figure.value - (limits?.low ?? 0)) / (1.96 * figure.uncertainty)).toBeCloseTo(1, 0);
  });

  it('are wider above than below for an LED straight on its cells, and the same each time', () => {
    const direct = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 3, tolerance: 0.06 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 1, tolerance: 0.05 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'] },
    ]);
    const { figure, limits } = limitsOf(direct);
    const [above, below] = [(limits?.high ?? 0) - figure.value, figure.value - (limits?.low ?? 0)];
    expect(limits?.low).toBeGreaterThanOrEqual(0);
    expect(above).toBeGreaterThan(1.3 * below);
    expect(limitsOf(direct).limits).toEqual(limits);
  });

  it('on mains go along the line on which the figure moves most, and lean the way it bends', () => {
    // 12 V rms through 470 ohm: what the LED takes ends where the peak no longer reaches its knee.
    const lamp = (voltsRms: number) =>
      circuitOf([
        { ref: 'V1', kind: 'ac', pins: ['a', '0'], voltsRms, hertz: 50, tolerance: 0.3 },
        { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 470 },
        { ref: 'D1', kind: 'led', pins: ['b', '0'], series: 3 },
      ]);
    const near = limitsOf(lamp(8));
    const above = (near.limits?.high ?? 0) - near.figure.value;
    const below = near.figure.value - (near.limits?.low ?? 0);
    expect(near.limits?.low).toBeGreaterThanOrEqual(0);
    expect(above).toBeGreaterThan(1.15 * below);
    const far = limitsOf(lamp(60));
    expect(((far.limits?.high ?? 0) - far.figure.value) / (1.96 * far.figure.uncertainty)).toBeCloseTo(1, 1);
  });
});

describe('limits on mains', () => {
  it('are those of drawing the gadget again and again, where the straight ones go below nothing', () => {
    const lamp = circuitOf([
      { ref: 'V1', kind: 'ac', pins: ['a', '0'], voltsRms: 8, hertz: 50, tolerance: 0.3 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 470, tolerance: 0.05 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'], series: 3 },
    ]);
    const fit = fitted(lamp, []);
    const limits = fit.limits(chipAmps);
    const [straight] = fit.figures([chipAmps]);
    const random = seededRandom(5);
    for (let skipped = 0; skipped < 20; skipped++) random();
    const drawn = Array.from({ length: 600 }, () => {
      const gadget = fit.unknowns.reduce(
        (circuit, { ref, field, prior }) => withFields(circuit, ref, { [field]: prior.value + prior.uncertainty * drawNormal(random) }),
        lamp,
      );
      const solved = solve(gadget);
      return solved.ok ? (solved.value.leds.D1?.chip.amps.avg ?? 0) : 0;
    }).sort((a, b) => a - b);
    const at = (share: number) => drawn[Math.floor(share * drawn.length)] ?? 0;
    const width = at(0.975) - at(0.025);
    expect(Math.abs((limits?.low ?? 0) - at(0.025))).toBeLessThan(0.1 * width);
    expect(Math.abs((limits?.high ?? 0) - at(0.975))).toBeLessThan(0.1 * width);
    expect((straight?.value ?? 0) - 2 * (straight?.uncertainty ?? 0)).toBeLessThan(0);
    expect(limits?.low).toBeGreaterThanOrEqual(0);
  });
});

describe('a part read alone', () => {
  const chipAt = (value: number, more: object = {}): EstimateReading => ({
    id: 'alone',
    kind: 'volts',
    across: 'D1',
    atAmps: 0.06,
    value,
    uncertainty: 0.005,
    ...more,
  });

  it('tells the shift of its volts as the weighted mean of what was known and what was read', () => {
    const usual = fitted(clip, []).expected(chipAt(0));
    const fit = fitted(clip, [chipAt(usual + 0.08)]);
    const weight = 1 / 0.005 ** 2;
    const prior = 1 / 0.1 ** 2;
    expect(fit.unknowns.find(({ ref }) => ref === 'D1')?.posterior).toMatchObject({
      value: expect.closeTo((weight * 0.08) / (weight + prior), 6),
      uncertainty: expect.closeTo(1 / Math.sqrt(weight + prior), 6),
    });
    expect(fit.figures([chipAmps])[0]?.uncertainty).toBeLessThan(0.8 * (fitted(clip, []).figures([chipAmps])[0]?.uncertainty ?? 0));
  });

  it('shares the current between chips in parallel, and stacks the volts of a row', () => {
    const row = withFields(clip, 'D1', { series: 4, parallel: 1 });
    const one = fitted(withFields(clip, 'D1', { series: 1, parallel: 1 }), []).expected(chipAt(0, { atAmps: 0.02 }));
    expect(fitted(clip, []).expected(chipAt(0, { atAmps: 0.06 }))).toBeCloseTo(one, 9);
    expect(fitted(row, []).expected(chipAt(0, { atAmps: 0.02 }))).toBeCloseTo(4 * one, 9);
  });

  it('is of an LED only', () => {
    const refused = fitReadings(clip, [{ ...chipAt(3), across: 'R1' } as EstimateReading]);
    expect(refused).toMatchObject({ ok: false, error: { code: 'unknown-ref', path: 'alone' } });
  });
});

describe('ripple as a reading', () => {
  const smoothed = circuitOf([
    { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 12, hertz: 50, ohms: 0.2, tolerance: 0.005 },
    { ref: 'B1', kind: 'bridge', pins: ['L', 'N', 'p', 'm'], spread: { voltsShift: 0.01 } },
    { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 100e-6, tolerance: 0.4 },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 330, tolerance: 0.01 },
    { ref: 'D1', kind: 'led', pins: ['a', 'm'], series: 3, spread: { voltsShift: 0.01, seriesOhms: 0.1 } },
  ]);
  const farads = (fit: Fit) => fit.unknowns.find(({ ref }) => ref === 'C1')?.posterior;

  it('tells a dried capacitor from what it should be, by about ΔV = I/(2·f·C)', () => {
    const truth = withFields(smoothed, 'C1', { farads: 70e-6 });
    const solved = solve(truth);
    if (!solved.ok) throw new Error(solved.error.message);
    const { max, min } = solved.value.parts.C1?.volts ?? { max: 0, min: 0 };
    const amps = solved.value.parts.R1?.amps.avg ?? 0;
    expect(max - min).toBeLessThan(amps / (2 * 50 * 70e-6));
    expect(max - min).toBeGreaterThan(0.6 * (amps / (2 * 50 * 70e-6)));
    const reading = { id: '1', kind: 'volts', statistic: 'ripple', value: max - min, uncertainty: 0.02 } as const;
    for (const across of ['C1', ['p', 'm'] as [string, string]]) {
      const fit = fitted(smoothed, [{ ...reading, across }]);
      // The prior of 40 % pulls by a hair.
      expect((farads(fit)?.value ?? 0) / 70e-6).toBeCloseTo(1, 1);
      expect(farads(fit)?.uncertainty).toBeLessThan(4e-6);
      expect(fit.expected({ ...reading, across })).toBeCloseTo(max - min, 2);
    }
  });
});
