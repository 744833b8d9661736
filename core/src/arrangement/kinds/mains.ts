import type { Network } from '../../circuit/index.ts';
import { isKind, type Part } from '../../device/index.ts';
import { type Arrangement, missingOf, type Recogniser, rolesOf } from '../arrangement.ts';
import { type Board, ledsOf, refsOfKind } from '../board.ts';

const PASSIVE = ['resistor', 'capacitor', 'inductor'] as const;
/** A capacitor of less smooths nothing at mains frequency. */
const RESERVOIR_FARADS = 0.2e-6;
/** Less than this share of the peak over it, and a series resistor only softens the switching on. */
const DROPPER_SHARE = 0.15;

/** Alternating source, what stands in its way, and what turns it into one direction. */
export const mainsArrangements: Recogniser = (board, solution) => {
  const source = board.of('ac')[0];
  if (!source) return [];
  const found: Arrangement[] = [];
  const rectifier = rectifierOf(board);
  const way = wayIn(board, source.pins);
  const strings = board.of('led').map(({ ref }) => ref);
  const reservoir = rectifier
    ? board
        .between(rectifier.plus, rectifier.minus)
        .flatMap((part) => (isKind(part, 'capacitor') && part.farads >= RESERVOIR_FARADS ? [part.ref] : []))
    : [];
  const reservoirBleeder = rectifier ? refsOfKind({ parts: board.between(rectifier.plus, rectifier.minus) }, 'resistor') : [];
  if (rectifier) {
    const roles = rolesOf({
      source: [source.ref],
      rectifier: rectifier.refs,
      reservoir,
      string: strings,
      ...(reservoir.length > 0 && { bleeder: reservoirBleeder }),
    });
    const code = reservoir.length > 0 ? 'smoothed-rectifier' : 'rectifier';
    found.push({ code, roles, missing: missingOf(roles, code === 'rectifier' ? [] : ['bleeder']), unusual: [], estimate: null });
  }
  if (!way) return found;
  const { droppers, bleeders, series } = way;
  const peak = source.voltsRms * Math.SQRT2;
  const chips = board.branches[0];
  const stringVolts = chips
    ? ledsOf(chips).reduce((sum, led) => sum + Math.abs(solution?.parts[led.ref]?.volts.avg ?? 3 * (led.series ?? 1)), 0)
    : 0;
  const parallel = Math.max(1, ...ledsOf(chips ?? { from: '', to: '', parts: [] }).map((led) => led.parallel ?? 1));
  if (droppers.length > 0) {
    const roles = rolesOf({
      source: [source.ref],
      dropper: droppers.map(({ ref }) => ref),
      bleeder: [...bleeders, ...reservoirBleeder],
      'surge-resistor': series,
      fuse: board.fuses,
      rectifier: rectifier?.refs ?? [],
      reservoir,
      string: strings,
    });
    const farads = droppers.reduce((sum, part) => sum + (isKind(part, 'capacitor') ? part.farads : 0), 0);
    const chipAmps = (4 * source.hertz * farads * Math.max(0, peak - stringVolts)) / parallel;
    const missing = [...missingOf({ ...roles, bleeder: bleeders }, ['bleeder', 'surge-resistor', 'fuse'])];
    const assumes = 'every half wave charges the dropper by twice its peak less the string: 4·f·C·(peak − string volts)';
    found.push({ code: 'capacitive-dropper', roles, missing, unusual: [], estimate: { chipAmps, assumes } });
  } else if (series.length > 0 && isDropper(board, series, peak, solution)) {
    const ohms = board.of('resistor').reduce((sum, { ref, ohms: value }) => sum + (series.includes(ref) ? value : 0), 0);
    const roles = rolesOf({
      source: [source.ref],
      dropper: series,
      fuse: board.fuses,
      rectifier: rectifier?.refs ?? [],
      reservoir,
      string: strings,
    });
    const fullWave = (rectifier?.refs.length ?? 0) > 0 && board.of('bridge').length > 0;
    found.push({
      code: 'resistive-dropper',
      roles,
      missing: missingOf(roles, ['fuse']),
      unusual: [],
      estimate: {
        chipAmps: resistiveAmps(peak, stringVolts, ohms, fullWave) / parallel,
        assumes: 'constant string volts: the part of each half wave above them, over the resistance',
      },
    });
  }
  return found;
};

/** Average of (peak·sin − volts)/ohms where that is positive; over a half wave, or half of it where one half is blocked. */
function resistiveAmps(peak: number, volts: number, ohms: number, fullWave: boolean): number {
  if (!(ohms > 0) || volts >= peak) return 0;
  const angle = Math.asin(volts / peak);
  const average = (2 / Math.PI) * ((peak * Math.cos(angle) - volts * (Math.PI / 2 - angle)) / ohms);
  return fullWave ? average : average / 2;
}

