import { touchableMains } from '../caution/index.ts';
import { type Circuit, partOf } from '../circuit/index.ts';
import { deviceOf, isKind, type Part } from '../device/index.ts';
import { fittedBy } from '../rework/index.ts';
import { solve } from '../solve/index.ts';
import type { Specimen, SpecimenReading, TakenRework } from '../tape/index.ts';

export type CheckOutcome = 'as expected' | 'wrong' | 'open';

/** What is looked at and measured dead, before anything reworked gets power. */
export interface DeadCheck {
  /** What a tick of it is called. */
  readonly key: string;
  readonly code: 'no-short' | 'value' | 'right-way-round' | 'right-part' | 'not-touchable';
  readonly ref: string;
  /** Read with an ohmmeter in place, Ω; `high` infinite where nothing conducts. Left out where it is seen. */
  readonly expected?: { readonly low: number; readonly high: number };
  readonly read?: { readonly value: number; readonly uncertainty: number; readonly entryId: string };
  /** The cells are taken out for it: an ohmmeter on them shows nothing, and may be harmed. */
  readonly cellsOut?: true;
  /** The bench line that answers it. */
  readonly line?: string;
  readonly outcome: CheckOutcome;
}

/** An ohmmeter's volts at its ends: LEDs and silicon do not conduct yet, V. */
const TEST_VOLTS = 0.2;
/** Leads and clips, Ω. */
const LEAD_OHMS = 0.3;
/** What nothing conducts through, Ω. */
const OPEN_OHMS = 10e6;
/** Across a supply anything this far below what is expected is a short: chips and stores let an ohmmeter see less than their circuit has. */
const SHORT_SHARE = 0.3;
/** Where nothing conducts at an ohmmeter's volts, less than this is a short, Ω. */
const LEAST_OPEN_OHMS = 100;
/** A tenth more than its tolerance is a value misread, or another part. */
const MARGIN = 1.1;
const USUAL_TOLERANCE = 0.05;

/**
 * The checks of a rework, each with what was read.
 *
 * @param after the circuit as it is promised to be
 */
export function deadChecksOf(specimen: Specimen, rework: TakenRework, after: Circuit, supplyRef: string): readonly DeadCheck[] {
  const number = specimen.reworks.indexOf(rework) + 1;
  const readings = specimen.readings.filter((reading) => reading.rework === number);
  const ticked = (key: string) => rework.ticked.some(({ step }) => step === key);
  const fitted = [...new Set(fittedBy(rework.moves))].flatMap((ref) => partOf(after, ref) ?? []);
  const seen = (code: DeadCheck['code'], ref: string): DeadCheck => {
    const key = `check-${code}-${ref}`;
    return { key, code, ref, outcome: ticked(key) ? 'as expected' : 'open' };
  };
  const isMains = touchableMains(after) !== undefined;
  return [
    acrossSupply(after, supplyRef, readings),
    ...fitted.flatMap((part) => checksOf(part, after, readings, seen)),
    ...(isMains ? [seen('not-touchable', supplyRef)] : []),
  ];
}

function checksOf(
  part: Part,
  after: Circuit,
  readings: readonly SpecimenReading[],
  seen: (code: DeadCheck['code'], ref: string) => DeadCheck,
): readonly DeadCheck[] {
  if (isKind(part, 'resistor') && part.ohms > 0) return [ohmsOf(part, after, readings)];
  const isPoled = isKind(part, 'led') || isKind(part, 'diode') || isKind(part, 'zener') || isKind(part, 'bridge');
  return [seen(isPoled ? 'right-way-round' : 'right-part', part.ref)];
}

function acrossSupply(after: Circuit, ref: string, readings: readonly SpecimenReading[]): DeadCheck {
  const supply = partOf(after, ref);
  const ohms = supply ? ohmsBetween(after, supply.pins[0] as string, supply.pins[1] as string) : undefined;
  const isOpen = ohms === undefined || ohms >= OPEN_OHMS;
  const low = isOpen ? LEAST_OPEN_OHMS : Math.max(LEAD_OHMS, SHORT_SHARE * ohms);
  const read = lastOhms(readings, ({ at }) => at === 'in');
  return {
    key: `check-no-short-${ref}`,
    code: 'no-short',
    ref,
    expected: { low, high: Number.POSITIVE_INFINITY },
    ...(supply && deviceOf(supply.kind).source?.isCell && { cellsOut: true }),
    ...(read && { read }),
    line: 'in ',
    outcome: read ? (read.value >= low ? 'as expected' : 'wrong') : 'open',
  };
}

function ohmsOf(
  part: Part & { readonly ohms: number; readonly ref: string },
  after: Circuit,
  readings: readonly SpecimenReading[],
): DeadCheck {
  const [a, b] = part.pins as readonly [string, string];
  const ohms = ohmsBetween(after, a, b) ?? part.ohms;
  const tolerance = MARGIN * (part.tolerance ?? deviceOf(part.kind).toleranced?.(part).usual ?? USUAL_TOLERANCE);
  const expected = { low: (1 - tolerance) * ohms, high: (1 + tolerance) * ohms + LEAD_OHMS };
  const read = lastOhms(readings, (place) => place.at === 'part' && place.ref === part.ref);
  const isRight = read && read.value + 2 * read.uncertainty >= expected.low && read.value - 2 * read.uncertainty <= expected.high;
  return {
    key: `check-value-${part.ref}`,
    code: 'value',
    ref: part.ref,
    expected,
    ...(read && { read }),
    line: `${part.ref} `,
    outcome: read ? (isRight ? 'as expected' : 'wrong') : 'open',
  };
}

function lastOhms(
  readings: readonly SpecimenReading[],
  isAt: (place: SpecimenReading['entry']['place']) => boolean,
): DeadCheck['read'] | undefined {
  const found = readings.findLast(({ entry }) => isAt(entry.place) && entry.figures.some(({ unit }) => unit === 'ohms'))?.entry;
  const figure = found?.figures.find(({ unit }) => unit === 'ohms');
  return found && figure && { value: figure.value, uncertainty: figure.uncertainty, entryId: found.id };
}

/** What an ohmmeter shows between two nets of a dead circuit, its sources out; undefined where that cannot be solved. */
function ohmsBetween(circuit: Circuit, plus: string, minus: string): number | undefined {
  const parts = circuit.parts.filter(({ kind }) => deviceOf(kind).source === undefined && kind !== 'converter');
  const solved = solve({
    ...circuit,
    parts: [{ ref: 'Vohmmeter', kind: 'dc', pins: [plus, minus], volts: TEST_VOLTS }, ...parts],
  });
  if (!solved.ok) return undefined;
  const amps = Math.abs(solved.value.parts.Vohmmeter?.amps.avg ?? 0);
  return amps > 0 ? Math.min(TEST_VOLTS / amps, OPEN_OHMS) : OPEN_OHMS;
}
