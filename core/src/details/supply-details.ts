import { mainSupply } from '../appraisal/index.ts';
import { type Circuit, seriesPackOf } from '../circuit/index.ts';
import { deviceOf, type LedPart } from '../device/index.ts';
import { chipsOf } from '../drive/index.ts';
import type { Fit } from '../estimate/index.ts';
import { divide, multiply, subtract, type Uncertain } from '../quantity/index.ts';
import type { Solution, SolvedFigures } from '../solve/index.ts';
import { netOf, type Specimen, type SpecimenReading } from '../tape/index.ts';

/** What comes in, and what of it reaches the LEDs. */
export interface SupplyDetails {
  readonly ref: string;
  /** As a meter in its lead shows them, and what its volts and amps alone would come to. */
  readonly volts: Uncertain;
  readonly amps: Uncertain;
  readonly watts: Uncertain;
  readonly voltAmps: Uncertain;
  readonly powerFactor?: Uncertain;
  readonly distortion?: number;
  readonly ledWatts: Uncertain;
  /** LED watts over supply watts. */
  readonly efficiency: Uncertain;
}

/** What lies between the source and the gadget's own end. */
export interface LeadLoss {
  readonly sourceVolts: Uncertain;
  readonly boardVolts: Uncertain;
  readonly amps: Uncertain;
  readonly ohms: Uncertain;
  readonly watts: Uncertain;
}

/** Volts that were read between two ends of one net: what the track between them takes. */
export interface TrackLoss {
  readonly from: string;
  readonly to: string;
  readonly volts: Uncertain;
  /** With the whole of the supply's current in it, which is the most there can be. */
  readonly watts: Uncertain;
}

export function supplyDetails(circuit: Circuit, fit: Fit, leds: readonly LedPart[]): SupplyDetails {
  const ref = mainSupply(circuit)?.ref ?? '';
  const cells = seriesPackOf(circuit, ref)?.refs ?? [ref];
  const supply = (read: (supply: Solution['supplies'][string]) => number) =>
    fit.figureBy((solved) => {
      const one = solved.supply(ref);
      return one ? read(one) : Number.NaN;
    });
  /** Of all cells in a row. */
  const together = (read: (supply: Solution['supplies'][string]) => number) => (solved: SolvedFigures) =>
    cells.reduce((sum, cell) => sum + (solved.supply(cell) ? read(solved.supply(cell) as Solution['supplies'][string]) : Number.NaN), 0);
  const ledWattsIn = (solved: SolvedFigures) =>
    leds.reduce((sum, part) => sum + (solved.led(part.ref)?.chip.watts ?? 0) * chipsOf(part), 0);
  const solved = fit.solution.supplies[ref];
  const wattsIn = together((one) => one.watts);
  const watts = fit.figureBy(wattsIn);
  return {
    ref: cells.join(' '),
    volts: fit.figureBy(together((one) => one.voltsRms)),
    amps: supply((one) => one.ampsRms),
    watts,
    voltAmps: fit.figureBy(together((one) => one.voltAmps)),
    ...(typeof solved?.powerFactor === 'number' && { powerFactor: supply((one) => one.powerFactor ?? Number.NaN) }),
    ...(typeof solved?.distortion === 'number' && { distortion: solved.distortion }),
    ledWatts: fit.figureBy(ledWattsIn),
    efficiency: fit.figureBy((solved) => ledWattsIn(solved) / wattsIn(solved)),
  };
}

/** Volts read at the source, by itself or in line, against those at the gadget's own end. */
export function leadLossOf({ readings, circuit }: Specimen, amps: Uncertain, rework: number): LeadLoss | undefined {
  const supply = mainSupply(circuit);
  const volts = (isThere: (place: SpecimenReading['entry']['place']) => boolean) =>
    readings
      .filter(({ entry, rework: taken }) => taken === rework && isThere(entry.place))
      .flatMap(({ entry }) => entry.figures.filter(({ unit, statistic }) => unit === 'volts' && statistic === undefined))
      .at(-1);
  const board = volts((place) => place.at === 'part' && place.ref === supply?.ref);
  const source = volts((place) => place.at === 'source') ?? volts((place) => place.at === 'in');
  if (!board || !source || (supply && deviceOf(supply.kind).source?.hertz) || !(amps.value > 0)) return undefined;
  const lost = subtract(plain(source), plain(board));
  if (lost.value < 3 * lost.uncertainty) return undefined;
  return { sourceVolts: plain(source), boardVolts: plain(board), amps, ohms: divide(lost, amps), watts: multiply(lost, amps) };
}

/** Readings between two pins or pads that the trace has on one net. */
export function trackLossesOf({ readings, nets }: Specimen, amps: Uncertain, rework: number): readonly TrackLoss[] {
  const latest = new Map<string, TrackLoss>();
  for (const { entry, rework: taken } of readings) {
    const { place } = entry;
    const volts = entry.figures.find(({ unit, statistic }) => unit === 'volts' && statistic === undefined);
    if (taken !== rework || place.at !== 'nets' || place.minus === undefined || !volts || place.plus === place.minus) continue;
    const [plus, minus] = [netOf(nets, place.plus), netOf(nets, place.minus)];
    if (!plus || plus.name !== minus?.name) continue;
    const lost = { value: Math.abs(volts.value), uncertainty: volts.uncertainty };
    latest.set(`${place.plus} ${place.minus}`, { from: place.plus, to: place.minus, volts: lost, watts: multiply(lost, amps) });
  }
  return [...latest.values()];
}

function plain({ value, uncertainty }: Uncertain): Uncertain {
  return { value, uncertainty };
}