function isDropper(board: Board, refs: readonly string[], peak: number, solution: Parameters<Recogniser>[1]): boolean {
  const dropped = refs.reduce(
    (sum, ref) => sum + Math.max(Math.abs(solution?.parts[ref]?.volts.max ?? 0), Math.abs(solution?.parts[ref]?.volts.min ?? 0)),
    0,
  );
  if (solution) return dropped > DROPPER_SHARE * peak;
  return board.of('resistor').some(({ ref, ohms }) => refs.includes(ref) && ohms > 200);
}

interface RectifierFound {
  readonly refs: readonly string[];
  readonly plus: string;
  readonly minus: string;
}

function rectifierOf(board: Board): RectifierFound | undefined {
  const bridge = board.of('bridge')[0];
  if (bridge) return { refs: [bridge.ref], plus: board.wire(bridge.pins[2]), minus: board.wire(bridge.pins[3]) };
  const diodes = board.of('diode');
  const four = bridgeOfDiodes(board);
  if (four) return four;
  const source = board.of('ac')[0];
  const single =
    source &&
    diodes.find(
      ({ pins }) =>
        (pins as readonly string[]).some((net) => source.pins.some((pin) => board.wire(pin) === board.wire(net))) || diodes.length === 1,
    );
  if (!single || !source) return undefined;
  const cathode = board.wire(single.pins[1]);
  const other = source.pins.map((pin) => board.wire(pin)).find((wire) => wire !== board.wire(single.pins[0]) && wire !== cathode);
  return { refs: [single.ref], plus: cathode, minus: other ?? board.wire(source.pins[1]) };
}

/** Four diodes as a bridge: two meet with their cathodes, two with their anodes. */
function bridgeOfDiodes(board: Board): RectifierFound | undefined {
  const diodes = board.of('diode');
  for (const one of diodes) {
    const plus = board.wire(one.pins[1]);
    const upper = diodes.filter(({ pins }) => board.wire(pins[1]) === plus);
    const lower = diodes.filter((part) => upper.some(({ pins }) => board.wire(pins[0]) === board.wire(part.pins[1])));
    const minuses = new Set(lower.map(({ pins }) => board.wire(pins[0])));
    if (upper.length >= 2 && lower.length >= 2 && minuses.size === 1)
      return { refs: [...upper, ...lower].map(({ ref }) => ref), plus, minus: [...minuses][0] as string };
  }
  return undefined;
}

interface WayIn {
  readonly droppers: readonly Part[];
  /** Resistors over a dropper. */
  readonly bleeders: readonly string[];
  /** Resistors that all the current passes. */
  readonly series: readonly string[];
}

/** What stands in series between the source and the first part that is no resistance or store. */
function wayIn(board: Board, pins: readonly string[]): WayIn | undefined {
  const sourceWires = pins.map((net) => board.wire(net));
  const loads = board.circuit.parts.flatMap((part) => {
    if (isKind(part, 'bridge')) return [part.pins[0], part.pins[1]];
    return isKind(part, 'diode') || isKind(part, 'led') || isKind(part, 'zener') ? part.pins : [];
  });
  const ways = sourceWires.flatMap((from) =>
    [...new Set(loads.map((net) => board.wire(net)))]
      .filter((to) => !sourceWires.includes(to))
      .flatMap((to) => board.network(from, to, PASSIVE) ?? []),
  );
  const [best] = ways.sort(
    (a, b) => Number(hasCapacitor(board, b.refs)) - Number(hasCapacitor(board, a.refs)) || a.refs.length - b.refs.length,
  );
  if (!best) return undefined;
  const partOf = (ref: string) => board.circuit.parts.find((part) => part.ref === ref) as Part;
  const droppers: Part[] = [];
  const bleeders: string[] = [];
  const series: string[] = [];
  const items: readonly Network[] = best.network.kind === 'series' ? best.network.items : [best.network];
  for (const item of items) {
    if (item.kind === 'part') {
      const part = partOf(item.ref);
      if (isKind(part, 'capacitor')) droppers.push(part);
      else if (isKind(part, 'resistor')) series.push(part.ref);
      continue;
    }
    const inside = refsIn(item).map(partOf);
    const stores = inside.filter((part) => isKind(part, 'capacitor'));
    droppers.push(...stores);
    (stores.length > 0 ? bleeders : series).push(...refsOfKind({ parts: inside }, 'resistor'));
  }
  return { droppers, bleeders, series };
}

function hasCapacitor(board: Board, refs: readonly string[]): boolean {
  return board.of('capacitor').some(({ ref }) => refs.includes(ref));
}

function refsIn(network: Network): readonly string[] {
  return network.kind === 'part' ? [network.ref] : network.items.flatMap(refsIn);
}
