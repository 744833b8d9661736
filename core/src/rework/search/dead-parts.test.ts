import { expect, it } from '@jest/globals';
import { circuitOf } from '../../circuit/circuit.testing.ts';
import type { Circuit } from '../../circuit/index.ts';
import { parseGoal, searchWays } from '../index.ts';

function firstMoves(circuit: Circuit, dead: readonly string[]): readonly string[] {
  const goal = parseGoal({ format: 'mindful-probe.goal', version: 1, aim: 'none', dead });
  if (!goal.ok) throw new Error(goal.error.message);
  const found = searchWays(circuit, goal.value);
  if (!found.ok) throw new Error(found.error.message);
  return [...new Set(found.value.ways.map(({ moves }) => moves[0]?.move ?? ''))].sort();
}

const led = (ref: string, from: string, to: string) => ({ ref, kind: 'led', pins: [from, to], colour: 'white' });

it('a dead LED among others in parallel is taken out or replaced: a link over it would short the supply', () => {
  const light = circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
    { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 39 },
    ...['D1', 'D2', 'D3'].map((ref) => led(ref, 'b', '0')),
  ]);
  expect(firstMoves(light, ['D3'])).toEqual(['remove-part', 'replace-led']);
});

it('a dead LED in a string is linked out or replaced: taken out it would leave the string dark', () => {
  const string = circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12 },
    { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 220 },
    led('D1', 'b', 'c'),
    led('D2', 'c', 'd'),
    led('D3', 'd', '0'),
  ]);
  expect(firstMoves(string, ['D2'])).toEqual(['link-out', 'replace-led']);
});
