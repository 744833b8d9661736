import { describe, expect, it } from '@jest/globals';
import { type Circuit, parseCircuit } from '../circuit/index.ts';
import { solve } from '../solve/index.ts';
import { drawSchematic, planWatts, rulerX, type Schematic, schematicSvg } from './index.ts';

function circuitOf(parts: unknown[]): Circuit {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}

function drawn(circuit: Circuit): Schematic {
  const schematic = drawSchematic(circuit);
  if (!schematic) throw new Error('nothing drawn');
  return schematic;
}

const branches = [1, 2, 3].flatMap((n) => [
  { ref: `R${n}`, kind: 'resistor', pins: ['C', `b${n}`], ohms: 39 },
  { ref: `D${n}`, kind: 'led', pins: [`b${n}`, 'G'] },
]);
const clip = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 },
  { ref: 'S1', kind: 'switch', pins: ['A', 'C'] },
  ...branches,
]);
const shared = circuitOf([
  { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'D', series: 4 },
  { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 2.2 },
  ...Array.from({ length: 24 }, (_, index) => ({ ref: `D${index + 1}`, kind: 'led', pins: ['a', 'm'] })),
]);
const bridge = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', 'g'], volts: 5 },
  ...[
    ['a', 'x'],
    ['x', 'g'],
    ['a', 'y'],
    ['y', 'g'],
    ['x', 'y'],
  ].map((pins, index) => ({ ref: `R${index + 1}`, kind: 'resistor', pins, ohms: 10 * (index + 1) })),
]);

/** The nets that a drawing connects, read back from its wires alone: the pins that each joined set of points holds. */
function connectionsOf(circuit: Circuit, { symbols, wires }: Schematic): Set<string> {
  const key = (x: number, y: number) => `${Math.round(x)},${Math.round(y)}`;
  const segments = wires.flatMap((wire) => wire.slice(1).map((to, index) => ({ from: wire[index] as { x: number; y: number }, to })));
  const touches = (x: number, y: number) =>
    segments.filter(({ from, to }) => {
      const within = (a: number, b: number, c: number) => c >= Math.min(a, b) - 0.5 && c <= Math.max(a, b) + 0.5;
      return within(from.x, to.x, x) && within(from.y, to.y, y);
    });
  const parent = new Map<object, object>();
  const find = (item: object): object => (parent.has(item) && parent.get(item) !== item ? find(parent.get(item) as object) : item);
  // Wires join where an end of one lies on another.
  for (const segment of segments) {
    for (const { x, y } of [segment.from, segment.to]) for (const other of touches(x, y)) parent.set(find(other), find(segment));
  }
  const groups = new Map<object, Set<string>>();
  for (const symbol of symbols) {
    const sign = symbol.reversed ? -1 : 1;
    for (const [pin, offset] of [
      [0, -27],
      [1, 27],
    ] as const) {
      const x = symbol.x + (symbol.upright ? 0 : sign * offset);
      const y = symbol.y + (symbol.upright ? sign * offset : 0);
      const [wire] = touches(x, y);
      if (!wire) throw new Error(`${symbol.ref} pin ${pin + 1} at ${key(x, y)} hangs in the air`);
      const root = find(wire);
      const net = circuit.parts.find(({ ref }) => ref === symbol.ref)?.pins[pin] as string;
      groups.set(root, (groups.get(root) ?? new Set()).add(net));
    }
  }
  for (const nets of groups.values()) expect([...nets]).toHaveLength(1);
  return new Set([...groups.values()].map((nets) => [...nets][0] as string));
}

