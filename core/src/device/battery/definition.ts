import { z } from 'zod';
import type { DeviceDefinition, TypedPart } from '../definition.ts';
import { steadyWave } from '../law.ts';
import { partBase, twoPins } from '../part-base.ts';
import { statedRatings } from '../rating.ts';
import { leads } from '../symbol.ts';
import { type CellState, CHEMISTRIES, type Chemistry, cellSize, typicalCell } from './cells.ts';

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
    return [cells, chemistry ?? ''].filter(Boolean).join(' ');
  },
  symbol: [leads(4), { d: 'M-4 -14V14', fill: 'none' }, { d: 'M4 -7V7', fill: 'none', bold: true }],
  typed: { letter: 'B', words: ['battery', 'cell', 'cells'], example: 'B1 3 aaa alkaline', read },
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
  fails: ['drift', 'open'],
};

function read(words: readonly string[]): TypedPart | string {
  let chemistry: Chemistry | undefined;
  let series: number | undefined;
  const leftover: string[] = [];
  for (const word of words) {
    const lower = word.toLowerCase();
    const known = CHEMISTRIES.find((name) => name === lower || name.replace('-', '') === lower);
    if (known) chemistry = known;
    else if (lower === 'coin') chemistry = 'lithium-coin';
    else if (series === undefined && /^\d{1,2}x?$/.test(lower)) series = Number.parseInt(lower, 10);
    else if (lower !== 'x' && lower !== '×') leftover.push(word);
  }
  if (!chemistry) return `which cells? One of ${CHEMISTRIES.join(', ')}.`;
  const [typedSize, ...odd] = leftover;
  if (odd.length > 0) return `“${odd[0]}” says nothing of a battery.`;
  const size = cellSize(chemistry, typedSize);
  if (typedSize !== undefined && size === undefined) return `${chemistry} has no size “${typedSize}” here.`;
  return { fields: { chemistry, series: series ?? 1, ...(size !== undefined && { size }) } };
}
