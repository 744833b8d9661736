import type { Circuit } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import type { ArrangementCode } from './arrangement.ts';

const mains: Part = { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 };
const fuse: Part = { ref: 'F1', kind: 'fuse', pins: ['L', 'a'], rated: { amps: 0.5 } };
const usb: Part = { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 };
const cells: Part = { ref: 'B1', kind: 'battery', pins: ['A', 'G'], chemistry: 'alkaline', size: 'AA', series: 2 };

const resistor = (ref: string, a: string, b: string, ohms: number): Part => ({ ref, kind: 'resistor', pins: [a, b], ohms });
const capacitor = (ref: string, a: string, b: string, farads: number, rated?: Part['rated']): Part => ({
  ref,
  kind: 'capacitor',
  pins: [a, b],
  farads,
  ...(rated && { rated }),
});
const led = (ref: string, anode: string, cathode: string, series = 1): Part => ({
  ref,
  kind: 'led',
  pins: [anode, cathode],
  ...(series > 1 && { series }),
});
const bridge = (a: string, b: string): Part => ({ ref: 'B1', kind: 'bridge', pins: [a, b, 'P', 'M'] });
const npn = (ref: string, collector: string, base: string): Part => ({ ref, kind: 'bjt', pins: [collector, base, 'G'], polarity: 'npn' });

/** The two transistors of a flasher, each with its LED. */
const handle = (n: 1 | 2): readonly Part[] => [
  led(`D${n}`, 'A', `l${n}`),
  resistor(`R${n}`, `l${n}`, `c${n}`, 150),
  resistor(`R${n + 2}`, 'A', `b${n}`, 47e3),
  npn(`Q${n}`, `c${n}`, `b${n}`),
  capacitor(`C${n}`, `c${n}`, `b${3 - n}`, 10e-6),
];

