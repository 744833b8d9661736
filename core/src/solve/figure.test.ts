import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Circuit, withFields } from '../circuit/index.ts';
import {
  type Figure,
  fieldValue,
  figureIn,
  figureOf,
  figurePath,
  figuresAt,
  parseFigure,
  type Solution,
  solve,
  solveOperatingPoint,
  solveSensitivities,
} from './index.ts';
import { randomCircuit } from './random-circuit.testing.ts';

function solved(circuit: Circuit): Solution {
  const solution = solve(circuit);
  if (!solution.ok) throw new Error(solution.error.message);
  return solution.value;
}

/** Every figure that a document holds. */
function figuresOf(solution: Solution): readonly Figure[] {
  const statistics = ['avg', 'rms', 'min', 'max'] as const;
  const quantities = ['volts', 'amps'] as const;
  return [
    ...Object.keys(solution.nets).flatMap((net) => statistics.map((statistic): Figure => ({ of: 'net', net, statistic }))),
    ...Object.keys(solution.parts).flatMap((ref): Figure[] => [
      ...quantities.flatMap((quantity) => statistics.map((statistic): Figure => ({ of: 'part', ref, quantity, statistic }))),
      { of: 'part', ref, quantity: 'watts' },
    ]),
    ...Object.keys(solution.leds).flatMap((ref): Figure[] => [
      ...quantities.flatMap((quantity) => statistics.map((statistic): Figure => ({ of: 'chip', ref, quantity, statistic }))),
      ...(['watts', 'reverseVolts', 'junctionCelsius'] as const).map((quantity): Figure => ({ of: 'chip', ref, quantity })),
      ...(['flickerPercent', 'flickerIndex'] as const).map((quantity): Figure => ({ of: 'light', ref, quantity })),
      { of: 'rating', ref, quantity: 'amps' },
    ]),
    ...Object.keys(solution.supplies).flatMap((ref) =>
      (['voltsRms', 'ampsRms', 'watts', 'voltAmps', 'powerFactor', 'distortion'] as const).map(
        (quantity): Figure => ({ of: 'supply', ref, quantity }),
      ),
    ),
  ];
}

/** What a figure is small beside: an average may be what two large halves leave, watts what comes back from a capacitor. */
function scaleOf(figure: Figure, solution: Solution): number {
  const rms = (quantity: 'volts' | 'amps') =>
    'ref' in figure ? Math.abs(figureIn(solution, { of: 'part', ref: figure.ref, quantity, statistic: 'rms' })) : 0;
  const own = Math.abs(figureIn(solution, figure));
  if ('quantity' in figure && figure.quantity === 'watts') return Math.max(own, rms('volts') * rms('amps'));
  return 'statistic' in figure ? Math.max(own, Math.abs(figureIn(solution, { ...figure, statistic: 'rms' }))) : own;
}

