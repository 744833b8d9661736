import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Circuit, withFields, withSeriesResistor } from '../circuit/index.ts';
import { solve } from '../solve/index.ts';
import { type Estimate, type EstimateReading, estimate, parseReadings, sayDisagreement } from './index.ts';

const clip = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5, tolerance: 0.05 },
  { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 27, tolerance: 0.05 },
  { ref: 'D1', kind: 'led', pins: ['b', 'c'], parallel: 3 },
  { ref: 'R2', kind: 'resistor', pins: ['c', '0'], ohms: 10, tolerance: 0.05 },
]);

/** What meters would show of a circuit as it truly is, to a tenth of a per cent. */
function readingsOf(truth: Circuit, where: readonly string[]): EstimateReading[] {
  const solution = solve(truth);
  if (!solution.ok) throw new Error(solution.error.message);
  return where.map((ref, index): EstimateReading => {
    const value = solution.value.parts[ref]?.volts.avg ?? Number.NaN;
    return { id: String(index + 1), kind: 'volts', across: ref, value, uncertainty: Math.max(1e-3 * Math.abs(value), 1e-3) };
  });
}

function estimated(circuit: Circuit, readings: EstimateReading[]): Estimate {
  const found = estimate(circuit, { format: 'mindful-probe.readings', version: 1, readings, want: { led: 'D1', figure: 'chip.amps.avg' } });
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

const amps = (value: number, id = '9'): EstimateReading => ({ id, kind: 'amps', through: 'V1', value, uncertainty: 2e-4 });
const EVERYWHERE = ['V1', 'R1', 'D1', 'R2'];

describe('readings that fit', () => {
  it('have no cause to be named, and the wanted figure with its expanded uncertainty', () => {
    const { want, fit, disagreements } = estimated(clip, readingsOf(clip, EVERYWHERE));
    const solution = solve(clip);
    expect(want?.value).toBeCloseTo((solution.ok && solution.value.leds.D1?.chip.amps.avg) || 0, 4);
    expect(want?.expanded).toBe(2 * (want?.uncertainty ?? 0));
    expect(fit.probability).toBeGreaterThan(0.9);
    expect(disagreements).toEqual([]);
  });
});

describe('readings that do not fit name the single cause that mends most', () => {
  it('a lead of 3.4 ohm at the source', () => {
    const truth = withSeriesResistor(clip, 'V1', 0, { ref: 'R9', ohms: 3.4 });
    const solution = solve(truth);
    const current = -((solution.ok && solution.value.parts.V1?.amps.avg) || 0);
    const { disagreements } = estimated(clip, [...readingsOf(truth, EVERYWHERE), amps(current)]);
    expect(disagreements[0]).toMatchObject({ cause: 'lead', ref: 'V1', ohms: expect.closeTo(3.4, 0) });
    expect(disagreements[0]).toMatchObject({ ref: 'V1' });
  });

  it.each([
    ['green', 'yellow-green', 2.1],
    ['yellow-green', 'green', 3],
  ] as const)('an LED entered as %s that is %s: what looks green is of one of two materials', (entered, actual, volts) => {
    const { disagreements } = estimated(
      withFields(clip, 'D1', { colour: entered }),
      readingsOf(withFields(clip, 'D1', { colour: actual }), EVERYWHERE),
    );
    expect(disagreements[0]).toMatchObject({ cause: 'part', ref: 'D1', value: volts, as: { code: 'colour', colour: actual } });
    const red = estimated(withFields(clip, 'D1', { colour: 'red' }), readingsOf(clip, EVERYWHERE)).disagreements;
    expect(red.filter((one) => one.cause === 'part' && one.as.code === 'colour')).toEqual([]);
  });

  it('neither another material of an LED whose curve was measured, nor other cells than those that were read alone', () => {
    const causes = (circuit: Circuit, truth: Circuit) =>
      estimated(circuit, readingsOf(truth, EVERYWHERE)).disagreements.flatMap((one) => (one.cause === 'part' ? [one.as.code] : []));
    const green = withFields(clip, 'D1', { colour: 'green', points: [[0.02, 3]] });
    expect(causes(green, withFields(clip, 'D1', { colour: 'yellow-green' }))).not.toContain('colour');
    const pack = (more: object): Circuit => ({
      ...clip,
      parts: clip.parts.map((part) =>
        part.ref === 'V1' ? { ref: 'V1', kind: 'battery', pins: ['a', '0'], chemistry: 'alkaline', size: 'AA', series: 3, ...more } : part,
      ),
    });
    expect(causes(pack({}), pack({ series: 4 }))).toContain('other-cells');
    expect(causes(pack({ openVolts: 1.59 }), pack({ series: 4 }))).not.toContain('other-cells');
  });

  it.each([
    ['alkaline', 'AA', 3, 0.5],
    ['alkaline', 'AA', 3, 0.2],
    ['alkaline', 'AA', 3, 0.05],
    ['nimh', 'AA', 3, 0.2],
    ['li-ion', '18650', 1, 0.5],
    ['li-ion', '18650', 1, 0],
  ] as const)('cells of %s %s, %d of them, that were entered as fresh and are at %d', (chemistry, size, series, charge) => {
    const entered = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry, size, series },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 22 },
      { ref: 'D1', kind: 'led', pins: ['a', 'm'] },
    ]);
    const { disagreements } = estimated(entered, readingsOf(withFields(entered, 'B1', { charge }), ['B1', 'R1', 'D1']));
    const [first] = disagreements;
    expect(first).toMatchObject({ cause: 'part', ref: 'B1', as: { code: 'cell', cells: series, charge: expect.closeTo(charge, 1) } });
    expect(first && sayDisagreement(first)).toContain(`about ${Math.round(100 * charge)} % charged`);
  });

  it('100 ohm read as 10', () => {
    const truth = withFields(clip, 'R2', { ohms: 100 });
    const { disagreements } = estimated(clip, readingsOf(truth, EVERYWHERE));
    expect(disagreements.slice(0, 2)).toContainEqual(expect.objectContaining({ cause: 'part', ref: 'R2' }));
    const part = disagreements.find((one) => one.cause === 'part' && one.ref === 'R2');
    const value = part?.cause === 'part' ? part.value : Number.NaN;
    expect(value).toBeGreaterThan(80);
    expect(value).toBeLessThan(125);
  });

  it('a reading ten times too low, by its range', () => {
    const good = readingsOf(clip, EVERYWHERE);
    const wrong = good.map((reading) => (reading.id === '2' ? { ...reading, value: reading.value / 10 } : reading));
    const { disagreements } = estimated(clip, wrong);
    expect(disagreements[0]).toMatchObject({ cause: 'reading', id: '2', factor: 0.1 });
  });

  it('two nets that are one', () => {
    const truth = withFields(clip, 'R2', { ohms: 1e-3 });
    const { disagreements } = estimated(clip, [...readingsOf(truth, ['V1', 'R1', 'D1']), amps(0.0644)]);
    expect(disagreements).toContainEqual(expect.objectContaining({ cause: 'join', nets: ['c', '0'] }));
  });
});

