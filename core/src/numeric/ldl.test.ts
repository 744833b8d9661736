import { describe, expect, it } from '@jest/globals';
import { DenseLuFactoriser } from './dense-lu.ts';
import { LdlFactoriser, LdlPattern } from './ldl.ts';
import { seededRandom } from './random.ts';

interface Drawn {
  readonly size: number;
  readonly pairs: readonly number[];
  readonly held: readonly number[];
  readonly dense: Float64Array;
}

/** Conductances over many decades between random nodes and to ground, and last a few rows that hold a node each. */
function drawn(nodes: number, held: number, seed: number): Drawn {
  const random = seededRandom(seed);
  const size = nodes + held;
  const dense = new Float64Array(size * size);
  const pairs: number[] = [];
  const add = (row: number, column: number, value: number) => {
    dense[row * size + column] += value;
  };
  for (let i = 0; i < 2 * nodes; i++) {
    const [a, b] = [Math.floor(random() * nodes), Math.floor(random() * nodes)];
    const siemens = 10 ** (-9 * random());
    add(a, a, siemens);
    if (a === b) continue;
    add(b, b, siemens);
    add(a, b, -siemens);
    add(b, a, -siemens);
    pairs.push(a, b);
  }
  for (let node = 0; node < nodes; node++) add(node, node, 1e-9);
  for (let i = 0; i < held; i++) {
    const row = nodes + i;
    add(row, i, 1);
    add(i, row, 1);
    add(row, row, i % 2 === 0 ? 0 : -1e-3);
    pairs.push(row, i);
  }
  return { size, pairs, held: Array.from({ length: held }, (_, i) => nodes + i), dense };
}

/** Fills in and factors. */
function factored({ size, pairs, held, dense }: Drawn): LdlFactoriser {
  const ldl = new LdlFactoriser(new LdlPattern(size, pairs, held));
  ldl.values.fill(0);
  for (let row = 0; row < size; row++)
    for (let column = 0; column <= row; column++) {
      const at = ldl.pattern.at(row, column);
      if (at >= 0) ldl.values[at] = dense[row * size + column] as number;
      else expect(dense[row * size + column]).toBe(0);
    }
  return ldl.factor();
}

describe('L·D·Lᵀ', () => {
  it.each([
    [1, 0],
    [2, 1],
    [6, 1],
    [20, 3],
    [90, 5],
  ])('solves what the dense factoriser solves: %d nodes, %d of them held', (nodes, held) => {
    for (let seed = 1; seed <= 10; seed++) {
      const matrix = drawn(nodes, held, seed * 7919 + nodes);
      const lu = new DenseLuFactoriser(matrix.size).factor(matrix.dense);
      const ldl = factored(matrix);
      expect([lu.isSingular, ldl.isSingular]).toEqual([false, false]);
      const random = seededRandom(seed);
      // Currents that the conductances are used to, so that potentials are of the order of 1.
      const x = Float64Array.from({ length: matrix.size }, () => random() - 0.5);
      const b = Float64Array.from(x, (_, row) =>
        x.reduce((sum, value, column) => sum + (matrix.dense[row * matrix.size + column] ?? 0) * value, 0),
      );
      ldl.solveInPlace(b);
      for (let i = 0; i < matrix.size; i++) expect(Math.abs((b[i] ?? 0) - (x[i] ?? 0))).toBeLessThan(1e-5);
    }
  });

  it('finds an entry from either side, and none where there can be none', () => {
    const ldl = new LdlFactoriser(new LdlPattern(4, [0, 1, 1, 2]));
    expect(ldl.pattern.at(1, 0)).toBe(ldl.pattern.at(0, 1));
    expect(ldl.pattern.at(1, 0)).toBeGreaterThanOrEqual(4);
    expect(ldl.pattern.at(3, 0)).toBe(-1);
    expect(ldl.pattern.at(3, 3)).toBe(3);
  });

  it('says which row has no pivot: two that hold one node contradict each other, and one that holds nothing', () => {
    const twice = new LdlFactoriser(new LdlPattern(3, [0, 1, 0, 2], [1, 2]));
    twice.values.set([2, 0, 0]);
    for (const row of [1, 2]) twice.values[twice.pattern.at(0, row)] = 1;
    expect(twice.factor().isSingular).toBe(true);
    expect([1, 2]).toContain(twice.singularColumn);
    const alone = new LdlFactoriser(new LdlPattern(2, [], [1]));
    alone.values.set([1, 0]);
    expect(alone.factor()).toMatchObject({ isSingular: true, singularColumn: 1 });
  });

  it('is as sparse as the row it stands for: a string of nodes has one entry a node, whatever it is named', () => {
    const size = 200;
    const random = seededRandom(3);
    const names = Array.from({ length: size }, (_, i) => i).sort(() => random() - 0.5);
    const pairs = names.slice(1).flatMap((name, i) => [names[i] as number, name]);
    expect(new LdlFactoriser(new LdlPattern(size, pairs)).values).toHaveLength(2 * size - 1);
  });
});
