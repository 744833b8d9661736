import { isKind, type Part, type PartOf } from '../../device/index.ts';
import { type Arrangement, missingOf, type Recogniser, rolesOf } from '../arrangement.ts';
import { type Board, refsOfKind } from '../board.ts';
import { sources } from './strings.ts';

type Transistor = PartOf<'bjt'> | PartOf<'mosfet'>;

/** Transistors that switch a load, and pairs of them that switch each other. */
export const switchingArrangements: Recogniser = (board) => {
  const transistors: readonly Transistor[] = [...board.of('bjt'), ...board.of('mosfet')];
  const flashing = flasherOf(board, transistors);
  if (flashing) return [flashing];
  const sinking = sinksOf(board, transistors);
  if (sinking.length > 0) return sinking;
  const coils = new Set(board.of('inductor').flatMap(({ pins }) => pins.map((net) => board.wire(net))));
  return transistors.flatMap((part): Arrangement[] => {
    const loads = board
      .on(board.wire(part.pins[0]))
      .filter((other) => other !== part && (isKind(other, 'led') || isKind(other, 'resistor')));
    if (loads.length === 0 || coils.has(board.wire(part.pins[0]))) return [];
    const base = resistorsOn(board, part.pins[1]);
    const branches = board.branches.filter(
      ({ from, to, parts }) =>
        [from, to].includes(board.wire(part.pins[0])) || parts.some((inside) => loads.some(({ ref }) => ref === inside.ref)),
    );
    const roles = rolesOf({
      source: sources(board),
      switch: [part.ref],
      'base-resistor': isKind(part, 'bjt') ? base : [],
      ballast: branches.flatMap((branch) => refsOfKind(branch, 'resistor')),
      string: branches.flatMap((branch) => refsOfKind(branch, 'led')),
    });
    return [
      {
        code: 'transistor-switch',
        roles,
        missing: isKind(part, 'bjt') ? missingOf(roles, ['base-resistor']) : [],
        unusual: [],
        estimate: null,
      },
    ];
  });
};

/** About where a silicon transistor turns on, V. */
const TURNS_ON_VOLTS = 0.65;

/** A transistor with a sense resistor at its emitter, and a second one that takes its drive away by the drop over it. */
function sinksOf(board: Board, transistors: readonly Transistor[]): readonly Arrangement[] {
  return transistors.flatMap((one): Arrangement[] => {
    const [drain, drive, source] = one.pins.map((net) => board.wire(net)) as [string, string, string];
    const other = transistors.find(
      (part) => isKind(part, 'bjt') && part !== one && board.wire(part.pins[1]) === source && board.wire(part.pins[0]) === drive,
    );
    if (!other) return [];
    const senses = board.between(source, board.wire(other.pins[2])).filter((part) => isKind(part, 'resistor'));
    if (senses.length === 0) return [];
    const siemens = senses.reduce((sum, part) => sum + 1 / (part as PartOf<'resistor'>).ohms, 0);
    const branches = board.branches.filter(({ from, to }) => from === drain || to === drain);
    const leds = branches.flatMap(({ parts }) => parts.filter((part): part is PartOf<'led'> => isKind(part, 'led')));
    const beside = Math.max(1, branches.length) * Math.max(1, ...leds.map(({ parallel = 1 }) => parallel));
    const roles = rolesOf({
      source: sources(board),
      regulator: [one.ref],
      switch: [other.ref],
      sense: senses.map(({ ref }) => ref),
      'base-resistor': resistorsOn(board, drive).filter((ref) => !senses.some((part) => part.ref === ref)),
      string: leds.map(({ ref }) => ref),
    });
    return [
      {
        code: 'transistor-sink',
        roles,
        missing: missingOf(roles, ['base-resistor', 'string']),
        unusual: [],
        estimate: {
          chipAmps: (TURNS_ON_VOLTS * siemens) / beside,
          assumes: 'second-transistor',
        },
      },
    ];
  });
}

function resistorsOn(board: Board, net: string): readonly string[] {
  return refsOfKind({ parts: board.on(board.wire(net)) }, 'resistor');
}

/** Two transistors, each with a capacitor from its collector to the other's base: they take turns. */
function flasherOf(board: Board, transistors: readonly Transistor[]): Arrangement | undefined {
  const leads = (from: Transistor, to: Transistor) =>
    board.of('capacitor').find(({ pins }) => {
      const ends = pins.map((net) => board.wire(net));
      return ends.includes(board.wire(from.pins[0])) && ends.includes(board.wire(to.pins[1]));
    });
  for (const one of transistors) {
    for (const other of transistors) {
      const crossed = one === other ? undefined : [leads(one, other), leads(other, one)];
      if (!crossed || crossed.includes(undefined)) continue;
      const stores = crossed as Part[];
      const bases = [one, other].flatMap(({ pins }) => resistorsOn(board, pins[1]));
      const roles = rolesOf({
        source: sources(board),
        switch: [one.ref, other.ref],
        reservoir: stores.map(({ ref }) => ref),
        'base-resistor': bases,
        string: board.of('led').map(({ ref }) => ref),
      });
      return { code: 'flasher', roles, missing: missingOf(roles, ['base-resistor', 'string']), unusual: [], estimate: null };
    }
  }
  return undefined;
}
