import { ohmsIn } from '../../circuit/index.ts';
import { isKind, type PartOf, sinkAmps } from '../../device/index.ts';
import { type Arrangement, missingOf, type Recogniser, rolesOf } from '../arrangement.ts';
import { type Board, ledsOf } from '../board.ts';
import { rectifierOf } from './rectifier.ts';
import { sources } from './strings.ts';

/** Constant-current sinks, converters built in or bought as a module, and what drives an inductor. */
export const regulatorArrangements: Recogniser = (board) => [
  ...sinks(board),
  ...parallelSinks(board),
  ...converters(board),
  ...discrete(board),
];

function sinks(board: Board): Arrangement[] {
  const parts = board.of('sink');
  if (parts.length === 0) return [];
  const wires = new Set(parts.flatMap(({ pins }) => pins.map((net) => board.wire(net))));
  const strings = board.branches.filter(
    ({ from, to, parts: inside }) => inside.some((part) => isKind(part, 'sink')) || wires.has(from) || wires.has(to),
  );
  // A sense resistor stands between the chip and minus, often two in parallel.
  const sense = board
    .of('resistor')
    .filter(
      ({ ohms, pins }) =>
        ohms < SENSE_OHMS &&
        parts.some((sink) => board.wire(sink.pins[1]) === board.wire(pins[0]) || board.wire(sink.pins[1]) === board.wire(pins[1])),
    );
  const roles = rolesOf({
    source: sources(board),
    regulator: parts.map(({ ref }) => ref),
    sense: [...new Set([...sense.map(({ ref }) => ref), ...parts.flatMap((part) => part.sense ?? [])])],
    string: strings.flatMap((branch) => ledsOf(branch).map(({ ref }) => ref)),
  });
  const amps = parts.reduce((sum, part) => sum + sinkAmps(part, ohmsIn(board.circuit)), 0);
  const side = Math.max(1, new Set(strings.map(({ from, to }) => `${from} ${to}`)).size === 1 ? strings.length : 1);
  const parallel = Math.max(1, ...strings.flatMap((branch) => ledsOf(branch).map((led) => led.parallel ?? 1)));
  return [
    {
      code: 'linear-sink',
      roles,
      missing: missingOf(roles, ['string']),
      unusual: [],
      estimate: { chipAmps: amps / side / parallel, assumes: 'in-regulation' },
    },
  ];
}

/** Of one string, whether their far ends are one wire or each has a sense resistor of its own to it. */
function parallelSinks(board: Board): Arrangement[] {
  const parts = board.of('sink');
  const ends = (wire: string) =>
    new Set([
      wire,
      ...board
        .of('resistor')
        .filter(({ ohms, pins }) => ohms < SENSE_OHMS && pins.some((net) => board.wire(net) === wire))
        .flatMap(({ pins }) => pins.map((net) => board.wire(net))),
    ]);
  const areTogether = (one: PartOf<'sink'>, other: PartOf<'sink'>) =>
    [0, 1].every((pin) => {
      const mine = ends(board.wire(one.pins[pin] as string));
      return [...ends(board.wire(other.pins[pin] as string))].some((wire) => mine.has(wire));
    });
  const together = parts.filter((one) => parts.some((other) => other !== one && areTogether(one, other)));
  return together.length < 2
    ? []
    : [{ code: 'parallel-regulators', roles: { regulator: together.map(({ ref }) => ref) }, missing: [], unusual: [], estimate: null }];
}

/** A resistor of less beside a regulator senses, ohm. */
const SENSE_OHMS = 500;

function converters(board: Board): Arrangement[] {
  return board.of('converter').flatMap((part): Arrangement[] => {
    const roles = rolesOf({
      source: sources(board),
      regulator: [part.ref],
      sense: part.sense ?? [],
      string: board.of('led').map(({ ref }) => ref),
    });
    const module: Arrangement = { code: 'module-converter', roles, missing: [], unusual: [], estimate: null };
    if (part.mode === 'boost-buck') return [module];
    return [module, { code: part.mode === 'boost' ? 'step-up' : 'step-down', roles, missing: [], unusual: [], estimate: null }];
  });
}

/** An inductor, a transistor that switches it, and where it leads. */
function discrete(board: Board): Arrangement[] {
  const rectifier = board.of('ac').length > 0 ? rectifierOf(board) : undefined;
  if (board.of('ac').length > 0 && !rectifier) return [];
  const rails = new Set<string>(
    rectifier
      ? [rectifier.plus]
      : sources(board)
          .flatMap((ref) => board.circuit.parts.find((part) => part.ref === ref)?.pins.slice(0, 1) ?? [])
          .map((net) => board.wire(net)),
  );
  return board.of('inductor').flatMap((coil): Arrangement[] => {
    const ends = coil.pins.map((net) => board.wire(net));
    const transistors = [...board.of('bjt'), ...board.of('mosfet')];
    const switching = transistors.find(({ pins }) =>
      [pins[0], pins[2]].some((net) => ends.includes(board.wire(net)) && !rails.has(board.wire(net))),
    );
    if (!switching) return [];
    const fromRail = ends.some((end) => rails.has(end));
    const roles = rolesOf({
      source: sources(board),
      inductor: [coil.ref],
      switch: [switching.ref],
      rectifier: board.of('diode').map(({ ref }) => ref),
      reservoir: board.of('capacitor').map(({ ref }) => ref),
      string: board.of('led').map(({ ref }) => ref),
    });
    return [{ code: fromRail ? 'step-up' : 'step-down', roles, missing: [], unusual: [], estimate: null }];
  });
}
