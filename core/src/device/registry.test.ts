import { describe, expect, it } from '@jest/globals';
import { type BlockLaw, type CurveLaw, deviceOf, PART_KINDS, type Part, type PartBuilder, type PartKind, partSchema } from './index.ts';

/** A plain part of each kind, but for its pins. */
const PLAIN: Readonly<Record<PartKind, Readonly<Record<string, unknown>>>> = {
  dc: { volts: 5, ohms: 0.1 },
  ac: { voltsRms: 230, hertz: 50, ohms: 1 },
  battery: { chemistry: 'alkaline', size: 'AA', series: 2 },
  resistor: { ohms: 100 },
  capacitor: { farads: 1e-6 },
  inductor: { henries: 1e-3, ohms: 2 },
  diode: {},
  zener: { zenerVolts: 5.1 },
  led: { series: 2, parallel: 3, colour: 'red' },
  bridge: {},
  switch: {},
  fuse: {},
  sink: { amps: 0.02, dropoutVolts: 2 },
  bjt: { polarity: 'npn' },
  mosfet: { polarity: 'n', thresholdVolts: 1, gain: 1, onOhms: 0.1 },
  converter: { mode: 'buck', outVolts: 5, limitAmps: 1, efficiency: 0.8, minInVolts: 6, maxInVolts: 24 },
  charger: { amps: 0.3, endVolts: 4.2, dropoutVolts: 0.2 },
  thermistor: { ohms: 10, beta: 3000, kelvinPerWatt: 50 },
  varistor: { volts: 470 },
  photoresistor: { ohms: 20_000 },
  pulse: { volts: 5, hertz: 100, duty: 0.25, ohms: 10 },
};

function plainPart(kind: PartKind, fields: Readonly<Record<string, unknown>> = {}): Part {
  const pins = deviceOf(kind).pins.map((_, index) => `n${index}`);
  return partSchema.parse({ ref: 'X1', kind, pins, ...PLAIN[kind], ...fields });
}

interface Expansion {
  readonly terminals: number[];
  readonly curves: CurveLaw[];
  readonly blocks: BlockLaw[];
  readonly linear: { readonly what: string; readonly ohms: number }[];
}

/** What a part says that it is made of. */
function expansionOf(part: Part, celsius = 25): Expansion {
  const found: Expansion = { terminals: [], curves: [], blocks: [], linear: [] };
  let inner = part.pins.length;
  const build: PartBuilder = {
    inner: () => inner++,
    resistance: (a, b, ohms) => {
      found.terminals.push(a, b);
      found.linear.push({ what: 'resistance', ohms });
    },
    source: (plus, minus, _, ohms) => {
      found.terminals.push(plus, minus);
      found.linear.push({ what: 'source', ohms });
    },
    curve: (a, b, law) => {
      found.terminals.push(a, b);
      found.curves.push(law);
    },
    capacitance: (a, b, _, ohms) => {
      found.terminals.push(a, b);
      found.linear.push({ what: 'capacitance', ohms });
    },
    stray: (a, b) => {
      found.terminals.push(a, b);
    },
    inductance: (a, b, _, ohms) => {
      found.terminals.push(a, b);
      found.linear.push({ what: 'inductance', ohms });
    },
    block: (terminals, law) => {
      found.terminals.push(...terminals);
      found.blocks.push(law);
    },
  };
  deviceOf(part.kind).expand(part, build, { celsius });
  return found;
}

