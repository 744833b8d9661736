import { type Circuit, suppliesOf, withFields } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import type { EstimateReading } from '../estimate/index.ts';
import type { Place } from './entry.ts';
import { circuitAfter, type Specimen } from './replay.ts';

/** Relative, ± at 95 %: what is usual where a marking or label does not say. */
const USUAL_TOLERANCE = { resistor: 0.05, dc: 0.05, battery: 0.06 } as const;
/** A measured supply is what it measures, whatever its label said: the label then only starts the search. */
const MEASURED_SUPPLY = 1;

/** One figure of one reading entry, as the estimate wants it, with where on the tape it stands. */
export interface PlacedReading {
  readonly entryId: string;
  readonly place: Place;
  readonly reading: EstimateReading;
  readonly doubtful: boolean;
}

/** The main supply: the first on the list. */
export function mainSupply(circuit: Circuit): Part | undefined {
  return suppliesOf(circuit)[0];
}

/**
 * The circuit as it was when measured, with what is unsure of it, and its readings: nominal values with their
 * tolerances, and a supply that was measured free to be what the reading says.
 *
 * @param rework how many reworks had been done
 */
export function foundCircuit(specimen: Specimen, rework: number): { circuit: Circuit; readings: readonly PlacedReading[] } {
  const bare = circuitAfter(specimen, rework);
  const readings = placedReadings(specimen, bare, rework);
  const circuit = bare.parts.reduce((result, part) => withFields(result, part.ref, toleranceOf(part, readings)), bare);
  return { circuit, readings };
}

function toleranceOf(part: Part, readings: readonly PlacedReading[]): Record<string, unknown> {
  const measured = readings.some(({ reading }) => reading.kind === 'volts' && reading.across === part.ref);
  if (measured && deviceOf(part.kind).supplies) return { tolerance: MEASURED_SUPPLY };
  if (part.tolerance !== undefined) return {};
  return part.kind in USUAL_TOLERANCE ? { tolerance: USUAL_TOLERANCE[part.kind as keyof typeof USUAL_TOLERANCE] } : {};
}

/** Readings of the circuit itself; temperatures and light say nothing to the estimate. The latest of a kind at a place counts. */
function placedReadings(specimen: Specimen, circuit: Circuit, rework: number): readonly PlacedReading[] {
  const latest = new Map<string, PlacedReading>();
  for (const { entry, rework: taken } of specimen.readings) {
    // Ohms of a part do not change with a rework elsewhere; everything else belongs to the circuit of its time.
    for (const [index, figure] of entry.figures.entries()) {
      if (taken !== rework && !(figure.unit === 'ohms' && taken < rework)) continue;
      const id = `${entry.id}_${index}`;
      const { value, uncertainty } = figure;
      const reading = estimateReading(circuit, entry.place, figure.unit, { id, value, uncertainty });
      if (!reading) continue;
      latest.set(keyOf(reading), { entryId: entry.id, place: entry.place, reading, doubtful: figure.doubtful ?? false });
    }
  }
  return [...latest.values()].filter(({ reading }) => !replacedSince(specimen, rework, reading));
}

/** An ohms reading of a resistor that a rework took out speaks of the old one. */
function replacedSince(specimen: Specimen, rework: number, reading: EstimateReading): boolean {
  if (reading.kind !== 'ohms') return false;
  const entry = specimen.readings.find((candidate) => reading.id.startsWith(candidate.entry.id));
  return specimen.reworks
    .slice(entry?.rework ?? 0, rework)
    .some(({ changes }) => changes.some((change) => change.change === 'replace-resistor' && change.ref === reading.across));
}

function keyOf(reading: EstimateReading): string {
  const place = reading.kind === 'amps' ? reading.through : reading.kind === 'watts' ? reading.of : reading.across;
  return JSON.stringify([reading.kind, place]);
}

function estimateReading(
  circuit: Circuit,
  place: Place,
  unit: string,
  figure: { id: string; value: number; uncertainty: number },
): EstimateReading | undefined {
  const ref = place.at === 'in' ? mainSupply(circuit)?.ref : place.at === 'part' ? place.ref : undefined;
  if (ref !== undefined && circuit.parts.some((part) => part.ref === ref)) {
    if (unit === 'volts') return { ...figure, kind: 'volts', across: ref };
    if (unit === 'amps') return { ...figure, kind: 'amps', through: ref };
    if (unit === 'watts') return { ...figure, kind: 'watts', of: ref };
    if (unit === 'ohms') return { ...figure, kind: 'ohms', across: ref };
  }
  if (place.at !== 'nets' || unit !== 'volts') return undefined;
  const minus = place.minus ?? mainSupply(circuit)?.pins[1];
  const known = (net: string | undefined) => circuit.parts.some((part) => (part.pins as readonly string[]).includes(net ?? ''));
  return minus !== undefined && known(place.plus) && known(minus) ? { ...figure, kind: 'volts', across: [place.plus, minus] } : undefined;
}
