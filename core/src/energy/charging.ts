import { type Circuit, partsOfKind, suppliesOf, withReplacement } from '../circuit/index.ts';
import { type BatteryPart, CELLS, cellOf, endAmpsOf, type Part } from '../device/index.ts';
import { formatEngineering, formatSignificant } from '../quantity/index.ts';
import { type SolveWarmed, solveWarmed } from '../solve/index.ts';
import { CAPACITY_SPREAD } from './runtime.ts';

/** One moment of a charge. */
export interface ChargingMoment {
  readonly hours: number;
  /** 0 to 1. */
  readonly charge: number;
  /** At its pins. */
  readonly volts: number;
  readonly amps: number;
}

/** How a pack is charged by the circuit that it is in. */
export interface Charging {
  readonly ref: string;
  /** From flat. */
  readonly points: readonly ChargingMoment[];
  /** To where it ends. */
  readonly hours: number;
  /** `stopped`: its charger calls it full. `held`: full, and held there by a charger that also feeds something else. `full`: nothing stops it there. `fed`: not full; what the pack feeds takes all that comes. */
  readonly endedBy: 'stopped' | 'held' | 'full' | 'fed';
  /** The first current over the capacity: how many times its capacity an hour. */
  readonly ofCapacity: number;
}

/** Less is a leak, and charges nothing within a day of anybody's. */
const CHARGING_SHARE_AN_HOUR = 0.005;
const STEPS = 40;
/** The last steps are taken at this charge at the most: a full cell takes nothing. */
const NEARLY_FULL = 0.999;

/** The first rechargeable pack that something charges when it is flat; undefined where nothing does. */
export function chargingOf(circuit: Circuit, solve: SolveWarmed = solveWarmed): Charging | undefined {
  if (!suppliesOf(circuit).some(({ kind }) => kind !== 'battery')) return undefined;
  for (const battery of partsOfKind(circuit, 'battery')) {
    if (!battery.chemistry || !CELLS[battery.chemistry].isRechargeable) continue;
    const course = courseOf(circuit, battery, solve);
    if (course) return course;
  }
  return undefined;
}

const ENDS: Readonly<Record<Exclude<Charging['endedBy'], 'fed'>, string>> = {
  stopped: 'until its charger stops',
  held: 'until it is full, where its charger holds it while it feeds the rest',
  full: 'until it is full, where nothing stops it',
};

/** In words: what it is charged with, and how long from flat, as cells of one kind differ. */
export function sayCharging({ ref, points, hours, endedBy, ofCapacity }: Charging): string {
  const first = formatEngineering(points[0]?.amps ?? Number.NaN, 'amps').text;
  const [low, high] = [1 - CAPACITY_SPREAD, 1 + CAPACITY_SPREAD].map((share) => formatEngineering(share * hours, 'hours', 2).text);
  const begins = `${ref} is charged from flat with ${first}, ${formatSignificant(ofCapacity, 2)} of its capacity an hour`;
  if (endedBy !== 'fed') return `${begins}; ${low} to ${high} ${ENDS[endedBy]}.`;
  const percent = Math.round(100 * (points.at(-1)?.charge ?? 0));
  return `${begins}, and is not filled: at about ${percent} % of its charge, after ${low} to ${high}, what it feeds takes all that comes.`;
}

function courseOf(circuit: Circuit, battery: BatteryPart, solve: SolveWarmed): Charging | undefined {
  const ampHours = cellOf(battery).ampHours * (battery.parallel ?? 1);
  const at = (charge: number) => {
    const { openVolts: _, ...rest } = battery;
    const solved = solve(withReplacement(circuit, battery.ref, { ...rest, charge } as Part));
    const part = solved.ok ? solved.value.solution.parts[battery.ref] : undefined;
    return part && { amps: part.amps.avg, volts: part.volts.avg };
  };
  const flat = at(0);
  if (!flat || !(flat.amps > CHARGING_SHARE_AN_HOUR * ampHours)) return undefined;
  const [charger] = partsOfKind(circuit, 'charger');
  const endAmps = charger && endAmpsOf(charger);
  const points: ChargingMoment[] = [{ hours: 0, charge: 0, ...flat }];
  let endedBy: Charging['endedBy'] = charger ? 'held' : 'full';
  for (let step = 1; step <= STEPS; step++) {
    const charge = Math.min(NEARLY_FULL, step / STEPS);
    const now = at(charge);
    const last = points.at(-1) as ChargingMoment;
    if (!now) return undefined;
    if (!(now.amps > 0)) {
      // As full as a cell of its kind may be counts as full.
      if (last.charge < 1 - CAPACITY_SPREAD) endedBy = 'fed';
      break;
    }
    const hours = last.hours + ((charge - last.charge) * ampHours) / ((last.amps + now.amps) / 2);
    points.push({ hours, charge, ...now });
    if (endAmps !== undefined && now.amps < endAmps) {
      endedBy = 'stopped';
      break;
    }
  }
  return { ref: battery.ref, points, hours: points.at(-1)?.hours ?? 0, endedBy, ofCapacity: flat.amps / ampHours };
}
