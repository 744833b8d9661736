import { describe, expect, it } from '@jest/globals';
import { solve } from '../solve/index.ts';
import { circuitOf } from './circuit.testing.ts';
import { freshNet, freshRef, withAllFields, withFields, withoutPart, withReplacement, withSeriesResistor } from './index.ts';

const clip = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 },
  { ref: 'R1', kind: 'resistor', pins: ['A', 'B'], ohms: 100, marking: '101' },
  { ref: 'R2', kind: 'resistor', pins: ['B', 'G'], ohms: 150 },
]);

const ampsIn = (circuit: typeof clip) => {
  const solved = solve(circuit);
  if (!solved.ok) throw new Error(solved.error.message);
  return -(solved.value.parts.V1?.amps.avg ?? Number.NaN);
};

describe('edits of a circuit', () => {
  it('of many parts at once are those of each', () => {
    const fields = new Map([
      ['R1', { ohms: 120 }],
      ['R2', { ohms: 180, tolerance: 0.05 }],
      ['R9', { ohms: 1 }],
    ]);
    expect(withAllFields(clip, fields)).toEqual(withFields(withFields(clip, 'R1', { ohms: 120 }), 'R2', { ohms: 180, tolerance: 0.05 }));
    expect(withAllFields(clip, new Map())).toBe(clip);
  });

  it('leave the circuit that they were made from as it was', () => {
    const before = JSON.stringify(clip);
    withAllFields(clip, new Map([['R1', { ohms: 1 }]]));
    withSeriesResistor(clip, 'R2', 0, { ref: 'R3', ohms: 47 });
    withReplacement(clip, 'R1', { ref: 'R1', kind: 'resistor', pins: ['A', 'B'], ohms: 1 });
    withoutPart(clip, 'R1');
    expect(JSON.stringify(clip)).toBe(before);
  });

  it('a resistor in the lead of any pin adds its ohms to the way', () => {
    for (const [ref, pin] of [
      ['V1', 0],
      ['V1', 1],
      ['R1', 0],
      ['R2', 1],
    ] as const) {
      const longer = withSeriesResistor(clip, ref, pin, { ref: 'R3', ohms: 50 });
      expect(ampsIn(longer)).toBeCloseTo(5 / 300, 9);
    }
  });

  it('in the lead of what is not there changes nothing', () => {
    expect(withSeriesResistor(clip, 'R7', 0, { ref: 'R3', ohms: 50 })).toBe(clip);
    expect(withSeriesResistor(clip, 'R1', 5, { ref: 'R3', ohms: 50 })).toBe(clip);
    expect(withoutPart(clip, 'R7')).toBe(clip);
  });

  it('names that are made are free', () => {
    expect(freshRef(clip, 'R')).toBe('R3');
    expect(freshRef(clip, 'C')).toBe('C1');
    expect(freshNet(clip)).toBe('C');
    const full = circuitOf(
      Array.from({ length: 26 }, (_, index) => ({
        ref: `R${index + 1}`,
        kind: 'resistor',
        pins: [String.fromCharCode(65 + index), String.fromCharCode(65 + ((index + 1) % 26))],
        ohms: 1,
      })),
    );
    expect(freshNet(full)).toBe('N1');
  });
});