describe('a figure', () => {
  const lamp = circuitOf([
    { ref: 'V1', kind: 'ac', pins: ['a.b', '0'], voltsRms: 12, hertz: 50, ohms: 0.2 },
    { ref: 'B1', kind: 'bridge', pins: ['a.b', '0', 'p', 'm'] },
    { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 100e-6 },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'q'], ohms: 330 },
    { ref: 'D1', kind: 'led', pins: ['q', 'm'], series: 3, parallel: 2, rated: { amps: 0.02 } },
  ]);

  it('printed as a path and read again is the same, for every figure of a document', () => {
    const solution = solved(lamp);
    const figures = figuresOf(solution);
    expect(figures.length).toBeGreaterThan(80);
    for (const figure of figures) expect(parseFigure(figurePath(figure), solution)).toEqual(figure);
  });

  it.each([
    ['R1.amps.avg', 0.09],
    ['V1.watts', 0.81],
    ['parts.V1.watts', -0.81],
    ['V1.powerFactor', 1],
    ['nets.a.b.volts.rms', 9],
  ])('%s is %d', (path, value) => {
    const solution = solved(
      circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['a.b', '0'], volts: 9 },
        { ref: 'R1', kind: 'resistor', pins: ['a.b', '0'], ohms: 100 },
      ]),
    );
    const figure = parseFigure(path, solution);
    expect(figure && figureIn(solution, figure)).toBeCloseTo(value, 9);
  });

  it.each(['R2.watts', 'R1', 'R1.amps', 'R1.__proto__.x', 'nets.z.volts.avg', 'R1.chip.amps.avg', ''])('“%s” is none', (path) => {
    expect(parseFigure(path, solved(lamp))).toBeUndefined();
  });

  it('of a part or net that is not there is not a number', () => {
    const solution = solved(lamp);
    expect(figureIn(solution, { of: 'part', ref: 'Z9', quantity: 'volts' })).toBeNaN();
    expect(figureIn(solution, { of: 'nets', plus: 'p', minus: 'z' })).toBeNaN();
    expect(figureIn(solution, { of: 'nets', plus: 'p', minus: 'm', statistic: 'rms' })).toBeNaN();
  });

  it('has its peak as the larger magnitude, its reverse below nothing, and its ripple from end to end', () => {
    const solution = solved(lamp);
    const mains = solution.parts.V1?.volts ?? { min: 0, max: 0 };
    const of = (statistic: 'peak' | 'reverse' | 'ripple') => figureIn(solution, { of: 'part', ref: 'V1', quantity: 'volts', statistic });
    expect(of('peak')).toBe(Math.max(-mains.min, mains.max));
    expect(of('reverse')).toBe(-mains.min);
    expect(of('ripple')).toBe(mains.max - mains.min);
    expect(figureIn(solution, { of: 'chip', ref: 'D1', quantity: 'volts', statistic: 'reverse' })).toBe(0);
  });

  it('of a transistor is taken between collector and emitter, at an operating point as in the document', () => {
    const circuit = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 9 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 47_000 },
      { ref: 'R2', kind: 'resistor', pins: ['a', 'c'], ohms: 470 },
      { ref: 'Q1', kind: 'bjt', pins: ['c', 'b', '0'], polarity: 'npn' },
    ]);
    const point = solveOperatingPoint(circuit);
    const figure: Figure = { of: 'part', ref: 'Q1', quantity: 'volts' };
    expect(point.ok && figureOf(figuresAt(point.value), figure)).toBe(figureIn(solved(circuit), figure));
    expect(figureIn(solved(circuit), figure)).toBeCloseTo(figureIn(solved(circuit), { of: 'net', net: 'c' }), 9);
  });

  it.each(['dc', 'ac'] as const)('is the same worked out on demand as in the whole document: random circuits, %s', (supply) => {
    for (let seed = 1; seed <= 20; seed++) {
      const circuit = randomCircuit(seed, { supply, kinds: 'every' });
      // A parameter of nothing moves nothing: what is read is the solution itself, on demand.
      const still = solveSensitivities(circuit, [{ ref: 'Z9', field: 'ohms' }]);
      if (!still.ok) continue;
      const { solution } = still.value;
      for (const figure of figuresOf(solution)) {
        let seen = Number.NaN;
        still.value.derivatives((of) => {
          seen = figureOf(of, figure);
          return 0;
        });
        const expected = figureIn(solution, figure);
        const scale = scaleOf(figure, solution);
        if (Number.isNaN(expected)) expect(seen).toBeNaN();
        else expect(Math.abs(seen - expected)).toBeLessThanOrEqual(1e-6 + 2e-3 * scale);
      }
    }
  });

  it('is differentiated: the slope of a drop by its resistor is that between two solves', () => {
    const circuit = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 68 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'] },
    ]);
    const figure: Figure = { of: 'part', ref: 'R1', quantity: 'volts' };
    const sensitive = solveSensitivities(circuit, [{ ref: 'R1', field: 'ohms' }]);
    if (!sensitive.ok) throw new Error(sensitive.error.message);
    const [slope = Number.NaN] = sensitive.value.derivatives((solved) => figureOf(solved, figure));
    const at = (ohms: number) => figureIn(solved(withFields(circuit, 'R1', { ohms })), figure);
    const ohms = fieldValue(circuit, { ref: 'R1', field: 'ohms' });
    expect(slope).toBeCloseTo((at(ohms + 0.1) - at(ohms - 0.1)) / 0.2, 5);
  });
});
