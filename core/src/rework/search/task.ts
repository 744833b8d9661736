import {
  type Circuit,
  fail,
  packagesNamed,
  packagesOf,
  partOf,
  partsOfKind,
  type Result,
  succeed,
  suppliesOf,
  withoutPart,
} from '../../circuit/index.ts';
import { isKind, type LedPart, type Part, partSchema, ratedChipAmps } from '../../device/index.ts';
import { audit, type Finding } from '../../safety/index.ts';
import { figureIn, type SolveWarmed, solveWarmed } from '../../solve/index.ts';
import { supplyCorners } from '../figures/corners.ts';
import { type Measured, measure } from '../figures/measure.ts';
import { type Goal, type StockPart, stockPart } from '../goal/goal.ts';
import type { PlaceContext } from '../moves/move.ts';
import { applyMoves, type CircuitMove, MOVE_CODES, type MoveCode } from '../moves/registry.ts';

/** A circuit that ways begin from: its supply changed, its dead part mended, its LED another. */
export interface Start {
  readonly moves: readonly CircuitMove[];
  readonly circuit: Circuit;
  readonly nominal: Measured;
}

/** What a search goes by: the goal on a circuit, and the circuit as it is. */
export interface Task {
  readonly goal: Goal;
  readonly circuit: Circuit;
  readonly supplyRef: string;
  readonly ledRef: string;
  readonly before: Measured;
  readonly beforeAt: { readonly low: Measured; readonly high: Measured };
  /** With the new supply or the dead part, and nothing done: the circuit, and what it does where it does anything. */
  readonly unchanged: { readonly circuit: Circuit; readonly measured: Measured | undefined };
  /** What is wrong with it then. */
  readonly findings: readonly Finding[];
  readonly starts: readonly Start[];
  readonly codes: readonly MoveCode[];
  readonly drawer: readonly StockPart[];
  readonly context: PlaceContext;
}

/**
 * Reads a goal on a circuit.
 *
 * @returns an error where a part that it names is not there, a field that it gives is not one, or the circuit has no solution
 */
export function taskOf(circuit: Circuit, goal: Goal, solve: SolveWarmed = solveWarmed): Result<Task> {
  for (const [index, ref] of (goal.dead ?? []).entries()) {
    if (!deadAt(circuit, ref)) return fail('unknown-ref', `${ref} is no part of this circuit.`, `dead.${index}`);
  }
  const supplyRef = feedingSupply(circuit, solve);
  if (supplyRef === undefined) return fail('no-supply', 'Nothing feeds this circuit.', 'parts');
  const ledRef = ledOf(circuit, goal, solve);
  if (!ledRef.ok) return ledRef;
  const at = { supplyRef, ledRef: ledRef.value };
  const before = measure(circuit, at, solve);
  if (!before.ok) return before;
  const corners = supplyCorners(circuit, supplyRef);
  const low = measure(corners.low.circuit, at, solve, before.value.warmed);
  const high = measure(corners.high.circuit, at, solve, before.value.warmed);
  const onSupply = supplyMoves(circuit, goal, supplyRef);
  if (!onSupply.ok) return onSupply;
  const supplied = applyMoves(circuit, onSupply.value);
  const dead = (goal.dead ?? []).reduce((changed, ref) => withoutPart(changed, deadAt(circuit, ref)?.part.ref ?? ref), supplied);
  const unchanged = dead === circuit ? before : measure(dead, at, solve);
  const audited = audit(dead);
  const findings = audited.ok ? audited.value.findings : [];
  const task = {
    goal,
    circuit,
    supplyRef,
    ledRef: ledRef.value,
    before: before.value,
    beforeAt: { low: low.ok ? low.value : before.value, high: high.ok ? high.value : before.value },
    unchanged: { circuit: dead, measured: unchanged.ok ? unchanged.value : undefined },
    findings,
    codes: goal.moves ?? MOVE_CODES,
    drawer: (goal.drawer ?? []).flatMap((item) => stockPart(item) ?? []),
    context: { supplyRef, ledRef: ledRef.value, classes: classesOf(circuit, findings) },
  };
  const starts = startsOf(supplied, goal, ledRef.value).flatMap((moves): Start[] => {
    const all = [...onSupply.value, ...moves];
    const changed = applyMoves(circuit, all);
    const nominal = all.length === 0 ? before : measure(changed, at, solve, before.value.warmed);
    return nominal.ok ? [{ moves: all, circuit: changed, nominal: nominal.value }] : [];
  });
  // A link over what lies in parallel leaves nothing lit, nor does a gap in a string: those are no mends.
  const most = Math.max(...starts.map(({ nominal }) => nominal.light));
  return succeed({ ...task, starts: starts.filter(({ nominal }) => starts.length === 1 || nominal.light > STILL_LIGHTS * most) });
}

/** Next to the start with the most light. */
const STILL_LIGHTS = 0.01;

/** The source that delivers most: the one that feeds the LEDs. */
function feedingSupply(circuit: Circuit, solve: SolveWarmed): string | undefined {
  const supplies = suppliesOf(circuit);
  if (supplies.length < 2) return supplies[0]?.ref;
  const solved = solve(circuit);
  if (!solved.ok) return supplies[0]?.ref;
  const watts = (ref: string) => solved.value.solution.supplies[ref]?.watts ?? 0;
  return supplies.reduce((most, part) => (watts(part.ref) > watts(most.ref) ? part : most)).ref;
}

