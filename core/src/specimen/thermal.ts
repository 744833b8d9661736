import type { Circuit } from '../circuit/index.ts';
import type { LedPart } from '../device/index.ts';
import {
  type BoardSeat,
  fitSoak,
  type HeatPath,
  type HeatPathOf,
  heatPathOf,
  lightShareOf,
  type Soak,
  type SoakPoint,
} from '../drive/index.ts';
import type { Solution } from '../solve/index.ts';
import type { Specimen } from './replay.ts';

/** Temperatures of one place over time, and where they go. */
export interface PlacedSoak {
  readonly place: string;
  readonly points: readonly SoakPoint[];
  readonly soak: Soak;
}

/** What is known of the way of the heat, from Opening and from the thermometer. */
export type Thermal = Pick<HeatPathOf, 'seat' | 'ambientCelsius' | 'read'>;

const ROOM_CELSIUS = 25;
const BOARD_PLACES = /board|disc|pcb|led|chip|solder|strip/i;
const CASE_PLACES = /case|body|head|shell|tube|sink|housing/i;
const ROOM_PLACES = /ambient|room|air/i;
/** A reading so soon after the power came on says nothing of where it ends. */
const SETTLED_SECONDS = 600;

export function thermalOf({ facts, readings }: Specimen, rework: number, soaks: readonly PlacedSoak[]): Thermal {
  const surfaces = readings.flatMap(({ entry, rework: taken }) =>
    taken === rework && entry.place.at === 'surface' ? [{ name: entry.place.name, entry, figure: entry.figures[0] }] : [],
  );
  const room = surfaces.findLast(({ name }) => ROOM_PLACES.test(name))?.figure?.value ?? ROOM_CELSIUS;
  const settledAt = (places: RegExp) => {
    const soak = soaks.find(({ place }) => places.test(place))?.soak;
    if (soak) return { celsius: soak.final.value, uncertainty: soak.final.uncertainty };
    const last = surfaces.findLast(
      ({ name, entry }) =>
        places.test(name) && !entry.condition.cold && (entry.condition.afterSeconds ?? SETTLED_SECONDS) >= SETTLED_SECONDS,
    );
    return last?.figure && { celsius: last.figure.value, uncertainty: last.figure.uncertainty };
  };
  const board = settledAt(BOARD_PLACES);
  const outside = settledAt(CASE_PLACES);
  const read = board ? { at: 'board' as const, ...board } : outside && { at: 'case' as const, ...outside };
  return { seat: facts.get('heat-path') as BoardSeat | undefined, ambientCelsius: room, read };
}

export function soaksOf({ readings }: Specimen, rework: number): readonly PlacedSoak[] {
  const places = new Map<string, SoakPoint[]>();
  for (const { entry, rework: taken } of readings) {
    const seconds = entry.condition.afterSeconds ?? (entry.condition.cold ? 0 : undefined);
    const figure = entry.figures.find(({ unit }) => unit === 'celsius');
    if (taken !== rework || entry.place.at !== 'surface' || seconds === undefined || !figure) continue;
    places.set(entry.place.name, [
      ...(places.get(entry.place.name) ?? []),
      { seconds, celsius: figure.value, uncertainty: figure.uncertainty },
    ]);
  }
  return [...places].flatMap(([place, points]) => {
    const ordered = points.toSorted((one, other) => one.seconds - other.seconds);
    const soak = fitSoak(ordered);
    return soak ? [{ place, points: ordered, soak }] : [];
  });
}

/** The LEDs that take power. */
export function litLeds(circuit: Circuit, solution: Solution): readonly LedPart[] {
  return circuit.parts.filter((part): part is LedPart => part.kind === 'led' && (solution.leds[part.ref]?.chip.watts ?? 0) > 0);
}

export function chipsOf({ series = 1, parallel = 1 }: LedPart): number {
  return series * parallel;
}

/** The way of the heat of one LED, among all that warm the same case. */
export function heatPathIn(part: LedPart, leds: readonly LedPart[], solution: Solution, thermal: Thermal): HeatPath {
  const heatOf = (led: LedPart) => (solution.leds[led.ref]?.chip.watts ?? 0) * (1 - lightShareOf(led));
  return heatPathOf({
    ...thermal,
    chipHeatWatts: heatOf(part),
    allHeatWatts: leds.reduce((sum, led) => sum + heatOf(led) * chipsOf(led), 0),
    body: part.body,
  });
}

/**
 * How warm it is around the parts on the board: as read, else the least that the heat of the LEDs takes the board to. A
 * guess that may be far too high is no reason to hold less of a rating against a part.
 */
export function boardCelsius(specimen: Specimen, circuit: Circuit, solution: Solution, rework: number): number {
  const thermal = thermalOf(specimen, rework, soaksOf(specimen, rework));
  const leds = litLeds(circuit, solution);
  const boards = leds.map((part) => leastAtBoard(heatPathIn(part, leds, solution, thermal)));
  return Math.max(thermal.ambientCelsius, ...boards);
}

function leastAtBoard({ joints, stretches }: HeatPath): number {
  const end = joints.at(-1)?.celsius ?? Number.NEGATIVE_INFINITY;
  return stretches
    .filter(({ from }) => from !== 'junction')
    .reduce((celsius, { kelvin, resistance }) => celsius + kelvin / resistance.factor, end);
}
