import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Fault, FaultKind } from './fault.ts';
import { MARKS_SEEN } from './observation.ts';
import { falseMarkProbability, lookProbability, markProbability } from './signs.ts';

const LAMP = circuitOf([
  { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
  { ref: 'S1', kind: 'switch', pins: ['L', 'S'] },
  { ref: 'R1', kind: 'resistor', pins: ['S', 'A'], ohms: 100 },
  { ref: 'C1', kind: 'capacitor', pins: ['A', 'B'], farads: 330e-9 },
  { ref: 'B1', kind: 'bridge', pins: ['B', 'N', 'P', 'M'] },
  { ref: 'D1', kind: 'led', pins: ['P', 'M'], series: 18 },
]);
const faultOf = (part: string, fault: FaultKind): Fault => ({ ref: part, part, fault, weight: 1, steps: [] });

describe('what a fault looks like', () => {
  // Rounded from what repair tables see; no standard has such figures.
  it.each([
    ['D1', 'open', { 'dark spot': 0.5, burnt: 0.15, bulged: 0.01, loose: 0.02 }],
    ['R1', 'open', { 'dark spot': 0.01, burnt: 0.4, bulged: 0.01, loose: 0.02 }],
    ['C1', 'short', { 'dark spot': 0.01, burnt: 0.15, bulged: 0.4, loose: 0.02 }],
    ['C1', 'open', { 'dark spot': 0.01, burnt: 0.15, bulged: 0.01, loose: 0.02 }],
    ['D1', 'joint', { 'dark spot': 0.01, burnt: 0.1, bulged: 0.01, loose: 0.3 }],
    ['R1', 'joint', { 'dark spot': 0.01, burnt: 0.1, bulged: 0.01, loose: 0.3 }],
    ['S1', 'joint', { 'dark spot': 0.01, burnt: 0.2, bulged: 0.01, loose: 0.4 }],
    ['V1', 'joint', { 'dark spot': 0.01, burnt: 0.2, bulged: 0.01, loose: 0.4 }],
  ] as const)('%s %s', (part, fault, marks) => {
    for (const [mark, probability] of Object.entries(marks))
      expect([mark, markProbability(LAMP, faultOf(part, fault), mark as keyof typeof marks)]).toEqual([mark, probability]);
  });

  it('who looks at every part sees some mark of it, or none: the two are all that there is', () => {
    for (const { ref } of LAMP.parts)
      for (const fault of ['open', 'short', 'joint'] as const) {
        const none = markProbability(LAMP, faultOf(ref, fault), 'nothing');
        expect(none + lookProbability(LAMP, faultOf(ref, fault))).toBeCloseTo(1, 12);
        expect(none).toBeGreaterThan(0.4);
      }
  });

  it('a mark on a part that is well is rare, and no mark there is the rule', () => {
    for (const mark of MARKS_SEEN) {
      if (mark === 'nothing') expect(falseMarkProbability(mark)).toBeGreaterThan(0.5);
      else expect(falseMarkProbability(mark)).toBeLessThan(0.05);
    }
  });
});
