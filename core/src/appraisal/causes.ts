import { partOf } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import { type Disagreement, disagreementsOf } from '../estimate/index.ts';
import { decodeMarking } from '../marking/index.ts';
import { formatEngineering, preferredBetween, type Unit } from '../quantity/index.ts';
import type { Specimen } from '../tape/index.ts';
import type { Analysis } from './analysis.ts';
import { type FittedCircuit, fittedCircuit } from './fitted-circuit.ts';

/** A single cause why readings do not fit, with what a person can do about it. Nothing is changed without them. */
export interface Cause extends Disagreement {
  /** The entry of the reading that would be wrong. */
  readonly entryId?: string;
  /** The start of the bench line for the test that would confirm it; left out where it is done by eye. */
  readonly testLine?: string;
  /** The bench line that accepts it. */
  readonly acceptLine?: string;
}

/** A value this near to another is that one. */
const SAME_SHARE = 0.08;
/** Fields whose part has a value that can be corrected by a line. */
const UNIT_OF_FIELD: Readonly<Record<string, Unit>> = { resistor: 'ohms', capacitor: 'farads', inductor: 'henries' };

/** Why the readings do not fit together, likeliest first; empty where they do, or where nothing can be solved. */
export function causesOf(analysis: Analysis): readonly Cause[] {
  const { specimen } = analysis;
  const found = fittedCircuit(analysis);
  if (!found.ok) return [];
  const { circuit, trusted, fit } = found.value;
  return disagreementsOf(circuit, trusted, fit).map((disagreement) => withDeeds(disagreement, specimen, found.value));
}

function withDeeds(disagreement: Disagreement, specimen: Specimen, found: FittedCircuit): Cause {
  switch (disagreement.cause) {
    case 'reading':
      return ofReading(disagreement, specimen, found);
    case 'lead':
      // What stands at the board's end of the lead takes the place of what stood at the source.
      return { ...disagreement, ...(disagreement.ref !== undefined && { testLine: `${disagreement.ref} ` }) };
    case 'part':
      return ofPart(disagreement, found);
    case 'join':
      return disagreement;
  }
}

function ofReading(disagreement: Disagreement, { tape }: Specimen, { readings }: FittedCircuit): Cause {
  const placed = readings.find(({ reading }) => reading.id === disagreement.id);
  const entry = tape.find((line) => line.entry.id === placed?.entryId)?.entry;
  if (!placed || !entry) return disagreement;
  const words = entry.typed ?? 'the reading';
  const text = disagreement.text.replace(`Reading ${disagreement.id} is`, `“${words}”:`);
  const { place } = placed;
  const at = place.at === 'part' ? place.ref : place.at === 'nets' ? `${place.plus}${place.minus ? ` to ${place.minus}` : ''}` : place.at;
  return { ...disagreement, text, entryId: entry.id, testLine: `${at} ` };
}

/** Where the value is one that the marking can be read as, or a preferred one, that is said and offered. */
function ofPart(disagreement: Disagreement, { circuit }: FittedCircuit): Cause {
  const part = partOf(circuit, disagreement.ref ?? '');
  const unit = part && UNIT_OF_FIELD[part.kind];
  const { value } = disagreement;
  const alone = part && deviceOf(part.kind).readings?.includes('alone') ? 'chip ' : '';
  if (!part || unit === undefined || value === undefined) return { ...disagreement, ...(part && { testLine: `${part.ref} ${alone}` }) };
  const marked = neighbourMarking(part, value, unit);
  const preferred = preferredBetween('E24', value * (1 - SAME_SHARE), value * (1 + SAME_SHARE)).sort(
    (a, b) => Math.abs(a - value) - Math.abs(b - value),
  )[0];
  const meant = marked?.value ?? preferred;
  const text = marked ? `${disagreement.text} Its marking can be read so: ${marked.why}.` : disagreement.text;
  const typed =
    meant === undefined ? undefined : formatEngineering(meant, unit).text.replace(/\s/g, '').replace('Ω', 'r').replace('µ', 'u');
  return { ...disagreement, text, testLine: `${part.ref} `, ...(typed !== undefined && { acceptLine: `correct ${part.ref} ${typed}` }) };
}

function neighbourMarking(part: Part, value: number, unit: Unit) {
  if (part.marking === undefined) return undefined;
  return decodeMarking(part.marking).find((reading) => reading.unit === unit && Math.abs(reading.value / value - 1) < SAME_SHARE);
}
