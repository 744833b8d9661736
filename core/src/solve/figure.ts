import type { LedSolution, PartSolution, Solution, SupplySolution } from './solution.ts';
import type { Statistics } from './statistics.ts';

/**
 * Of a figure over a period: `ripple` is from its lowest moment to its highest, `peak` its largest magnitude, `reverse`
 * how far it goes below nothing.
 */
export type FigureStatistic = keyof Statistics | 'ripple' | 'peak' | 'reverse';

/**
 * A figure of a solved circuit that a reading, an estimate or a goal can speak of. `statistic` is the average unless said;
 * watts have none.
 */
export type Figure =
  | {
      readonly of: 'part';
      readonly ref: string;
      readonly quantity: 'volts' | 'amps' | 'watts';
      readonly statistic?: FigureStatistic | undefined;
    }
  | {
      readonly of: 'chip';
      readonly ref: string;
      readonly quantity: 'volts' | 'amps' | 'watts' | 'reverseVolts' | 'junctionCelsius';
      readonly statistic?: FigureStatistic | undefined;
    }
  | { readonly of: 'net'; readonly net: string; readonly statistic?: FigureStatistic | undefined }
  | { readonly of: 'nets'; readonly plus: string; readonly minus: string; readonly statistic?: FigureStatistic | undefined }
  | { readonly of: 'supply'; readonly ref: string; readonly quantity: keyof SupplySolution }
  | { readonly of: 'light'; readonly ref: string; readonly quantity: 'flickerPercent' | 'flickerIndex' }
  | { readonly of: 'rating'; readonly ref: string; readonly quantity: keyof LedSolution['ofRated'] };

/** A solved circuit that is asked for one thing after another; undefined where it has no such net or part. */
export interface SolvedFigures {
  net(name: string): Solution['nets'][string] | undefined;
  part(ref: string): PartSolution | undefined;
  supply(ref: string): SupplySolution | undefined;
  led(ref: string): LedSolution | undefined;
}

/** The figures of a document. */
export function figuresIn({ nets, parts, supplies, leds }: Solution): SolvedFigures {
  return { net: (name) => nets[name], part: (ref) => parts[ref], supply: (ref) => supplies[ref], led: (ref) => leds[ref] };
}

/** The figure in a solution; NaN where the part or net is not there or the figure has no meaning. */
export function figureIn(solution: Solution, figure: Figure): number {
  return figureOf(figuresIn(solution), figure);
}

/**
 * The figure of a solved circuit; NaN where the part or net is not there or the figure has no meaning. Between two nets
 * only the average is a difference of theirs: for another statistic a part must stand between them.
 */
export function figureOf(solved: SolvedFigures, figure: Figure): number {
  switch (figure.of) {
    case 'part': {
      const part = solved.part(figure.ref);
      if (!part) return Number.NaN;
      return figure.quantity === 'watts' ? part.watts : statisticOf(part[figure.quantity], figure.statistic);
    }
    case 'chip': {
      const chip = solved.led(figure.ref)?.chip;
      if (!chip) return Number.NaN;
      return figure.quantity === 'volts' || figure.quantity === 'amps'
        ? statisticOf(chip[figure.quantity], figure.statistic)
        : chip[figure.quantity];
    }
    case 'net':
      return statisticOf(solved.net(figure.net)?.volts, figure.statistic);
    case 'nets': {
      const [plus, minus] = [solved.net(figure.plus)?.volts, solved.net(figure.minus)?.volts];
      return (figure.statistic ?? 'avg') === 'avg' ? statisticOf(plus, 'avg') - statisticOf(minus, 'avg') : Number.NaN;
    }
    case 'supply':
      return solved.supply(figure.ref)?.[figure.quantity] ?? Number.NaN;
    case 'light':
      return solved.led(figure.ref)?.[figure.quantity] ?? Number.NaN;
    case 'rating':
      return solved.led(figure.ref)?.ofRated[figure.quantity] ?? Number.NaN;
  }
}

function statisticOf(statistics: Statistics | undefined, which: FigureStatistic = 'avg'): number {
  if (!statistics) return Number.NaN;
  switch (which) {
    case 'ripple':
      return statistics.max - statistics.min;
    case 'peak':
      return Math.max(Math.abs(statistics.min), Math.abs(statistics.max));
    case 'reverse':
      return Math.max(0, -statistics.min);
    default:
      return statistics[which];
  }
}