describe.each(PART_KINDS)('the part kind %s', (kind) => {
  const device = deviceOf(kind);
  const part = plainPart(kind);

  it('says what it is: a name, pins that differ, a symbol within its place', () => {
    expect(device.name).toMatch(/^[A-Za-z]+$/);
    expect(new Set(device.pins).size).toBe(device.pins.length);
    expect(device.symbol.length).toBeGreaterThan(0);
    for (const { d } of device.symbol)
      for (const figure of d.match(/-?\d+(?:\.\d+)?/g) ?? []) expect(Math.abs(Number(figure))).toBeLessThanOrEqual(27);
    expect(partSchema.safeParse({ ...part, nonsense: 1 }).success).toBe(false);
  });

  it('is made of elements on its own pins, and every pin is on one', () => {
    const { terminals } = expansionOf(part);
    const inner = new Set(terminals.filter((terminal) => terminal >= part.pins.length)).size;
    expect(Math.max(...terminals)).toBeLessThan(part.pins.length + inner);
    for (let pin = 0; pin < part.pins.length; pin++) expect(terminals).toContain(pin);
  });

  it('has curves whose slope is the derivative of their current, and whose limiting keeps its direction', () => {
    const [at, above, below] = [0, 1, 2].map(() => ({ amps: 0, siemens: 0 })) as [CurvePointLike, CurvePointLike, CurvePointLike];
    for (const law of expansionOf(part).curves) {
      for (const volts of [-3, -0.31, 0.17, 0.72, 1.63, 3.9, 6.2]) {
        const step = 1e-6;
        law.evaluate(volts, at);
        law.evaluate(volts + step, above);
        law.evaluate(volts - step, below);
        const slope = (above.amps - below.amps) / (2 * step);
        expect(Math.abs(slope - at.siemens)).toBeLessThanOrEqual(1e-9 + 2e-3 * Math.abs(at.siemens));
        expect(law.limit(volts, volts)).toBeCloseTo(volts, 9);
        const limited = law.limit(volts, 0.1);
        expect(limited).toBeGreaterThanOrEqual(Math.min(volts, 0.1, law.firstVolts) - 1e-9);
        expect(limited).toBeLessThanOrEqual(Math.max(volts, 0.1, law.firstVolts) + 1e-9);
      }
    }
  });

  it('shows a meter what it is made of, and conducts where it says so', () => {
    const { linear, curves, blocks } = expansionOf(part);
    if (device.conducts) {
      expect([...curves, ...blocks]).toEqual([]);
      expect(linear.every(({ what }) => what === 'resistance' || what === 'inductance')).toBe(true);
    }
    const ohms = device.deadOhms?.(part);
    if (ohms !== undefined) expect(linear[0]?.ohms).toBeCloseTo(ohms, 9);
    expect(device.wire?.(part) !== undefined).toBe(kind === 'fuse' || kind === 'switch');
  });

  it('states every rating that its maker does, and only those as not assumed', () => {
    const rated = { watts: 1.5, volts: 40, amps: 0.7, peakAmps: 2, reverseVolts: 6, celsius: 110 };
    const stated = device.ratings?.(plainPart(kind, { rated })) ?? [];
    expect(
      stated
        .filter(({ limit }) => !limit.assumed)
        .map(({ limit }) => limit.value)
        .sort(),
    ).toEqual(Object.values(rated).sort());
    for (const { limit } of device.ratings?.(part) ?? []) expect(limit.assumed && limit.usualFor !== undefined).toBe(true);
  });

  it('implies no value that would change it if it were stated', () => {
    for (const [field, value] of Object.entries(device.implied?.(part) ?? {})) {
      const [said, meant] = [expansionOf(plainPart(kind, { [field]: value })), expansionOf(part)];
      expect(said.linear).toEqual(meant.linear);
    }
    const learnt = device.learns?.(part) ?? [];
    const toleranced = device.toleranced?.(part);
    for (const field of [...learnt.map((one) => one.field), ...(toleranced ? [toleranced.field] : [])])
      expect({ ...part, ...device.implied?.(part) }).toHaveProperty(field);
    for (const { value, uncertainty } of learnt) expect([Number.isFinite(value), uncertainty >= 0]).toEqual([true, true]);
    if (toleranced) expect(toleranced.usual).toBeGreaterThan(0);
  });

  it('tells a source by its volts, which scale', () => {
    const { source } = device;
    if (!source) return;
    expect(source.volts(part)).toBeGreaterThan(0);
    expect(source.isIdeal(part)).toBe(false);
    const doubled = source.scaled?.(part, 2);
    if (doubled) expect(source.volts(doubled)).toBeCloseTo(2 * source.volts(part), 12);
  });

  it('fails in ways that are told once each', () => {
    expect(new Set(device.fails.map(({ how }) => how)).size).toBe(device.fails.length);
    for (const mode of device.fails) {
      expect(mode.weight).toBeGreaterThan(0);
      if (mode.how !== 'drift') continue;
      const drifted = mode.drifted(part);
      expect(drifted.length).toBeGreaterThan(1);
      // Each further off than the one before, and still a part of its kind.
      const away = drifted.map(({ value }) => Math.abs(Math.log(value / (drifted[0]?.value as number))));
      expect(away).toEqual([...away].sort((a, b) => a - b));
      for (const { fields } of drifted) expect(device.schema.safeParse({ ...part, ...fields }).success).toBe(true);
    }
  });
});

type CurvePointLike = { amps: number; siemens: number };

