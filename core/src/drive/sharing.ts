import { type Circuit, partOfKind, withFields } from '../circuit/index.ts';
import { chipLawOf, type LedPart } from '../device/index.ts';
import { drawNormal, findRoot, seededRandom } from '../numeric/index.ts';
import { type Solution, type SolveWarmed, solveWarmed } from '../solve/index.ts';

/** How chips were chosen: of one bin, or as they come. Volts of one standard deviation at equal current. */
export const CHIP_SPREADS = { 'of one bin': 0.025, mixed: 0.08 } as const;
export type ChipSpread = keyof typeof CHIP_SPREADS;

/** What the worst of several chips or strings in parallel carries, as multiples of an even share. */
export interface Sharing {
  readonly ref: string;
  /** Chips or strings in parallel. */
  readonly count: number;
  readonly spread: ChipSpread;
  /** Of the hardest driven: typical, and in one gadget of twenty. */
  readonly typical: number;
  readonly oneInTwenty: number;
}

/** Above any chip's volts. */
const MOST_VOLTS = 12;
const DRAWS = 300;
const SEED = 20_261_107;

/**
 * How unevenly an LED's chips in parallel share its current: chips of one volts, each with a shift of its own drawn
 * from the spread. At the same volts each takes what its curve says; a row of several evens out by their root.
 */
export function sharingOf(part: LedPart, totalAmps: number, celsius: number, spread: ChipSpread): Sharing | undefined {
  const { ref, parallel = 1, series = 1 } = part;
  if (parallel < 2 || !(totalAmps > 0)) return undefined;
  const law = chipLawOf(part, { celsius });
  const point = { amps: 0, siemens: 0 };
  const ampsAt = (volts: number) => {
    law.evaluate(volts, point);
    return point.amps;
  };
  const deviation = CHIP_SPREADS[spread] / Math.sqrt(series);
  const random = seededRandom(SEED);
  const even = totalAmps / parallel;
  const worst = Array.from({ length: DRAWS }, () => {
    const shifts = Array.from({ length: parallel }, () => deviation * drawNormal(random));
    const total = (volts: number) => shifts.reduce((sum, shift) => sum + ampsAt(volts - shift), 0) - totalAmps;
    const volts = findRoot(total, 0, MOST_VOLTS, 1e-7) ?? 0;
    return ampsAt(volts - Math.min(...shifts)) / even;
  }).sort((a, b) => a - b);
  return {
    ref,
    count: parallel,
    spread,
    typical: worst[Math.floor(DRAWS / 2)] as number,
    oneInTwenty: worst[Math.floor(0.95 * DRAWS)] as number,
  };
}

/** What one dark chip of an LED does to the rest. */
export interface DarkChip {
  readonly ref: string;
  /** Multiples of what the others carried before; 0 where they go dark with it. */
  readonly others: number;
  readonly text: string;
}

/** One chip open: its row goes dark, and what stands beside it takes over what the circuit lets it. */
export function darkChipOf(circuit: Circuit, solution: Solution, ref: string, solve: SolveWarmed = solveWarmed): DarkChip | undefined {
  const part = partOfKind(circuit, ref, 'led');
  if (!part) return undefined;
  const { parallel = 1, series = 1 } = part;
  const row = series > 1 ? `its row of ${series}` : 'it alone';
  if (parallel === 1) return { ref, others: 0, text: `One chip of ${ref} open: ${series > 1 ? 'the whole row goes' : 'it goes'} dark.` };
  const solved = solve(withFields(circuit, ref, { parallel: parallel - 1 }));
  const before = solution.leds[ref]?.chip.amps.avg ?? 0;
  if (!solved.ok || !(before > 0)) return undefined;
  const others = (solved.value.solution.leds[ref]?.chip.amps.avg ?? 0) / before;
  return { ref, others, text: `One chip of ${ref} open: ${row} goes dark, and the others carry ${others.toFixed(2)}× what they did.` };
}
