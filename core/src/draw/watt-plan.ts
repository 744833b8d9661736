import { type Circuit, type Cut, cutSeriesParallel, suppliesOf } from '../circuit/index.ts';
import { lightShareOf } from '../drive/index.ts';
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

/** A part that takes volts and burns nothing: a dropper capacitor. x and width in amps, y in volts of the plan. */
export interface WattLine {
  readonly ref: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  /** Across it, root mean square. */
  readonly volts: number;
}

export interface WattPlan {
  /** From the supply's plus at y = 0 down to its minus. */
  readonly rectangles: readonly WattRectangle[];
  readonly lines: readonly WattLine[];
  readonly width: number;
  readonly height: number;
  /** Watts that the supply delivers at its terminals. */
  readonly watts: number;
  /** Width is amps and height volts. Of alternating current neither is one figure: there only the areas speak. */
  readonly hasAxes: boolean;
  /** Of each LED: what of its watts leaves as light, as is usual for its colour. */
  readonly lightShares: Readonly<Record<string, number>>;
  /** Refs that no series-parallel cut fits: stacked by themselves, as wide as the whole. */
  readonly grouped: readonly string[];
}

/** Less than this is left out of the picture: it would be a line. */
const VISIBLE_SHARE = 1e-5;
/** A part with less than this share of the supply's volts is not said to take volts. */
const TAKES_VOLTS_SHARE = 0.05;

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
  const lines: WattLine[] = [];
  const sheet: Sheet = { circuit, solution, watts, supplyVolts: solution.supplies[supply.ref]?.voltsRms ?? 0, rectangles, lines };
  const bottom = cut ? layCut(sheet, cut, 0, 0) : 0;
  const grouped = leftOver.filter((ref) => (solution.parts[ref]?.watts ?? 0) > VISIBLE_SHARE * watts && burns(circuit, ref));
  let y = bottom;
  for (const ref of leftOver) layLine(sheet, ref, 0, y);
  for (const ref of grouped) {
    const burnt = solution.parts[ref]?.watts ?? 0;
    rectangles.push(rectangle(circuit, ref, 0, y, total, burnt / total, burnt));
    y += burnt / total;
  }
  const lightShares = Object.fromEntries(circuit.parts.flatMap((part) => (part.kind === 'led' ? [[part.ref, lightShareOf(part)]] : [])));
  return { rectangles, lines, width: total, height: y, watts, hasAxes: solution.regime === 'dc', lightShares, grouped };
}

/** What is drawn on, and from what. */
interface Sheet {
  readonly circuit: Circuit;
  readonly solution: Solution;
  readonly watts: number;
  readonly supplyVolts: number;
  readonly rectangles: WattRectangle[];
  readonly lines: WattLine[];
}

/** A store without resistance gives back what it takes; what is left over a period is the computation's. */
function burns({ parts }: Circuit, ref: string): boolean {
  const part = parts.find((candidate) => candidate.ref === ref);
  return (part?.kind !== 'capacitor' && part?.kind !== 'inductor') || (part.ohms ?? 0) > 0;
}

/** A store or a coil in the way of alternating current takes volts and gives them back. */
function layLine({ circuit, solution, supplyVolts, lines }: Sheet, ref: string, x: number, y: number): void {
  const kind = circuit.parts.find((part) => part.ref === ref)?.kind;
  const volts = solution.parts[ref]?.volts;
  // The store behind a rectifier has volts that hardly move: it takes none of the way.
  if (solution.regime !== 'periodic' || !volts || (kind !== 'capacitor' && kind !== 'inductor')) return;
  if (volts.rms < TAKES_VOLTS_SHARE * supplyVolts || Math.abs(volts.avg) > volts.rms / 2) return;
  lines.push({ ref, x, y, width: ampsOf(solution, ref), volts: volts.rms });
}

/** Lays a cut with its top left corner at (x, y); returns the y of its foot. */
function layCut(sheet: Sheet, cut: Cut, x: number, y: number): number {
  const { circuit, solution, watts: total, rectangles: out } = sheet;
  switch (cut.kind) {
    case 'part': {
      const part = solution.parts[cut.ref];
      const amps = ampsOf(solution, cut.ref);
      const watts = part?.watts ?? 0;
      layLine(sheet, cut.ref, x, y);
      if (!(amps > 0) || !(watts > VISIBLE_SHARE * total) || !burns(circuit, cut.ref)) return y;
      out.push(rectangle(circuit, cut.ref, x, y, amps, watts / amps, watts));
      return y + watts / amps;
    }
    case 'series':
      return cut.items.reduce((foot, item) => layCut(sheet, item, x, foot), y);
    case 'parallel': {
      let left = x;
      let foot = y;
      for (const item of cut.items) {
        foot = Math.max(foot, layCut(sheet, item, left, y));
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
