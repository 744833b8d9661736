import { describe, expect, it } from '@jest/globals';
import { seededRandom } from '../numeric/index.ts';
import { CELLS, CHEMISTRIES, deviceOf, type JunctionLaw, PART_KINDS, type Part, partSchema, typicalCell } from './index.ts';
import type { BlockLaw, CurveLaw, PartBuilder } from './law.ts';

interface Laws {
  readonly curves: readonly CurveLaw[];
  readonly blocks: readonly { readonly law: BlockLaw; readonly terminals: readonly number[] }[];
}

/** What a part is made of that bends. */
function lawsOf(part: Part): Laws {
  const curves: CurveLaw[] = [];
  const blocks: Laws['blocks'][number][] = [];
  let nodes = part.pins.length;
  const build: PartBuilder = {
    inner: () => nodes++,
    resistance: () => undefined,
    source: () => undefined,
    curve: (_, __, law) => void curves.push(law),
    capacitance: () => undefined,
    stray: () => undefined,
    inductance: () => undefined,
    block: (terminals, law) => void blocks.push({ terminals, law }),
  };
  deviceOf(part.kind).expand(part, build, { celsius: part.celsius ?? 25 });
  return { curves, blocks };
}

const part = (fields: object): Part => partSchema.parse({ ref: 'X1', ...fields });
const two = ['a', 'b'];
const CURVES: Readonly<Record<string, Part>> = {
  'a silicon diode': part({ kind: 'diode', pins: two, type: 'silicon' }),
  'a Schottky diode that breaks down': part({ kind: 'diode', pins: two, type: 'schottky', breakdownVolts: 40 }),
  'a zener': part({ kind: 'zener', pins: two, zenerVolts: 5.1 }),
  'a white LED': part({ kind: 'led', pins: two, colour: 'white' }),
  'a hot string of LEDs': part({ kind: 'led', pins: two, colour: 'red', series: 5, parallel: 3, celsius: 90 }),
  'an LED of two points': part({ kind: 'led', pins: two, points: [[0.005, 2.7], [0.03, 3.1]] }), // biome-ignore format: one line a part
};
const BLOCKS: Readonly<Record<string, Part>> = {
  'an npn transistor': part({ kind: 'bjt', pins: ['c', 'b', 'e'], polarity: 'npn' }),
  'a hot pnp transistor': part({ kind: 'bjt', pins: ['c', 'b', 'e'], polarity: 'pnp', beta: 80, celsius: 80 }),
  'an n-channel MOSFET': part({ kind: 'mosfet', pins: ['d', 'g', 's'], polarity: 'n', thresholdVolts: 1.5, gain: 0.5 }),
  'a p-channel MOSFET': part({ kind: 'mosfet', pins: ['d', 'g', 's'], polarity: 'p', thresholdVolts: 2, gain: 0.3, onOhms: 0.1 }),
};
const POINTS = 120;

/** Volts in reach of such a part, small and large, of both signs. */
function draw(random: () => number, most: number): number {
  const size = most * random() ** 2;
  return random() < 0.5 ? -size : size;
}

