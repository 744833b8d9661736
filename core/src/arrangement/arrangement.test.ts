import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { solve } from '../solve/index.ts';
import { type Arrangement, recognise } from './index.ts';

type Loose = Record<string, unknown> & { ref: string; kind: string; pins: string[] };

function found(parts: readonly Loose[]): readonly Arrangement[] {
  const circuit = circuitOf(parts);
  const solution = solve(circuit);
  return recognise(circuit, solution.ok ? solution.value : undefined);
}

const codes = (parts: readonly Loose[]) => found(parts).map(({ code }) => code);

const mains: Loose = { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 };
const bridge: Loose = { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] };
const string: Loose = { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 24 };
const dropper: Loose[] = [
  mains,
  { ref: 'F1', kind: 'fuse', pins: ['L', 'f'] },
  { ref: 'R1', kind: 'resistor', pins: ['f', 'a'], ohms: 100 },
  { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 1e-6 },
  { ref: 'R2', kind: 'resistor', pins: ['a', 'b'], ohms: 470e3 },
  bridge,
  { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 10e-6 },
  { ref: 'R3', kind: 'resistor', pins: ['p', 'm'], ohms: 220e3 },
  string,
];
const usb: Loose = { ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 5 };
const cells: Loose = { ref: 'B1', kind: 'battery', pins: ['+', '-'], chemistry: 'alkaline', size: 'AA', series: 2 };

it('names no supply that is joined to nothing yet', () => {
  const string: Loose[] = [
    { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 39 },
    { ref: 'D1', kind: 'led', pins: ['a', '-'] },
  ];
  const sourceOf = (pins: string[]) => found([{ ...usb, pins }, ...string])[0]?.roles.source;
  expect(sourceOf(['+', '-'])).toEqual(['V1']);
  expect(sourceOf(['V1.1', 'V1.2'])).toBeUndefined();
});

