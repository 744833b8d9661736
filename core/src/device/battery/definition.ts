import { z } from 'zod';
import { readFigure } from '../../quantity/index.ts';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { steadyWave } from '../law.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { leads } from '../symbol.ts';
import { CELLS, type CellState, CHEMISTRIES, type Chemistry, cellSize, chemistryName, typicalCell } from './cells.ts';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('battery'),
    pins: twoPins,
    chemistry: z.enum(CHEMISTRIES).optional(),
    size: z.string().max(20).optional(),
    series: z.int().positive().max(1000).optional(),
    parallel: z.int().positive().max(1000).optional(),
    charge: z.number().min(0).max(1).optional(),
    openVolts: z.number().positive().max(1000).optional(),
    cellOhms: z.number().min(0).max(1e6).optional(),
    ampHours: z.number().positive().max(1e5).optional(),
  })
  .refine((part) => part.chemistry !== undefined || (part.openVolts !== undefined && part.cellOhms !== undefined), {
    message: 'needs a chemistry, or openVolts and cellOhms',
    path: ['chemistry'],
  })
  // A size that is not known is refused, and never taken for another.
  .superRefine(({ chemistry, size, openVolts, cellOhms, ampHours }, context) => {
    if (!chemistry || size === undefined || cellSize(chemistry, size) !== undefined) return;
    if (cellOhms !== undefined && (ampHours !== undefined || openVolts !== undefined)) return;
    const known = Object.keys(CELLS[chemistry].sizes).join(', ');
    context.addIssue({
      code: 'custom',
      path: ['size'],
      message: `no size “${size}” of ${chemistry} is known (${known}); state cellOhms and ampHours`,
    });
  });

export type BatteryPart = z.infer<typeof schema>;

/** The pack's cell now: the typical cell of its chemistry at its charge, with what was measured put over it. */
export function cellOf(part: BatteryPart): CellState {
  const typical = part.chemistry && typicalCell(part.chemistry, part.size, part.charge ?? 1);
  return {
    openVolts: part.openVolts ?? typical?.openVolts ?? 0,
    ohms: part.cellOhms ?? typical?.ohms ?? 0,
    ampHours: part.ampHours ?? typical?.ampHours ?? Number.NaN,
  };
}

/**
 * Of a cell's ohms, relative, one standard deviation: makers of one size differ by half, and a cell that was kept or cooled
 * has twice its fresh ohms.
 */
const OHMS_SHARE = 0.8;
/** A search may try less than none. */
const LEAST_OHMS = 1e-4;
/** Share of its volts at rest that is left, and how many times its ohms. */
const WORN_CELLS: readonly (readonly [number, number])[] = [
  [0.93, 1.5],
  [0.8, 3],
  [0.65, 6],
  [0.4, 15],
];
/** Fresh from the charger a cell has a little more than its full volts at rest. */
const OVER_FULL = 1.05;

/** Series adds volts and ohms; parallel divides ohms. */
export const battery: DeviceDefinition<'battery', typeof schema> = {
  kind: 'battery',
  name: 'battery',
  pins: ['plus', 'minus'],
  polar: true,
  schema,
  expand: (part, build) => {
    const cell = cellOf(part);
    const series = part.series ?? 1;
    const ohms = cell.ohms === 0 ? 0 : Math.max(LEAST_OHMS, cell.ohms);
    build.source(0, 1, steadyWave(cell.openVolts * series), (ohms * series) / (part.parallel ?? 1), 0);
  },
  value: ({ series = 1, parallel = 1, size = '', chemistry }) => {
    const cells = `${series > 1 || parallel > 1 ? `${series}${parallel > 1 ? `×${parallel}` : ''} × ` : ''}${size}`.trim();
    return [cells, chemistry ? chemistryName(chemistry) : ''].filter(Boolean).join(' ');
  },
  symbol: [leads(4), { d: 'M-4 -14V14', fill: 'none' }, { d: 'M4 -7V7', fill: 'none', bold: true }],
  typed: { letter: 'B', boardLetters: ['BT', 'BAT'], words: ['battery', 'cell', 'cells'], example: 'B1 3 aaa alkaline', read },
  source: {
    volts: (part) => cellOf(part).openVolts * (part.series ?? 1),
    isIdeal: (part) => cellOf(part).ohms === 0,
    isCell: true,
  },
  drives: [0],
  toleranced: () => ({ field: 'openVolts', usual: 0.06 }),
  learns: (part) => {
    const { ohms } = cellOf(part);
    return ohms > 0 ? [{ field: 'cellOhms', value: ohms, uncertainty: OHMS_SHARE * ohms }] : [];
  },
  possible: ({ chemistry, ...part }) => ({
    // A pack that somebody measured without naming its cells can be anything.
    openVolts: chemistry ? [0, OVER_FULL * cellOf({ ...part, chemistry, openVolts: undefined, charge: 1 }).openVolts] : [0, 1e3],
  }),
  implied: (part) => ({ openVolts: cellOf(part).openVolts, cellOhms: cellOf(part).ohms }),
  ratings: ({ rated }) => statedRatings(rated),
  readings: ['volts'],
  fails: [
    {
      how: 'drift',
      weight: 5,
      // Flat, or old: what is left of its volts at rest goes with a rise of its ohms.
      drifted: (part) => {
        const { openVolts, ohms } = cellOf(part);
        return WORN_CELLS.map(([share, times]) => ({
          fields: { openVolts: share * openVolts, cellOhms: times * ohms },
          value: share * openVolts * (part.series ?? 1),
          unit: 'volts' as const,
        }));
      },
    },
    { how: 'open', weight: 0.3 },
  ],
};