describe.each(Object.entries(CURVES))('the law of %s', (_, of) => {
  const law = lawsOf(of).curves[0] as CurveLaw;
  const at = (volts: number) => {
    const out = { amps: 0, siemens: 0 };
    law.evaluate(volts, out);
    return out;
  };
  const most = of.kind === 'led' ? 3.6 * (of.series ?? 1) : of.kind === 'zener' ? 6 : 1;

  it('gives the slope of its current as the slope', () => {
    const random = seededRandom(7);
    for (let point = 0; point < POINTS; point++) {
      const volts = draw(random, most);
      const step = 1e-6;
      const [above, below] = [at(volts + step), at(volts - step)];
      // At a corner the two sides differ; nearer than a step nothing is asked of it.
      if (Math.abs(above.siemens - below.siemens) > 0.01 * Math.abs(above.siemens + below.siemens) + 1e-9) continue;
      const slope = (above.amps - below.amps) / (2 * step);
      expect(Math.abs(at(volts).siemens - slope)).toBeLessThan(2e-3 * Math.abs(slope) + 1e-7);
    }
  });

  it('never falls, passes through nothing, and dissipates what it takes', () => {
    const random = seededRandom(8);
    expect(Math.abs(at(0).amps)).toBeLessThan(1e-9);
    for (let point = 0; point < POINTS; point++) {
      const [a, b] = [draw(random, most), draw(random, most)].sort((x, y) => x - y) as [number, number];
      expect(at(b).amps).toBeGreaterThanOrEqual(at(a).amps - 1e-15);
      expect(a * at(a).amps).toBeGreaterThanOrEqual(-1e-12);
    }
  });

  it('limits a step only towards where it came from, and leaves one that is small', () => {
    const random = seededRandom(9);
    for (let point = 0; point < POINTS; point++) {
      const [from, to] = [draw(random, most), draw(random, 3 * most)];
      const limited = law.limit(to, from);
      expect(Number.isFinite(limited)).toBe(true);
      expect(limited).toBeGreaterThanOrEqual(Math.min(from, to, law.firstVolts) - most);
      expect(limited).toBeLessThanOrEqual(Math.max(from, to, law.firstVolts) + most);
      expect(law.limit(from, from)).toBeCloseTo(from, 9);
    }
  });
});

describe.each(['a silicon diode', 'a Schottky diode that breaks down', 'a white LED', 'a hot string of LEDs', 'an LED of two points'])(
  'the straight line that touches the law of %s',
  (name) => {
    it('is as near to it as is said, wherever it is said to be near; and where little happens it is', () => {
      const of = CURVES[name] as Part;
      const law = lawsOf(of).curves[0] as JunctionLaw;
      const most = of.kind === 'led' ? 3.6 * (of.series ?? 1) : 1;
      const [here, there] = [
        { amps: 0, siemens: 0 },
        { amps: 0, siemens: 0 },
      ];
      const random = seededRandom(12);
      let near = 0;
      for (let point = 0; point < 40 * POINTS; point++) {
        const from = draw(random, random() < 0.2 ? 50 : most);
        const to = from + draw(random, 10 ** (-4 * random()) * most);
        const allowed = 10 ** (-9 + 6 * random());
        law.evaluate(from, here);
        const rise = here.siemens * (to - from);
        if (!law.isStraight(from, to, here.amps, rise, allowed)) continue;
        near += 1;
        law.evaluate(to, there);
        // The series that the law is found by is good to 1e-11 of the current.
        expect(Math.abs(there.amps - here.amps - rise)).toBeLessThanOrEqual(1.1 * allowed + 3e-11 * Math.abs(there.amps));
      }
      expect(near).toBeGreaterThan(8 * POINTS);
      law.evaluate(0.8 * most, here);
      expect(law.isStraight(0.8 * most, 0.8 * most, here.amps, 0, 1e-9)).toBe(true);
      expect(law.isStraight(-3, 0.9 * most, 0, 0, 1e-3)).toBe(false);
    });
  },
);

describe.each(['a silicon diode', 'a Schottky diode that breaks down', 'a white LED', 'a hot string of LEDs'])(
  'a step of %s, limited by the current that its straight line led to',
  (name) => {
    const of = CURVES[name] as Part;
    const law = lawsOf(of).curves[0] as JunctionLaw;
    const out = { amps: 0, siemens: 0 };
    const bend = law.firstVolts;
    const scale = bend / 20;

    it('goes to the volts where the law carries that current, unless it falls to less than a thousandth', () => {
      law.evaluate(bend, out);
      const most = out.amps;
      for (const share of [0.7, 0.1, 0.02]) {
        const at = law.limitByAmps(bend - scale, bend, share * most);
        law.evaluate(at, out);
        expect(out.amps).toBeCloseTo(share * most, 9);
      }
      law.evaluate(law.limitByAmps(bend - scale, bend, 1e-6 * most), out);
      // n·Vt counts for the exponential alone: with the resistance the current at the bend falls by somewhat less.
      expect(out.amps / most).toBeGreaterThan(1e-4);
      expect(out.amps / most).toBeLessThan(5e-3);
    });

    it('goes where it is asked to where that is near, and as without a current where there is none or it is above the bend', () => {
      expect(law.limitByAmps(bend - 1e-4 * scale, bend, 1)).toBe(bend - 1e-4 * scale);
      expect(law.limitByAmps(-3, 0, -1)).toBe(law.limit(-3, 0));
      expect(law.limitByAmps(2 * bend, 0, 1)).toBe(bend);
      expect(law.limitByAmps(0.999 * bend, 0, 1e6)).toBe(bend);
    });
  },
);

