import { describe, expect, it } from '@jest/globals';
import { circuitOf } from './circuit.testing.ts';
import { seriesPackOf } from './series-pack.ts';

const cell = (ref: string, plus: string, minus: string) => ({
  ref,
  kind: 'battery',
  pins: [plus, minus],
  chemistry: 'alkaline',
  size: 'AA',
});
const led = (plus: string, minus: string) => ({ ref: 'D1', kind: 'led', pins: [plus, minus] });

describe('cells one after the other', () => {
  const row = [cell('B2', 'b', 'c'), cell('B1', 'a', 'b'), cell('B3', 'c', '0')];

  it('are one pack from its plus to its minus, whichever of them is asked for', () => {
    const circuit = circuitOf([...row, led('a', '0')]);
    for (const ref of ['B1', 'B2', 'B3']) expect(seriesPackOf(circuit, ref)).toEqual({ refs: ['B1', 'B2', 'B3'], plus: 'a', minus: '0' });
  });

  it('end where something else lies between two of them: their currents differ there', () => {
    const circuit = circuitOf([...row, led('a', '0'), { ref: 'R1', kind: 'resistor', pins: ['c', '0'], ohms: 100 }]);
    expect(seriesPackOf(circuit, 'B1')).toEqual({ refs: ['B1', 'B2'], plus: 'a', minus: 'c' });
    expect(seriesPackOf(circuit, 'B3')).toEqual({ refs: ['B3'], plus: 'c', minus: '0' });
  });

  it('are not those that are put in the wrong way round, nor another kind of source', () => {
    expect(seriesPackOf(circuitOf([cell('B1', 'a', 'b'), cell('B2', '0', 'b'), led('a', '0')]), 'B1')?.refs).toEqual(['B1']);
    const adapter = { ref: 'V1', kind: 'dc', pins: ['a', 'b'], volts: 5 };
    const mixed = circuitOf([adapter, cell('B1', 'b', '0'), led('a', '0')]);
    expect(seriesPackOf(mixed, 'V1')).toEqual({ refs: ['V1'], plus: 'a', minus: 'b' });
    expect(seriesPackOf(mixed, 'B1')?.refs).toEqual(['B1']);
    expect(seriesPackOf(mixed, 'B9')).toBeUndefined();
  });
});
