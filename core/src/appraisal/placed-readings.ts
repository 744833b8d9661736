import { type Circuit, celsiusOf, partOfKind, type SeriesPack, seriesPackOf, suppliesOf } from '../circuit/index.ts';
import { deviceOf, ledVoltsAt, type Part } from '../device/index.ts';
import { combined, type EstimateReading, type MeterLoad, readingPlace } from '../estimate/index.ts';
import { completeInLine } from '../in-line/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import { isAlternating, solve } from '../solve/index.ts';
import { inLineFigures, netOf, type Place, type ReadingFigure, type Specimen, type SpecimenReading } from '../tape/index.ts';
import type { LeftOut } from './left-out.ts';
import { oncePer } from './once-per.ts';
import { returnOf } from './return-net.ts';
import { entriesWhileFaulty } from './symptoms.ts';

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
  /** Place and condition in one word: what has to be the same for two readings to be of one thing. */
  readonly taken: string;
  readonly meter: string | undefined;
  /** As it stood on the meter, where the meter's load was reckoned out of it. */
  readonly asRead?: number;
  /** How many readings this is the mean of, where it is of more than one. */
  readonly meanOf?: number;
  /** An earlier reading of the same in the same condition, which cannot be true together with this one. */
  readonly against?: { readonly entryId: string; readonly value: number };
  /** Why the estimate does not lean on it, where that is not by the user's word. */
  readonly leftOut?: LeftOut;
}

/** The main supply: of several the one that feeds the LEDs, delivering most; the first on the list where none is solved. */
export const mainSupply: (circuit: Circuit) => Part | undefined = oncePer((circuit) => {
  const supplies = suppliesOf(circuit);
  if (supplies.length < 2) return supplies[0];
  const solved = solve(circuit);
  if (!solved.ok) return supplies[0];
  const delivered = ({ ref }: Part) => -(solved.value.parts[ref]?.watts ?? 0);
  return supplies.reduce((most, part) => (delivered(part) > delivered(most) * (1 + 1e-9) ? part : most));
});

/**
 * Readings of the circuit itself; temperatures and light say nothing to the estimate. Of one figure that was read again in
 * the same condition the mean counts; where the two cannot both be true the later one does, and says so.
 */
export function placedReadings(specimen: Specimen, circuit: Circuit, rework: number): readonly PlacedReading[] {
  const latest = new Map<string, PlacedReading>();
  const supplyRef = mainSupply(circuit)?.ref;
  let board: Uncertain | undefined;
  for (const { entry, rework: taken } of specimen.readings) {
    if (taken !== rework) continue;
    const followed = entry.place.at === 'in' ? followedFigures(entry.figures, isAlternating(circuit)) : [];
    for (const [index, figure] of [...entry.figures, ...followed].entries()) {
      const reading = readingOf(circuit, specimen, entry, figure, index);
      if (!reading) continue;
      // Volts of an in-line meter are those of its place; once they were read at the gadget's own end, those count.
      if (reading.kind === 'volts' && reading.across === supplyRef && reading.statistic === undefined && reading.state !== 'dead') {
        if (entry.place.at === 'part') board = reading;
        else if (board) continue;
      }
      const { doubtful, inputOhms, burdenOhms } = figure;
      const placed: PlacedReading = {
        entryId: entry.id,
        place: entry.place,
        reading,
        doubtful: doubtful ?? false,
        load: { ...(inputOhms !== undefined && { inputOhms }), ...(burdenOhms !== undefined && { burdenOhms }) },
        averaging: entry.averaging ?? false,
        taken: JSON.stringify([entry.place, entry.condition]),
        meter: entry.meter,
      };
      const before = latest.get(readingPlace(reading));
      latest.set(readingPlace(reading), before ? withEarlier(placed, before) : placed);
    }
  }
  const faulty = entriesWhileFaulty(specimen);
  return [...latest.values()]
    .map((placed) => leftBeforeLead(placed, specimen, board))
    .map((placed) => (isLiveWhileFaulty(placed, faulty, supplyRef) ? { ...placed, leftOut: { why: 'while faulty' } } : placed));
}

/** A current or a voltage that a fault made tells nothing of the thing as it is built; what the supply itself gives does. */
function isLiveWhileFaulty({ entryId, reading }: PlacedReading, faulty: ReadonlySet<string>, supplyRef: string | undefined): boolean {
  if (!faulty.has(entryId)) return false;
  if (reading.kind === 'volts') return reading.atAmps === undefined && reading.state !== 'dead' && reading.across !== supplyRef;
  return reading.kind === 'amps' || reading.kind === 'watts';
}

/** Two readings of one figure in one condition are one; where they cannot both be true, the later one counts and says so. */
function withEarlier(placed: PlacedReading, before: PlacedReading): PlacedReading {
  if (placed.taken !== before.taken || placed.doubtful || before.doubtful) return placed;
  // Meters that load the place otherwise show otherwise, and both are right.
  if (placed.load.inputOhms !== before.load.inputOhms || placed.load.burdenOhms !== before.load.burdenOhms) return placed;
  const count = before.meanOf ?? 1;
  const both = combined(before.reading, placed.reading, placed.meter === before.meter, count);
  if (!both) return { ...placed, against: { entryId: before.entryId, value: before.reading.value } };
  return { ...placed, reading: { ...placed.reading, ...both }, meanOf: count + 1 };
}

