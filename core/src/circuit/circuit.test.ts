import { describe, expect, it } from '@jest/globals';
import { type Circuit, decomposeSeriesParallel, freshRef, parseCircuit, refsOf, withFields, withSeriesResistor } from './index.ts';

const base = { format: 'mindful-probe.circuit', version: 1 };
const r = (ref: string, a: string, b: string) => ({ ref, kind: 'resistor', pins: [a, b], ohms: 10 });

function circuitOf(parts: unknown[]): Circuit {
  const parsed = parseCircuit({ ...base, parts });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}

describe('parseCircuit names what is wrong and where', () => {
  it.each([
    ['another format', { ...base, format: 'x', parts: [] }, 'bad-document', 'format', /mindful-probe.circuit/],
    ['a later version', { ...base, version: 9, parts: [] }, 'unsupported-version', 'version', /9/],
    ['nothing in it', { ...base, parts: [] }, 'no-parts', 'parts', /no parts/],
    ['two parts with one ref', { ...base, parts: [r('R1', 'a', 'b'), r('R1', 'b', 'c')] }, 'duplicate-ref', 'parts.1.ref', /R1/],
    ['a negative resistance', { ...base, parts: [{ ...r('R7', 'a', 'b'), ohms: -1 }] }, 'bad-document', 'parts.0.ohms', /R7, ohms/],
    [
      'a rating beyond anything there is',
      { ...base, parts: [{ ref: 'D1', kind: 'led', pins: ['a', 'b'], rated: { amps: 1e300 } }] },
      'bad-document',
      'parts.0.rated.amps',
      /D1, rated\.amps/,
    ],
    [
      'a kind it does not know',
      { ...base, parts: [{ ref: 'X1', kind: 'valve', pins: ['a', 'b'] }] },
      'bad-document',
      'parts.0.kind',
      /X1.*valve/,
    ],
    [
      'a missing pin',
      { ...base, parts: [{ ref: 'R1', kind: 'resistor', pins: ['a'], ohms: 1 }] },
      'bad-document',
      'parts.0.pins',
      /R1, pins/,
    ],
    ['a field it does not know', { ...base, parts: [{ ...r('R1', 'a', 'b'), ohm: 3 }] }, 'bad-document', 'parts.0', /R1/],
    ['a ground that is no net', { ...base, ground: 'q', parts: [r('R1', 'a', 'b')] }, 'unknown-net', 'ground', /q/],
    ['a list', [], 'bad-document', '', /object/],
  ])('%s', (_, json, code, path, message) => {
    const result = parseCircuit(json);
    expect(result).toMatchObject({ ok: false, error: { code, path, message: expect.stringMatching(message) } });
  });
});

describe('edits', () => {
  it('give the same object back when nothing changes', () => {
    const circuit = circuitOf([r('R1', 'a', 'b')]);
    expect(withFields(circuit, 'R1', { ohms: 10 })).toBe(circuit);
    expect(withFields(circuit, 'R1', { ohms: 12 })).not.toBe(circuit);
    expect(circuit.parts[0]).toMatchObject({ ohms: 10 });
  });

  it('put a resistor into a lead on a net of its own', () => {
    const circuit = withSeriesResistor(circuitOf([{ ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 }, r('R1', 'A', 'G')]), 'V1', 0, {
      ref: 'R2',
      ohms: 15,
    });
    expect(circuit.parts.map((part) => part.pins)).toEqual([
      ['B', 'G'],
      ['A', 'G'],
      ['B', 'A'],
    ]);
    expect(freshRef(circuit, 'R')).toBe('R3');
  });
});

describe('series-parallel decomposition', () => {
  it('of a shared resistor before three LEDs is a series of one and a parallel of three', () => {
    const d = (ref: string) => ({ ref, kind: 'led', pins: ['b', 'g'] });
    const { network, leftOver } = decomposeSeriesParallel(circuitOf([r('R1', 'a', 'b'), d('D1'), d('D2'), d('D3')]), 'a', 'g', new Set());
    expect(leftOver).toEqual([]);
    expect(network).toMatchObject({
      kind: 'series',
      items: [{ ref: 'R1' }, { kind: 'parallel', items: [{ ref: 'D1' }, { ref: 'D2' }, { ref: 'D3' }] }],
    });
  });

  it('keeps long chains in order whatever the order of the list', () => {
    const chain = ['R1', 'R2', 'R3', 'R4', 'R5'].map((ref, index) => r(ref, `n${index}`, `n${index + 1}`));
    for (const order of [
      [0, 1, 2, 3, 4],
      [4, 2, 0, 1, 3],
      [3, 4, 1, 2, 0],
    ]) {
      const { network } = decomposeSeriesParallel(circuitOf(order.map((index) => chain[index])), 'n0', 'n5', new Set());
      expect(network && refsOf(network)).toEqual(['R1', 'R2', 'R3', 'R4', 'R5']);
    }
  });

  it('leaves a bridge over, whole', () => {
    const parts = [r('R1', 'a', 'x'), r('R2', 'x', 'g'), r('R3', 'a', 'y'), r('R4', 'y', 'g'), r('R5', 'x', 'y')];
    const { network, leftOver } = decomposeSeriesParallel(circuitOf(parts), 'a', 'g', new Set());
    expect(network).toBeUndefined();
    expect([...leftOver].sort()).toEqual(['R1', 'R2', 'R3', 'R4', 'R5']);
  });
});
