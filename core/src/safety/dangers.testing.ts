import type { Circuit } from '../circuit/index.ts';
import type { FindingCode } from './index.ts';

type LoosePart = Readonly<Record<string, unknown>> & { readonly ref: string; readonly kind: string; readonly pins: readonly string[] };
type Construction = NonNullable<Circuit['construction']>;

/** A circuit before it is parsed. */
export interface Sketch {
  readonly sort: string;
  readonly parts: readonly LoosePart[];
  readonly construction: Construction;
}

type Random = () => number;

const within = (random: Random, low: number, high: number) => low + (high - low) * random();
const one = <T>(random: Random, of: readonly T[]): T => of[Math.floor(random() * of.length)] as T;

/** A resistor between nets with ample ratings. */
function resistor(ref: string, a: string, b: string, ohms: number, watts: number, volts = 500): LoosePart {
  return { ref, kind: 'resistor', pins: [a, b], ohms, rated: { watts, volts } };
}

function dropperLamp(random: Random): Sketch {
  const chips = Math.round(within(random, 12, 60));
  const farads = within(random, 0.22e-6, 0.68e-6);
  const amps = 4 * 50 * farads * 310;
  return {
    sort: 'dropper',
    construction: one(random, CASES),
    parts: [
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
      { ref: 'F1', kind: 'fuse', pins: ['L', 'f'], rated: { amps: 0.5 } },
      resistor('R1', 'f', 'a', within(random, 47, 220), 3),
      { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads, rated: { class: 'X2', volts: 275 } },
      resistor('R2', 'a', 'b', within(random, 0.2, 0.5) / farads / 2.3, 1),
      { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'], rated: { amps: 1, reverseVolts: 800 } },
      { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: within(random, 4.7e-6, 22e-6), rated: { volts: 400 } },
      resistor('R3', 'p', 'm', within(random, 100e3, 150e3), 2),
      { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: chips, rated: { amps: within(random, 1.6, 3) * amps, celsius: 125 } },
    ],
  };
}

function sinkLamp(random: Random): Sketch {
  const amps = within(random, 0.008, 0.02);
  const chips = 84 + Math.round(within(random, 0, 8));
  return {
    sort: 'sink lamp',
    construction: one(random, CASES),
    parts: [
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
      { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: within(random, 10, 33), fusible: true, rated: { watts: 2, volts: 350 } },
      { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'], rated: { amps: 1, reverseVolts: 800 } },
      { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: within(random, 4.7e-6, 10e-6), rated: { volts: 400 } },
      resistor('R3', 'p', 'm', within(random, 150e3, 220e3), 2),
      { ref: 'D1', kind: 'led', pins: ['p', 'q'], series: chips, rated: { amps: 0.06, celsius: 125 } },
      { ref: 'U1', kind: 'sink', pins: ['q', 's'], referenceVolts: 0.6, sense: ['R4'], dropoutVolts: 2, rated: { watts: 5, volts: 500 } },
      resistor('R4', 's', 'm', 0.6 / amps, 0.5),
    ],
  };
}

function usbLamp(random: Random): Sketch {
  const strings = Math.ceil(within(random, 0.5, 4));
  return {
    sort: 'usb',
    construction: {},
    parts: [
      { ref: 'V1', kind: 'dc', pins: ['+', '-'], volts: 5, ohms: within(random, 0.05, 0.4), rated: { amps: 2 } },
      ...Array.from({ length: strings }, (_, index) => [
        resistor(`R${index + 1}`, '+', `a${index}`, within(random, 100, 330), 0.25),
        {
          ref: `D${index + 1}`,
          kind: 'led',
          pins: [`a${index}`, '-'],
          colour: one(random, ['white', 'warm', 'green']),
          body: '2835',
          rated: { celsius: 110 },
        },
      ]).flat(),
    ],
  };
}

function torch(random: Random): Sketch {
  return {
    sort: 'torch',
    construction: { cellsProtected: true },
    parts: [
      { ref: 'B1', kind: 'battery', pins: ['+', '-'], chemistry: 'li-ion', size: '18650' },
      { ref: 'S1', kind: 'switch', pins: ['+', 's'] },
      resistor('R1', 's', 'a', within(random, 4.7, 10), 2),
      { ref: 'D1', kind: 'led', pins: ['a', '-'], body: '3535', rated: { amps: 0.7, celsius: 135 } },
    ],
  };
}

function alkalineLamp(random: Random): Sketch {
  return {
    sort: 'alkaline',
    construction: {},
    parts: [
      { ref: 'B1', kind: 'battery', pins: ['+', '-'], chemistry: 'alkaline', size: 'AA', series: 3 },
      resistor('R1', '+', 'a', within(random, 100, 220), 0.25),
      { ref: 'D1', kind: 'led', pins: ['a', '-'], body: '5mm', rated: { amps: 0.03, celsius: 100 } },
    ],
  };
}

const CASES: readonly Construction[] = [
  { case: 'plastic', insulation: 'double', livePin: 'L' },
  { case: 'metal', earthed: true, insulation: 'basic', livePin: 'L' },
  { case: 'metal', earthed: false, insulation: 'double', livePin: 'L' },
  { case: 'glass', insulation: 'double', livePin: 'L' },
];

const SOUND = [dropperLamp, sinkLamp, usbLamp, torch, alkalineLamp] as const;

/** A circuit that nothing is wrong with, with every fact that the rules want. */
export function soundSketch(random: Random): Sketch {
  return one(random, SOUND)(random);
}

interface Danger {
  readonly name: string;
  readonly codes: readonly FindingCode[];
  /** The sketch with it; undefined where it does not go with such a thing. */
  build(sketch: Sketch, random: Random): Sketch | undefined;
}

const part = ({ parts }: Sketch, ref: string) => parts.find((candidate) => candidate.ref === ref);
const but = (sketch: Sketch, ref: string, fields: Readonly<Record<string, unknown>>): Sketch | undefined =>
  part(sketch, ref) && {
    ...sketch,
    parts: sketch.parts.map((candidate) => (candidate.ref === ref ? { ...candidate, ...fields } : candidate)),
  };
const without = (sketch: Sketch, ref: string): Sketch | undefined =>
  part(sketch, ref) && { ...sketch, parts: sketch.parts.filter((candidate) => candidate.ref !== ref) };
const plus = (sketch: Sketch, ...parts: readonly LoosePart[]): Sketch => ({ ...sketch, parts: [...sketch.parts, ...parts] });
const built = (sketch: Sketch, facts: Construction): Sketch => ({ ...sketch, construction: { ...sketch.construction, ...facts } });
const onMains = (sketch: Sketch) => sketch.sort === 'dropper' || sketch.sort === 'sink lamp';

/** Single dangers, each as it would be built into a circuit that is sound without it. */
const DANGERS: readonly Danger[] = [
  {
    name: 'no fuse',
    codes: ['no-fuse'],
    build: (sketch) =>
      sketch.sort === 'dropper'
        ? but({ ...sketch, parts: sketch.parts.filter(({ ref }) => ref !== 'F1') }, 'R1', { pins: ['L', 'a'] })
        : sketch.sort === 'sink lamp'
          ? but(sketch, 'R1', { fusible: false })
          : undefined,
  },
  {
    name: 'a fuse behind the bridge',
    codes: ['no-fuse'],
    build: (sketch) =>
      sketch.sort === 'dropper'
        ? but(but(but(sketch, 'F1', { pins: ['p', 'pp'] }) as Sketch, 'D1', { pins: ['pp', 'm'] }) as Sketch, 'R1', { pins: ['L', 'a'] })
        : undefined,
  },
  {
    name: 'the live pin is the other',
    codes: ['fuse-in-neutral'],
    build: (sketch) => (onMains(sketch) ? built(sketch, { livePin: 'N' }) : undefined),
  },
  {
    name: 'metal without earth',
    codes: ['no-earth'],
    build: (sketch) => (onMains(sketch) ? built(sketch, { case: 'metal', earthed: false, insulation: 'basic' }) : undefined),
  },
  {
    name: 'one layer',
    codes: ['single-insulation'],
    build: (sketch) => (onMains(sketch) ? built(sketch, { case: 'plastic', insulation: 'basic' }) : undefined),
  },
  {
    name: 'no bleeder on the dropper',
    codes: ['no-bleeder'],
    build: (sketch) => (sketch.sort === 'dropper' ? without(sketch, 'R2') : undefined),
  },
  {
    name: 'no bleeder on the reservoir',
    codes: ['no-bleeder'],
    build: (sketch) => (sketch.sort === 'sink lamp' ? without(sketch, 'R3') : undefined),
  },
  {
    name: 'a slow bleeder',
    codes: ['slow-bleeder'],
    build: (sketch) =>
      sketch.sort === 'dropper'
        ? but(sketch, 'R2', { ohms: 10e6 })
        : sketch.sort === 'sink lamp'
          ? but(sketch, 'R3', { ohms: 10e6 })
          : undefined,
  },
  { name: 'a dropper of no class', codes: ['capacitor-class'], build: (sketch) => but(sketch, 'C1', { rated: { volts: 400 } }) },
  {
    name: 'a filter capacitor of no class',
    codes: ['capacitor-class'],
    build: (sketch) =>
      onMains(sketch) ? plus(sketch, { ref: 'C9', kind: 'capacitor', pins: ['a', 'N'], farads: 47e-9, rated: { volts: 630 } }) : undefined,
  },
  {
    name: 'a reservoir for too few volts',
    codes: ['over-volts'],
    build: (sketch) => (sketch.sort === 'sink lamp' ? but(sketch, 'C2', { rated: { volts: 250 } }) : undefined),
  },
  {
    name: 'a reservoir that an open string overloads',
    codes: ['single-fault'],
    build: (sketch) => (sketch.sort === 'dropper' ? but(sketch, 'C2', { rated: { volts: 200 } }) : undefined),
  },
  {
    name: 'a reservoir of no stated volts',
    codes: ['no-rating'],
    build: (sketch) => (onMains(sketch) ? but(sketch, 'C2', { rated: undefined }) : undefined),
  },
  {
    name: 'a small bleeder of no stated volts',
    codes: ['no-rating'],
    build: (sketch) => (sketch.sort === 'sink lamp' ? but(sketch, 'R3', { ohms: 1e6, rated: { watts: 0.25 } }) : undefined),
  },
  {
    name: 'a resistor too small',
    codes: ['over-watts'],
    build: (sketch) => (sketch.sort === 'torch' ? but(sketch, 'R1', { rated: { watts: 0.02 } }) : undefined),
  },
  {
    name: 'an LED driven far over what is usual',
    codes: ['over-amps'],
    build: (sketch) =>
      sketch.sort === 'usb'
        ? but(but(sketch, 'R1', { ohms: 8, rated: { watts: 2 } }) as Sketch, 'D1', { body: '5mm', rated: undefined })
        : undefined,
  },
  {
    name: 'a driver chip that its package does not cool',
    codes: ['over-watts'],
    build: (sketch) =>
      sketch.sort === 'sink lamp' ? but(but(sketch, 'D1', { series: 30 }) as Sketch, 'U1', { rated: undefined, body: 'sot89' }) : undefined,
  },
  {
    name: 'unprotected lithium',
    codes: ['unprotected-cells'],
    build: (sketch) => (sketch.sort === 'torch' ? built(sketch, { cellsProtected: false }) : undefined),
  },
  {
    name: 'primary cells charged',
    codes: ['charging-cells'],
    build: (sketch, random) =>
      sketch.sort === 'alkaline'
        ? plus(sketch, { ref: 'V2', kind: 'dc', pins: ['u', '-'], volts: within(random, 5.5, 9) }, resistor('R9', 'u', '+', 47, 2))
        : undefined,
  },
  {
    name: 'lithium charged above its full volts',
    codes: ['charging-cells'],
    build: (sketch) =>
      sketch.sort === 'torch'
        ? plus(sketch, { ref: 'V2', kind: 'dc', pins: ['u', '-'], volts: 5 }, resistor('R9', 'u', '+', 22, 2))
        : undefined,
  },
  {
    name: 'a supply shorted',
    codes: ['shorted-supply'],
    build: (sketch) => (part(sketch, 'B1')?.kind === 'battery' ? plus(sketch, resistor('R9', '+', '-', 0.003, 25)) : undefined),
  },
  {
    name: 'LEDs straight on the cells',
    codes: ['no-current-limit'],
    build: (sketch) =>
      sketch.sort === 'torch'
        ? but({ ...sketch, parts: sketch.parts.filter(({ ref }) => ref !== 'R1') }, 'D1', { pins: ['s', '-'], rated: { amps: 5 } })
        : undefined,
  },
  {
    name: 'strings that share badly',
    codes: ['unbalanced-strings'],
    build: (sketch) => (sketch.sort === 'usb' ? plus(sketch, { ref: 'D9', kind: 'led', pins: ['a0', '-'], body: '2835' }) : undefined),
  },
  {
    name: 'a touchable net on mains',
    codes: ['single-insulation'],
    build: (sketch) => (onMains(sketch) ? built(plus(sketch, resistor('R9', 'a', 'CASE', 10e3, 1)), { touchable: ['CASE'] }) : undefined),
  },
  {
    name: 'mixed cells',
    codes: ['mixed-cells'],
    build: (sketch) =>
      sketch.sort === 'alkaline'
        ? plus(but(sketch, 'B1', { pins: ['+', 'x'], series: 2 }) as Sketch, {
            ref: 'B2',
            kind: 'battery',
            pins: ['x', '-'],
            chemistry: 'nimh',
            size: 'AA',
          })
        : undefined,
  },
];

/** A random danger in a random circuit that it goes with. */
export function dangerousSketch(random: Random): { readonly sketch: Sketch; readonly danger: Danger } {
  for (;;) {
    const danger = one(random, DANGERS);
    const sketch = danger.build(soundSketch(random), random);
    if (sketch) return { sketch, danger };
  }
}
