import { type Circuit, fail, partOfKind, partsOfKind, type Result, seriesPackOf, succeed, withReplacement } from '../circuit/index.ts';
import { type BatteryPart, CELLS, type Chemistry, type Part, typicalCell } from '../device/index.ts';
import { type DischargeOptions, discharge, type Store } from './discharge.ts';

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
  readonly endedBy: 'half-light' | 'dark' | 'cut-off' | 'empty';
  readonly points: readonly RuntimePoint[];
  /** Of the full pack, as is typical of its cells; of cells in a row that are parts of their own, of the one that holds least. */
  readonly packAmpHours: number;
  /** Of its cells; of a row that of the one that holds least. */
  readonly chemistry: Chemistry;
  /** Of such a row whose cells are unlike, the one that holds least. */
  readonly weakest?: string;
}

/** Cells of one kind and size differ by about a third in what they hold, at about 95 %: a class figure, as those of the cells are. */
export const CAPACITY_SPREAD = 1 / 3;

/** How a running time ends, in words: “until …”. */
export const RUNTIME_ENDS: Readonly<Record<Runtime['endedBy'], string>> = {
  'half-light': 'it gives half its first light',
  'cut-off': 'a cell or the driver is at its cut-off',
  dark: 'it is dark',
  empty: 'the cells are empty',
};

const SECONDS_AN_HOUR = 3600;

/**
 * Discharges the circuit's battery from full through everything it feeds, until the watched LED gives half its first
 * current, a rechargeable cell or a converter reaches its cut-off under load, or nothing is left.
 *
 * @param ledRef the LED whose light counts
 * @returns an error where there is no battery of a known chemistry
 */
export function dischargeRuntime(circuit: Circuit, ledRef: string, options: Omit<DischargeOptions, 'ledRef'> = {}): Result<Runtime> {
  const [first] = partsOfKind(circuit, 'battery');
  const battery = first && weakestOf(rowOf(circuit, first));
  const store = battery && batteryStore(circuit, battery);
  if (!battery?.chemistry || !store) return fail('no-supply', 'A runtime needs a battery of a known chemistry.', battery?.ref ?? 'parts');
  const done = discharge(store, { ...options, ledRef });
  if (!done.ok) return done;
  const { endedBy, points } = done.value;
  return succeed({
    hours: (points.at(-1)?.seconds ?? 0) / SECONDS_AN_HOUR,
    endedBy,
    points: points.map(({ seconds, share, volts, amps, chipAmps, light }) => ({
      hours: seconds / SECONDS_AN_HOUR,
      charge: share,
      cellVolts: volts / (battery.series ?? 1),
      packAmps: amps,
      chipAmps,
      light,
    })),
    packAmpHours: packAmpHoursOf(battery),
    chemistry: battery.chemistry,
    ...(isUneven(rowOf(circuit, battery)) && { weakest: battery.ref }),
  });
}

/** The cells in a row with one. */
function rowOf(circuit: Circuit, { ref }: BatteryPart): readonly BatteryPart[] {
  return (seriesPackOf(circuit, ref)?.refs ?? []).flatMap((one) => partOfKind(circuit, one, 'battery') ?? []);
}

/** The one that holds least, and so is empty first; undefined where no chemistry is known. */
function weakestOf(row: readonly BatteryPart[]): BatteryPart | undefined {
  return row.filter(({ chemistry }) => chemistry).toSorted((a, b) => heldAmpHours(a) - heldAmpHours(b))[0];
}

/** Cells that differ by less are empty together. */
const EVEN_SHARE = 0.02;

function isUneven(row: readonly BatteryPart[]): boolean {
  const held = row.filter(({ chemistry }) => chemistry).map(heldAmpHours);
  return Math.min(...held) < (1 - EVEN_SHARE) * Math.max(...held);
}

function heldAmpHours(battery: BatteryPart): number {
  return packAmpHoursOf(battery) * (battery.charge ?? 1);
}

/**
 * A battery as what runs down, with all cells in a row with it: the same charge goes through each, and the one that holds
 * least is empty first. Undefined where no chemistry is known.
 */
export function batteryStore(circuit: Circuit, one: BatteryPart): Store | undefined {
  const row = rowOf(circuit, one);
  const battery = weakestOf(row);
  if (!battery?.chemistry) return undefined;
  const { ref, chemistry, series = 1, charge = 1 } = battery;
  const { cutOffVolts, isRechargeable } = CELLS[chemistry];
  return {
    ref,
    circuitAt: (share) => rowAt(atCharge(circuit, share * charge), row, (1 - share) * heldAmpHours(battery)),
    coulombs: (from, to, amps) => SECONDS_AN_HOUR * packAmpHoursOf(battery) * (from - to) * charge * heldShare(battery, amps),
    // Nothing switches a primary cell off: its light fades.
    cutOff: { volts: cutOffVolts * series, happens: isRechargeable },
  };
}

/** The cells of a row with so many ampere-hours gone from each. */
function rowAt(circuit: Circuit, row: readonly BatteryPart[], goneAmpHours: number): Circuit {
  if (row.length < 2) return circuit;
  return row.reduce((result, cell) => {
    if (!cell.chemistry) return result;
    const { openVolts: _, ...rest } = cell;
    const charge = Math.max(0, (cell.charge ?? 1) - goneAmpHours / packAmpHoursOf(cell));
    return withReplacement(result, cell.ref, { ...rest, charge } as Part);
  }, circuit);
}

/** That of cells in a row one is empty before the others, and what comes then; undefined where they are one part. */
export function sayWeakest({ weakest }: Runtime): string | undefined {
  if (weakest === undefined) return undefined;
  return `${weakest} holds least of the cells in its row and is empty first; whatever flows from then on reverses it: take the cells out when the light falls.`;
}

function packAmpHoursOf({ chemistry, size, ampHours, parallel = 1 }: BatteryPart): number {
  return (ampHours ?? (chemistry ? typicalCell(chemistry, size, 1).ampHours : Number.NaN)) * parallel;
}

/**
 * What a cell gives of its capacity at a current above the one that it is stated at: a power of the ratio (Peukert, 1897),
 * by chemistry as makers' manuals show it.
 */
function heldShare(battery: BatteryPart, packAmps: number): number {
  if (!battery.chemistry) return 1;
  const { statedHours, rateExponent } = CELLS[battery.chemistry];
  return Math.min(1, (packAmps / (packAmpHoursOf(battery) / statedHours)) ** -rateExponent);
}

/** The circuit with its battery at `charge`, as typical of its chemistry: measured open volts held only for then. */
export function atCharge(circuit: Circuit, charge: number): Circuit {
  return partsOfKind(circuit, 'battery').reduce((result, part) => {
    if (!part.chemistry) return result;
    const { openVolts: _, ...rest } = part;
    return withReplacement(result, part.ref, { ...rest, charge } as Part);
  }, circuit);
}
