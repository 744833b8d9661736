import { type Circuit, type Cut, cutSeriesParallel, suppliesOf } from '../circuit/index.ts';
import type { Solution } from '../solve/index.ts';

/** One part's rectangle. x and width in amps, y and height in volts, so that the area is watts. */
export interface WattRectangle {
  readonly ref: string;
  readonly kind: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly watts: number;
}

export interface WattPlan {
  /** From the supply's plus at y = 0 down to its minus. */
  readonly rectangles: readonly WattRectangle[];
  readonly width: number;
  readonly height: number;
  /** Watts that the supply delivers at its terminals. */
  readonly watts: number;
  /** Width is amps and height volts. Of alternating current neither is one figure: there only the areas speak. */
  readonly hasAxes: boolean;
  /** Refs that no series-parallel cut fits: stacked by themselves, as wide as the whole. */
  readonly grouped: readonly string[];
}

/** Less than this is left out of the picture: it would be a line. */
const VISIBLE_SHARE = 1e-5;

/**
 * The watt plan of a solved circuit: parts in series stand on each other, branches side by side, as the circuit is
 * traced from supply to return.
 *
 * @returns undefined where there is no supply or no current
 */
export function planWatts(circuit: Circuit, solution: Solution): WattPlan | undefined {
  const supply = suppliesOf(circuit)[0];
  if (!supply) return undefined;
  const watts = -(solution.parts[supply.ref]?.watts ?? 0);
  const total = ampsOf(solution, supply.ref);
  if (!(watts > 0) || !(total > 0)) return undefined;
  const { cut, leftOver } = cutSeriesParallel(circuit, supply.pins[0], supply.pins[1], new Set([supply.ref]));
  const rectangles: WattRectangle[] = [];
  const bottom = cut ? layCut(circuit, solution, cut, 0, 0, watts, rectangles) : 0;
  const grouped = leftOver.filter((ref) => Math.abs(solution.parts[ref]?.watts ?? 0) > VISIBLE_SHARE * watts);
  let y = bottom;
  for (const ref of grouped) {
    const burnt = Math.abs(solution.parts[ref]?.watts ?? 0);
    rectangles.push(rectangle(circuit, ref, 0, y, total, burnt / total, burnt));
    y += burnt / total;
  }
  return { rectangles, width: total, height: y, watts, hasAxes: solution.regime === 'dc', grouped };
}

/** Lays a cut with its top left corner at (x, y); returns the y of its foot. */
function layCut(circuit: Circuit, solution: Solution, cut: Cut, x: number, y: number, total: number, out: WattRectangle[]): number {
  switch (cut.kind) {
    case 'part': {
      const part = solution.parts[cut.ref];
      const amps = ampsOf(solution, cut.ref);
      const watts = part?.watts ?? 0;
      if (!(amps > 0) || !(watts > VISIBLE_SHARE * total)) return y;
      out.push(rectangle(circuit, cut.ref, x, y, amps, watts / amps, watts));
      return y + watts / amps;
    }
    case 'series':
      return cut.items.reduce((foot, item) => layCut(circuit, solution, item, x, foot, total, out), y);
    case 'parallel': {
      let left = x;
      let foot = y;
      for (const item of cut.items) {
        foot = Math.max(foot, layCut(circuit, solution, item, left, y, total, out));
        left += ampsThrough(solution, item);
      }
      return foot;
    }
  }
}

function ampsThrough(solution: Solution, cut: Cut): number {
  switch (cut.kind) {
    case 'part':
      return ampsOf(solution, cut.ref);
    case 'series':
      return Math.max(...cut.items.map((item) => ampsThrough(solution, item)));
    case 'parallel':
      return cut.items.reduce((sum, item) => sum + ampsThrough(solution, item), 0);
  }
}

/** Over a period what heats counts, the root mean square. */
function ampsOf(solution: Solution, ref: string): number {
  const amps = solution.parts[ref]?.amps;
  return Math.abs((solution.regime === 'dc' ? amps?.avg : amps?.rms) ?? 0);
}

function rectangle(circuit: Circuit, ref: string, x: number, y: number, width: number, height: number, watts: number): WattRectangle {
  return { ref, kind: circuit.parts.find((part) => part.ref === ref)?.kind ?? '', x, y, width, height, watts };
}