function ledOf(circuit: Circuit, goal: Goal, solve: SolveWarmed): Result<string> {
  const leds = partsOfKind(circuit, 'led');
  if (goal.led !== undefined) {
    const named = leds.find(({ ref }) => ref === goal.led);
    if (!named) return fail('unknown-ref', `${goal.led} is no LED of this circuit.`, 'led');
    // Of one that is dead and may be linked out nothing could be read afterwards: another one stands for it.
    const isGone = goal.dead?.includes(goal.led) && (named.series ?? 1) === 1 && leds.length > 1;
    if (!isGone) return succeed(goal.led);
  }
  const solved = solve(circuit);
  if (!solved.ok) return solved;
  const share = (led: LedPart) =>
    figureIn(solved.value.solution, { of: 'chip', ref: led.ref, quantity: 'amps' }) / ratedChipAmps(led).value;
  const living = leds.filter(({ ref, series = 1 }) => series > 1 || !goal.dead?.includes(ref));
  const hardest = living.reduce<LedPart | undefined>((most, led) => (most && share(most) >= share(led) ? most : led), undefined);
  return hardest ? succeed(hardest.ref) : fail('unknown-ref', 'No LED of this circuit is left to light.', 'led');
}

/** The supply with the goal's fields; of another kind, the pins stay. */
function supplyMoves(circuit: Circuit, { supply }: Goal, ref: string): Result<readonly CircuitMove[]> {
  if (!supply) return succeed([]);
  const old = partOf(circuit, ref) as Part;
  const isSameKind = supply.kind === undefined || supply.kind === old.kind;
  // How surely the old one was known says nothing of another.
  const { tolerance: _, spread: __, marking: ___, ...kept } = old;
  const parsed = partSchema.safeParse({ ...(isSameKind ? kept : { ref, pins: old.pins }), ...supply, kind: supply.kind ?? old.kind });
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return fail('bad-document', `supply.${issue?.path.join('.')}: ${issue?.message}.`, `supply.${issue?.path.join('.')}`);
  }
  return succeed([{ move: 'replace-supply', ref, part: parsed.data }]);
}

/** What must be done in any case, in the ways that it can be: dead parts linked out, taken out or replaced, another LED put in. */
function startsOf(circuit: Circuit, goal: Goal, ledRef: string): readonly (readonly CircuitMove[])[] {
  const led: readonly CircuitMove[] = goal.replaceLed ? [{ move: 'replace-led', ref: ledRef, led: goal.replaceLed }] : [];
  const dead = (goal.dead ?? []).flatMap((ref) => deadAt(circuit, ref) ?? []);
  if (dead.length === 0) return [led];
  const mends = dead.map((one) => mendsOf(one).filter(({ move }) => goal.moves === undefined || goal.moves.includes(move)));
  const most = Math.max(...mends.map(({ length }) => length));
  // Several dead parts are mended alike: all linked out, all taken out, or all replaced.
  return Array.from({ length: most }, (_, index) => [...mends.flatMap((some) => some[Math.min(index, some.length - 1)] ?? []), ...led]);
}

/** A dead part, or a dead package of a row with its dies. */
interface Dead {
  readonly part: Part;
  readonly chips: number;
}

function deadAt(circuit: Circuit, name: string): Dead | undefined {
  const part = partOf(circuit, name);
  if (part) return { part, chips: 1 };
  const [one, ...more] = packagesNamed(packagesOf(circuit), name);
  const row = one && more.length === 0 ? partOf(circuit, one.ref) : undefined;
  return row && one && { part: row, chips: one.series };
}

function mendsOf({ part, chips: dies }: Dead): readonly CircuitMove[] {
  if (isKind(part, 'led')) {
    const { ref: _, kind: __, pins: ___, series, parallel, spread: ____, ...fields } = part;
    // One package of a row is dead, not the whole row.
    const chips = series !== undefined && series > dies ? { chips: dies } : {};
    const again = { ...fields, ...(series === undefined ? {} : { series }), ...(parallel === undefined ? {} : { parallel }) };
    return [
      { move: 'link-out', ref: part.ref, ...chips },
      // Of what lies in parallel; in a string nothing would be left of it.
      ...('chips' in chips ? [] : [{ move: 'remove-part' as const, ref: part.ref }]),
      { move: 'replace-led', ref: part.ref, led: again },
    ];
  }
  const rated = part.rated === undefined ? {} : { rated: part.rated };
  if (isKind(part, 'resistor'))
    return [{ move: 'replace-resistor', ref: part.ref, ohms: part.ohms, ...rated, ...(part.fusible && { fusible: true }) }];
  if (isKind(part, 'capacitor')) return [{ move: 'replace-capacitor', ref: part.ref, farads: part.farads, ...rated }];
  return [];
}

/** The class that a capacitor has or wants where it stands. */
function classesOf(circuit: Circuit, findings: readonly Finding[]): ReadonlyMap<string, string> {
  const given = partsOfKind(circuit, 'capacitor').flatMap(({ ref, rated }) =>
    rated?.class === undefined ? [] : [[ref, rated.class] as const],
  );
  const wanted = findings.flatMap(({ ref, facts }) => (facts.about === 'class' ? [[ref, facts.wanted] as const] : []));
  return new Map([...given, ...wanted]);
}
