import { type Circuit, fail, partsOfKind, type Result, succeed, withReplacement } from '../circuit/index.ts';
import { type BatteryPart, CELLS, type Part, typicalCell } from '../device/index.ts';
import { lightRatio } from '../drive/index.ts';
import { figureOf, figuresAt, solveOperatingPoint } from '../solve/index.ts';

/** One moment of a discharge. */
export interface RuntimePoint {
  readonly hours: number;
  readonly charge: number;
  readonly cellVolts: number;
  readonly packAmps: number;
  /** Of one chip of the LED watched. */
  readonly chipAmps: number;
  /** Relative to the start. */
  readonly light: number;
}

export interface Runtime {
  /** To the end below. */
  readonly hours: number;
  readonly endedBy: 'half-light' | 'cell-cut-off' | 'empty';
  readonly points: readonly RuntimePoint[];
  /** Of the full pack, as is typical of its cells. */
  readonly packAmpHours: number;
}

/** Cells of one kind and size differ by about a third in what they hold, at about 95 %: a class figure, as those of the cells are. */
export const CAPACITY_SPREAD = 1 / 3;

/** Charge is followed in this many equal steps; the laws are smooth, so more changes nothing visible. */
const STEPS = 50;
const HALF = 0.5;

/**
 * Discharges the circuit's battery from full through everything it feeds, until the watched LED gives half its
 * first current, a rechargeable cell reaches its cut-off under load, or nothing is left. Each step is solved whole;
 * time is charge over current, by the trapezoid rule.
 *
 * @param ledRef the LED whose light counts
 * @returns an error where there is no battery of a known chemistry
 */
export function dischargeRuntime(circuit: Circuit, ledRef: string): Result<Runtime> {
  const [battery] = partsOfKind(circuit, 'battery');
  if (!battery?.chemistry) return fail('no-supply', 'A runtime needs a battery of a known chemistry.', battery?.ref ?? 'parts');
  const packHours = (battery.ampHours ?? typicalCell(battery.chemistry, battery.size, 1).ampHours) * (battery.parallel ?? 1);
  const points: RuntimePoint[] = [];
  let hours = 0;
  for (let step = 0; step <= STEPS; step++) {
    const charge = 1 - step / STEPS;
    const point = momentAt(circuit, battery, charge, ledRef);
    if (!point.ok) return point;
    const { packAmps, chipAmps, cellVolts } = point.value;
    const last = points.at(-1);
    if (last) {
      const mean = (packAmps + last.packAmps) / 2;
      if (!(mean > 0)) return fail('no-supply', `${battery.ref} delivers no current, so it never empties.`, battery.ref);
      hours += (packHours * heldShare(battery, mean)) / STEPS / mean;
    }
    points.push({ hours, charge, cellVolts, packAmps, chipAmps, light: lightRatio(chipAmps, points[0]?.chipAmps ?? chipAmps) });
    const endedBy = endOf(points, battery);
    if (endedBy) return succeed({ hours, endedBy, points, packAmpHours: packHours });
  }
  return succeed({ hours, endedBy: 'empty', points, packAmpHours: packHours });
}

/**
 * What a cell gives of its capacity at a current above the one that it is stated at: a power of the ratio (Peukert, 1897),
 * by chemistry as makers' manuals show it.
 */
function heldShare({ chemistry, size, ampHours, parallel = 1 }: BatteryPart, packAmps: number): number {
  if (!chemistry) return 1;
  const { statedHours, rateExponent } = CELLS[chemistry];
  const stated = (ampHours ?? typicalCell(chemistry, size, 1).ampHours) / statedHours;
  return Math.min(1, (packAmps / parallel / stated) ** -rateExponent);
}

/** The circuit with its battery at `charge`, as typical of its chemistry: measured open volts held only for then. */
export function atCharge(circuit: Circuit, charge: number): Circuit {
  return partsOfKind(circuit, 'battery').reduce((result, part) => {
    if (!part.chemistry) return result;
    const { openVolts: _, ...rest } = part;
    return withReplacement(result, part.ref, { ...rest, charge } as Part);
  }, circuit);
}

function momentAt(
  circuit: Circuit,
  battery: BatteryPart,
  charge: number,
  ledRef: string,
): Result<{ packAmps: number; chipAmps: number; cellVolts: number }> {
  const solved = solveOperatingPoint(atCharge(circuit, charge));
  if (!solved.ok) return solved;
  const figures = figuresAt(solved.value);
  return succeed({
    packAmps: -figureOf(figures, { of: 'part', ref: battery.ref, quantity: 'amps' }),
    chipAmps: figureOf(figures, { of: 'chip', ref: ledRef, quantity: 'amps' }),
    cellVolts: figureOf(figures, { of: 'part', ref: battery.ref, quantity: 'volts' }) / (battery.series ?? 1),
  });
}

function endOf(points: readonly RuntimePoint[], battery: BatteryPart): Runtime['endedBy'] | undefined {
  const last = points.at(-1);
  if (!last || !battery.chemistry) return undefined;
  if (last.chipAmps < HALF * (points[0]?.chipAmps ?? 0) && points.length > 1) return 'half-light';
  // Nothing switches a primary cell off: its light fades.
  const { cutOffVolts, isRechargeable } = CELLS[battery.chemistry];
  if (isRechargeable && last.cellVolts < cutOffVolts) return 'cell-cut-off';
  return undefined;
}
