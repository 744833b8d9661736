import { applyChanges, type Circuit, partOf, suppliesOf, withFields } from '../circuit/index.ts';
import { deviceOf, ledVoltsAt, type Part } from '../device/index.ts';
import { type EstimateReading, type Fit, fitReadings, type MeterLoad } from '../estimate/index.ts';
import { COVERAGE, formatEngineering } from '../quantity/index.ts';
import type { Place } from './entry.ts';
import { netOf } from './nets.ts';
import type { Specimen } from './replay.ts';

/** Relative, ± at 95 %: what is usual where a marking or label does not say. */
const USUAL_TOLERANCE = { resistor: 0.05, dc: 0.05, battery: 0.06 } as const;
/** A measured supply is what it measures, whatever its label said: the label then only starts the search. */
const MEASURED_SUPPLY = 1;

/** A supply may give a little more or less when it is loaded otherwise after a rework: relative, ± at 95 %. */
const LOAD_REGULATION = 0.02;
/** No value is known better than this, whatever the readings say together. */
const LEAST_TOLERANCE = 1e-3;
const LEAST_SHIFT_VOLTS = 0.002;

/** One figure of one reading entry, as the estimate wants it, with where on the tape it stands. */
export interface PlacedReading {
  readonly entryId: string;
  readonly place: Place;
  readonly reading: EstimateReading;
  readonly doubtful: boolean;
  /** Of the meter that it stood on. */
  readonly load: MeterLoad;
  /** That meter averages, and shows what a sine of this average would have. */
  readonly averaging: boolean;
  /** As it stood on the meter, where the meter's load was reckoned out of it. */
  readonly asRead?: number;
  /** Why the estimate does not lean on it, where that is not by the user's word. */
  readonly leftOut?: string;
}

/** The main supply: the first on the list. */
export function mainSupply(circuit: Circuit): Part | undefined {
  return suppliesOf(circuit)[0];
}

/** The circuit as it was when measured, with what is unsure of it, and its readings. */
export interface FoundCircuit {
  readonly circuit: Circuit;
  readonly readings: readonly PlacedReading[];
}

/**
 * Nominal values with their tolerances, and a supply that was measured free to be what the reading says. After a
 * rework it starts from what the readings before it taught: an LED keeps its volts, a resistor its ohms.
 *
 * @param rework how many reworks had been done
 */
export function foundCircuit(specimen: Specimen, rework: number): FoundCircuit {
  const bare = rework === 0 ? specimen.circuit : changedCircuit(specimen, rework);
  const readings = placedReadings(specimen, bare, rework);
  const circuit = bare.parts.reduce((result, part) => withFields(result, part.ref, toleranceOf(part, readings)), bare);
  return { circuit, readings };
}

/** The readings that the estimate may lean on. */
export function trustedReadings(readings: readonly PlacedReading[]): readonly EstimateReading[] {
  return readings.filter(({ doubtful, leftOut }) => !doubtful && leftOut === undefined).map(({ reading }) => reading);
}

function changedCircuit(specimen: Specimen, rework: number): Circuit {
  const before = foundCircuit(specimen, rework - 1);
  const fit = fitReadings(before.circuit, trustedReadings(before.readings));
  const learnt = fit.ok ? calibrated(fit.value) : before.circuit;
  return applyChanges(learnt, specimen.reworks[rework - 1]?.changes ?? []);
}

/** What was learnt of each unknown becomes what is known of it before the next reading. */
function calibrated(fit: Fit): Circuit {
  return fit.unknowns.reduce((circuit, { ref, field, posterior }) => {
    if (field === 'voltsShift') return withFields(circuit, ref, { voltsUncertainty: Math.max(posterior.uncertainty, LEAST_SHIFT_VOLTS) });
    const supply = suppliesOf(circuit).some((part) => part.ref === ref);
    const tolerance = (COVERAGE * posterior.uncertainty) / posterior.value;
    return withFields(circuit, ref, { tolerance: Math.min(1, Math.max(tolerance, supply ? LOAD_REGULATION : LEAST_TOLERANCE)) });
  }, fit.circuit);
}

function toleranceOf(part: Part, readings: readonly PlacedReading[]): Record<string, unknown> {
  const measured = readings.some(
    ({ reading }) => reading.kind === 'volts' && reading.across === part.ref && reading.statistic !== 'ripple',
  );
  if (measured && deviceOf(part.kind).supplies) return { tolerance: MEASURED_SUPPLY };
  if (part.tolerance !== undefined) return {};
  return part.kind in USUAL_TOLERANCE ? { tolerance: USUAL_TOLERANCE[part.kind as keyof typeof USUAL_TOLERANCE] } : {};
}

