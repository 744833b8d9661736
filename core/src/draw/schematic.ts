import { type Circuit, type Cut, cutSeriesParallel, partOf, suppliesOf } from '../circuit/index.ts';
import type { Part, PartKind } from '../device/index.ts';
import { partValue } from './part-words.ts';

/** A symbol with its middle at (x, y), its first pin above or to the left unless reversed. */
export interface SchematicSymbol {
  readonly ref: string;
  readonly kind: PartKind;
  readonly x: number;
  readonly y: number;
  readonly upright: boolean;
  readonly reversed: boolean;
  readonly value: string;
  /** How many alike parts the symbol stands for, with their refs. */
  readonly stands: readonly string[];
}

export interface SchematicPoint {
  readonly x: number;
  readonly y: number;
}

export interface Schematic {
  readonly width: number;
  readonly height: number;
  readonly symbols: readonly SchematicSymbol[];
  /** Each a run of points. */
  readonly wires: readonly (readonly SchematicPoint[])[];
  readonly junctions: readonly SchematicPoint[];
  /** One label a net. */
  readonly nets: readonly (SchematicPoint & { readonly name: string })[];
  /** True where no series-parallel order was found and every net is drawn as a rail. */
  readonly railed: boolean;
}

/** Room that one upright symbol takes, with its label to the right, and the length that one lying symbol takes. */
interface Measures {
  readonly cell: { readonly width: number; readonly height: number };
  readonly lying: number;
  readonly margin: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number };
}

const PLAIN: Measures = { cell: { width: 124, height: 84 }, lying: 104, margin: { left: 28, top: 64, right: 12, bottom: 28 } };
/** With a slot for readings under the words of each symbol. */
const SLOTTED: Measures = { cell: { width: 140, height: 124 }, lying: 132, margin: { left: 28, top: 92, right: 12, bottom: 28 } };
/** The supply's words stand at its right, before the first lying symbol. */
const SUPPLY_WORDS = 104;
/** Alike parts side by side, or in a chain, beyond this many are drawn as one. */
const FOLD_BEYOND = 4;
/** At most this many lie in the top wire before the branches begin. */
const LYING_AT_MOST = 4;

/**
 * Draws a circuit by itself: the supply at the left, what is in its lead along the top, branches upright to the
 * right, the return at the foot. What no series-parallel cut fits is drawn with every net a rail, which is always
 * right if never as fine.
 *
 * @returns undefined for an empty circuit
 */
export function drawSchematic(circuit: Circuit, { roomForSlots = false }: { readonly roomForSlots?: boolean } = {}): Schematic | undefined {
  const measures = roomForSlots ? SLOTTED : PLAIN;
  if (circuit.parts.length === 0) return undefined;
  const supply = suppliesOf(circuit)[0];
  if (supply) {
    const { cut, leftOver } = cutSeriesParallel(circuit, supply.pins[0], supply.pins[1], new Set([supply.ref]));
    if (cut && leftOver.length === 0) return drawCut(circuit, supply, cut, measures);
  }
  return drawRails(circuit, measures);
}

class Sheet {
  readonly symbols: SchematicSymbol[] = [];
  readonly wires: SchematicPoint[][] = [];
  readonly junctions: SchematicPoint[] = [];
  readonly nets: (SchematicPoint & { name: string })[] = [];
  private readonly labelled = new Set<string>();

  constructor(private readonly circuit: Circuit) {}

  symbol(ref: string, x: number, y: number, upright: boolean, reversed: boolean, stands: readonly string[] = [ref]): void {
    const part = partOf(this.circuit, ref);
    if (part) this.symbols.push({ ref, kind: part.kind, x, y, upright, reversed, value: partValue(part), stands });
  }

  wire(...points: SchematicPoint[]): void {
    const kept = points.filter((point, index) => index === 0 || point.x !== points[index - 1]?.x || point.y !== points[index - 1]?.y);
    if (kept.length > 1) this.wires.push(kept);
  }

  junction(x: number, y: number): void {
    if (!this.junctions.some((point) => point.x === x && point.y === y)) this.junctions.push({ x, y });
  }

  /** Labels a net once, at the first place offered. */
  net(name: string | undefined, x: number, y: number): void {
    if (name === undefined || this.labelled.has(name)) return;
    this.labelled.add(name);
    this.nets.push({ name, x, y });
  }

  finish(width: number, height: number, railed: boolean): Schematic {
    const { symbols, wires, junctions, nets } = this;
    return { width, height, symbols, wires, junctions, nets, railed };
  }
}

