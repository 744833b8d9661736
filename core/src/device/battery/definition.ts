import { z } from 'zod';
import { type DeviceDefinition, partBase, steadyWave, twoPins } from '../definition.ts';
import { type CellState, CHEMISTRIES, typicalCell } from './cells.ts';

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

/** Series adds volts and ohms; parallel divides ohms. */
export const battery: DeviceDefinition<'battery', typeof schema> = {
  kind: 'battery',
  pins: ['plus', 'minus'],
  polar: true,
  supplies: true,
  toleranced: 'openVolts',
  schema,
  expand: (part, build) => {
    const cell = cellOf(part);
    const series = part.series ?? 1;
    build.source(0, 1, steadyWave(cell.openVolts * series), (cell.ohms * series) / (part.parallel ?? 1), 0);
  },
};
