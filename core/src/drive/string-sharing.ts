import { type Circuit, endsOf, type Network, partOfKind, reduceSeriesParallel, refsOf, suppliesOf } from '../circuit/index.ts';
import { isKind, type LedPart, type Part } from '../device/index.ts';
import { drawNormal, seededRandom } from '../numeric/index.ts';
import { type Solution, solve } from '../solve/index.ts';
import { CHIP_SPREADS, type ChipSpread } from './sharing.ts';

/** What the spread of chips does to strings in parallel that hold something beside chips, or not the same number of them. */
export interface StringSharing {
  readonly spread: ChipSpread;
  /** One a string, by the LED in it that is driven hardest; multiples of what it carries with chips that are all alike. */
  readonly strings: readonly {
    readonly ref: string;
    /** Everything in the string. */
    readonly refs: readonly string[];
    /** A chip's, with chips that are all alike: A. */
    readonly amps: number;
    readonly typical: number;
    readonly oneInTwenty: number;
  }[];
}

const DRAWS = 200;
const SEED = 20_261_126;
/** A feed of so many times the group's own volts holds its current whatever the group does. */
const STIFF = 1000;

/**
 * The groups of strings in parallel, each fed with the average current that it has together, with the volts of every
 * LED's chips drawn anew from the spread and the whole group solved each time. Bare LEDs on one pair of nets are left to
 * `sharingOf`, which knows their chips one by one.
 */
export function stringSharingOf(circuit: Circuit, solution: Solution): readonly StringSharing[] {
  return groupsOf(circuit).flatMap((group) => {
    const strings = group.items.flatMap((item) => {
      const refs = refsOf(item);
      const leds = refs.flatMap((ref) => partOfKind(circuit, ref, 'led') ?? []);
      return leds.length > 0 ? [{ refs, leds }] : [];
    });
    if (strings.length < 2 || areAllBare(strings)) return [];
    const fed = fedAlone(circuit, solution, group);
    if (!fed) return [];
    const alike = chipAmpsOf(fed, new Map());
    if (!alike) return [];
    return (['of one bin', 'mixed'] as const).map((spread): StringSharing => {
      const draws = drawnAmps(
        fed,
        strings.flatMap(({ leds }) => leds),
        spread,
      );
      return { spread, strings: strings.map(({ refs, leds }) => sharingOf(refs, leds, alike, draws)) };
    });
  });
}

type ParallelNetwork = Extract<Network, { kind: 'parallel' }>;
type AmpsByRef = Readonly<Record<string, number>>;

/** Every place where ways lie in parallel, the outermost only: what is within a string belongs to it. */
function groupsOf(circuit: Circuit): readonly ParallelNetwork[] {
  const supplies = suppliesOf(circuit);
  const kept = circuit.parts
    .filter((part) => part.pins.length > 2 || supplies.includes(part))
    .flatMap(({ pins }) => pins as readonly string[]);
  const { edges } = reduceSeriesParallel(circuit, new Set(kept), new Set(supplies.map(({ ref }) => ref)));
  const outermost = (network: Network): readonly ParallelNetwork[] =>
    network.kind === 'part' ? [] : network.kind === 'series' ? network.items.flatMap(outermost) : [network];
  return edges.flatMap(({ network }) => outermost(network));
}

function areAllBare(strings: readonly { readonly refs: readonly string[]; readonly leds: readonly LedPart[] }[]): boolean {
  return strings.every(({ refs, leds }) => refs.length === 1 && (leds[0]?.series ?? 1) === (strings[0]?.leds[0]?.series ?? 1));
}

/** The group by itself, behind what holds its current; undefined where nothing flows in it. */
function fedAlone(circuit: Circuit, solution: Solution, group: ParallelNetwork): Circuit | undefined {
  const [plus, minus] = endsOf(circuit, group);
  const refs = new Set(refsOf(group));
  const amps = group.items.reduce((sum, item) => sum + ampsInto(solution, item), 0);
  const forward = amps >= 0 ? [plus, minus] : [minus, plus];
  const volts = Math.abs((solution.nets[plus]?.volts.avg ?? 0) - (solution.nets[minus]?.volts.avg ?? 0));
  if (!(Math.abs(amps) > 0) || !(volts > 0)) return undefined;
  const feed: Part = {
    ref: 'Feed',
    kind: 'dc',
    pins: forward as [string, string],
    volts: (STIFF + 1) * volts,
    ohms: (STIFF * volts) / Math.abs(amps),
  };
  return { ...circuit, ground: undefined, parts: [feed, ...circuit.parts.filter(({ ref }) => refs.has(ref))] };
}

/** Average, in the direction of the network. */
function ampsInto(solution: Solution, network: Network): number {
  switch (network.kind) {
    case 'part':
      return (network.reversed ? -1 : 1) * (solution.parts[network.ref]?.amps.avg ?? 0);
    case 'series':
      return ampsInto(solution, network.items[0] as Network);
    case 'parallel':
      return network.items.reduce((sum, item) => sum + ampsInto(solution, item), 0);
  }
}

function chipAmpsOf(circuit: Circuit, shifts: ReadonlyMap<string, number>): AmpsByRef | undefined {
  const parts = circuit.parts.map((part) =>
    isKind(part, 'led') ? { ...part, voltsShift: (part.voltsShift ?? 0) + (shifts.get(part.ref) ?? 0) } : part,
  );
  const solved = solve({ ...circuit, parts });
  if (!solved.ok) return undefined;
  return Object.fromEntries(Object.entries(solved.value.leds).map(([ref, { chip }]) => [ref, chip.amps.avg]));
}

function drawnAmps(fed: Circuit, leds: readonly LedPart[], spread: ChipSpread): readonly AmpsByRef[] {
  const random = seededRandom(SEED);
  const draws: AmpsByRef[] = [];
  for (let draw = 0; draw < DRAWS; draw++) {
    // The mean of a row of chips, and of rows in parallel, spreads less than one chip does.
    const shifts = leds.map(({ ref, series = 1, parallel = 1 }): [string, number] => [
      ref,
      (CHIP_SPREADS[spread] / Math.sqrt(series * parallel)) * drawNormal(random),
    ]);
    const amps = chipAmpsOf(fed, new Map(shifts));
    if (amps) draws.push(amps);
  }
  return draws;
}

function sharingOf(
  refs: readonly string[],
  leds: readonly LedPart[],
  alike: AmpsByRef,
  draws: readonly AmpsByRef[],
): StringSharing['strings'][number] {
  const hardest = leds.reduce((most, led) => ((alike[led.ref] ?? 0) > (alike[most.ref] ?? 0) ? led : most));
  const amps = alike[hardest.ref] ?? 0;
  const ratios = draws.map((draw) => (draw[hardest.ref] ?? 0) / amps).sort((a, b) => a - b);
  const at = (share: number) => ratios[Math.floor(share * ratios.length)] ?? Number.NaN;
  return { ref: hardest.ref, refs, amps, typical: at(0.5), oneInTwenty: at(0.95) };
}
