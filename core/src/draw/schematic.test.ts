import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { seededRandom } from '../numeric/index.ts';
import { drawSchematic, isTall, type Schematic, type SchematicPoint, type SchematicSymbol, schematicSvg, symbolLabel } from './index.ts';

type Raw = Record<string, unknown> & { ref: string; pins: string[] };

function drawn(circuit: Circuit, options?: Parameters<typeof drawSchematic>[1]): Schematic {
  const schematic = drawSchematic(circuit, options);
  if (!schematic) throw new Error('nothing drawn');
  return schematic;
}

const r = (ref: string, a: string, b: string, ohms = 100): Raw => ({ ref, kind: 'resistor', pins: [a, b], ohms });
const c = (ref: string, a: string, b: string, farads = 1e-6): Raw => ({ ref, kind: 'capacitor', pins: [a, b], farads });
const led = (ref: string, a: string, b: string, series = 1): Raw => ({ ref, kind: 'led', pins: [a, b], series });
const mains: Raw = { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 };
const bridgePart = (ref: string, pins: string[]): Raw => ({ ref, kind: 'bridge', pins });
const diode = (ref: string, a: string, k: string): Raw => ({ ref, kind: 'diode', pins: [a, k] });

const dropper = circuitOf([
  mains,
  r('R1', 'L', 'B', 10),
  c('C1', 'B', 'C'),
  r('R2', 'B', 'C', 470e3),
  bridgePart('BR1', ['C', 'N', 'E', 'F']),
  c('C2', 'E', 'F', 1e-5),
  r('R3', 'E', 'F', 470e3),
  led('D1', 'E', 'F', 48),
]);
const fourDiodes = circuitOf([
  mains,
  c('C1', 'L', 'C'),
  diode('D1', 'C', 'P'),
  diode('D2', 'N', 'P'),
  diode('D3', 'M', 'C'),
  diode('D4', 'M', 'N'),
  c('C2', 'P', 'M', 1e-5),
  r('R1', 'P', 'x', 100),
  led('D5', 'x', 'M', 20),
]);
const converter = circuitOf([
  { ref: 'B1', kind: 'battery', pins: ['p', 'g'], chemistry: 'li-ion', size: '18650' },
  { ref: 'S1', kind: 'switch', pins: ['p', 'a'] },
  {
    ref: 'U1',
    kind: 'converter',
    pins: ['a', 'g', 'o', 'g'],
    mode: 'boost',
    outVolts: 9,
    limitAmps: 0.5,
    efficiency: 0.85,
    minInVolts: 2,
    maxInVolts: 6,
  },
  r('R1', 'o', 'y', 10),
  led('D1', 'y', 'z', 2),
  r('R2', 'z', 'g', 1),
]);
const clip = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 },
  { ref: 'S1', kind: 'switch', pins: ['A', 'C'] },
  ...[1, 2, 3].flatMap((n) => [r(`R${n}`, 'C', `b${n}`), led(`D${n}`, `b${n}`, 'G')]),
]);
const shared = circuitOf([
  { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'D', series: 4 },
  r('R1', 'p', 'a', 2.2),
  ...Array.from({ length: 24 }, (_, index) => led(`D${index + 1}`, 'a', 'm')),
]);
const wheatstone = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', 'g'], volts: 5 },
  r('R1', 'a', 'x'),
  r('R2', 'x', 'g'),
  r('R3', 'a', 'y'),
  r('R4', 'y', 'g'),
  r('R5', 'x', 'y'),
]);
const transistor = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', 'g'], volts: 5 },
  r('R1', 'a', 'c'),
  r('R2', 'a', 'b', 1e4),
  { ref: 'Q1', kind: 'bjt', pins: ['c', 'b', 'g'], polarity: 'npn' },
]);
const NAMED: [string, Circuit][] = [
  ['a capacitor dropper', dropper],
  ['a rectifier of four diodes', fourDiodes],
  ['a converter', converter],
  ['branches behind a switch', clip],
  ['a shared resistor', shared],
  ['a bridge of resistors', wheatstone],
  ['a transistor', transistor],
];

/** Where the wires of each pin of a symbol meet it. */
function pinsOf(symbol: SchematicSymbol): readonly SchematicPoint[] {
  if (symbol.box) return symbol.box.pins;
  const sign = symbol.reversed ? -1 : 1;
  return [-27, 27].map((offset) => ({
    x: symbol.x + (symbol.upright ? 0 : sign * offset),
    y: symbol.y + (symbol.upright ? sign * offset : 0),
  }));
}

interface Segment {
  readonly net: string;
  readonly from: SchematicPoint;
  readonly to: SchematicPoint;
}

function segmentsOf({ wires }: Schematic): readonly Segment[] {
  return wires.flatMap(({ net, points }) => points.slice(1).map((to, index) => ({ net, from: points[index] as SchematicPoint, to })));
}

const within = (a: number, b: number, at: number) => at >= Math.min(a, b) - 0.5 && at <= Math.max(a, b) + 0.5;
const touches = ({ from, to }: Segment, { x, y }: SchematicPoint) => within(from.x, to.x, x) && within(from.y, to.y, y);