describe.each(Object.entries(BLOCKS))('the law of %s', (_, of) => {
  const { law } = lawsOf(of).blocks[0] as Laws['blocks'][number];
  const at = (volts: readonly number[]) => {
    const amps = new Float64Array(2);
    const siemens = new Float64Array(4);
    law.evaluate(Float64Array.from(volts), amps, siemens, undefined, law.firstMode);
    return { amps, siemens };
  };
  /** Junctions conduct up to about 0.8 V; gates and channels take more. */
  const most = of.kind === 'bjt' ? 0.75 : 6;

  it('gives the slopes of its currents as the slopes, terminal by terminal', () => {
    const random = seededRandom(10);
    for (let point = 0; point < POINTS; point++) {
      const volts = [draw(random, most), draw(random, most)];
      const { siemens } = at(volts);
      for (let terminal = 0; terminal < 2; terminal++) {
        const step = 1e-6;
        const moved = (by: number) => volts.map((value, index) => (index === terminal ? value + by : value));
        const [above, below] = [at(moved(step)), at(moved(-step))];
        for (let row = 0; row < 2; row++) {
          const slope = ((above.amps[row] ?? 0) - (below.amps[row] ?? 0)) / (2 * step);
          expect(Math.abs((siemens[row * 2 + terminal] ?? 0) - slope)).toBeLessThan(5e-3 * Math.abs(slope) + 1e-6);
        }
      }
    }
  });

  it('dissipates what it takes, in every state, and rests where nothing is across it', () => {
    const random = seededRandom(11);
    expect([...at([0, 0]).amps].every((amps) => Math.abs(amps) < 1e-12)).toBe(true);
    for (let point = 0; point < POINTS; point++) {
      const volts = [draw(random, most), draw(random, most)];
      const { amps } = at(volts);
      expect((volts[0] ?? 0) * (amps[0] ?? 0) + (volts[1] ?? 0) * (amps[1] ?? 0)).toBeGreaterThanOrEqual(-1e-12);
    }
  });
});

describe('a cell of every chemistry', () => {
  it.each(CHEMISTRIES)('%s: falls in volts and rises in ohms as it is emptied, in every size', (chemistry) => {
    for (const size of Object.keys(CELLS[chemistry].sizes)) {
      const states = Array.from({ length: 41 }, (_, step) => typicalCell(chemistry, size, 1 - step / 40));
      states.forEach((state, index) => {
        const before = states[index - 1];
        expect(state.ohms).toBeGreaterThan(0);
        expect(state.ampHours).toBe(states[0]?.ampHours);
        if (!before) return;
        expect(state.openVolts).toBeLessThanOrEqual(before.openVolts);
        expect(state.ohms).toBeGreaterThanOrEqual(before.ohms);
      });
      // Empty is about where a gadget counts it flat: not far above, or a runtime would never end.
      expect(states.at(-1)?.openVolts).toBeLessThan(1.35 * CELLS[chemistry].cutOffVolts);
    }
  });
});

it('every kind says its pins, and refuses a part with too few', () => {
  for (const kind of PART_KINDS) {
    const { pins } = deviceOf(kind);
    expect(new Set(pins).size).toBe(pins.length);
    expect(partSchema.safeParse({ ref: 'X1', kind, pins: ['a'] }).success).toBe(false);
  }
});