describe('kinds that tell by temperature', () => {
  it('a thermistor follows ohms·exp(beta·(1/T − 1/298.15)): 10 ohm with 3000 K has 2.93 ohm at 75 °C', () => {
    // exp(3000·(1/348.15 − 1/298.15)) = exp(−1.4450) = 0.2357
    expect(expansionOf(plainPart('thermistor'), 75).linear[0]?.ohms).toBeCloseTo(10 * 0.23575, 2);
    expect(expansionOf(plainPart('thermistor', { beta: -3000 }), 75).linear[0]?.ohms).toBeCloseTo(10 / 0.23575, 1);
    expect(expansionOf(plainPart('thermistor'), 25).linear[0]?.ohms).toBe(10);
  });

  it('a varistor carries 1 mA at its volts, 2^30 times less at half of them, and the same the other way', () => {
    const [law] = expansionOf(plainPart('varistor')).curves;
    const out = { amps: 0, siemens: 0 };
    law?.evaluate(470, out);
    expect(out.amps).toBeCloseTo(1e-3, 12);
    law?.evaluate(235, out);
    expect(out.amps / (1e-3 / 2 ** 30)).toBeCloseTo(1, 9);
    law?.evaluate(-470, out);
    expect(out.amps).toBeCloseTo(-1e-3, 12);
  });
});

describe('what is assumed where nothing is said', () => {
  // Class spreads at 95 %: what shops sell where nothing is printed, EN 50160 for mains.
  it.each([
    ['resistor', 'ohms', 0.05],
    ['dc', 'volts', 0.05],
    ['ac', 'voltsRms', 0.1],
    ['battery', 'openVolts', 0.06],
    ['thermistor', 'ohms', 0.2],
    ['varistor', 'volts', 0.1],
    ['inductor', 'henries', 0.2],
    ['zener', 'zenerVolts', 0.05],
    ['fuse', 'ohms', 0.5],
    ['switch', 'ohms', 0.5],
    ['sink', 'amps', 0.1],
    ['mosfet', 'thresholdVolts', 0.4],
    ['converter', 'outVolts', 0.04],
  ] as const)('a %s is known in its %s within %s', (kind, field, usual) => {
    expect(deviceOf(kind).toleranced?.(plainPart(kind))).toEqual({ field, usual });
  });

  it('an electrolytic capacitor is within a fifth, a reference within a twenty-fifth', () => {
    const usualOf = (fields: Readonly<Record<string, unknown>>) => deviceOf('capacitor').toleranced?.(plainPart('capacitor', fields)).usual;
    expect([usualOf({ farads: 1e-6 }), usualOf({ farads: 0.9e-6 }), usualOf({ farads: 1e-6, rated: { class: 'X2' } })]).toEqual([
      0.2, 0.1, 0.1,
    ]);
    expect(deviceOf('sink').toleranced?.(plainPart('sink', { amps: undefined, referenceVolts: 0.6, senseOhms: 10 }))).toEqual({
      field: 'referenceVolts',
      usual: 0.04,
    });
  });

  // One standard deviation: what readings may teach beside the value that a part is sold by.
  it.each([
    ['battery', 'cellOhms', 0.8],
    ['mosfet', 'gain', 0.3],
    ['bjt', 'beta', 0.3],
    ['bjt', 'saturationAmps', 0.5],
    ['sink', 'dropoutVolts', 0.25],
    ['converter', 'limitAmps', 0.1],
    ['led', 'seriesOhms', 0.5],
  ] as const)('a %s is unsure in its %s by %s of it', (kind, field, share) => {
    const learnt = deviceOf(kind)
      .learns?.(plainPart(kind))
      .find((one) => one.field === field);
    expect((learnt?.uncertainty ?? 0) / (learnt?.value ?? 1)).toBeCloseTo(share, 9);
  });

  it('an unmarked LED is off its class curve by 0.1 V (the open format’s default), a diode by 0.04 V, an efficiency by 0.04', () => {
    const learntOf = (kind: 'led' | 'diode' | 'bridge' | 'converter', field: string) =>
      deviceOf(kind)
        .learns?.(plainPart(kind))
        .find((one) => one.field === field)?.uncertainty;
    expect(learntOf('led', 'voltsShift')).toBe(0.1);
    expect([learntOf('diode', 'voltsShift'), learntOf('bridge', 'voltsShift')]).toEqual([0.04, 0.04]);
    expect(learntOf('converter', 'efficiency')).toBe(0.04);
  });
});