/** A cut measured: its size, and the axis on which it is entered from above and left below. */
interface Block {
  readonly width: number;
  readonly height: number;
  readonly axis: number;
  place(sheet: Sheet, x: number, y: number, height: number): void;
}

function drawCut(circuit: Circuit, supply: Part, cut: Cut, measures: Measures): Schematic {
  const { cell, margin } = measures;
  const sheet = new Sheet(circuit);
  const { lying, rest } = splitLead(circuit, cut);
  const block = measure(circuit, rest, measures);
  const top = margin.top;
  const height = Math.max(block.height, 2 * cell.height);
  const foot = top + height;
  const left = margin.left;
  const start = left + SUPPLY_WORDS + lying.length * measures.lying;
  const axis = start + block.axis;

  sheet.symbol(supply.ref, left, (top + foot) / 2, true, false);
  sheet.wire({ x: left, y: (top + foot) / 2 - 27 }, { x: left, y: top });
  sheet.wire({ x: left, y: (top + foot) / 2 + 27 }, { x: left, y: foot }, { x: axis, y: foot });
  sheet.net(supply.pins[0], left + 26, top);
  sheet.net(supply.pins[1], left + 60, foot);
  let x = left;
  lying.forEach((item, index) => {
    const middle = left + SUPPLY_WORDS + (index + 0.5) * measures.lying;
    sheet.wire({ x, y: top }, { x: middle - 27, y: top });
    sheet.symbol(item.ref, middle, top, false, item.reversed);
    const part = partOf(circuit, item.ref);
    sheet.net(part?.pins[item.reversed ? 0 : 1], middle + measures.lying / 2, top);
    x = middle + 27;
  });
  sheet.wire({ x, y: top }, { x: axis, y: top });
  block.place(sheet, start, top, height);
  return sheet.finish(start + block.width + margin.right, foot + margin.bottom, false);
}

type Leaf = Extract<Cut, { kind: 'part' }>;

/** What leads to the first branch or LED lies in the top wire; something is always left to stand. */
function splitLead(circuit: Circuit, cut: Cut): { lying: readonly Leaf[]; rest: Cut } {
  if (cut.kind !== 'series') return { lying: [], rest: cut };
  const lying: Leaf[] = [];
  for (const item of cut.items.slice(0, -1)) {
    if (item.kind !== 'part' || lying.length === LYING_AT_MOST || partOf(circuit, item.ref)?.kind === 'led') break;
    lying.push(item);
  }
  const items = cut.items.slice(lying.length);
  return { lying, rest: items.length === 1 ? (items[0] as Cut) : { kind: 'series', items } };
}

function measure(circuit: Circuit, cut: Cut, measures: Measures): Block {
  switch (cut.kind) {
    case 'part':
      return leafBlock(circuit, cut, [cut.ref], measures);
    case 'series':
      return seriesBlock(foldAlike(circuit, cut.items).map(({ item, refs }) => foldedBlock(circuit, item, refs, measures)));
    case 'parallel':
      return parallelBlock(foldAlike(circuit, cut.items).map(({ item, refs }) => foldedBlock(circuit, item, refs, measures)));
  }
}

function foldedBlock(circuit: Circuit, item: Cut, refs: readonly string[], measures: Measures): Block {
  return item.kind === 'part' ? leafBlock(circuit, item, refs, measures) : measure(circuit, item, measures);
}

function leafBlock(circuit: Circuit, { ref, reversed }: Leaf, stands: readonly string[], { cell }: Measures): Block {
  return {
    width: cell.width,
    height: cell.height,
    axis: 24,
    place(sheet, x, y, height) {
      const axis = x + 24;
      const middle = y + height / 2;
      sheet.wire({ x: axis, y }, { x: axis, y: middle - 27 });
      sheet.wire({ x: axis, y: middle + 27 }, { x: axis, y: y + height });
      sheet.symbol(ref, axis, middle, true, reversed, stands);
      const part = partOf(circuit, ref);
      // The net above it, where its own branch names it; rails name themselves.
      sheet.net(part?.pins[reversed ? 1 : 0], axis, y + 10);
    },
  };
}

function seriesBlock(blocks: readonly Block[]): Block {
  const axis = Math.max(...blocks.map((block) => block.axis));
  const height = blocks.reduce((sum, block) => sum + block.height, 0);
  return {
    width: Math.max(...blocks.map((block) => axis - block.axis + block.width)),
    height,
    axis,
    place(sheet, x, y, given) {
      let top = y;
      for (const block of blocks) {
        const share = (block.height / height) * given;
        block.place(sheet, x + axis - block.axis, top, share);
        top += share;
      }
    },
  };
}