/** Reads a drawing back: every pin is on a wire of its net, and wires that meet are of one net. */
function expectTrue(circuit: Circuit, schematic: Schematic): void {
  const segments = segmentsOf(schematic);
  expect(segments.filter(({ from, to }) => from.x !== to.x && from.y !== to.y)).toEqual([]);
  for (const segment of segments) {
    for (const end of [segment.from, segment.to])
      for (const other of segments)
        if (other.net !== segment.net && touches(other, end)) throw new Error(`${segment.net} touches ${other.net} at ${end.x}, ${end.y}`);
  }
  for (const symbol of schematic.symbols) {
    // A symbol that stands for several is drawn between the ends of them all.
    if (symbol.stands.length > 1) continue;
    const nets = circuit.parts.find(({ ref }) => ref === symbol.ref)?.pins as readonly string[];
    for (const [pin, at] of pinsOf(symbol).entries()) {
      const wire = segments.find((segment) => touches(segment, at));
      expect([symbol.ref, pin, wire?.net]).toEqual([symbol.ref, pin, nets[pin]]);
    }
  }
}

interface Area {
  readonly what: string;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly foot: number;
}

function bodyOf(symbol: SchematicSymbol): Area {
  const { x, y, box, upright, ref } = symbol;
  const [halfWidth, halfHeight] = box ? [box.width / 2, box.height / 2] : upright ? [12, 26] : [26, 12];
  return { what: ref, left: x - halfWidth, right: x + halfWidth, top: y - halfHeight, foot: y + halfHeight };
}

function wordsOf(symbol: SchematicSymbol): Area {
  const { x, y, anchor, width, values, ref } = symbolLabel(symbol);
  const left = anchor === 'start' ? x : x - width / 2;
  return { what: `words of ${ref}`, left, right: left + width, top: y - 11, foot: y + values.length * 15 + 2 };
}

const overlap = (a: Area, b: Area) => a.left < b.right && b.left < a.right && a.top < b.foot && b.top < a.foot;

function expectClear(schematic: Schematic): void {
  const { symbols, nets, width, height } = schematic;
  const letters = nets.map(
    ({ name, x, y }): Area => ({ what: `net ${name}`, left: x - 4.3 * name.length, right: x + 4.3 * name.length, top: y - 7, foot: y + 6 }),
  );
  const bodies = symbols.map(bodyOf);
  const words = symbols.filter((symbol) => !isTall(symbol)).map(wordsOf);
  const all = [...bodies, ...words, ...letters];
  all.forEach((one, index) => {
    if (one.left < 0 || one.right > width + 1 || one.top < 0 || one.foot > height) throw new Error(`${one.what} is off the sheet`);
    for (const other of all.slice(index + 1)) if (overlap(one, other)) throw new Error(`${one.what} lies on ${other.what}`);
  });
  for (const { net, from, to } of segmentsOf(schematic)) {
    const line = {
      what: net,
      left: Math.min(from.x, to.x),
      right: Math.max(from.x, to.x),
      top: Math.min(from.y, to.y),
      foot: Math.max(from.y, to.y),
    };
    for (const area of [...bodies, ...words]) {
      const shrunk = { ...area, left: area.left + 1, right: area.right - 1, top: area.top + 1, foot: area.foot - 1 };
      const hits = line.left < shrunk.right && shrunk.left < line.right + 0.01 && line.top < shrunk.foot && shrunk.top < line.foot + 0.01;
      if (hits) throw new Error(`a wire of ${net} runs through ${area.what}`);
    }
  }
}

/** Parts of every kind on nets drawn at random: what nobody would build, and everything must still be right. */
function randomCircuit(seed: number, count: number): Circuit {
  const random = seededRandom(seed);
  const pick = (most: number) => Math.floor(random() * most);
  const netCount = 2 + pick(Math.max(2, count * 0.7));
  const distinct = (wanted: number) => {
    const nets = new Set<string>();
    while (nets.size < Math.min(wanted, netCount)) nets.add(`n${pick(netCount)}`);
    return [...nets];
  };
  const parts: Raw[] = [{ ref: 'V1', kind: 'dc', pins: distinct(2), volts: 5 }];
  for (let index = 1; index < count; index++) {
    const kind = random();
    const [a = '', b = ''] = distinct(2);
    if (kind < 0.4) parts.push(r(`R${index}`, a, b, 10 ** pick(6)));
    else if (kind < 0.6) parts.push(led(`D${index}`, a, b, 1 + pick(4)));
    else if (kind < 0.75) parts.push(c(`C${index}`, a, b));
    else if (kind < 0.88) parts.push(diode(`D${index}`, a, b));
    else if (kind < 0.94 && netCount >= 4) parts.push(bridgePart(`B${index}`, distinct(4)));
    else if (netCount >= 3) parts.push({ ref: `Q${index}`, kind: 'bjt', pins: distinct(3), polarity: 'npn' });
    else parts.push(r(`R${index}`, a, b));
  }
  return circuitOf(parts);
}