/** Readings of the circuit itself; temperatures and light say nothing to the estimate. The latest of a kind at a place counts. */
function placedReadings(specimen: Specimen, circuit: Circuit, rework: number): readonly PlacedReading[] {
  const latest = new Map<string, PlacedReading>();
  const supplyRef = mainSupply(circuit)?.ref;
  let board: { readonly value: number; readonly uncertainty: number } | undefined;
  for (const { entry, rework: taken } of specimen.readings) {
    if (taken !== rework) continue;
    for (const [index, { unit, value, uncertainty, doubtful, statistic, inputOhms, burdenOhms }] of entry.figures.entries()) {
      const figure = { id: `${entry.id}_${index}`, value, uncertainty, ...(statistic && { statistic }) };
      const { supplied } = entry.condition;
      const reading = supplied
        ? litAlone(circuit, entry.place, figure, supplied, entry.condition.chip ?? false)
        : estimateReading(circuit, resolved(entry.place, specimen), unit, figure);
      if (!reading) continue;
      // Volts of an in-line meter are those of its place; once they were read at the gadget's own end, those count.
      if (reading.kind === 'volts' && reading.across === supplyRef && reading.statistic === undefined) {
        if (entry.place.at === 'part') board = reading;
        else if (board) continue;
      }
      latest.set(keyOf(reading), {
        entryId: entry.id,
        place: entry.place,
        reading,
        doubtful: doubtful ?? false,
        load: { ...(inputOhms !== undefined && { inputOhms }), ...(burdenOhms !== undefined && { burdenOhms }) },
        averaging: entry.averaging ?? false,
      });
    }
  }
  return [...latest.values()].map((placed) => leftBeforeLead(placed, specimen, board));
}

/** The volts of two places differ by more than this many standard deviations: something lies between them. */
const LEAD_SIGMAS = 3;

/** Watts that an in-line meter read before a lead are not the gadget's: the lead has its share of them. */
function leftBeforeLead(
  placed: PlacedReading,
  { readings }: Specimen,
  board: { readonly value: number; readonly uncertainty: number } | undefined,
): PlacedReading {
  if (!board || placed.place.at !== 'in' || placed.reading.kind !== 'watts') return placed;
  const { entry } = readings.find((reading) => reading.entry.id === placed.entryId) ?? {};
  const source = entry?.figures.find(({ unit }) => unit === 'volts');
  if (!source || Math.abs(source.value - board.value) <= LEAD_SIGMAS * Math.hypot(source.uncertainty, board.uncertainty)) return placed;
  const volts = (value: number) => formatEngineering(value, 'volts').text;
  return { ...placed, leftOut: `read before the lead: ${volts(source.value)} there, ${volts(board.value)} at the board` };
}

/** Names of pins and pads as the nets they lie on now. */
function resolved(place: Place, { nets }: Specimen): Place {
  if (place.at !== 'nets') return place;
  const now = (text: string) => netOf(nets, text)?.name ?? text;
  return { ...place, plus: now(place.plus), ...(place.minus !== undefined && { minus: now(place.minus) }) };
}

function keyOf(reading: EstimateReading): string {
  const place = reading.kind === 'amps' ? reading.through : reading.kind === 'watts' ? reading.of : reading.across;
  return JSON.stringify([reading.kind, place, reading.statistic === 'ripple', reading.kind === 'volts' ? reading.atAmps : undefined]);
}

type PlacedFigure = Pick<EstimateReading, 'id' | 'value' | 'uncertainty' | 'statistic'>;

/** An LED lit by itself; that its current is known only so well counts as volts along its curve. */
function litAlone(
  circuit: Circuit,
  place: Place,
  figure: PlacedFigure,
  supplied: { readonly amps: number; readonly uncertainty: number },
  isOneChip: boolean,
): EstimateReading | undefined {
  const part = place.at === 'part' ? partOf(circuit, place.ref) : undefined;
  if (part?.kind !== 'led') return undefined;
  const [series, parallel] = isOneChip ? [part.series ?? 1, part.parallel ?? 1] : [1, 1];
  const amps = parallel * supplied.amps;
  const around = { celsius: part.celsius ?? circuit.celsius ?? 25 };
  const slope = (ledVoltsAt(part, amps * 1.001, around) - ledVoltsAt(part, amps, around)) / (0.001 * amps);
  return {
    ...figure,
    kind: 'volts',
    across: part.ref,
    atAmps: amps,
    value: series * figure.value,
    uncertainty: Math.hypot(series * figure.uncertainty, slope * parallel * supplied.uncertainty),
  };
}

function estimateReading(circuit: Circuit, place: Place, unit: string, figure: PlacedFigure): EstimateReading | undefined {
  const ref = place.at === 'in' ? mainSupply(circuit)?.ref : place.at === 'part' ? place.ref : undefined;
  if (ref !== undefined && circuit.parts.some((part) => part.ref === ref)) {
    if (unit === 'volts') return { ...figure, kind: 'volts', across: ref };
    if (unit === 'amps') return { ...figure, kind: 'amps', through: ref };
    if (unit === 'watts') return { ...figure, kind: 'watts', of: ref };
    if (unit === 'ohms') return { ...figure, kind: 'ohms', across: ref };
  }
  if (place.at !== 'nets' || unit !== 'volts') return undefined;
  const minus = place.minus ?? mainSupply(circuit)?.pins[1];
  // Between two ends of one net it is the track that was read, which the circuit does not have.
  if (place.plus === minus) return undefined;
  const known = (net: string | undefined) => circuit.parts.some((part) => (part.pins as readonly string[]).includes(net ?? ''));
  return minus !== undefined && known(place.plus) && known(minus) ? { ...figure, kind: 'volts', across: [place.plus, minus] } : undefined;
}
