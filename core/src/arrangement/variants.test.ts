import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { type Circuit, parseCircuit } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import { seededRandom } from '../numeric/index.ts';
import { solve } from '../solve/index.ts';
import {
  ARRANGEMENT_NAMES,
  type ArrangementCode,
  differenceOf,
  explainArrangement,
  recognise,
  remarksOf,
  sayRemark,
  usualCircuit,
} from './index.ts';

const CODES = Object.keys(ARRANGEMENT_NAMES) as ArrangementCode[];

const codesOf = (circuit: Circuit) =>
  recognise(circuit)
    .map(({ code }) => code)
    .sort();

/** The same circuit under other names, in another order, turned where that changes nothing, and with what does no matter. */
function variantOf(circuit: Circuit, seed: number): Circuit {
  const random = seededRandom(seed);
  const names = new Map<string, string>();
  const rename = (net: string) => {
    const known = names.get(net) ?? `k${Math.floor(random() * 1e9)}`;
    names.set(net, known);
    return known;
  };
  let parts = circuit.parts.map((part, index): Part => {
    const pins = (part.pins as readonly string[]).map(rename);
    const turns = ['resistor', 'capacitor', 'inductor', 'fuse', 'switch'].includes(part.kind) && random() < 0.5;
    return { ...part, ref: `X${index + 1}`, pins: turns ? pins.reverse() : pins } as Part;
  });
  if (random() < 0.5) parts = splitOne(parts, random);
  // A closed switch in the first wire of the supply.
  const supply = parts.find(({ kind }) => kind === 'dc' || kind === 'ac' || kind === 'battery') as Part;
  if (random() < 0.5) {
    const [first, second] = supply.pins as [string, string];
    parts = parts.map((part) => (part === supply ? ({ ...part, pins: ['beforeSwitch', second] } as Part) : part));
    parts.push({ ref: 'X90', kind: 'switch', pins: ['beforeSwitch', first] });
  }
  return {
    ...circuit,
    parts: parts
      .map((part) => ({ part, rank: random() }))
      .sort((a, b) => a.rank - b.rank)
      .map(({ part }) => part),
  };
}

/** An LED of several chips as two in a row. */
function splitOne(parts: readonly Part[], random: () => number): Part[] {
  const long = parts.findIndex((part) => part.kind === 'led' && (part.series ?? 1) > 1);
  const one = parts[long];
  if (one?.kind !== 'led') return [...parts];
  const series = one.series ?? 1;
  const first = 1 + Math.floor(random() * (series - 1));
  const [a, k] = one.pins;
  return [
    ...parts.filter((part) => part !== one),
    { ...one, ref: 'X80', pins: [a, 'within'], series: first },
    { ...one, ref: 'X81', pins: ['within', k], series: series - first },
  ];
}

describe.each(CODES)('%s', (code) => {
  const usual = usualCircuit(code);

  it('is a legal circuit as usually built, and recognised with nothing missing', () => {
    expect(parseCircuit({ ...usual, parts: usual.parts })).toMatchObject({ ok: true });
    const found = recognise(usual).find((arrangement) => arrangement.code === code);
    expect(found?.missing).toEqual(code === 'direct' ? ['ballast'] : []);
  });

  it('is recognised in 500 variants, with nothing else', () => {
    const expected = codesOf(usual);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), (seed) => {
        expect(codesOf(variantOf(usual, seed))).toEqual(expected);
      }),
      { numRuns: 500 },
    );
  });

  it('is explained with every part that has a role in it', () => {
    const found = recognise(usual);
    const one = found.find((arrangement) => arrangement.code === code);
    if (!one) throw new Error(`${code} is not recognised`);
    const named = explainArrangement(one).flatMap((phrase) => ('refs' in phrase ? phrase.refs : []));
    expect([...new Set(named)].sort()).toEqual([...new Set(Object.values(one.roles).flat())].sort());
    expect(
      explainArrangement(one)
        .map((phrase) => ('words' in phrase ? phrase.words : ''))
        .join(''),
    ).not.toMatch(/undefined|NaN/);
    expect(differenceOf(one, found, usual).unusual).toEqual([]);
    const [first] = usual.parts as [Part];
    const odd: Part = { ref: 'Z99', kind: 'zener', pins: [first.pins[1], first.pins[0]], zenerVolts: 900 };
    expect(differenceOf(one, found, { ...usual, parts: [...usual.parts, odd] }).unusual).toEqual(['Z99']);
  });
});

