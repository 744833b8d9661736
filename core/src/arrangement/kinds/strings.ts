import { isKind } from '../../device/index.ts';
import type { Solution } from '../../solve/index.ts';
import { type Arrangement, missingOf, type Recogniser, rolesOf } from '../arrangement.ts';
import { type Board, type Branch, ledsOf, refsOfKind } from '../board.ts';

/** How LEDs are held back on direct current, and how they stand beside each other. */
export const stringArrangements: Recogniser = (board, solution) => [
  ...ballasts(board, solution),
  ...shared(board, solution),
  ...direct(board),
  ...parallelStrings(board),
  ...backToBack(board),
  ...multiplex(board),
];

function isAlternating(board: Board): boolean {
  return board.of('ac').length > 0;
}

/** Net volts between the ends, and the string's own, for the sum that a person would do. */
function ohmsLaw({ from, to }: Branch, leds: readonly string[], ohms: number, solution: Solution | undefined): Arrangement['estimate'] {
  const [plus, minus] = [solution?.nets[from]?.volts.avg, solution?.nets[to]?.volts.avg];
  const own = leds.reduce((sum, ref) => sum + (solution?.parts[ref]?.volts.avg ?? Number.NaN), 0);
  if (plus === undefined || minus === undefined || !(ohms > 0) || !Number.isFinite(own)) return null;
  return { chipAmps: (plus - minus - own) / ohms, assumes: 'rest-over-ohms' };
}

/** One row that stands for several, each with its own resistor. */
function isAlike({ parts }: Branch): boolean {
  return parts.some((part) => isKind(part, 'resistor') && part.alike !== undefined);
}

/** On mains a resistor limits a string only behind a reservoir: else it is in the way of the half waves, and drops them. */
function isSteady(board: Board, { from, to }: Branch): boolean {
  if (!isAlternating(board)) return true;
  return board.between(from, to).some((part) => isKind(part, 'capacitor') && part.farads >= RESERVOIR_FARADS);
}

/** A capacitor of less smooths nothing at mains frequency, F. */
const RESERVOIR_FARADS = 0.2e-6;

function ballasts(board: Board, solution: Solution | undefined): Arrangement[] {
  const own = board.branches.filter(
    (branch) =>
      isSteady(board, branch) &&
      board.ballastsOf(branch).length > 0 &&
      refsOfKind(branch, 'sink').length === 0 &&
      (isAlike(branch) || ledsOf(branch).every((led) => (led.parallel ?? 1) === 1)),
  );
  if (own.length === 0) return [];
  const [first] = own as [Branch, ...Branch[]];
  const ohms = first.parts.reduce((sum, part) => sum + (isKind(part, 'resistor') ? part.ohms * (part.alike ?? 1) : 0), 0);
  const leds = ledsOf(first).map(({ ref }) => ref);
  const roles = rolesOf({
    source: sources(board),
    ballast: own.flatMap((branch) => board.ballastsOf(branch)),
    string: own.flatMap((branch) => ledsOf(branch).map(({ ref }) => ref)),
  });
  return [
    {
      code: 'resistor-ballast',
      roles,
      missing: [],
      unusual: own.flatMap((branch) => [...refsOfKind(branch, 'diode'), ...refsOfKind(branch, 'zener')]),
      estimate: ohmsLaw(first, leds, ohms, solution),
    },
  ];
}

/** One resistor for several LEDs in parallel, drawn apart or as one part. */
function shared(board: Board, solution: Solution | undefined): Arrangement[] {
  if (isAlternating(board)) return [];
  const lumped = board.branches.filter(
    (branch) => board.ballastsOf(branch).length > 0 && !isAlike(branch) && ledsOf(branch).some((led) => (led.parallel ?? 1) > 1),
  );
  const found = lumped.map((branch): Arrangement => {
    const ohms = branch.parts.reduce((sum, part) => sum + (isKind(part, 'resistor') ? part.ohms : 0), 0);
    const leds = ledsOf(branch);
    const whole = ohmsLaw(
      branch,
      leds.map(({ ref }) => ref),
      ohms,
      solution,
    );
    const parallel = Math.max(...leds.map((led) => led.parallel ?? 1));
    const roles = rolesOf({ source: sources(board), ballast: board.ballastsOf(branch), string: leds.map(({ ref }) => ref) });
    return {
      code: 'shared-resistor',
      roles,
      missing: [],
      unusual: [],
      estimate: whole && { ...whole, chipAmps: whole.chipAmps / parallel },
    };
  });
  for (const group of groups(board)) {
    if (group.some((branch) => refsOfKind(branch, 'resistor').length > 0 || refsOfKind(branch, 'sink').length > 0)) continue;
    const [{ from, to }] = group as [Branch, ...Branch[]];
    const feeding = [from, to].flatMap((wire) => {
      const others = board.on(wire).filter((part) => !group.some(({ parts }) => parts.includes(part)));
      return others.length === 1 ? refsOfKind({ parts: others }, 'resistor') : [];
    });
    if (feeding.length === 0) continue;
    const roles = rolesOf({
      source: sources(board),
      ballast: feeding,
      string: group.flatMap((branch) => ledsOf(branch).map(({ ref }) => ref)),
    });
    found.push({ code: 'shared-resistor', roles, missing: [], unusual: [], estimate: null });
  }
  return found;
}

