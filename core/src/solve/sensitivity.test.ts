import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Circuit, withFields } from '../circuit/index.ts';
import {
  fieldValue,
  figureIn,
  figureOf,
  parametersOf,
  parseFigure,
  type Solution,
  sensitivityTable,
  solve,
  solveSensitivities,
} from './index.ts';

function readAt(path: string, solution: Solution): number {
  const figure = parseFigure(path, solution);
  if (!figure) throw new Error(`no figure ${path}`);
  return figureIn(solution, figure);
}

function tableOf(circuit: Circuit, figure: string) {
  const sensitive = solveSensitivities(circuit, parametersOf(circuit));
  if (!sensitive.ok) throw new Error(sensitive.error.message);
  const read = parseFigure(figure, sensitive.value.solution);
  if (!read) throw new Error(`no figure ${figure}`);
  return sensitivityTable(sensitive.value, circuit, (solved) => figureOf(solved, read));
}

function derivativeOf(circuit: Circuit, figure: string, ref: string, field: string): number {
  return tableOf(circuit, figure).find((line) => line.ref === ref && line.field === field)?.derivative ?? Number.NaN;
}

/** The slope between two solves a little apart: coarse, and independent of every tangent. */
function slopeOf(circuit: Circuit, figure: string, ref: string, field: string, share: number): number {
  const value = fieldValue(circuit, { ref, field });
  const step = share * (value || 1);
  const [high, low] = [value + step, value - step].map((changed) => {
    const solution = solve(withFields(circuit, ref, { [field]: changed }));
    if (!solution.ok) throw new Error(solution.error.message);
    return readAt(figure, solution.value);
  });
  return ((high ?? 0) - (low ?? 0)) / (2 * step);
}

describe('sensitivities of an operating point', () => {
  const divider = circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 9 },
    { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 100 },
    { ref: 'R2', kind: 'resistor', pins: ['b', '0'], ohms: 200 },
  ]);

  it('of a divider are those of V·R2/(R1 + R2)', () => {
    expect(derivativeOf(divider, 'nets.b.volts.avg', 'V1', 'volts')).toBeCloseTo(2 / 3, 8);
    expect(derivativeOf(divider, 'nets.b.volts.avg', 'R1', 'ohms')).toBeCloseTo((-9 * 200) / 300 ** 2, 8);
    expect(derivativeOf(divider, 'nets.b.volts.avg', 'R2', 'ohms')).toBeCloseTo((9 * 100) / 300 ** 2, 8);
    expect(derivativeOf(divider, 'V1.watts', 'R1', 'ohms')).toBeCloseTo(-(9 ** 2) / 300 ** 2, 8);
  });

  it('come strongest first, and say how many per cent a per cent makes', () => {
    const table = tableOf(divider, 'parts.R2.watts');
    expect(table[0]).toMatchObject({ ref: 'V1', field: 'volts', relative: expect.closeTo(2, 6) });
  });

  it('say no per cent of what is nothing: a shift of 0 V', () => {
    const lit = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 1 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'] },
    ]);
    const table = tableOf(lit, 'D1.chip.amps.avg');
    expect(table.find(({ field }) => field === 'voltsShift')).toMatchObject({ value: 0, relative: null });
    // One ohm and one volt are something.
    expect(table.find(({ ref }) => ref === 'R1')?.relative).toBeLessThan(0);
  });

  it.each([
    ['D1', 'voltsShift'],
    ['R1', 'ohms'],
    ['V1', 'volts'],
    ['D1', 'kelvinPerWatt'],
  ])('with a junction that warms agree with two solves: by %s %s', (ref, field) => {
    const warm = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 5, ohms: 0.1 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 33 },
      { ref: 'D1', kind: 'led', pins: ['a', 'm'], kelvinPerWatt: 400 },
    ]);
    for (const figure of ['D1.chip.amps.avg', 'D1.chip.junctionCelsius']) {
      const slope = slopeOf(warm, figure, ref, field, 0.05);
      expect(Math.abs(derivativeOf(warm, figure, ref, field) / slope - 1)).toBeLessThan(0.02);
    }
  });

  it('follow a battery by its open volts and cell ohms, though the document leaves them to its table', () => {
    const torch = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AA', series: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 10 },
    ]);
    const { value } = tableOf(torch, 'nets.p.volts.avg').find(({ field }) => field === 'openVolts') ?? { value: 0 };
    expect(value).toBeGreaterThan(1.4);
    expect(derivativeOf(torch, 'nets.p.volts.avg', 'B1', 'openVolts')).toBeGreaterThan(2.8);
  });
});

describe('sensitivities of a settled period', () => {
  const dropper = circuitOf([
    { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
    { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 100 },
    { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 1e-6 },
    { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
    { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 10e-6 },
    { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 24, points: [[0.06, 3.1]] },
  ]);

  it('of a dropper: average = 4·f·C·(peak − V), so by C 4·f·(peak − V)', () => {
    const byFarads = derivativeOf(dropper, 'D1.chip.amps.avg', 'C1', 'farads');
    expect(Math.abs(byFarads / (4 * 50 * (230 * Math.SQRT2 - 75)) - 1)).toBeLessThan(0.03);
    const byVolts = derivativeOf(dropper, 'D1.chip.amps.avg', 'V1', 'voltsRms');
    expect(Math.abs(byVolts / (4 * 50 * 1e-6 * Math.SQRT2) - 1)).toBeLessThan(0.03);
  });

  it.each([
    ['D1.chip.amps.max', 'C2', 'farads'],
    ['R1.watts', 'R1', 'ohms'],
    ['D1.chip.volts.avg', 'D1', 'voltsShift'],
  ])('%s by %s %s agrees with two solves within 5 %%', (figure, ref, field) => {
    const slope = slopeOf(dropper, figure, ref, field, 0.05);
    expect(Math.abs(derivativeOf(dropper, figure, ref, field) / slope - 1)).toBeLessThan(0.05);
  });
});
