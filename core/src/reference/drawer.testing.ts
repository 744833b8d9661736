import { specimenOf } from '../bench-line/tape.testing.ts';
import { alignSides, boardFrame, STRIP_PATTERNS, stripOf } from '../board/index.ts';
import {
  costOfWay,
  drawerFor,
  freeCount,
  needsOf,
  type Stock,
  salvaged,
  sayStock,
  stockFromCsv,
  stockFromLine,
  stockKey,
  stockToCsv,
} from '../drawer/index.ts';
import { findMarks, marksFromCsv, marksToCsv, sayMistaken } from '../marking/index.ts';
import { figuresOf } from './figures-of.testing.ts';
import { REFERENCE_GADGETS } from './gadgets.testing.ts';

const PUT_IN = [
  '12 x 33r 0.25w in strip 2B',
  '4 47r 1% @0.05',
  '10k',
  '3 x 330n X2 310v @0,8',
  '20 x led white 5mm in tin',
  '2x led warm 2835 3v',
  '5 x 10uf 400v 105c',
  '1 fuse 500ma',
  '6 diode schottky',
  '2 bridge',
  '1 npn',
  '3 aaa alkaline',
  '2 x 18650 2600mah in fridge',
  '1 usb 5v',
  '4 x switch',
  '0 x 10r',
  '1000000 x 10r',
  '3 x bananas',
  'x 10r',
  '',
  '12',
];

const DRAWER_CSV = `kind,value (ohm),tolerance,watts,volts,class,body,count,where,note,price
resistor,33,5%,0.25,,,,12,strip 2B,,0.02
resistor,4k7,1,,200,,,3,,blue,
capacitor,330n,,,310,X2,,2,tin,,"0,80"
led,white,,,,,5mm,20,,,
resistor,,,,,,,4,,,
banana,1,,,,,,1,,,
resistor,10,,,,,,-1,,,
resistor,10,,,,,,many,,,
resistor,10,,,,,,1,,,free
`;

const MARKS_CSV = `mark,package,what,enters,pins,referenceVolts,note,source
K7B,SOT23-5,constant current sink,sink 20ma,k m,"0,2",a note,sheet
1AM,SOT-23,small NPN,npn,b e c,,,
8205,TSSOP,two MOSFETs for cells,,,,,
O0B,SOT23,reads as 00B too,,,,,
,SOT-23,no mark,,,,,
X1,SOT-23,,,,,,
X2,SOT-23,bad volts,,,rubbish,,
`;
const TYPED_MARKS = ['K7B', 'k7b', 'K78', 'KTB', '1AM', 'IAM', '8205', '82O5', '00B', 'OOB', 'ZZZ', ''];

function inDrawer(): readonly string[] {
  const stock = PUT_IN.flatMap((line): Stock[] => {
    const found = stockFromLine(line);
    return typeof found === 'string' ? [] : [{ ...found, reserved: [{ by: 'clip', count: 1 }] }];
  });
  const read = stockFromCsv(DRAWER_CSV);
  return [
    ...PUT_IN.flatMap((line) => [line, ...figuresOf(stockFromLine(line), '  ')]),
    ...stock.map((item) => `${stockKey(item)}: ${sayStock(item)}, ${freeCount(item)} free`),
    ...figuresOf(drawerFor(stock)),
    ...figuresOf(read),
    ...stockToCsv(read.items).split('\r\n'),
    'not the drawer',
    ...figuresOf(stockFromCsv('a,b\n1,2')),
  ];
}