/** A supply, leads, things across, bridges, as people build them. */
function randomDriver(seed: number, stages: number): Circuit {
  const random = seededRandom(seed);
  const parts: Raw[] = [mains];
  let [top, foot, count] = ['L', 'N', 0];
  const next = () => (random() < 0.2 ? `from the rectifier ${++count}` : `m${++count}`);
  let rectified = false;
  for (let stage = 0; stage < stages; stage++) {
    const kind = random();
    if (kind < 0.3) {
      const far = next();
      parts.push(r(`R${++count}`, top, far));
      if (random() < 0.4) parts.push(c(`C${++count}`, top, far));
      top = far;
    } else if (kind < 0.4) {
      const far = next();
      parts.push(r(`R${++count}`, foot, far));
      foot = far;
    } else if (kind < 0.75 || rectified) {
      const between = next();
      if (random() < 0.5) parts.push(c(`C${++count}`, top, foot));
      else parts.push(r(`R${++count}`, top, between), led(`D${++count}`, between, foot, 1 + Math.floor(random() * 30)));
    } else {
      const [plus, minus] = [next(), next()];
      parts.push(bridgePart(`B${++count}`, random() < 0.5 ? [top, foot, plus, minus] : [foot, top, plus, minus]));
      [top, foot, rectified] = [plus, minus, true];
    }
  }
  parts.push(led('D999', top, foot, 12));
  return circuitOf(parts);
}

describe('schematic', () => {
  it.each(NAMED)('of %s connects what the circuit connects, and nothing lies on anything', (_, circuit) => {
    for (const roomForSlots of [false, true]) {
      const schematic = drawn(circuit, { roomForSlots });
      expectTrue(circuit, schematic);
      expectClear(schematic);
    }
  });

  it('draws a dropper with its bleeder in the line, the rectifier as a box, reservoir and string behind it', () => {
    const { symbols, railed } = drawn(dropper);
    expect(railed).toBe(false);
    const at = (ref: string) => symbols.find((symbol) => symbol.ref === ref) as SchematicSymbol;
    expect(symbols.filter(({ upright }) => !upright).map(({ ref }) => ref)).toEqual(['R1', 'C1', 'R2']);
    expect(at('R2').y).toBeLessThan(at('C1').y);
    expect(isTall(at('BR1'))).toBe(true);
    const order = ['V1', 'R1', 'C1', 'BR1', 'C2', 'R3', 'D1'].map((ref) => at(ref).x);
    expect(order).toEqual([...order].sort((a, b) => a - b));
  });

  it('sees four diodes as one rectifier', () => {
    const { symbols, railed } = drawn(fourDiodes);
    expect(railed).toBe(false);
    expect(symbols.find(({ ref }) => ref === 'D1')?.stands).toEqual(['D1', 'D2', 'D3', 'D4']);
  });

  it('lays what is behind the last LED in the line to minus', () => {
    const { symbols, height } = drawn(converter);
    const sense = symbols.find(({ ref }) => ref === 'R2') as SchematicSymbol;
    expect(sense.upright).toBe(false);
    expect(sense.y).toBeGreaterThan(height / 2);
  });

  it('keeps the order from left to right when a part is added at the end', () => {
    const before = drawn(dropper).symbols.map(({ ref }) => ref);
    const after = drawn(circuitOf([...(dropper.parts as unknown as Raw[]), r('R9', 'E', 'F', 1e6)])).symbols.map(({ ref }) => ref);
    expect(after.filter((ref) => before.includes(ref))).toEqual(before);
  });

  it('stands for every part once, folding many alike into one symbol', () => {
    const folded = drawn(shared);
    expect(folded.symbols).toHaveLength(3);
    for (const [, circuit] of NAMED) {
      const stands = drawn(circuit).symbols.flatMap((symbol) => symbol.stands);
      expect([...stands].sort()).toEqual(circuit.parts.map(({ ref }) => ref).sort());
    }
  });

  it('is right and clear for any circuit of up to 80 parts', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 1, max: 80 }), (seed, count) => {
        const circuit = randomCircuit(seed, count);
        const schematic = drawn(circuit);
        expect(schematic.symbols.flatMap(({ stands }) => stands).sort()).toEqual(circuit.parts.map(({ ref }) => ref).sort());
        expectTrue(circuit, schematic);
        expectClear(schematic);
      }),
      { numRuns: 60 },
    );
  });

  it('draws drivers as people build them without rails', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 1, max: 12 }), (seed, stages) => {
        const circuit = randomDriver(seed, stages);
        const schematic = drawn(circuit);
        expect(schematic.railed).toBe(false);
        expectTrue(circuit, schematic);
        expectClear(schematic);
      }),
      { numRuns: 150 },
    );
  });

  it('exports an SVG that escapes what people type', () => {
    expect(schematicSvg(drawn(clip), 'a <b> & "c"')).toContain('<title>a &lt;b&gt; &amp; &quot;c&quot;</title>');
  });
});
