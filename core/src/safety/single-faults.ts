import { type Arrangement, stringsOf } from '../arrangement/index.ts';
import { type Circuit, partOf, partsOfKind, withFields, withoutPart, withReplacement } from '../circuit/index.ts';
import { deviceOf, hasSafetyClass, isKind, type Limit, type Part, type RatingKind } from '../device/index.ts';
import { figureIn, ratedFigure, type Solution, type SolveWarmed } from '../solve/index.ts';
import { isFuse, type SupplyPath } from './supply-path.ts';

/** One part that fails (IEC 60335-1, 19.11.2: one after the other, the rest as it is). */
export interface SingleFault {
  readonly ref: string;
  readonly fault: 'open' | 'short';
  /** Of several chips in parallel one alone. */
  readonly oneChip: boolean;
}

/** What another part then bears. */
export interface FaultStress {
  readonly ref: string;
  readonly of: RatingKind;
  readonly before: number;
  readonly after: number;
  readonly limit: Limit;
  /** Multiples of the limit, afterwards. */
  readonly ratio: number;
}

/** What a fault does to the rest. */
export interface FaultOutcome {
  readonly fault: SingleFault;
  /** The circuit has no solution with it. */
  readonly unsolved: boolean;
  /** LEDs that go out. */
  readonly dark: readonly string[];
  /** The fuse or fusible resistor that ends it. */
  readonly opens: string | undefined;
  /** What goes over its limit by it, the worst first. */
  readonly over: readonly FaultStress[];
}

const [OPEN_OHMS, SHORT_OHMS] = [1e9, 1e-3];
/** A figure that was over before, and rises by less, is no outcome of the fault. */
const WORTH_SAYING = 1.2;
/** Twice its amps blows a fuse within minutes (IEC 60127-2: 2.1 times, at most 30 min); of one with no amps on it these are taken. */
const [BLOWS_AT, USUAL_FUSE_AMPS] = [2.1, 1];
/** A fusible resistor opens when it takes so many times its watts: makers' sheets promise it from 16 to 25 times within a minute. */
const FUSIBLE_OPENS_AT = 16;
/** Less of its current than this, and an LED is out. */
const DARK_SHARE = 0.01;
/** Alike parts fail alike: no more are tried. */
const MOST_FAULTS = 60;

/**
 * Every single fault of a circuit, solved: any string or chip open, any capacitor shorted that is of no safety class (those
 * that are fail open, IEC 60384-14), any sense resistor open.
 */
export function singleFaultsOf(
  circuit: Circuit,
  before: Solution,
  arrangements: readonly Arrangement[],
  path: SupplyPath | undefined,
  solve: SolveWarmed,
): readonly FaultOutcome[] {
  return faultsOf(circuit, before, arrangements)
    .slice(0, MOST_FAULTS)
    .map((fault) => outcomeOf(circuit, before, fault, path, solve));
}

function faultsOf(circuit: Circuit, before: Solution, arrangements: readonly Arrangement[]): readonly SingleFault[] {
  const strings = stringsOf(circuit).flatMap((refs): SingleFault[] => {
    const led = refs.map((ref) => partOf(circuit, ref)).find((part) => isKind(part, 'led'));
    const isLit = led !== undefined && (before.leds[led.ref]?.chip.amps.max ?? 0) > 0;
    return isLit ? [{ ref: led.ref, fault: 'open', oneChip: (led.parallel ?? 1) > 1 }] : [];
  });
  const stores = partsOfKind(circuit, 'capacitor')
    .filter((part) => !hasSafetyClass(part))
    .map(({ ref }): SingleFault => ({ ref, fault: 'short', oneChip: false }));
  const sensing = new Set([
    ...arrangements.flatMap(({ roles }) => roles.sense ?? []),
    ...circuit.parts.flatMap((part) => deviceOf(part.kind).dependsOn?.(part) ?? []),
  ]);
  return [...strings, ...stores, ...[...sensing].map((ref): SingleFault => ({ ref, fault: 'open', oneChip: false }))];
}

function outcomeOf(circuit: Circuit, before: Solution, fault: SingleFault, path: SupplyPath | undefined, solve: SolveWarmed): FaultOutcome {
  const broken = withFault(circuit, fault);
  const solved = solve(broken);
  if (!solved.ok) return { fault, unsolved: true, dark: [], opens: undefined, over: [] };
  const { solution } = solved.value;
  const ampsOf = (of: Solution, ref: string) => of.leds[ref]?.chip.amps.avg ?? 0;
  const dark = Object.keys(before.leds).filter(
    (ref) => ampsOf(before, ref) > 0 && ampsOf(solution, ref) < DARK_SHARE * ampsOf(before, ref),
  );
  const opens = fuseThatOpens(
    circuit.parts.filter((part) => part.ref !== fault.ref && (path?.carriesWhole(part) ?? true)),
    solution,
  );
  const over = opens
    ? []
    : broken.parts.flatMap((part) => (part.ref === fault.ref && !fault.oneChip ? [] : stressesAfter(part, before, solution)));
  return { fault, unsolved: false, dark, opens: opens?.ref, over: over.sort((a, b) => b.ratio - a.ratio) };
}

function withFault(circuit: Circuit, { ref, fault, oneChip }: SingleFault): Circuit {
  const part = partOf(circuit, ref);
  if (!part) return circuit;
  if (oneChip && isKind(part, 'led')) return withFields(circuit, ref, { parallel: (part.parallel ?? 1) - 1 });
  // A string that is gone leaves a store that nothing discharges; a resistance, however high, would leave it any volts.
  if (fault === 'open' && isKind(part, 'led')) return withoutPart(circuit, ref);
  const ohms = fault === 'open' ? OPEN_OHMS : SHORT_OHMS;
  return withReplacement(circuit, ref, { ref, kind: 'resistor', pins: [part.pins[0], part.pins[1]] as [string, string], ohms });
}

/** The first fuse or fusible resistor among parts that opens in a solution. */
export function fuseThatOpens(parts: readonly Part[], solution: Solution): Part | undefined {
  return parts.find((part) => isFuse(part) && opensIn(part, solution));
}

function opensIn(part: Part, { parts }: Solution): boolean {
  const solved = parts[part.ref];
  if (!solved) return false;
  if (isKind(part, 'fuse')) return solved.amps.rms > BLOWS_AT * (part.rated?.amps ?? USUAL_FUSE_AMPS);
  const watts =
    deviceOf(part.kind)
      .ratings?.(part)
      .find(({ of }) => of === 'watts')?.limit.value ?? Number.POSITIVE_INFINITY;
  return solved.watts > FUSIBLE_OPENS_AT * watts;
}

function stressesAfter(part: Part, before: Solution, after: Solution): readonly FaultStress[] {
  const { ratings, source } = deviceOf(part.kind);
  if (!ratings || source || isFuse(part)) return [];
  return ratings(part).flatMap(({ of, limit }): FaultStress[] => {
    const figure = ratedFigure(part.ref, of);
    if (!figure || !before.parts[part.ref]) return [];
    const [then, now] = [figureIn(before, figure), figureIn(after, figure)];
    const ratio = now / limit.value;
    return ratio > 1 && now > WORTH_SAYING * then ? [{ ref: part.ref, of, before: then, after: now, limit, ratio }] : [];
  });
}