/** Names that say chemistry and size at once. */
const NAMED: readonly (readonly [RegExp, Chemistry, (match: RegExpExecArray) => string])[] = [
  [/^cr-?(\d{4})$/i, 'lithium-coin', (match) => match[1] as string],
  [/^(?:lr|ag|sr)-?(44|13)$/i, 'alkaline', () => 'LR44'],
  [/^lr-?6$/i, 'alkaline', () => 'AA'],
  [/^lr-?03$/i, 'alkaline', () => 'AAA'],
  [/^(18650|14500|16340|10440|21700|26650)$/, 'li-ion', (match) => match[1] as string],
];
/** A block of six small cells. */
const BLOCK = { chemistry: 'alkaline', size: '6LR61', cells: 6 } as const;

const isCount = (word: string | undefined) => word !== undefined && /^\d{1,3}$/.test(word);

/** `3 aaa alkaline`, `2 x CR2032`, `9v`, `3s2p 18650 2500mah 60mr`: number, size, chemistry, capacity, ohms of a cell. */
function read(typed: readonly string[]): TypedPart | string {
  // “3xAA” is three of them.
  const words = typed.flatMap((word) => /^(\d{1,2}x)([a-z0-9].*)$/i.exec(word)?.slice(1) ?? word);
  let chemistry: Chemistry | undefined;
  let named: { readonly chemistry: Chemistry; readonly size: string } | undefined;
  let series: number | undefined;
  let parallel: number | undefined;
  let isBlock = false;
  const values: Record<string, number> = {};
  const leftover: string[] = [];
  for (const [index, word] of words.entries()) {
    const lower = word.toLowerCase();
    const known = CHEMISTRIES.find((name) => withoutDashes(name) === withoutDashes(lower));
    const both = NAMED.map(([pattern, of, sizeOf]) => ({ match: pattern.exec(word), of, sizeOf })).find(({ match }) => match);
    const pack = /^(\d{1,3})s(?:(\d{1,3})p)?$/.exec(lower);
    const figure = readFigure(/^±/.test(word) ? word.slice(1) : word);
    if (known) chemistry = known;
    else if (lower === 'coin') chemistry = 'lithium-coin';
    else if (lower === 'nicad') chemistry = 'nicd';
    else if (both?.match) named = { chemistry: both.of, size: both.sizeOf(both.match) };
    else if (pack) [series, parallel] = [Number(pack[1]), pack[2] === undefined ? parallel : Number(pack[2])];
    else if (/^\d{1,3}p$/.test(lower)) parallel = Number.parseInt(lower, 10);
    else if (lower === 'parallel' && isCount(words[index + 1])) parallel = Number(words[index + 1]);
    else if (isCount(word) && words[index + 1]?.toLowerCase() === 'parallel' && !isCount(words[index + 2])) parallel = Number(word);
    else if (lower === 'parallel' && isCount(words[index - 1])) continue;
    else if (words[index - 1]?.toLowerCase() === 'parallel') continue;
    else if (series === undefined && /^\d{1,2}x?$/.test(lower)) series = Number.parseInt(lower, 10);
    else if (lower === 'x' || lower === '×' || lower === 'series') continue;
    else if (lower === '9v' || lower === '6lr61') isBlock = true;
    else if (figure && 'value' in figure && figure.unit !== undefined && UNIT_FIELDS[figure.unit])
      values[UNIT_FIELDS[figure.unit] as string] = figure.value;
    else leftover.push(word);
  }
  if (isBlock) [chemistry, named] = [BLOCK.chemistry, { chemistry: BLOCK.chemistry, size: BLOCK.size }];
  chemistry ??= named?.chemistry;
  if (!chemistry) return `which cells? One of ${CHEMISTRIES.join(', ')}; or a size that says it, as CR2032, LR44, 18650, 9v.`;
  const [typedSize = named?.size, ...odd] = leftover;
  if (odd.length > 0) return `“${odd[0]}” says nothing of a battery.`;
  const size = cellSize(chemistry, typedSize);
  const isStated = values.ampHours !== undefined && values.cellOhms !== undefined;
  if (typedSize !== undefined && size === undefined && !isStated)
    return `${chemistryName(chemistry)} has no size “${typedSize}” here (${Object.keys(CELLS[chemistry].sizes).join(', ')}); with its mAh and ohms it is taken all the same.`;
  return {
    fields: {
      chemistry,
      series: (series ?? 1) * (isBlock ? BLOCK.cells : 1),
      ...(parallel !== undefined && parallel > 1 && { parallel }),
      ...(typedSize !== undefined && { size: size ?? typedSize }),
      ...values,
    },
  };
}

const withoutDashes = (text: string) => text.replaceAll('-', '');

/** What a figure behind a cell is, of one cell. */
const UNIT_FIELDS: Readonly<Record<string, string>> = { ampHours: 'ampHours', ohms: 'cellOhms', volts: 'openVolts' };