/** Nothing but the cells' own resistance, and switches, between cells and LED. */
function direct(board: Board): Arrangement[] {
  const rails = [...board.of('battery'), ...board.of('dc')].map(({ pins }) => new Set(pins.map((net) => board.wire(net))));
  const straight = board.branches.filter(
    ({ from, to, parts }) => parts.every((part) => isKind(part, 'led')) && rails.some((rail) => rail.has(from) && rail.has(to)),
  );
  if (straight.length === 0) return [];
  const roles = rolesOf({ source: sources(board), string: straight.flatMap((branch) => ledsOf(branch).map(({ ref }) => ref)) });
  return [{ code: 'direct', roles, missing: missingOf(roles, ['ballast']), unusual: [], estimate: null }];
}

/** Branches with both ends in common and their LEDs the same way round. */
function groups(board: Board): readonly (readonly Branch[])[] {
  const byEnds = new Map<string, Branch[]>();
  for (const branch of board.branches) {
    const key = JSON.stringify([branch.from, branch.to]);
    byEnds.set(key, [...(byEnds.get(key) ?? []), branch]);
  }
  return [...byEnds.values()].filter((group) => group.length > 1);
}

function parallelStrings(board: Board): Arrangement[] {
  const found = groups(board).map((group): Arrangement => {
    const roles = rolesOf({
      string: group.flatMap((branch) => ledsOf(branch).map(({ ref }) => ref)),
      ballast: group.flatMap((branch) => refsOfKind(branch, 'resistor')),
    });
    const balanced = group.every((branch) => refsOfKind(branch, 'resistor').length > 0 || refsOfKind(branch, 'sink').length > 0);
    return { code: 'parallel-strings', roles, missing: balanced ? [] : ['ballast'], unusual: [], estimate: null };
  });
  // Rows that stand for several, each with its own resistor, share by these.
  const balanced = board.branches.filter(isAlike).flatMap(ledsOf);
  const lumped = board.of('led').filter((led) => (led.parallel ?? 1) > 1 && !balanced.includes(led));
  if (lumped.length > 0) {
    found.push({
      code: 'parallel-strings',
      roles: { string: lumped.map(({ ref }) => ref) },
      missing: ['ballast'],
      unusual: [],
      estimate: null,
    });
  }
  return found;
}

/** Strings between two wires, some one way round and some the other. */
function backToBack(board: Board): Arrangement[] {
  const pairs = new Map<string, Branch[]>();
  for (const branch of board.branches) {
    if (branch.from === branch.to) continue;
    const key = [branch.from, branch.to].sort().join('\n');
    pairs.set(key, [...(pairs.get(key) ?? []), branch]);
  }
  const both = [...pairs.values()].filter((group) => new Set(group.map(({ from }) => from)).size > 1);
  // More such pairs are the wires of a matrix.
  if (both.length !== 1) return [];
  return both.map(
    (group): Arrangement => ({
      code: 'back-to-back',
      roles: { string: group.flatMap((branch) => ledsOf(branch).map(({ ref }) => ref)) },
      missing: [],
      unusual: [],
      estimate: null,
    }),
  );
}

/** n wires with LEDs between many of their pairs, both ways round. */
function multiplex(board: Board): Arrangement[] {
  const leds = board.of('led');
  const wires = new Set(leds.flatMap(({ pins }) => pins.map((net) => board.wire(net))));
  const ways = new Set(leds.map(({ pins }) => `${board.wire(pins[0])}\n${board.wire(pins[1])}`));
  const bothWays = [...ways].filter((way) => ways.has(way.split('\n').reverse().join('\n'))).length;
  if (wires.size < 3 || leds.length < 4 || bothWays < 4 || ways.size <= wires.size) return [];
  return [{ code: 'multiplex', roles: { string: leds.map(({ ref }) => ref) }, missing: [], unusual: [], estimate: null }];
}

/** Supplies that are joined to anything: one that was only named feeds nothing yet. */
export function sources(board: Board): readonly string[] {
  const { parts } = board.circuit;
  return [...board.of('battery'), ...board.of('dc'), ...board.of('ac')]
    .filter((source) => parts.some((part) => part !== source && part.pins.some((net) => (source.pins as readonly string[]).includes(net))))
    .map(({ ref }) => ref);
}
