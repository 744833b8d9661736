import { describe, expect, it } from '@jest/globals';
import { entriesOf } from '../bench-line/tape.testing.ts';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { applyMoves, type CircuitMove } from '../rework/index.ts';
import type { Entry } from '../tape/index.ts';
import {
  costOfWay,
  drawerChange,
  drawerFor,
  freeCount,
  needsOf,
  type Stock,
  salvaged,
  stockFromCsv,
  stockFromLine,
  stockKey,
  stockSchema,
  stockToCsv,
} from './index.ts';

function stock(line: string): Stock {
  const read = stockFromLine(line);
  if (typeof read === 'string') throw new Error(read);
  return read;
}

describe('parts of a gadget that is not repaired', () => {
  const lamp = circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 24 },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 33, marking: '330', rated: { watts: 0.25 } },
    { ref: 'R2', kind: 'resistor', pins: ['a', 'b'], ohms: 33, rated: { watts: 0.25 }, spread: { ohms: 0.4 } },
    { ref: 'D1-D4', kind: 'led', pins: ['b', 'c'], colour: 'white', body: '2835', series: 8 },
    { ref: 'C1', kind: 'capacitor', pins: ['c', 'm'], farads: 1e-5, rated: { volts: 25 }, initialVolts: 3 },
  ]);

  it('go into the drawer as it has them: like ones together, packages by their names, without their place', () => {
    const kept = salvaged(lamp, ['R1', 'r2', 'D1-D3', 'C1'], 'box 3');
    expect(kept).toMatchObject([
      { part: { kind: 'resistor', ohms: 33, rated: { watts: 0.25 } }, count: 2, where: 'box 3' },
      // Eight dies in four packages are two in each.
      { part: { kind: 'led', colour: 'white', body: '2835', series: 2 }, count: 3 },
      { part: { kind: 'capacitor', farads: 1e-5 }, count: 1 },
    ]);
    for (const item of kept as Stock[]) expect(stockSchema.safeParse(item).success).toBe(true);
    // The same as if it had been typed there.
    expect(stockKey((kept as Stock[])[0] as Stock)).toBe(stockKey(stock('2 x 33r 0.25w in box 3')));
    expect(JSON.stringify(kept)).not.toMatch(/spread|initialVolts|marking/);
  });

  it('go out again where that is undone, and back in where it is done again: by the board as it was', () => {
    const before = entriesOf('V1 5v on P G', 'R1 33r on P A', 'D1 led white on A G', 'keep R1 in box 3', 'correct R1 47r');
    const keep = before.find(({ kind }) => kind === 'keep') as Entry;
    const put = [{ by: keep.id, stock: [{ part: expect.objectContaining({ kind: 'resistor', ohms: 33 }), count: 1, where: 'box 3' }] }];
    const at = before.indexOf(keep);
    expect(drawerChange(before.slice(0, at), keep)).toEqual({ put, takeBack: [] });
    const strike = (entry: string, id: string): Entry => ({ kind: 'strike', id, at: keep.at, entry });
    expect(drawerChange(before, strike(keep.id, 'strike-1'))).toEqual({ put: [], takeBack: put });
    const undone = [...before, strike(keep.id, 'strike-1')];
    expect(drawerChange(undone, strike('strike-1', 'strike-2'))).toEqual({ put, takeBack: [] });
    // Of what is no part that was kept nothing goes anywhere.
    expect(drawerChange(before, strike((before[1] as Entry).id, 'strike-3'))).toEqual({ put: [], takeBack: [] });
  });

  it('that are not on its board are named', () => {
    // One package by its name is one, and not the part of that name once more.
    const one = circuitOf([{ ref: 'D1', kind: 'led', pins: ['a', 'b'], colour: 'red', body: '5mm' }]);
    expect(salvaged(one, ['D1'])).toMatchObject([{ count: 1 }]);
    expect(salvaged(lamp, ['R1', 'R9'])).toBe('R9');
    expect(salvaged(lamp, ['R1-R3'])).toBe('R3');
  });
});

describe('a line of the drawer', () => {
  it.each([
    ['12 x 33r 0.25w in strip 2B', { kind: 'resistor', ohms: 33, rated: { watts: 0.25 } }, 12, 'strip 2B'],
    ['3x 330n X2 310v', { kind: 'capacitor', farads: 330e-9, rated: { class: 'X2', volts: 310 } }, 3, undefined],
    ['20 led white 5mm in tin', { kind: 'led', colour: 'white', body: '5mm' }, 20, 'tin'],
    ['4k7', { kind: 'resistor', ohms: 4700 }, 1, undefined],
    ['12 x aaa alkaline in box', { kind: 'battery', chemistry: 'alkaline', size: 'AAA' }, 12, 'box'],
    ['2 18650 2600mah', { kind: 'battery', chemistry: 'li-ion', size: '18650', ampHours: 2.6 }, 2, undefined],
    ['5 x 10uf 400v 105c', { kind: 'capacitor', farads: 10e-6, rated: { volts: 400, celsius: 105 } }, 5, undefined],
    ['999999 x 10r', { kind: 'resistor', ohms: 10 }, 999_999, undefined],
  ])('“%s”', (line, part, count, where) => {
    const read = stock(line);
    expect(read).toMatchObject({ part, count, ...(where !== undefined && { where }) });
    expect(read.where).toBe(where);
    expect(stockSchema.safeParse(read).success).toBe(true);
  });

  it.each(['', '5', '7 x bananas', '3 x led mauve', '1000000 x 10r'])('“%s” is refused in words', (line) => {
    expect(typeof stockFromLine(line)).toBe('string');
  });

  it('the price of one stands behind an @', () => {
    expect(stock('10 x 47r @0,05')).toMatchObject({ price: 0.05, count: 10 });
  });
});