describe('arrangements on mains', () => {
  it('a reservoir stands between the rails behind the rectifier: one over a chip of the string is none', () => {
    const inTwo: Loose[] = [
      { ref: 'D1', kind: 'led', pins: ['p', 's'], series: 12 },
      { ref: 'D2', kind: 'led', pins: ['s', 't'] },
      { ref: 'D3', kind: 'led', pins: ['t', 'm'], series: 12 },
      { ref: 'C3', kind: 'capacitor', pins: ['s', 't'], farads: 1e-6 },
    ];
    const [smoothed] = found([...dropper.filter(({ ref }) => ref !== 'D1'), ...inTwo]);
    expect(smoothed).toMatchObject({ code: 'smoothed-rectifier', roles: { reservoir: ['C2'] } });
    // Of less than a fifth of a microfarad one smooths nothing: 20 mA discharge it by 100 V within a millisecond.
    const small = (farads: number) =>
      found(dropper.map((part) => (part.ref === 'C2' ? { ...part, farads } : part))).map(({ code }) => code)[0];
    expect(small(0.22e-6)).toBe('smoothed-rectifier');
    expect(small(0.18e-6)).toBe('rectifier');
  });

  it('a full capacitive dropper, each part by its role, with 4·f·C·(peak − string)', () => {
    const [smoothed, one] = found(dropper);
    expect(smoothed).toMatchObject({
      code: 'smoothed-rectifier',
      roles: { reservoir: ['C2'], bleeder: ['R3'], rectifier: ['B1'] },
      missing: [],
    });
    expect(one).toMatchObject({
      code: 'capacitive-dropper',
      roles: {
        dropper: ['C1'],
        bleeder: ['R2', 'R3'],
        'surge-resistor': ['R1'],
        fuse: ['F1'],
        rectifier: ['B1'],
        reservoir: ['C2'],
        string: ['D1'],
        source: ['V1'],
      },
      missing: [],
    });
    expect(one?.estimate?.chipAmps).toBeCloseTo(0.049, 2);
  });

  it('says what a bare one lacks', () => {
    const bare = found([mains, { ref: 'C1', kind: 'capacitor', pins: ['L', 'b'], farads: 1e-6 }, bridge, string]);
    expect(bare.map(({ code }) => code)).toEqual(['rectifier', 'capacitive-dropper']);
    expect(bare[1]?.missing).toEqual(['bleeder', 'surge-resistor', 'fuse']);
  });

  it('whatever its names and order, and with four diodes for a bridge', () => {
    const four: Loose[] = [
      { ref: 'X1', kind: 'diode', pins: ['b', 'p'] },
      { ref: 'X2', kind: 'diode', pins: ['N', 'p'] },
      { ref: 'X3', kind: 'diode', pins: ['m', 'b'] },
      { ref: 'X4', kind: 'diode', pins: ['m', 'N'] },
    ];
    const renamed = [...dropper.filter(({ ref }) => ref !== 'B1'), ...four]
      .toReversed()
      .map((part, index) => ({ ...part, ref: `Q${index}`, pins: part.pins.map((net) => `n${net}`) }));
    expect(codes(renamed)).toEqual(['smoothed-rectifier', 'capacitive-dropper']);
  });

  it('a resistive dropper by the volts it takes', () => {
    const resistive = found([mains, { ref: 'R1', kind: 'resistor', pins: ['L', 'b'], ohms: 10e3 }, bridge, string]);
    expect(resistive.map(({ code }) => code)).toEqual(['rectifier', 'resistive-dropper']);
    const truth = solve(circuitOf([mains, { ref: 'R1', kind: 'resistor', pins: ['L', 'b'], ohms: 10e3 }, bridge, string]));
    const amps = truth.ok ? (truth.value.leds.D1?.chip.amps.avg ?? 0) : 0;
    expect(Math.abs((resistive[1]?.estimate?.chipAmps ?? 0) / amps - 1)).toBeLessThan(0.1);
  });

  it('a linear sink behind a smoothed bridge', () => {
    const lamp = found([
      mains,
      { ...bridge, pins: ['L', 'N', 'p', 'm'] },
      { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 4.7e-6 },
      { ref: 'D1', kind: 'led', pins: ['p', 'q'], series: 90 },
      { ref: 'U1', kind: 'sink', pins: ['q', 'm'], amps: 0.02, dropoutVolts: 2 },
    ]);
    expect(lamp.map(({ code }) => code)).toEqual(['smoothed-rectifier', 'linear-sink']);
    expect(lamp[1]).toMatchObject({ roles: { regulator: ['U1'], string: ['D1'] }, estimate: { chipAmps: 0.02 } });
  });
});

