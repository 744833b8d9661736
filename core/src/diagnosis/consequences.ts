import { type Circuit, packagesOf, partOf, partsOfKind, suppliesOf, withFields, withReplacement } from '../circuit/index.ts';
import { deviceOf, isKind, type Part, ratedChipAmps } from '../device/index.ts';
import { type Share, seenChange, sharesOf } from '../drive/index.ts';
import { figureIn, type Solution } from '../solve/index.ts';
import { lightOver } from './broken.ts';
import type { Fault } from './fault.ts';
import type { FaultBench } from './fault-bench.ts';
import { withFault } from './faulted-circuit.ts';

/** What a circuit comes to with packages as they are said to be. */
export interface Consequence {
  readonly is: 'as built' | 'open' | 'shorted' | 'linked out' | 'taken out';
  readonly refs: readonly string[];
  /** Of the LED that is driven hardest then. */
  readonly ref: string;
  /** Of a chip of it, average. */
  readonly chipAmps: number;
  readonly ofRated: number;
  readonly peakOfRated: number;
  /** The same with the supply at its highest; undefined of one that has no such. */
  readonly ofRatedHigh?: number;
  readonly supplyWatts: number;
  /** Of the light of the whole as built, as seen: −0.1 looks 10 % dimmer. */
  readonly seen: number;
  /** The same before the eye: of the light as built. */
  readonly light: number;
  /** The capacitor that bears the most of its volts, and how much of them. */
  readonly store?: { readonly ref: string; readonly volts: number; readonly share: number };
}

/** Mains at its highest (EN 50160), and any other supply by its usual spread, relative. */
const HIGH_SUPPLY = { ac: 0.1, dc: 0.05 } as const;

/** Of the light as built; less is none that anybody keeps. */
const STILL_LIT = 0.01;

/**
 * What became of the rest when packages failed, and what becomes of it when they are mended without a new part: linked out
 * of a string, or taken out of what lies in parallel, where a link would short the others. Where nothing is left lit
 * either way, as with an only LED, there is no such row: it wants another one.
 *
 * @param names packages that are dead
 * @param worn packages that could be mended alike at the same time
 */
export function consequencesOf(bench: FaultBench, names: readonly string[], worn: readonly string[] = []): readonly Consequence[] {
  const { circuit } = bench;
  const faultOf = (name: string, fault: 'open' | 'short'): Fault | undefined =>
    bench.faults.find((one) => one.ref === name && one.fault === fault);
  const isFault = (fault: Fault | undefined) => fault !== undefined;
  const opens = names.map((name) => faultOf(name, 'open')).filter(isFault);
  const shorted = names.length === 1 ? faultOf(names[0] as string, 'short') : undefined;
  const opened = opens.reduce((left, fault) => withFault(left, fault, undefined), circuit);
  const mendedOf = (all: readonly string[]): Consequence | undefined => {
    const out = all.map((name) => faultOf(name, 'open')).filter(isFault);
    const ways = [
      consequenceOf(
        bench,
        all.reduce((left, name) => withLinked(left, circuit, name), circuit),
        'linked out',
        all,
      ),
      consequenceOf(
        bench,
        out.reduce((left, fault) => withFault(left, fault, undefined), circuit),
        'taken out',
        all,
      ),
    ].filter((way) => way !== undefined && way.light > STILL_LIT);
    return ways.sort((a, b) => (b?.light ?? 0) - (a?.light ?? 0))[0];
  };
  const rows: (Consequence | undefined)[] = [
    consequenceOf(bench, circuit, 'as built', []),
    opens.length > 0 ? consequenceOf(bench, opened, 'open', names) : undefined,
    shorted && consequenceOf(bench, withFault(circuit, shorted, undefined), 'shorted', [shorted.ref]),
    names.length > 0 ? mendedOf(names) : undefined,
    names.length > 0 && worn.length > 0 ? mendedOf([...names, ...worn]) : undefined,
  ];
  return rows.filter((row) => row !== undefined);
}

/** Whether it is a way to mend, and not what was or is broken. */
export function isMended({ is }: Consequence): boolean {
  return is === 'linked out' || is === 'taken out';
}

/** A wire over a package. @param whole says which packages there are: a shorter row counts otherwise */
function withLinked(circuit: Circuit, whole: Circuit, name: string): Circuit {
  const one = packagesOf(whole).find((candidate) => candidate.name === name);
  const part = partOf(circuit, one?.ref ?? '');
  if (!one || !isKind(part, 'led')) return circuit;
  const left = (part.series ?? 1) - one.series;
  if (left > 0) return withFields(circuit, part.ref, { series: left });
  const wire: Part = { ref: part.ref, kind: 'resistor', pins: part.pins, ohms: 0 };
  return withReplacement(circuit, part.ref, wire);
}

function consequenceOf(bench: FaultBench, circuit: Circuit, is: Consequence['is'], refs: readonly string[]): Consequence | undefined {
  const solution = bench.solve(circuit);
  if (!solution) return undefined;
  const hardest = hardestOf(circuit, solution);
  const high = bench.solve(withHighSupply(circuit));
  const { lightOfAll } = lightOver({ circuit: bench.circuit, solution: bench.whole.solution }, { circuit, solution });
  return {
    is,
    refs,
    ref: hardest?.ref ?? '',
    chipAmps: hardest?.chipAmps ?? 0,
    ofRated: hardest?.ofRated ?? 0,
    peakOfRated: hardest?.peakOfRated ?? 0,
    ...(high && { ofRatedHigh: hardestOf(circuit, high)?.ofRated ?? 0 }),
    supplyWatts: Object.values(solution.supplies).reduce((sum, { watts }) => sum + watts, 0),
    seen: seenChange(lightOfAll),
    light: lightOfAll,
    ...storeOf(circuit, solution),
  };
}

function hardestOf(circuit: Circuit, { leds }: Solution) {
  return partsOfKind(circuit, 'led')
    .flatMap((part) => {
      const led = leds[part.ref];
      if (!led) return [];
      const { avg, max } = led.chip.amps;
      const rated = ratedChipAmps(part).value;
      return [{ ref: part.ref, chipAmps: avg, ofRated: avg / rated, peakOfRated: max / rated }];
    })
    .sort((a, b) => b.ofRated - a.ofRated)[0];
}

function storeOf(circuit: Circuit, solution: Solution): Pick<Consequence, 'store'> {
  const worst = sharesOf(circuit, solution)
    .filter(({ ref, of }) => of === 'volts' && isKind(partOf(circuit, ref), 'capacitor'))
    .sort((a, b) => b.share - a.share)[0];
  if (!worst) return {};
  const volts = figureIn(solution, { of: 'part', ref: worst.ref, quantity: 'volts', statistic: 'peak' });
  return { store: { ref: worst.ref, volts, share: worst.share } };
}

function withHighSupply(circuit: Circuit): Circuit {
  const supply = suppliesOf(circuit)[0];
  const scaled = supply && deviceOf(supply.kind).source?.scaled?.(supply, 1 + (isKind(supply, 'ac') ? HIGH_SUPPLY.ac : HIGH_SUPPLY.dc));
  return supply && scaled ? withReplacement(circuit, supply.ref, scaled) : circuit;
}

/** A part bore so much of a limit that it is a reason why it failed. */
const A_REASON_FROM = 1;

/** What of a part's limits was taken up or passed while it worked, the worst first: why it may have died. */
export function whyDied({ circuit, whole }: FaultBench, part: string): readonly Share[] {
  return sharesOf(circuit, whole.solution)
    .filter(({ ref, share }) => ref === part && share >= A_REASON_FROM)
    .sort((a, b) => b.share - a.share);
}
