import { type Circuit, partOf } from '../../circuit/index.ts';
import { hasSafetyClass, isElectrolytic, type Part, type Rated } from '../../device/index.ts';
import { figureIn, type Solution } from '../../solve/index.ts';
import type { CircuitMove } from '../moves/registry.ts';

/** Ratings that parts are sold with. */
const LADDERS = {
  resistorWatts: [0.125, 0.25, 0.5, 1, 2, 3, 5, 10, 25],
  resistorVolts: [250, 350, 500, 700, 1000, 1600],
  sinkWatts: [0.3, 0.5, 1, 2, 5, 10],
  // Two-legged regulators, transistors with a reference, and linear drivers for lamps on mains (makers' general sheets).
  sinkVolts: [45, 120, 500],
  classVolts: [310, 440, 480],
  filmVolts: [63, 100, 250, 400, 630, 1000],
  electrolyticVolts: [6.3, 10, 16, 25, 35, 50, 63, 100, 160, 200, 250, 350, 400, 450],
  fuseAmps: [0.1, 0.16, 0.25, 0.5, 0.63, 1, 1.6, 2, 3.15, 5, 6.3, 10],
} as const;

/** Where the goal says no share: a resistor at half its rating runs warm and lives; capacitors and fuses bear more. */
const USUAL_SHARE = { watts: 0.5, volts: 0.85, amps: 0.67 } as const;
/** Fusible resistors that stand the inrush of a lamp on mains are sold from this size on, W. */
const FUSIBLE_WATTS = 1;
/** A small resistor bears no more volts than these unless it says so (makers' general sheets for a 1206 body). */
const SMALL_RESISTOR = { watts: 0.5, volts: 150 } as const;

/** What a new part must be rated for, as it is sold: the smallest that leaves the margin in every one of the solutions. */
function ratingFor(part: Part, solutions: readonly Solution[], partShare: number | undefined): Rated {
  const most = (quantity: 'volts' | 'amps' | 'watts', statistic?: 'peak' | 'rms') =>
    Math.max(
      ...solutions.map((solution) =>
        solution.parts[part.ref] ? Math.abs(figureIn(solution, { of: 'part', ref: part.ref, quantity, statistic })) : 0,
      ),
    );
  const shareOf = (of: keyof typeof USUAL_SHARE) => partShare ?? USUAL_SHARE[of];
  switch (part.kind) {
    case 'resistor': {
      const least = part.fusible ? FUSIBLE_WATTS : 0;
      const watts = smallest(LADDERS.resistorWatts, Math.max(least, most('watts') / shareOf('watts')));
      const peak = most('volts', 'peak');
      const needsVolts = watts < SMALL_RESISTOR.watts && peak > SMALL_RESISTOR.volts;
      return { watts, ...(needsVolts && { volts: smallest(LADDERS.resistorVolts, peak / shareOf('volts')) }) };
    }
    case 'capacitor': {
      const peak = most('volts', 'peak');
      if (hasSafetyClass(part)) return { volts: smallest(LADDERS.classVolts, peak / Math.SQRT2 / shareOf('volts')) };
      return { volts: smallest(isElectrolytic(part) ? LADDERS.electrolyticVolts : LADDERS.filmVolts, peak / shareOf('volts')) };
    }
    case 'sink':
      return {
        watts: smallest(LADDERS.sinkWatts, most('watts') / shareOf('watts')),
        volts: smallest(LADDERS.sinkVolts, most('volts', 'peak') / shareOf('volts')),
      };
    case 'fuse':
      return { amps: smallest(LADDERS.fuseAmps, most('amps', 'rms') / shareOf('amps')) };
    default:
      return {};
  }
}

/** The smallest that is enough, or the largest that there is. */
function smallest(ladder: readonly number[], least: number): number {
  return ladder.find((value) => value >= least * (1 - 1e-9)) ?? (ladder.at(-1) as number);
}

type RatedMove = Extract<CircuitMove, { rated?: Rated | undefined }>;

/** It brings a part that is bought by what it takes. */
function isRated(move: CircuitMove): move is RatedMove {
  return !['link-out', 'remove-part', 'replace-led', 'replace-cells', 'replace-supply'].includes(move.move);
}

/** The moves with what each new part must take; what a move says already stays. */
export function withRatings(
  moves: readonly CircuitMove[],
  circuit: Circuit,
  solutions: readonly Solution[],
  partShare: number | undefined,
): readonly CircuitMove[] {
  return moves.map((move) => {
    const part = partOf(circuit, move.ref);
    if (!part || !isRated(move)) return move;
    return { ...move, rated: { ...ratingFor(part, solutions, partShare), ...move.rated } };
  });
}