describe('remarks on the way', () => {
  const circuitOf = (...parts: Part[]): Circuit => ({ format: 'mindful-probe.circuit', version: 1, parts });
  const remarks = (circuit: Circuit) => {
    const solution = solve(circuit);
    return remarksOf(circuit, solution.ok ? solution.value : undefined).map(({ code, refs }) => [code, ...refs]);
  };
  const usb: Part = { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 };
  const ballast: Part = { ref: 'R1', kind: 'resistor', pins: ['A', 'B'], ohms: 100 };

  it('an LED that is turned round', () => {
    expect(remarks(circuitOf(usb, ballast, { ref: 'D1', kind: 'led', pins: ['G', 'B'] }))).toEqual([['led-reversed', 'D1']]);
    expect(remarks(circuitOf(usb, ballast, { ref: 'D1', kind: 'led', pins: ['B', 'G'] }))).toEqual([]);
    expect(remarks(usualCircuit('back-to-back'))).toEqual([]);
  });

  it('a store that is turned round', () => {
    const led: Part = { ref: 'D1', kind: 'led', pins: ['B', 'G'] };
    const store = (pins: [string, string]): Part => ({ ref: 'C1', kind: 'capacitor', pins, farads: 10e-6 });
    expect(remarks(circuitOf(usb, ballast, led, store(['G', 'A'])))).toEqual([['electrolytic-reversed', 'C1']]);
    expect(remarks(circuitOf(usb, ballast, led, store(['A', 'G'])))).toEqual([]);
  });

  it('a cell in a row that is the other way round', () => {
    const cell = (ref: string, pins: [string, string]): Part => ({ ref, kind: 'battery', pins, chemistry: 'alkaline', size: 'AA' });
    const rest: Part[] = [ballast, { ref: 'D1', kind: 'led', pins: ['B', 'G'] }];
    const [first, last] = [cell('B1', ['A', 'x']), cell('B3', ['y', 'G'])];
    expect(remarks(circuitOf(first, cell('B2', ['y', 'x']), last, ...rest))).toEqual([
      ['cells-opposed', 'B1', 'B2'],
      ['cells-opposed', 'B2', 'B3'],
    ]);
    expect(remarks(circuitOf(first, cell('B2', ['x', 'y']), last, ...rest))).toEqual([]);
    // With a tap between them both sides may be meant.
    const tap: Part = { ref: 'R2', kind: 'resistor', pins: ['x', 'G'], ohms: 1000 };
    expect(remarks(circuitOf(first, cell('B2', ['G', 'x']), tap, ...rest))).toEqual([]);
  });

  it('two outputs on one net', () => {
    const second: Part = { ref: 'V2', kind: 'dc', pins: ['A', 'Z'], volts: 5 };
    expect(remarks(circuitOf(usb, ballast, { ref: 'D1', kind: 'led', pins: ['B', 'G'] }, second))).toEqual([
      ['outputs-together', 'V1', 'V2'],
    ]);
  });

  it('a coil traced from a converter’s input to its output, as on the board of a garden light: the converter has it already', () => {
    const cell: Part = { ref: 'B1', kind: 'battery', pins: ['P', 'M'], chemistry: 'nimh', size: 'AA' };
    const boost: Part = {
      ref: 'U1',
      kind: 'converter',
      pins: ['P', 'M', 'O', 'M'],
      mode: 'boost',
      outVolts: 3.3,
      limitAmps: 0.008,
      efficiency: 0.75,
      minInVolts: 0.9,
      maxInVolts: 3,
    };
    const led: Part = { ref: 'D1', kind: 'led', pins: ['O', 'M'] };
    const coil = (pins: [string, string]): Part => ({ ref: 'L1', kind: 'inductor', pins, henries: 100e-6 });
    expect(remarks(circuitOf(cell, boost, led, coil(['O', 'P'])))).toEqual([['coil-of-converter', 'L1', 'U1']]);
    expect(remarks(circuitOf(cell, boost, led, coil(['O', 'X'])))).toEqual([]);
    expect(sayRemark({ code: 'coil-of-converter', refs: ['L1', 'U1'] })).toMatch(/^L1 leads from the input of U1 to its output/);
  });

  it('each says what it is of, and its figure', () => {
    const turned = circuitOf(usb, ballast, { ref: 'D1', kind: 'led', pins: ['G', 'B'] });
    const solution = solve(turned);
    expect(remarksOf(turned, solution.ok ? solution.value : undefined).map(sayRemark)).toEqual([
      'D1 has 5.00 V the wrong way round and never lights: turned round, or traced so.',
    ]);
    expect(sayRemark({ code: 'cells-opposed', refs: ['B1', 'B2'], pole: 'plus' })).toMatch(/^B1 and B2 meet plus to plus/);
    expect(sayRemark({ code: 'outputs-together', refs: ['V1', 'V2'], net: 'A' })).toMatch(/^V1 and V2 both drive net A/);
    expect(sayRemark({ code: 'electrolytic-reversed', refs: ['C1'] })).toMatch(/^C1 has its first pin, its plus, at the lower side/);
  });

  it('has nothing against what is usually built', () => {
    for (const code of CODES.filter((each) => !['multiplex', 'parallel-regulators'].includes(each)))
      expect([code, ...remarks(usualCircuit(code))]).toEqual([code]);
  });
});