/** Each arrangement as it is usually built, with all that belongs to it. */
const USUAL: Readonly<Record<ArrangementCode, readonly Part[]>> = {
  'resistor-ballast': [usb, resistor('R1', 'A', 'B', 100), led('D1', 'B', 'G')],
  'shared-resistor': [usb, resistor('R1', 'A', 'B', 27), led('D1', 'B', 'G'), led('D2', 'B', 'G'), led('D3', 'B', 'G')],
  direct: [cells, { ref: 'S1', kind: 'switch', pins: ['A', 'B'] }, led('D1', 'B', 'G')],
  'resistive-dropper': [mains, fuse, resistor('R1', 'a', 'b', 10e3), bridge('b', 'N'), led('D1', 'P', 'M', 24)],
  'capacitive-dropper': [
    mains,
    fuse,
    resistor('R1', 'a', 'b', 100),
    capacitor('C1', 'b', 'c', 1e-6, { class: 'X2', volts: 275 }),
    resistor('R2', 'b', 'c', 470e3),
    bridge('c', 'N'),
    capacitor('C2', 'P', 'M', 10e-6, { volts: 400 }),
    resistor('R3', 'P', 'M', 220e3),
    led('D1', 'P', 'M', 24),
  ],
  'linear-sink': [
    mains,
    { ...fuse },
    bridge('a', 'N'),
    capacitor('C1', 'P', 'M', 4.7e-6, { volts: 400 }),
    resistor('R1', 'P', 'M', 470e3),
    led('D1', 'P', 'q', 90),
    { ref: 'U1', kind: 'sink', pins: ['q', 'M'], amps: 0.02, dropoutVolts: 2 },
  ],
  'step-up': [
    cells,
    { ref: 'L1', kind: 'inductor', pins: ['A', 'x'], henries: 22e-6 },
    { ref: 'Q1', kind: 'mosfet', pins: ['x', 'g', 'G'], polarity: 'n', thresholdVolts: 1, gain: 2, onOhms: 0.1 },
    resistor('R1', 'A', 'g', 1e4),
    { ref: 'D2', kind: 'diode', pins: ['x', 'o'], type: 'schottky' },
    capacitor('C1', 'o', 'G', 10e-6),
    led('D1', 'o', 'G', 3),
  ],
  'step-down': [
    { ...usb, volts: 24 } as Part,
    { ref: 'Q1', kind: 'mosfet', pins: ['x', 'g', 'A'], polarity: 'p', thresholdVolts: 1, gain: 2, onOhms: 0.1 },
    resistor('R1', 'g', 'G', 1e4),
    { ref: 'D2', kind: 'diode', pins: ['G', 'x'], type: 'schottky' },
    { ref: 'L1', kind: 'inductor', pins: ['x', 'o'], henries: 100e-6 },
    capacitor('C1', 'o', 'G', 10e-6),
    led('D1', 'o', 'G', 3),
  ],
  'module-converter': [
    cells,
    {
      ref: 'U1',
      kind: 'converter',
      pins: ['A', 'G', 'o', 'G'],
      mode: 'boost-buck',
      outVolts: 9,
      limitAmps: 0.02,
      efficiency: 0.8,
      minInVolts: 1,
      maxInVolts: 6,
    },
    led('D1', 'o', 'G', 3),
  ],
  'transistor-switch': [usb, resistor('R1', 'A', 'B', 68), led('D1', 'B', 'c'), npn('Q1', 'c', 'b'), resistor('R2', 'A', 'b', 4700)],
  'transistor-sink': [
    { ...usb, volts: 12 } as Part,
    led('D1', 'A', 'c', 3),
    { ref: 'Q1', kind: 'bjt', pins: ['c', 'b', 'e'], polarity: 'npn' },
    { ref: 'Q2', kind: 'bjt', pins: ['b', 'e', 'G'], polarity: 'npn' },
    resistor('R1', 'A', 'b', 4700),
    resistor('R2', 'e', 'G', 33),
  ],
  'back-to-back': [usb, resistor('R1', 'A', 'B', 68), led('D1', 'B', 'G'), led('D2', 'G', 'B')],
  multiplex: [
    usb,
    resistor('R1', 'A', 'x', 100),
    ...(['x', 'y', 'z'] as const).flatMap((a) =>
      (['x', 'y', 'z'] as const).flatMap((b, index) => (a === b ? [] : [led(`D${'xyz'.indexOf(a) * 3 + index + 1}`, a, b)])),
    ),
    resistor('R2', 'y', 'G', 100),
  ],
  rectifier: [mains, fuse, resistor('R1', 'a', 'b', 10e3), bridge('b', 'N'), led('D1', 'P', 'M', 24)],
  'smoothed-rectifier': [
    mains,
    fuse,
    bridge('a', 'N'),
    capacitor('C1', 'P', 'M', 4.7e-6, { volts: 400 }),
    resistor('R1', 'P', 'M', 470e3),
    resistor('R2', 'P', 'q', 4700),
    led('D1', 'q', 'M', 90),
  ],
  'parallel-strings': [
    usb,
    resistor('R1', 'A', 'B', 68),
    led('D1', 'B', 'G'),
    resistor('R2', 'A', 'C', 68),
    led('D2', 'C', 'G'),
    resistor('R3', 'A', 'E', 68),
    led('D3', 'E', 'G'),
  ],
  'parallel-regulators': [
    usb,
    led('D1', 'A', 'B'),
    { ref: 'U1', kind: 'sink', pins: ['B', 'G'], amps: 0.01, dropoutVolts: 0.5 },
    { ref: 'U2', kind: 'sink', pins: ['B', 'G'], amps: 0.01, dropoutVolts: 0.5 },
  ],
  flasher: [usb, ...handle(1), ...handle(2)],
};

/** The arrangement as it is usually built: a small circuit to lay beside one that was traced. */
export function usualCircuit(code: ArrangementCode): Circuit {
  return { format: 'mindful-probe.circuit', version: 1, parts: [...USUAL[code]] };
}

/**
 * The usual circuit with so many LED packages: what stands in for one that is not traced yet. A string keeps about the dies
 * that it usually has, so that its volts are about right.
 */
export function supposedCircuit(code: ArrangementCode, packages: number): Circuit {
  const usual = usualCircuit(code);
  const leds = usual.parts.filter((part) => part.kind === 'led');
  const longest = leds.reduce((most, part) => ((part.series ?? 1) > (most?.series ?? 0) ? part : most), leds[0]);
  if (!longest || packages === 1) return usual;
  const ref = `D1-D${packages}`;
  const { series = 1 } = longest;
  const dies = Math.max(1, Math.round(series / packages));
  const isRow = series > 1;
  const replaced: Part = { ...longest, ref, ...(isRow ? { series: dies * packages } : { parallel: packages }) };
  // Several LEDs in parallel, on the same two nets, are one part with as many packages.
  const isInParallel = (part: Part) =>
    part.kind === 'led' && part !== longest && part.pins.every((pin, index) => pin === longest.pins[index]);
  return { ...usual, parts: usual.parts.filter((part) => !isInParallel(part)).map((part) => (part === longest ? replaced : part)) };
}
