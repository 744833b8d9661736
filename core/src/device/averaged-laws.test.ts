import { describe, expect, it } from '@jest/globals';
import { chargerLaw } from './charger/law.ts';
import { averagedLaw } from './converter/law.ts';
import type { BlockLaw } from './law.ts';

/** Currents and slopes at volts, with nothing remembered of a step before. */
function at(law: BlockLaw, volts: readonly number[], mode = law.firstMode) {
  const [amps, siemens] = [new Float64Array(volts.length), new Float64Array(volts.length ** 2)];
  law.evaluate(Float64Array.from(volts), amps, siemens, undefined, mode);
  return { amps, siemens };
}

/** By differences over a step that is small beside the steepest part of a law. */
function expectSlopes(law: BlockLaw, volts: readonly number[], step: number) {
  const { siemens } = at(law, volts);
  for (const terminal of volts.keys()) {
    const moved = (by: number) => at(law, volts.map((value, index) => (index === terminal ? value + by : value))).amps; // biome-ignore format: one line
    const [above, below] = [moved(step), moved(-step)];
    for (const row of volts.keys()) {
      const slope = ((above[row] as number) - (below[row] as number)) / (2 * step);
      expect([volts, row, terminal, siemens[row * volts.length + terminal]]).toEqual([
        volts,
        row,
        terminal,
        expect.closeTo(slope, 4 - Math.ceil(Math.log10(1 + Math.abs(slope)))),
      ]);
    }
  }
}

describe('the law of a linear charger', () => {
  const law = chargerLaw({ amps: 0.5, endVolts: 4.2, dropoutVolts: 0.2 });

  it('gives its full current from dropout to the end of charge, less in proportion at both, and none backwards', () => {
    const into = (volts: readonly number[]) => -(at(law, volts).amps[1] as number);
    expect(into([5, 3.7])).toBeCloseTo(0.5, 6);
    // Half of the dropout is left; half of the 8.4 mV before the end.
    expect(into([3.8, 3.7])).toBeGreaterThan(0.1);
    expect(into([3.8, 3.7])).toBeLessThan(0.4);
    expect(into([5, 4.2 - 0.0042])).toBeGreaterThan(0.1);
    expect(into([5, 4.2 - 0.0042])).toBeLessThan(0.4);
    expect(into([5, 4.3])).toBeCloseTo(0, 6);
    expect(into([3, 3.7])).toBeCloseTo(0, 6);
  });

  it.each([[[5, 3.7]], [[5, 4.197]], [[3.8, 3.7]], [[3.85, 3.7]], [[4.3, 4.196]], [[3, 3.7]]])('has its slopes at %j V', (volts) =>
    expectSlopes(law, volts, 1e-6),
  );
});

describe('the law of an averaged converter', () => {
  const law = averagedLaw({ outVolts: 5, limitAmps: 0.4, efficiency: 0.8, minInVolts: 1, maxInVolts: 6 });

  it('gives constant volts up to its limit, then constant amps, and takes its watts over its efficiency', () => {
    const { amps } = at(law, [3, 0, 2.5]);
    expect(amps[2]).toBeCloseTo(-0.4, 9);
    expect(amps[0]).toBeCloseTo((2.5 * 0.4) / 0.8 / 3, 9);
    expect(amps[1]).toBe(-(amps[0] as number));
    expect(at(law, [3, 0, 5.1]).amps[2]).toBeCloseTo(0, 9);
    // Between 5 V and a hundred-thousandth less, from none to all.
    expect(at(law, [3, 0, 5 - 2.5e-5]).amps[2]).toBeCloseTo(-0.2, 6);
    expect([...at(law, [3, 0, 2.5], 0).amps]).toEqual([0, 0, 0]);
  });

  it('is on from its least to its most volts, both taken in', () => {
    const modes = [0.99, 1, 3, 6, 6.01].map((volts) => law.nextMode(Float64Array.from([volts, 0, 5]), 1));
    expect(modes).toEqual([0, 1, 1, 1, 0]);
  });

  it.each([[[3, 0, 2.5]], [[4, 1, 4.2]], [[3, 0, 5 - 2.5e-5]], [[3, 0, 5.1]], [[0.5, 0, 2.5]]])('has its slopes at %j V', (volts) =>
    expectSlopes(law, volts, 1e-8),
  );
});