function takenOut(): readonly string[] {
  const gadget = REFERENCE_GADGETS.find(({ id }) => id === 'camp-lantern-reworked');
  if (!gadget) return [];
  const { circuit } = specimenOf(...gadget.lines.filter((line) => typeof line === 'string'));
  const moves = [{ move: 'replace-resistor', ref: 'R1', ohms: 33, rated: { watts: 0.25 } }] as const;
  const after = { ...circuit, parts: circuit.parts.map((part) => (part.ref === 'R1' ? { ...part, ohms: 33 } : part)) };
  const stock = ['3 x 33r 0.25w @0.04', '2 x 33r 1w', '10 x 47r'].flatMap((line) => {
    const item = stockFromLine(line);
    return typeof item === 'string' ? [] : [item];
  });
  const needs = needsOf(stock, circuit, after as typeof circuit, moves);
  return [
    ...figuresOf(salvaged(circuit, ['B1', 'R1', 'D1-D3', 'D6'], 'tin')),
    ...figuresOf(salvaged(circuit, ['R1', 'R77'])),
    ...figuresOf(needs),
    ...figuresOf(costOfWay(stock, needs, moves) ?? 'no price'),
  ];
}

function marked(): readonly string[] {
  const { marks, problems } = marksFromCsv(MARKS_CSV);
  return [
    ...figuresOf({ marks, problems }),
    ...marksToCsv(marks).split('\r\n'),
    ...TYPED_MARKS.flatMap((typed) =>
      [undefined, 'SOT-23'].flatMap((body) => [
        `${typed} ${body ?? ''}`,
        ...findMarks(typed, marks, body).map((found) => `  ${found.mark.mark}, ${found.mark.what}: ${sayMistaken(found)}`),
      ]),
    ),
    ...figuresOf(marksFromCsv('rubbish')),
  ];
}

type Pair = readonly [front: readonly [number, number], back: readonly [number, number]];

/** Spots of a board on both of its photos: turned over, a little askew, the last one a little off. */
const PAIRS: readonly Pair[] = [
  [[100, 100], [905, 110]],
  [[900, 120], [98, 96]],
  [[880, 700], [120, 690]],
  [[120, 690], [890, 705]],
  [[500, 400], [505, 398]],
  [[300, 600], [712, 611]],
  [[700, 200], [300, 190]],
]; // biome-ignore format: one line a pair

function boards(): readonly string[] {
  const matching = PAIRS.map(([front, back]) => ({ front, back }));
  const views = [
    { turn: 0, mirrored: false },
    { turn: 90, mirrored: true, crop: [0.1, 0, 0.9, 1] },
  ] as const;
  const pairs = matching.map(({ front, back }) => ({
    front: [front[0] / 1000, front[1] / 800] as const,
    back: [back[0] / 1000, back[1] / 800] as const,
  }));
  return [
    ...[0, 1, 2, 3, 4, 6, 7].flatMap((count) => [`${count} pairs`, ...figuresOf(alignSides(matching.slice(0, count)), '  ')]),
    ...figuresOf(alignSides(matching.slice(0, 3).map(({ front: [x] }) => ({ front: [x, x] as const, back: [x, x] as const })))),
    ...views.flatMap((view) =>
      [0, 3, 7].flatMap((count) => [
        `turned ${view.turn}, ${count} pairs`,
        ...figuresOf(
          boardFrame({
            front: { size: [1000, 800], view },
            back: { size: [1000, 800], view: { turn: 0, mirrored: false } },
            pairs: pairs.slice(0, count),
          }) ?? 'no photos',
          '  ',
        ),
      ]),
    ),
    ...STRIP_PATTERNS.flatMap((pattern) =>
      [1, 3].flatMap((rows) => [
        `strip, ${pattern}, ${rows} rows`,
        ...figuresOf(stripOf({ first: [0.1, 0.2], last: [0.9, 0.25], inRow: 6, rows, nextRow: [0.1, 0.4], pattern, perGroup: 2 }), '  '),
      ]),
    ),
  ];
}

/** What lies in the drawer and what chips are marked with, and how a board is laid over its photos. */
export function drawer(): readonly string[] {
  return ['## Put in', ...inDrawer(), '## Taken out', ...takenOut(), '## Marks', ...marked(), '## Boards', ...boards()];
}