function parallelBlock(blocks: readonly Block[]): Block {
  const lefts: number[] = [];
  let width = 0;
  for (const block of blocks) {
    lefts.push(width);
    width += block.width;
  }
  const axes = blocks.map((block, index) => (lefts[index] as number) + block.axis);
  const first = axes[0] ?? 0;
  const last = axes.at(-1) ?? 0;
  return {
    width,
    height: Math.max(...blocks.map((block) => block.height)),
    axis: first,
    place(sheet, x, y, height) {
      for (const level of [y, y + height]) {
        sheet.wire({ x: x + first, y: level }, { x: x + last, y: level });
        // The last branch ends its rail in a corner; the others meet it.
        for (const axis of axes.slice(0, -1)) sheet.junction(x + axis, level);
      }
      blocks.forEach((block, index) => {
        block.place(sheet, x + (lefts[index] as number), y, height);
      });
    },
  };
}

/** Runs of alike parts, folded into one symbol where there are too many to draw. */
function foldAlike(circuit: Circuit, items: readonly Cut[]): readonly { item: Cut; refs: readonly string[] }[] {
  const runs: { item: Cut; refs: string[]; key: string }[] = [];
  for (const item of items) {
    const key = item.kind === 'part' ? alikeKey(partOf(circuit, item.ref), item.reversed) : '';
    const last = runs.at(-1);
    if (item.kind === 'part' && last && last.key === key && key !== '') last.refs.push(item.ref);
    else runs.push({ item, refs: item.kind === 'part' ? [item.ref] : [], key });
  }
  return runs.flatMap(({ item, refs }): { item: Cut; refs: readonly string[] }[] =>
    item.kind !== 'part' || refs.length > FOLD_BEYOND ? [{ item, refs }] : refs.map((ref) => ({ item: { ...item, ref }, refs: [ref] })),
  );
}

function alikeKey(part: Part | undefined, reversed: boolean): string {
  if (!part) return '';
  const { ref: _, pins: __, marking: ___, note: ____, ...values } = part;
  return JSON.stringify([values, reversed]);
}

function pinCount(circuit: Circuit, net: string): number {
  return circuit.parts.reduce((count, part) => count + (part.pins as readonly string[]).filter((pin) => pin === net).length, 0);
}

/** Every net a level rail, every part upright between its two, in columns of their own. */
function drawRails(circuit: Circuit, { cell }: Measures): Schematic {
  const sheet = new Sheet(circuit);
  const nets = [...new Set(circuit.parts.flatMap((part) => part.pins as readonly string[]))];
  const ground = suppliesOf(circuit)[0]?.pins[1];
  const ordered = [...nets.filter((net) => net !== ground), ...(ground === undefined ? [] : [ground])];
  const spacing = cell.height;
  const level = new Map(ordered.map((net, index) => [net, 32 + index * spacing]));
  const reach = new Map<string, { from: number; to: number }>();
  circuit.parts.forEach((part, index) => {
    const x = 64 + index * cell.width;
    const [first, second, ...more] = part.pins as readonly string[] as readonly [string, string, ...string[]];
    const a = level.get(first) as number;
    const b = level.get(second) as number;
    const top = Math.min(a, b);
    const foot = Math.max(a, b);
    sheet.symbol(part.ref, x, (top + foot) / 2, true, a > b);
    sheet.wire({ x, y: top }, { x, y: (top + foot) / 2 - 27 });
    sheet.wire({ x, y: (top + foot) / 2 + 27 }, { x, y: foot });
    const touch = (net: string, at: number) => {
      const known = reach.get(net);
      reach.set(net, { from: Math.min(known?.from ?? at, at), to: Math.max(known?.to ?? at, at) });
      if (pinCount(circuit, net) > 1) sheet.junction(at, level.get(net) as number);
    };
    touch(first, x);
    touch(second, x);
    // Further pins leave a box at its right side, each on a way of its own.
    more.forEach((net, extra) => {
      const y = (top + foot) / 2 + (extra === 0 ? -12 : 12);
      const way = x + 76 + extra * 14;
      sheet.wire({ x: x + 16, y }, { x: way, y }, { x: way, y: level.get(net) as number });
      touch(net, way);
    });
  });
  for (const [net, { from, to }] of reach) {
    const y = level.get(net) as number;
    sheet.wire({ x: from - 24, y }, { x: to, y });
    sheet.net(net, from - 40, y);
  }
  return sheet.finish(64 + circuit.parts.length * cell.width, 32 + ordered.length * spacing, true);
}