describe('the drawer as CSV', () => {
  const items = ['12 x 33r 0.25w in strip 2B', '3 x 330n X2 310v in box', '20 x led white 5mm @0.1', '2 x 1M 5% 0.5w 500v'].map(stock);

  it('comes back as it went', () => {
    const { items: back, problems } = stockFromCsv(stockToCsv(items));
    expect(problems).toEqual([]);
    expect(back.map((item) => [stockKey(item), item.count, item.price])).toEqual(
      items.map((item) => [stockKey(item), item.count, item.price]),
    );
  });

  it('takes units in cells or none, names the lines that it cannot take, and guards cells that a spreadsheet would run', () => {
    const { items: read, problems } = stockFromCsv('kind,value (ohm),count,where\r\nresistor,33,5,a\r\nresistor,4k7,x,b\r\nflux,,1,c\r\n');
    expect(read).toMatchObject([{ part: { ohms: 33 }, count: 5, where: 'a' }]);
    expect(problems).toHaveLength(2);
    expect(problems[0]).toMatch(/^Line 3: “x” is no count/);
    expect(stockToCsv([{ ...(items[0] as Stock), note: '=1+1' }])).toContain("'=1+1");
    expect(stockFromCsv('a,b\r\n1,2').problems[0]).toMatch(/“kind” and “count”/);
  });

  it('takes lines that were added by hand, whatever they end with', () => {
    const mixed = `\uFEFF${stockToCsv(items)}\nresistor,47r,,,,,,3,,,\rresistor,68r,,,,,,4,,,`;
    const { items: read, problems } = stockFromCsv(mixed);
    expect(problems).toEqual([]);
    expect(read.slice(items.length).map(({ count }) => count)).toEqual([3, 4]);
    expect(read).toHaveLength(items.length + 2);
  });
});

describe('what a way takes', () => {
  const before = circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
    { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 39 },
    { ref: 'R2', kind: 'resistor', pins: ['a', 'c'], ohms: 39 },
    { ref: 'D1', kind: 'led', pins: ['b', '0'] },
    { ref: 'D2', kind: 'led', pins: ['c', '0'] },
  ]);
  const moves: readonly CircuitMove[] = [
    { move: 'replace-resistor', ref: 'R1', ohms: 82, rated: { watts: 0.125 } },
    { move: 'replace-resistor', ref: 'R2', ohms: 82, rated: { watts: 0.125 } },
  ];

  it('is what fits and is free, and no more of it than there is', () => {
    const one = { ...stock('3 x 82r 0.25w'), reserved: [{ by: 'entry-1', count: 2 }] };
    expect(freeCount(one)).toBe(1);
    expect(needsOf([one], before, applyMoves(before, moves), moves)).toEqual([{ key: stockKey(one), count: 1 }]);
    expect(needsOf([stock('9 x 82r 0.0625w')], before, applyMoves(before, moves), moves)).toEqual([]);
  });

  it('the goal is told what is free', () => {
    expect(drawerFor([{ ...stock('3 x 82r'), reserved: [{ by: 'x', count: 3 }] }, stock('2 x 33r')])).toMatchObject([
      { kind: 'resistor', ohms: 33, count: 2 },
    ]);
  });
});

it('the price of what a way fits is that of the drawer, and says for how many none is known', () => {
  const before = circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 5 },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 47 },
    { ref: 'R2', kind: 'resistor', pins: ['p', 'b'], ohms: 47 },
  ]);
  const moves: CircuitMove[] = [
    { move: 'replace-resistor', ref: 'R1', ohms: 82, rated: { watts: 0.25 } },
    { move: 'replace-resistor', ref: 'R2', ohms: 100, rated: { watts: 0.25 } },
  ];
  const costOf = (...lines: string[]) => {
    const items = lines.map(stock);
    return costOfWay(items, needsOf(items, before, applyMoves(before, moves), moves), moves);
  };
  expect(costOf('9 x 82r 0.25w @0.04', '1 x 100r 0.25w @0.06')).toEqual({ amount: 0.1, priced: 2, unpriced: 0 });
  expect(costOf('9 x 82r 0.25w @0.04', '1 x 100r 0.25w')).toEqual({ amount: 0.04, priced: 1, unpriced: 1 });
  expect(costOf('9 x 82r 0.25w')).toBeUndefined();
});
