import type { Chemistry } from '../device/index.ts';
import type { Runtime } from './runtime.ts';

/** What a plugged-in cell alarm is set to as sold, of a lithium-ion cell; of others between their flat part and their cut-off, V. */
const USUAL_VOLTS: Readonly<Partial<Record<Chemistry, number>>> = { 'li-ion': 3.3, lifepo4: 3, nimh: 1.1, nicd: 1.1 };

/** The usual setting of an alarm for a cell of a chemistry, V; undefined where none is used. */
export function usualAlarmVolts(chemistry: Chemistry | undefined): number | undefined {
  return chemistry && USUAL_VOLTS[chemistry];
}

/** When an alarm that watches each cell sounds. */
export interface CellAlarm {
  readonly hours: number;
  /** Charge left in them then, as a share of the full. */
  readonly left: number;
  /** From then to the end of the running time. */
  readonly hoursLeft: number;
}

/**
 * Where in a discharge an alarm sounds: the first moment at which a cell under load is at its volts; of cells in a row
 * the one that is empty first.
 *
 * @param volts a cell
 * @returns undefined where the discharge ends before
 */
export function cellAlarm({ points, hours }: Runtime, volts: number): CellAlarm | undefined {
  const at = points.findIndex(({ cellVolts }) => cellVolts <= volts);
  const [after, before] = [points[at], points[at - 1]];
  if (!after) return undefined;
  if (!before) return { hours: after.hours, left: after.charge, hoursLeft: hours - after.hours };
  const share = (before.cellVolts - volts) / (before.cellVolts - after.cellVolts);
  const between = (read: (point: typeof after) => number) => read(before) + share * (read(after) - read(before));
  const sounds = between((point) => point.hours);
  return { hours: sounds, left: between((point) => point.charge), hoursLeft: hours - sounds };
}
