import { AMBIENT_CELSIUS } from '../device/index.ts';
import { type BoardSeat, type CaseSize, caseHeatWatts, fitSoak, type Soak, type SoakPoint, type Thermal } from '../drive/index.ts';
import type { Analysis } from './analysis.ts';
import { fittedCircuit } from './fitted-circuit.ts';
import { oncePer } from './once-per.ts';
import { warmingsIn } from './warming.ts';

/** Temperatures of one place over time, and where they go. */
export interface PlacedSoak {
  readonly place: string;
  /** The entry that began it; left out of readings with times of their own. */
  readonly run?: string;
  readonly points: readonly SoakPoint[];
  readonly soak: Soak;
}

const BOARD_PLACES = /board|disc|pcb|led|chip|solder|strip/i;
const CASE_PLACES = /case|body|head|shell|tube|sink|housing/i;
const ROOM_PLACES = /ambient|room|air/i;
/** A reading so soon after the power came on says nothing of where it ends. */
const SETTLED_SECONDS = 600;

/** What Opening and the thermometer tell of the heat path. */
export const thermalOf: (analysis: Analysis) => Thermal = oncePer((analysis) => {
  const { specimen, rework } = analysis;
  const { facts, readings } = specimen;
  const soaks = soaksOf(analysis);
  const surfaces = readings.flatMap(({ entry, rework: taken, during }) =>
    taken === rework && entry.place.at === 'surface' ? [{ name: entry.place.name, entry, during, figure: entry.figures[0] }] : [],
  );
  const room = surfaces.findLast(({ name }) => ROOM_PLACES.test(name))?.figure?.value ?? AMBIENT_CELSIUS;
  const settledAt = (places: RegExp) => {
    const soak = soaks.findLast(({ place }) => places.test(place))?.soak;
    if (soak) return { celsius: soak.final.value, uncertainty: soak.final.uncertainty };
    const last = surfaces.findLast(
      ({ name, entry, during }) =>
        places.test(name) &&
        !entry.condition.cold &&
        (entry.condition.afterSeconds ?? during?.seconds ?? SETTLED_SECONDS) >= SETTLED_SECONDS,
    );
    return last?.figure && { celsius: last.figure.value, uncertainty: last.figure.uncertainty };
  };
  const board = settledAt(BOARD_PLACES);
  const outside = settledAt(CASE_PLACES);
  const here = board ? { at: 'board' as const, ...board } : outside && { at: 'case' as const, ...outside };
  const read = here ?? asInMode(analysis);
  return {
    seat: facts.get('heat-path') as BoardSeat | undefined,
    size: facts.get('case-size') as CaseSize | undefined,
    fins: facts.get('fins') === 'yes',
    ambientCelsius: room,
    read,
  };
});

/** A rise scaled by the heat is no surer than this: half of it goes by radiation and moving air, which do not follow it evenly. */
const SCALED_RISE_SHARE = 0.15;

/** What was read as traced, its rise over the room by the heat that there is in the mode. */
function asInMode(analysis: Analysis): Thermal['read'] {
  if (!analysis.inMode) return undefined;
  const { traced } = analysis.inMode;
  const { read, ambientCelsius } = thermalOf(traced);
  const [here, there] = [fittedCircuit(analysis), fittedCircuit(traced)];
  if (!read || !here.ok || !there.ok) return undefined;
  const [watts, asTraced] = [here, there].map(({ value: { fit } }) => caseHeatWatts(fit.circuit, fit.solution)) as [number, number];
  if (!(asTraced > 0)) return undefined;
  const rise = ((read.celsius - ambientCelsius) * watts) / asTraced;
  const uncertainty = Math.hypot((read.uncertainty * watts) / asTraced, SCALED_RISE_SHARE * Math.abs(rise));
  return { at: read.at, celsius: ambientCelsius + rise, uncertainty };
}

/** A warming of which it is too early to say where it goes. */
export interface EarlySoak {
  readonly place: string;
  readonly run?: string;
  readonly points: readonly SoakPoint[];
  /** What its end lies between so far. */
  readonly low: number;
  readonly high: number;
}

/** The surfaces whose warming can be fitted. */
export function soaksOf(analysis: Analysis): readonly PlacedSoak[] {
  return warmingsOf(analysis).soaks;
}

/** Those of which it is too early to say. */
export function earlySoaksOf(analysis: Analysis): readonly EarlySoak[] {
  return warmingsOf(analysis).early;
}

const warmingsOf = oncePer(({ specimen, rework }: Analysis) => {
  const soaks: PlacedSoak[] = [];
  const early: EarlySoak[] = [];
  for (const { place, run, points } of warmingsIn(specimen, rework)) {
    const named = { place, points, ...(run !== undefined && { run }) };
    const fit = fitSoak(points);
    if (fit?.outcome === 'fitted') soaks.push({ ...named, soak: fit });
    else if (fit) early.push({ ...named, low: fit.low, high: fit.high });
  }
  return { soaks, early };
});