describe('an alternating circuit is estimated the same way', () => {
  it('by the drop behind its bridge and the rms at its supply', () => {
    const dropper = circuitOf([
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50, tolerance: 0.1 },
      { ref: 'C1', kind: 'capacitor', pins: ['L', 'a'], farads: 1e-6, tolerance: 0.1 },
      { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'] },
      { ref: 'D1', kind: 'led', pins: ['p', 'q'], series: 24 },
      { ref: 'R1', kind: 'resistor', pins: ['q', 'm'], ohms: 10, tolerance: 0.01 },
    ]);
    const { want, values, fit } = estimated(dropper, [
      { id: '1', kind: 'volts', across: 'R1', value: 0.53, uncertainty: 0.003 },
      { id: '2', kind: 'volts', across: ['L', 'N'], statistic: 'rms', value: 232, uncertainty: 1 },
      { id: '3', kind: 'watts', of: 'V1', value: 4.4, uncertainty: 0.2 },
      { id: '4', kind: 'amps', through: 'V1', value: 0.069, uncertainty: 0.003 },
    ]);
    expect(fit.probability).toBeGreaterThan(0.05);
    expect(want?.value).toBeCloseTo(0.053, 3);
    expect(want?.uncertainty).toBeLessThan(0.0005);
    // 4·f·C·(peak − V) = 53 mA at 232 V and about 80 V of string says 1.06 µF.
    expect(values.find(({ ref }) => ref === 'C1')?.value).toBeGreaterThan(1.005e-6);
    expect(values.find(({ ref }) => ref === 'V1')?.value).toBeCloseTo(232, 0);
  });
});

describe('a readings document', () => {
  const document = { format: 'mindful-probe.readings', version: 1 };
  it.each([
    ['a kind that is none', { readings: [{ id: '1', kind: 'smell', value: 1, uncertainty: 1 }] }, 'readings.0.kind'],
    ['no uncertainty', { readings: [{ id: '1', kind: 'amps', through: 'V1', value: 1 }] }, 'readings.0.uncertainty'],
    ['one id twice', { readings: [1, 2].map(() => ({ id: '1', kind: 'amps', through: 'V1', value: 1, uncertainty: 1 })) }, 'readings.1.id'],
  ])('refuses %s and says where', (_, rest, path) => {
    expect(parseReadings({ ...document, ...rest })).toMatchObject({ ok: false, error: { path } });
  });

  it('that wants what is not there is refused', () => {
    const readings: EstimateReading[] = [];
    expect(
      estimate(clip, { format: 'mindful-probe.readings', version: 1, readings, want: { led: 'D7', figure: 'chip.amps.avg' } }),
    ).toMatchObject({ ok: false, error: { path: 'want.led' } });
    expect(estimate(clip, { format: 'mindful-probe.readings', version: 1, readings, want: { led: 'D1', figure: 'taste' } })).toMatchObject({
      ok: false,
      error: { path: 'want.figure' },
    });
  });
});
