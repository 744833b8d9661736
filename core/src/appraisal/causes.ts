import { partOf } from '../circuit/index.ts';
import { deviceOf, isKind, type Part } from '../device/index.ts';
import { type Disagreement, type DisagreementContext, disagreementsOf } from '../estimate/index.ts';
import { decodeMarking } from '../marking/index.ts';
import { formatCompact, preferredBetween, type Unit } from '../quantity/index.ts';
import type { Specimen } from '../tape/index.ts';
import type { Analysis } from './analysis.ts';
import { type FittedCircuit, fittedCircuit } from './fitted-circuit.ts';

/** A single cause why readings do not fit, with what a person can do about it. Nothing is changed without them. */
export type Cause = Disagreement & {
  /** For `sayDisagreement`. */
  readonly context: DisagreementContext;
  /** The entry of the reading that would be wrong. */
  readonly entryId?: string;
  /** The start of the bench line for the test that would confirm it; left out where it is done by eye. */
  readonly testLine?: string;
  /** The bench line that accepts it. */
  readonly acceptLine?: string;
};

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
  const causes = disagreementsOf(circuit, trusted, fit).map((disagreement) => withTests(disagreement, specimen, found.value));
  const pins = specimen.nets.filter((net) => net.pins.length === 1).flatMap((net) => net.pins);
  const ofNoCurrent = causes.filter(readsWhereNoneFlows);
  if (pins.length === 0 || ofNoCurrent.length === 0) return causes;
  // A meter that reads a current, or the drop that one makes, is no reason to doubt it while the circuit is not whole.
  const mends = Math.max(...ofNoCurrent.map((one) => one.mends));
  const unjoined: Cause = { cause: 'unjoined', pins, mends, context: {}, testLine: `join ${pins[0]} ` };
  return [unjoined, ...causes.filter((one) => !readsWhereNoneFlows(one))];
}

/** Less is none: of a current, and of what one drops. */
const NONE: Readonly<Partial<Record<string, number>>> = { amps: 1e-9, volts: 1e-6 };

function readsWhereNoneFlows(cause: Cause): boolean {
  return cause.cause === 'reading' && Math.abs(cause.expected) < (NONE[cause.kind] ?? 0);
}

function withTests(disagreement: Disagreement, specimen: Specimen, found: FittedCircuit): Cause {
  switch (disagreement.cause) {
    case 'reading':
      return { ...disagreement, ...ofReading(disagreement.id, specimen, found) };
    case 'lead':
      // What stands at the board's end of the lead takes the place of what stood at the source.
      return { ...disagreement, context: {}, testLine: `${disagreement.ref} ` };
    case 'part':
      return { ...disagreement, ...ofPart(disagreement.ref, disagreement.value, found) };
    case 'join':
    case 'unjoined':
      return { ...disagreement, context: {} };
  }
}

type Tests = Pick<Cause, 'context' | 'entryId' | 'testLine' | 'acceptLine'>;

function ofReading(id: string, { tape }: Specimen, { readings }: FittedCircuit): Tests {
  const placed = readings.find(({ reading }) => reading.id === id);
  const entry = tape.find((line) => line.entry.id === placed?.entryId)?.entry;
  if (!placed || !entry) return { context: {} };
  const { place } = placed;
  const at = place.at === 'part' ? place.ref : place.at === 'nets' ? `${place.plus}${place.minus ? ` to ${place.minus}` : ''}` : place.at;
  return { context: { typed: entry.typed ?? 'the reading' }, entryId: entry.id, testLine: `${at} ` };
}

/** Where the value is one that the marking can be read as, or a preferred one, that is said and offered. */
function ofPart(ref: string, value: number, { circuit }: FittedCircuit): Tests {
  const part = partOf(circuit, ref);
  if (!part) return { context: {} };
  const unit = UNIT_OF_FIELD[part.kind];
  const alone = deviceOf(part.kind).readings?.includes('alone') ? 'chip ' : '';
  // A chip's reference is met as the volts over what it holds them over.
  const over = isKind(part, 'sink') ? part.sense?.[0] : undefined;
  if (unit === undefined) return { context: {}, testLine: `${over ?? ref} ${alone}` };
  const marked = neighbourMarking(part, value, unit);
  const preferred = preferredBetween('E24', value * (1 - SAME_SHARE), value * (1 + SAME_SHARE)).sort(
    (a, b) => Math.abs(a - value) - Math.abs(b - value),
  )[0];
  const meant = marked?.value ?? preferred;
  return {
    context: marked ? { marked: marked.why } : {},
    testLine: `${ref} `,
    ...(meant !== undefined && { acceptLine: `correct ${ref} ${typedValue(meant, unit)}` }),
  };
}

const TYPED_UNIT: Readonly<Partial<Record<Unit, string>>> = { farads: 'F', henries: 'H' };

/** `100r`, `4.7k`, `10uF`. */
function typedValue(value: number, unit: Unit): string {
  const figure = formatCompact(value);
  return `${figure}${TYPED_UNIT[unit] ?? (/\d$/.test(figure) ? 'r' : '')}`;
}

function neighbourMarking(part: Part, value: number, unit: Unit) {
  if (part.marking === undefined) return undefined;
  return decodeMarking(part.marking).find((reading) => reading.unit === unit && Math.abs(reading.value / value - 1) < SAME_SHARE);
}
