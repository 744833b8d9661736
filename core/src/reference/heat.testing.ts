import { LED_BODY_NAMES } from '../device/index.ts';
import { type BoardSeat, type CaseSize, fitSoak, heatPathOf, type SoakPoint } from '../drive/index.ts';
import { figuresOf } from './figures-of.testing.ts';

const CHIP = { chipHeatWatts: 0.1, allHeatWatts: 0.5, ambientCelsius: 25 };
const SEATS: readonly BoardSeat[] = ['metal, screwed with paste', 'metal, glued', 'metal, loose', 'not metal'];
const SIZES: readonly CaseSize[] = ['as a thumb', 'as a fist', 'as two hands', 'as a book', 'larger'];

/** From 25 °C towards an end, by one or two constants, a point every so many seconds, a little off to and fro. */
function warming(ends: readonly (readonly [kelvin: number, seconds: number])[], every: number, count: number): readonly SoakPoint[] {
  return Array.from({ length: count }, (_, index) => {
    const seconds = index * every;
    const rise = ends.reduce((sum, [kelvin, constant]) => sum + kelvin * (1 - Math.exp(-seconds / constant)), 0);
    return { seconds, celsius: 25 + rise + 0.2 * (index % 2 === 0 ? 1 : -1), uncertainty: 0.3 };
  });
}

const WARMINGS: readonly (readonly [string, readonly SoakPoint[]])[] = [
  ['half an hour of a lamp that takes ten minutes', warming([[40, 600]], 120, 16)],
  ['its first five minutes', warming([[40, 600]], 60, 6)],
  [
    'a jump before the second point, and little after',
    warming(
      [
        [30, 5],
        [6, 900],
      ],
      120,
      8,
    ),
  ],
  [
    'two constants',
    warming(
      [
        [20, 60],
        [30, 1500],
      ],
      120,
      31,
    ),
  ],
  ['cooling', warming([[-12, 300]], 60, 20)],
  ['three points', warming([[40, 600]], 600, 3)],
];

/** The way of heat by each body, seat and size, each alone with the rest unknown; and what warmings come to. */
export function heat(): readonly string[] {
  const row = (name: string, more: object) => {
    const { junctionCelsius, low, high, dominant } = heatPathOf({ ...CHIP, ...more });
    return `${name}: ${figuresOf([junctionCelsius, low, high]).join()}; most ${dominant}`;
  };
  return [
    row('nothing known', {}),
    ...LED_BODY_NAMES.map((body) => row(`body ${body}`, { body })),
    ...SEATS.map((seat) => row(`board ${seat}`, { seat })),
    ...SIZES.flatMap((size) => [row(size, { size }), row(`${size}, fins`, { size, fins: true })]),
    row('much heat', { allHeatWatts: 20 }),
    row('board read', { read: { at: 'board', celsius: 60, uncertainty: 2 } }),
    row('case read', { read: { at: 'case', celsius: 45, uncertainty: 2 } }),
    ...WARMINGS.flatMap(([name, points]) => [name, ...figuresOf(fitSoak(points) ?? 'says nothing', '  ')]),
  ];
}
