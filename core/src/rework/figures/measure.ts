import { type Circuit, partOf, partsOfKind, type Result, seriesPackOf, succeed } from '../../circuit/index.ts';
import { chipModelOf, chipVoltsAt, type LedPart, ratedChipAmps } from '../../device/index.ts';
import { lightRatio, type Share, sharesOf, usualLumensPerWatt } from '../../drive/index.ts';
import { figureIn, type Solution, type SolveWarmed, type Warmed } from '../../solve/index.ts';
import type { Hardest } from './figures.ts';

/** What a search reads of a solved circuit. */
export interface Measured {
  readonly circuit: Circuit;
  readonly warmed: Warmed;
  readonly chipAmps: number;
  readonly ofRated: number;
  /** Of all LEDs, in a unit of its own. */
  readonly light: number;
  readonly supplyWatts: number;
  readonly supplyAmps: number;
  readonly flickerPercent: number | null;
  readonly shares: readonly Share[];
}

/** Of a colour that is not measured in lumens a watt counts as much as of any other such. */
const UNSEEN_LUMENS_PER_WATT = 1;

/**
 * @param near a like circuit solved before, whose settled state is a good beginning
 * @returns an error where it has no solution
 */
export function measure(
  circuit: Circuit,
  at: { readonly supplyRef: string; readonly ledRef: string },
  solve: SolveWarmed,
  near?: Warmed,
): Result<Measured> {
  const solved = solve(circuit, near && 'settled' in near ? { near: near.settled } : {});
  if (!solved.ok) return solved;
  const { solution } = solved.value;
  const led = partsOfKind(circuit, 'led').find(({ ref }) => ref === at.ledRef);
  const chipAmps = led ? figureIn(solution, { of: 'chip', ref: led.ref, quantity: 'amps' }) : 0;
  const supply = solution.supplies[at.supplyRef];
  const cells = seriesPackOf(circuit, at.supplyRef)?.refs ?? [];
  let shares: readonly Share[] | undefined;
  return succeed({
    circuit,
    warmed: solved.value,
    chipAmps,
    ofRated: led ? chipAmps / ratedChipAmps(led).value : 0,
    light: lightOf(circuit, solution),
    supplyWatts: cells.reduce((sum, ref) => sum + (solution.supplies[ref]?.watts ?? 0), 0),
    supplyAmps: supply?.ampsRms ?? 0,
    flickerPercent: (led && solution.leds[led.ref]?.flickerPercent) ?? null,
    // Of most circuits that a search solves nobody asks.
    get shares() {
      shares ??= sharesOf(circuit, solution);
      return shares;
    },
  });
}

/** Light of all chips: what they give at their rating, by their colour, less the droop. */
function lightOf(circuit: Circuit, solution: Solution): number {
  return partsOfKind(circuit, 'led').reduce((sum, led) => {
    const amps = figureIn(solution, { of: 'chip', ref: led.ref, quantity: 'amps' });
    const rated = ratedChipAmps(led).value;
    return sum + chipsIn(led) * lumensAtRating(led, rated) * lightRatio(amps, rated);
  }, 0);
}

function chipsIn({ series = 1, parallel = 1 }: LedPart): number {
  return series * parallel;
}

function lumensAtRating(led: LedPart, rated: number): number {
  return (usualLumensPerWatt(led.colour) ?? UNSEEN_LUMENS_PER_WATT) * rated * chipVoltsAt(chipModelOf(led), rated);
}

/** The part that is nearest to its rating, of all but LEDs. */
export function hardestPart(circuit: Circuit, shares: readonly Share[]): Hardest | undefined {
  return shares
    .filter(({ ref }) => partOf(circuit, ref)?.kind !== 'led')
    .reduce<Hardest | undefined>((most, { ref, of, share }) => (most && most.share >= share ? most : { ref, of, share }), undefined);
}