describe('schematic', () => {
  it.each([
    ['three branches behind a switch', clip],
    ['a shared resistor', shared],
    ['a bridge, by rails', bridge],
  ])('of %s connects what the circuit connects, read back from its wires', (_, circuit) => {
    const nets = new Set(circuit.parts.flatMap((part) => part.pins as readonly string[]));
    expect(connectionsOf(circuit, drawn(circuit))).toEqual(nets);
  });

  it('stands for every part once, folding many alike into one symbol', () => {
    expect(
      drawn(clip)
        .symbols.flatMap(({ stands }) => stands)
        .sort(),
    ).toEqual(clip.parts.map(({ ref }) => ref).sort());
    const folded = drawn(shared);
    expect(folded.symbols).toHaveLength(3);
    expect(folded.symbols.flatMap(({ stands }) => stands)).toHaveLength(26);
  });

  it('keeps symbols apart and on the sheet', () => {
    for (const circuit of [clip, shared, bridge]) {
      const { symbols, width, height } = drawn(circuit);
      symbols.forEach((one, index) => {
        expect(one.x).toBeGreaterThan(0);
        expect(one.x).toBeLessThan(width);
        expect(one.y).toBeLessThan(height);
        for (const other of symbols.slice(index + 1)) expect(Math.hypot(one.x - other.x, one.y - other.y)).toBeGreaterThan(50);
      });
    }
  });

  it('exports an SVG that escapes what people type', () => {
    expect(schematicSvg(drawn(clip), 'a <b> & "c"')).toContain('<title>a &lt;b&gt; &amp; &quot;c&quot;</title>');
  });
});

it('a part of four pins is drawn with a wire from each of them', () => {
  const pins = ['L', 'N', 'p', 'm'];
  const circuit = circuitOf([
    { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 12, hertz: 50 },
    { ref: 'B1', kind: 'bridge', pins },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 100 },
  ]);
  const { wires, nets, symbols } = drawn(circuit);
  const box = symbols.find(({ ref }) => ref === 'B1') as { x: number; y: number };
  const ends = wires.filter(([first]) => first && Math.abs(first.x - box.x) <= 16 && Math.abs(first.y - box.y) <= 16);
  expect(ends).toHaveLength(2);
  for (const wire of ends) expect(nets.some(({ y }) => y === wire.at(-1)?.y)).toBe(true);
});

describe('watt plan', () => {
  it.each([
    ['branches', clip],
    ['a shared resistor', shared],
    ['a bridge, grouped', bridge],
  ])('of %s has areas that are the parts’ watts, and together the supply’s', (_, circuit) => {
    const solution = solve(circuit);
    if (!solution.ok) throw new Error(solution.error.message);
    const plan = planWatts(circuit, solution.value);
    const total = plan?.rectangles.reduce((sum, { width, height }) => sum + width * height, 0) ?? 0;
    for (const { ref, width, height } of plan?.rectangles ?? [])
      expect((width * height) / (solution.value.parts[ref]?.watts ?? 1)).toBeCloseTo(1, 6);
    expect(total / (plan?.watts ?? 1)).toBeCloseTo(1, 3);
  });

  it('lays branches side by side without overlap', () => {
    const solution = solve(clip);
    const plan = solution.ok ? planWatts(clip, solution.value) : undefined;
    const leds = plan?.rectangles.filter(({ kind }) => kind === 'led') ?? [];
    expect(leds).toHaveLength(3);
    expect(leds[1]?.x).toBeCloseTo((leds[0]?.x ?? 0) + (leds[0]?.width ?? 0), 9);
    expect(leds[0]?.y).toBeCloseTo(leds[1]?.y ?? 1, 6);
  });

  it('has nothing to show without current', () => {
    const dark = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      { ref: 'S1', kind: 'switch', pins: ['a', '0'], closed: false },
    ]);
    const solution = solve(dark);
    expect(solution.ok && (planWatts(dark, solution.value)?.watts ?? 0)).toBeLessThan(1e-9);
  });
});

it('the ruler is logarithmic, 1× in its middle, and holds what is off its ends', () => {
  expect(rulerX(1, 200)).toBeCloseTo(100, 9);
  expect(rulerX(0.01, 200)).toBe(0);
  expect(rulerX(99, 200)).toBe(200);
  expect(rulerX(2, 200) - rulerX(1, 200)).toBeCloseTo(rulerX(10, 200) - rulerX(5, 200), 9);
});
