import { describe, expect, it } from '@jest/globals';
import { seededRandom } from '../numeric/index.ts';
import { solve } from '../solve/index.ts';
import { circuitOf, type LoosePart } from './circuit.testing.ts';
import {
  type Circuit,
  decomposeSeriesParallel,
  endsOf,
  type Network,
  partOf,
  reduceSeriesParallel,
  refsOf,
  reverseNetwork,
} from './index.ts';

const NETWORKS = 200;

/** Resistors thrown between a few nets, between the two that a meter is put to. */
function randomNetwork(seed: number): Circuit {
  const random = seededRandom(seed);
  for (let skipped = 0; skipped < 20; skipped++) random();
  const nets = ['a', 'b', ...Array.from({ length: Math.floor(5 * random()) }, (_, index) => `n${index}`)];
  const pick = () => nets[Math.floor(random() * nets.length)] as string;
  const parts = Array.from({ length: 2 + Math.floor(9 * random()) }, (_, index): LoosePart => {
    const first = pick();
    let second = pick();
    while (second === first) second = pick();
    return { ref: `R${index + 1}`, kind: 'resistor', pins: [first, second], ohms: 10 * 1000 ** random() };
  });
  return circuitOf([{ ref: 'V1', kind: 'dc', pins: ['a', 'b'], volts: 10 }, ...parts]);
}

const WITHOUT = new Set(['V1']);

/** By Ohm's sums: what is in a row adds up, what is in parallel adds up as conductance. */
function ohmsOf(circuit: Circuit, network: Network): number {
  switch (network.kind) {
    case 'part': {
      const part = partOf(circuit, network.ref);
      return part?.kind === 'resistor' ? part.ohms : Number.NaN;
    }
    case 'series':
      return network.items.reduce((sum, item) => sum + ohmsOf(circuit, item), 0);
    case 'parallel':
      return 1 / network.items.reduce((sum, item) => sum + 1 / ohmsOf(circuit, item), 0);
  }
}

/** Whether every piece begins where the one before it ends, all the way down. */
function hangsTogether(circuit: Circuit, network: Network): boolean {
  if (network.kind === 'part') return true;
  if (!network.items.every((item) => hangsTogether(circuit, item))) return false;
  const ends = network.items.map((item) => endsOf(circuit, item));
  return network.kind === 'series'
    ? ends.every(([from], index) => index === 0 || from === ends[index - 1]?.[1])
    : ends.every(([from, to]) => from === ends[0]?.[0] && to === ends[0]?.[1]);
}

describe('series and parallel in random networks', () => {
  const networks = Array.from({ length: NETWORKS }, (_, seed) => randomNetwork(seed + 1)).map((circuit) => ({
    circuit,
    ...decomposeSeriesParallel(circuit, 'a', 'b', WITHOUT),
  }));
  const whole = networks.filter(({ leftOver }) => leftOver.length === 0);

  it('are found whole often enough to say something', () => expect(whole.length).toBeGreaterThan(NETWORKS / 8));

  it('have every resistor once, in the network or left over', () => {
    for (const { circuit, network: found, leftOver } of networks) {
      const refs = [...(found ? refsOf(found) : []), ...leftOver].sort();
      expect(refs).toEqual(
        circuit.parts
          .slice(1)
          .map(({ ref }) => ref)
          .sort(),
      );
    }
  });

  it('have the ohms that a meter would show', () => {
    for (const { circuit, network: found } of whole) {
      if (!found) continue;
      const solved = solve(circuit);
      if (!solved.ok) throw new Error(solved.error.message);
      const metered = 10 / -(solved.value.parts.V1?.amps.avg ?? Number.NaN);
      expect(ohmsOf(circuit, found) / metered).toBeCloseTo(1, 6);
    }
  });

  it('go from one terminal to the other without a gap, and back when turned round', () => {
    for (const { circuit, network: found } of networks) {
      if (!found) continue;
      expect(endsOf(circuit, found)).toEqual(['a', 'b']);
      expect(hangsTogether(circuit, found)).toBe(true);
      const back = reverseNetwork(found);
      expect(endsOf(circuit, back)).toEqual(['b', 'a']);
      expect(hangsTogether(circuit, back)).toBe(true);
      expect(reverseNetwork(back)).toEqual(found);
    }
  });

  it('do not hang on the order of the list', () => {
    for (const { circuit, leftOver } of networks.slice(0, 60)) {
      const [source, ...parts] = circuit.parts;
      const turned = { ...circuit, parts: [source, ...parts.reverse()] } as Circuit;
      expect([...decomposeSeriesParallel(turned, 'a', 'b', WITHOUT).leftOver].sort()).toEqual([...leftOver].sort());
    }
  });

  it('reduced with every net kept merge only what lies in parallel', () => {
    for (const { circuit } of networks.slice(0, 60)) {
      const nets = new Set(circuit.parts.flatMap(({ pins }) => pins as readonly string[]));
      const { edges } = reduceSeriesParallel(circuit, nets, WITHOUT);
      for (const { network: edge } of edges) expect(edge.kind).not.toBe('series');
      const pairs = edges.map(({ a, b }) => [a, b].sort().join(' '));
      expect(new Set(pairs).size).toBe(pairs.length);
    }
  });
});