describe('arrangements on direct current', () => {
  it.each<[string, Loose[], string[]]>([
    [
      'an LED and its resistor',
      [usb, { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 100 }, { ref: 'D1', kind: 'led', pins: ['a', '-'] }],
      ['resistor-ballast'],
    ],
    [
      'one resistor for three in parallel',
      [
        usb,
        { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 27 },
        ...[1, 2, 3].map((index): Loose => ({ ref: `D${index}`, kind: 'led', pins: ['a', '-'] })),
      ],
      ['shared-resistor', 'parallel-strings'],
    ],
    [
      'the same as one part',
      [usb, { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 27 }, { ref: 'D1', kind: 'led', pins: ['a', '-'], parallel: 3 }],
      ['shared-resistor', 'parallel-strings'],
    ],
    [
      'an LED on cells through a switch',
      [cells, { ref: 'S1', kind: 'switch', pins: ['+', 's'] }, { ref: 'D1', kind: 'led', pins: ['s', '-'] }],
      ['direct'],
    ],
    [
      'strings with a resistor each',
      [
        usb,
        ...[1, 2].flatMap((index): Loose[] => [
          { ref: `R${index}`, kind: 'resistor', pins: ['+', `a${index}`], ohms: 68 },
          { ref: `D${index}`, kind: 'led', pins: [`a${index}`, '-'] },
        ]),
      ],
      ['resistor-ballast', 'parallel-strings'],
    ],
    [
      'two the other way round',
      [
        usb,
        { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 68 },
        { ref: 'D1', kind: 'led', pins: ['a', '-'] },
        { ref: 'D2', kind: 'led', pins: ['-', 'a'] },
      ],
      ['back-to-back'],
    ],
    [
      'a boost module',
      [
        cells,
        {
          ref: 'K1',
          kind: 'converter',
          pins: ['+', '-', 'o', '-'],
          mode: 'boost',
          outVolts: 9,
          limitAmps: 0.02,
          efficiency: 0.8,
          minInVolts: 1,
          maxInVolts: 6,
        },
        { ref: 'D1', kind: 'led', pins: ['o', '-'], series: 3 },
      ],
      ['module-converter', 'step-up'],
    ],
    [
      'two regulators in parallel',
      [
        usb,
        { ref: 'D1', kind: 'led', pins: ['+', 'a'] },
        ...[1, 2].map((index): Loose => ({ ref: `U${index}`, kind: 'sink', pins: ['a', '-'], amps: 0.01, dropoutVolts: 0.5 })),
      ],
      ['linear-sink', 'parallel-regulators'],
    ],
    [
      'a transistor that switches an LED',
      [
        usb,
        { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 68 },
        { ref: 'D1', kind: 'led', pins: ['a', 'c'] },
        { ref: 'Q1', kind: 'bjt', pins: ['c', 'b', '-'], polarity: 'npn' },
        { ref: 'R2', kind: 'resistor', pins: ['+', 'b'], ohms: 4700 },
      ],
      ['resistor-ballast', 'transistor-switch'],
    ],
    [
      'two transistors that take turns',
      [
        { ...usb },
        ...[1, 2].flatMap((index): Loose[] => [
          { ref: `D${index}`, kind: 'led', pins: ['+', `l${index}`] },
          { ref: `R${index}`, kind: 'resistor', pins: [`l${index}`, `c${index}`], ohms: 150 },
          { ref: `R${index + 2}`, kind: 'resistor', pins: ['+', `b${index}`], ohms: 47e3 },
          { ref: `Q${index}`, kind: 'bjt', pins: [`c${index}`, `b${index}`, '-'], polarity: 'npn' },
          { ref: `C${index}`, kind: 'capacitor', pins: [`c${index}`, `b${3 - index}`], farads: 10e-6 },
        ]),
      ],
      ['resistor-ballast', 'flasher'],
    ],
  ])('%s', (_, parts, expected) => {
    expect(codes(parts)).toEqual(expected);
  });

  it('three wires with an LED each way between every two', () => {
    const wires = ['x', 'y', 'z'];
    const leds = wires.flatMap((a) => wires.filter((b) => b !== a).map((b): Loose => ({ ref: `D${a}${b}`, kind: 'led', pins: [a, b] })));
    expect(codes([{ ...usb, pins: ['x', 'y'] }, ...leds])).toContain('multiplex');
  });

  it.each([1, 2])('a dropper behind one diode passes its charge one way: f·C·(2·V̂ − V), shared by %d strings', (parallel) => {
    const [half] = found([
      mains,
      { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 47 },
      { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 330e-9 },
      { ref: 'D8', kind: 'diode', pins: ['N', 'b'] },
      { ref: 'D9', kind: 'diode', pins: ['b', 'p'] },
      { ref: 'C2', kind: 'capacitor', pins: ['p', 'N'], farads: 220e-6 },
      { ref: 'D1', kind: 'led', pins: ['p', 'N'], series: 7, parallel },
    ]).filter(({ code }) => code === 'capacitive-dropper');
    expect(half?.estimate).toMatchObject({ assumes: 'charge-one-way' });
    // 50 Hz × 330 nF × (2 × 325 V − 7 × 2.8 V) = 10.4 mA.
    expect((half?.estimate?.chipAmps ?? 0) * parallel).toBeCloseTo(0.0104, 4);
  });

  it('the closed form of a ballast is Ohm’s law', () => {
    const [ballast] = found([
      usb,
      { ref: 'R1', kind: 'resistor', pins: ['+', 'a'], ohms: 100 },
      { ref: 'D1', kind: 'led', pins: ['a', '-'] },
    ]);
    expect(ballast?.estimate?.chipAmps).toBeCloseTo(0.019, 3);
  });
});