/** Amps or watts that a power factor makes follow from what else an in-line meter showed. */
function followedFigures(figures: readonly ReadingFigure[], alternating: boolean): readonly ReadingFigure[] {
  if (!alternating || !figures.some(({ unit }) => unit === 'one')) return [];
  const { figures: all, derived } = completeInLine(inLineFigures(figures), alternating);
  return (['amps', 'watts'] as const).flatMap((unit) => {
    const followed = all[unit];
    return derived.includes(unit) && followed ? [{ unit, ...followed }] : [];
  });
}

type ReadingEntry = SpecimenReading['entry'];

function readingOf(
  circuit: Circuit,
  specimen: Specimen,
  entry: ReadingEntry,
  { unit, value, uncertainty, statistic }: ReadingFigure,
  index: number,
): EstimateReading | undefined {
  const figure = { id: `${entry.id}_${index}`, value, uncertainty, ...(statistic && { statistic }) };
  const { supplied, chip = false, state } = entry.condition;
  if (!supplied && state === 'dead' && unit === 'volts') return openVolts(circuit, entry.place, figure);
  return supplied
    ? litAlone(circuit, entry.place, figure, supplied, chip)
    : estimateReading(circuit, resolved(entry.place, specimen), unit, figure);
}

/** The volts of two places differ by more than this many standard deviations: something lies between them. */
const LEAD_SIGMAS = 3;

/** Watts that an in-line meter read before a lead are not the gadget's: the lead has its share of them. */
function leftBeforeLead(placed: PlacedReading, { readings }: Specimen, board: Uncertain | undefined): PlacedReading {
  if (!board || placed.place.at !== 'in' || placed.reading.kind !== 'watts') return placed;
  const { entry } = readings.find((reading) => reading.entry.id === placed.entryId) ?? {};
  const source = entry?.figures.find(({ unit }) => unit === 'volts');
  if (!source || Math.abs(source.value - board.value) <= LEAD_SIGMAS * Math.hypot(source.uncertainty, board.uncertainty)) return placed;
  return { ...placed, leftOut: { why: 'before the lead', meterVolts: source.value, boardVolts: board.value } };
}

/** Names of pins and pads as the nets they lie on now. */
function resolved(place: Place, { nets }: Specimen): Place {
  if (place.at !== 'nets') return place;
  const now = (text: string) => netOf(nets, text)?.name ?? text;
  return { ...place, plus: now(place.plus), ...(place.minus !== undefined && { minus: now(place.minus) }) };
}

/** Volts while the gadget is dead: of a source those with nothing on it; of anything else what a store has left, which tells nothing. */
function openVolts(circuit: Circuit, place: Place, figure: PlacedFigure): EstimateReading | undefined {
  const pack = place.at === 'source' || place.at === 'in' ? packOf(circuit) : undefined;
  // Of a row of cells with nothing on it, what each gives is not told.
  const ref = place.at === 'part' ? place.ref : pack?.refs.length === 1 ? pack.refs[0] : undefined;
  const part = circuit.parts.find((one) => one.ref === ref);
  return part && deviceOf(part.kind).source ? { ...figure, kind: 'volts', across: part.ref, state: 'dead' } : undefined;
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
  const part = place.at === 'part' ? partOfKind(circuit, place.ref, 'led') : undefined;
  if (!part) return undefined;
  const [series, parallel] = isOneChip ? [part.series ?? 1, part.parallel ?? 1] : [1, 1];
  const amps = parallel * supplied.amps;
  const around = { celsius: celsiusOf(circuit, part) };
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

function readsOhms(circuit: Circuit, ref: string): boolean {
  const part = circuit.parts.find((one) => one.ref === ref);
  return part !== undefined && deviceOf(part.kind).readings?.includes('ohms') === true;
}

/** The main supply, with the cells in a row with it. */
function packOf(circuit: Circuit): SeriesPack | undefined {
  const supply = mainSupply(circuit);
  return supply && seriesPackOf(circuit, supply.ref);
}

function estimateReading(circuit: Circuit, place: Place, unit: string, figure: PlacedFigure): EstimateReading | undefined {
  const pack = place.at === 'in' ? packOf(circuit) : undefined;
  if (pack && pack.refs.length > 1) {
    // At the ends of a row of cells; what each of them gives is its own.
    if (unit === 'volts') return { ...figure, kind: 'volts', across: [pack.plus, pack.minus] };
    if (unit !== 'amps') return undefined;
  }
  const ref = place.at === 'in' ? mainSupply(circuit)?.ref : place.at === 'part' ? place.ref : undefined;
  if (ref !== undefined && circuit.parts.some((part) => part.ref === ref)) {
    if (unit === 'volts') return { ...figure, kind: 'volts', across: ref };
    if (unit === 'amps') return { ...figure, kind: 'amps', through: ref };
    if (unit === 'watts') return { ...figure, kind: 'watts', of: ref };
    // Ohms of anything else tell of a fault, and are no value of it.
    if (unit === 'ohms') return readsOhms(circuit, ref) ? { ...figure, kind: 'ohms', across: ref } : undefined;
    if (unit === 'farads') return { ...figure, kind: 'farads', across: ref };
  }
  if (place.at !== 'nets' || unit !== 'volts') return undefined;
  const minus = place.minus ?? returnOf(circuit, place.plus, mainSupply(circuit));
  // Between two ends of one net it is the track that was read, which the circuit does not have.
  if (place.plus === minus) return undefined;
  const known = (net: string | undefined) => circuit.parts.some((part) => (part.pins as readonly string[]).includes(net ?? ''));
  return minus !== undefined && known(place.plus) && known(minus) ? { ...figure, kind: 'volts', across: [place.plus, minus] } : undefined;
}
