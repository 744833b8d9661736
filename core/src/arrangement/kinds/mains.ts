import type { Part, PartOf } from '../../device/index.ts';
import type { Solution } from '../../solve/index.ts';
import { type AlternatingTerms, type Arrangement, missingOf, type Recogniser, rolesOf } from '../arrangement.ts';
import { type Board, ledsOf, refsOfKind } from '../board.ts';
import { type AlternatingSide, alternatingSide } from './alternating-side.ts';
import { type Rectifier, rectifierOf } from './rectifier.ts';

/** Less than this share of the peak over it, and a series resistor only softens the switching on. */
const DROPPER_SHARE = 0.15;
/** Without a solution: a resistor of more drops, of less softens, ohm. */
const DROPPER_OHMS = 200;

/** Alternating source, what stands in its way, and what turns it into one direction. */
export const mainsArrangements: Recogniser = (board, solution) => {
  const source = board.of('ac')[0];
  if (!source) return [];
  const rectifier = rectifierOf(board);
  const side = alternatingSide(board, source, rectifier);
  const strings = board.of('led').map(({ ref }) => ref);
  const reservoir = side.reservoirs.map(({ ref }) => ref);
  const reservoirBleeders = side.reservoirs.flatMap((store) =>
    refsOfKind({ parts: board.between(board.wire(store.pins[0]), board.wire(store.pins[1])) }, 'resistor'),
  );
  const found: Arrangement[] = [];
  if (rectifier) {
    const roles = rolesOf({
      source: [source.ref],
      rectifier: rectifier.refs,
      reservoir,
      string: strings,
      ...(reservoir.length > 0 && { bleeder: [...new Set(reservoirBleeders)] }),
    });
    const code = reservoir.length > 0 ? 'smoothed-rectifier' : 'rectifier';
    found.push({ code, roles, missing: missingOf(roles, code === 'rectifier' ? [] : ['bleeder']), unusual: [], estimate: null });
  }
  const peak = source.voltsRms * Math.SQRT2;
  const load = { peak, hertz: source.hertz, volts: stringVolts(board, rectifier, solution), parallel: parallelChips(board) };
  const common = { source: [source.ref], fuse: board.fuses, rectifier: rectifier?.refs ?? [], reservoir, string: strings };
  if (side.droppers.length > 0) {
    const roles = rolesOf({
      ...common,
      dropper: side.droppers.map(({ ref }) => ref),
      bleeder: [...new Set([...side.bleeders, ...reservoirBleeders])],
      'surge-resistor': side.series.map(({ ref }) => ref),
    });
    const missing = missingOf({ ...roles, bleeder: side.bleeders }, ['bleeder', 'surge-resistor', 'fuse']);
    const estimate = capacitiveEstimate(droppedFarads(board, side.droppers), rectifier, load);
    found.push({ code: 'capacitive-dropper', roles, missing: [...missing], unusual: [], estimate });
  } else if (side.series.length > 0 && isDropper(side.series, peak, solution)) {
    const roles = rolesOf({ ...common, dropper: side.series.map(({ ref }) => ref) });
    const ohms = side.series.reduce((sum, part) => sum + part.ohms, 0);
    const fullWave = rectifier?.fullWave ?? false;
    const chipAmps = resistiveAmps(peak, load.volts, ohms, fullWave) / load.parallel;
    const terms = termsOf(load, fullWave, { ohms });
    found.push({
      code: 'resistive-dropper',
      roles,
      missing: missingOf(roles, ['fuse']),
      unusual: [],
      estimate: { chipAmps, assumes: 'half-wave-over-string', terms },
    });
  }
  return found;
};

interface DroppedLoad {
  readonly peak: number;
  readonly hertz: number;
  readonly volts: number;
  readonly parallel: number;
}

/** By the charge that goes to and fro in a period: the bridge uses both ways of it, a single diode one. */
function capacitiveEstimate(farads: number, rectifier: Rectifier | undefined, load: DroppedLoad): Arrangement['estimate'] {
  const { peak, hertz, volts, parallel } = load;
  const terms = termsOf(load, rectifier?.fullWave ?? true, { farads });
  if (rectifier && !rectifier.fullWave) {
    const chipAmps = (hertz * farads * Math.max(0, 2 * peak - volts)) / parallel;
    return { chipAmps, terms, assumes: 'charge-one-way' };
  }
  const chipAmps = (4 * hertz * farads * Math.max(0, peak - volts)) / parallel;
  return { chipAmps, terms, assumes: 'charge-both-ways' };
}

function termsOf({ peak, hertz, volts, parallel }: DroppedLoad, fullWave: boolean, by: AlternatingTerms['by']): AlternatingTerms {
  return { peakVolts: peak, stringVolts: volts, hertz, parallel, fullWave, by };
}

/** Droppers over the same two wires add up, those one after the other (in either line) as their reciprocals. */
function droppedFarads(board: Board, droppers: readonly PartOf<'capacitor'>[]): number {
  const groups = new Map<string, number>();
  for (const { pins, farads } of droppers) {
    const key = pins
      .map((net) => board.wire(net))
      .sort()
      .join('\n');
    groups.set(key, (groups.get(key) ?? 0) + farads);
  }
  return 1 / [...groups.values()].reduce((sum, farads) => sum + 1 / farads, 0);
}

/** Between the rectifier's plus and minus, else by the LEDs of the first string. */
function stringVolts(board: Board, rectifier: Rectifier | undefined, solution: Solution | undefined): number {
  const branch = board.branches[0];
  const own = branch
    ? ledsOf(branch).reduce((sum, led) => sum + Math.abs(solution?.parts[led.ref]?.volts.avg ?? 3 * (led.series ?? 1)), 0)
    : 0;
  const netOf = (wire: string) =>
    board.circuit.parts.flatMap(({ pins }) => pins as readonly string[]).find((net) => board.wire(net) === wire);
  const [plus, minus] = rectifier ? [netOf(rectifier.plus), netOf(rectifier.minus)] : [];
  const [high, low] = [solution?.nets[plus ?? '']?.volts.avg, solution?.nets[minus ?? '']?.volts.avg];
  return high === undefined || low === undefined ? own : Math.max(own, high - low);
}

/** Chips that share the current: of the first string, and of every string beside it. */
function parallelChips(board: Board): number {
  const [first] = board.branches;
  if (!first) return 1;
  const beside = board.branches.filter(({ from, to }) => from === first.from && to === first.to);
  return beside.reduce((sum, branch) => sum + Math.max(1, ...ledsOf(branch).map((led) => led.parallel ?? 1)), 0);
}

/** Average of (peak·sin − volts)/ohms where that is positive; over a half wave, or half of it where one half is blocked. */
function resistiveAmps(peak: number, volts: number, ohms: number, fullWave: boolean): number {
  if (!(ohms > 0) || volts >= peak) return 0;
  const angle = Math.asin(volts / peak);
  const average = (2 / Math.PI) * ((peak * Math.cos(angle) - volts * (Math.PI / 2 - angle)) / ohms);
  return fullWave ? average : average / 2;
}

function isDropper(series: AlternatingSide['series'], peak: number, solution: Solution | undefined): boolean {
  if (!solution) return series.some(({ ohms }) => ohms > DROPPER_OHMS);
  const most = ({ ref }: Part) => Math.max(Math.abs(solution.parts[ref]?.volts.max ?? 0), Math.abs(solution.parts[ref]?.volts.min ?? 0));
  return series.reduce((sum, part) => sum + most(part), 0) > DROPPER_SHARE * peak;
}
