import { type Circuit, type Network, partOf } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import { partValue } from '../device/index.ts';
import type { Sheet } from './sheet.ts';
import { LABEL_LINE, labelWidth } from './symbol-label.ts';

/** Room that symbols take. */
export interface Measures {
  /** Height of an upright symbol with what stands above and below it. */
  readonly cell: number;
  /** Width of an upright symbol with its words, at the least. */
  readonly column: number;
  /** Width of a lying symbol, at the least. */
  readonly lying: number;
  /** From one lying row to the next above it. */
  readonly row: number;
  readonly margin: { readonly left: number; readonly top: number; readonly right: number; readonly foot: number };
}

type Leaf = Extract<Network, { kind: 'part' }>;

/** Half the length of a symbol. */
export const HALF = 27;
const AXIS = 24;
/** Between a symbol's words and the next symbol. */
const GAP = 14;
/** Alike parts in parallel, or in a chain, beyond this many are drawn as one. */
const FOLD_BEYOND = 4;

/** Room that a net's name wants in its wire; a pin that is joined to nothing has none. */
export function nameRoom(net: string | undefined): number {
  return net === undefined || net.includes('.') ? 0 : 9 * net.length + 16;
}

/** An upright network measured: its size, and the axis on which it is entered from above and left below. */
export interface Block {
  readonly width: number;
  readonly height: number;
  readonly axis: number;
  place(sheet: Sheet, x: number, y: number, height: number): void;
}

export function uprightBlock(circuit: Circuit, network: Network, measures: Measures): Block {
  switch (network.kind) {
    case 'part':
      return leafBlock(circuit, network, [network.ref], measures);
    case 'series':
      return seriesBlock(foldAlike(circuit, network.items).map(({ item, refs }) => foldedBlock(circuit, item, refs, measures)));
    case 'parallel':
      return parallelBlock(
        circuit,
        network,
        foldAlike(circuit, network.items).map(({ item, refs }) => foldedBlock(circuit, item, refs, measures)),
      );
  }
}

/** The nets at the two ends of a network. */
export function endsOf(circuit: Circuit, network: Network): readonly [string, string] {
  if (network.kind === 'part') {
    const [a = '', b = ''] = (partOf(circuit, network.ref)?.pins ?? []) as readonly string[];
    return network.reversed ? [b, a] : [a, b];
  }
  const [first, last] = [network.items[0] as Network, network.items.at(-1) as Network];
  return network.kind === 'parallel' ? endsOf(circuit, first) : [endsOf(circuit, first)[0], endsOf(circuit, last)[1]];
}

function foldedBlock(circuit: Circuit, item: Network, refs: readonly string[], measures: Measures): Block {
  return item.kind === 'part' ? leafBlock(circuit, item, refs, measures) : uprightBlock(circuit, item, measures);
}

function wordsWidth(circuit: Circuit, ref: string, stands: readonly string[]): number {
  const part = partOf(circuit, ref);
  return part ? labelWidth({ ref, stands, value: partValue(part) }) : 0;
}

function leafBlock(circuit: Circuit, leaf: Leaf, stands: readonly string[], { cell, column }: Measures): Block {
  const { ref, reversed } = leaf;
  // The chain's far end is that of the last part which the symbol stands for.
  const last = stands.at(-1) ?? ref;
  const [above] = endsOf(circuit, leaf);
  const [, below] = endsOf(circuit, { ...leaf, ref: last });
  // A long name stands over its axis, and keeps to its own column.
  const room = nameRoom(above) / 2;
  const ownAxis = Math.max(AXIS, room);
  return {
    width: Math.max(column, ownAxis + Math.max(room, 20 + wordsWidth(circuit, ref, stands) + GAP)),
    height: cell,
    axis: ownAxis,
    place(sheet, x, y, height) {
      const axis = x + ownAxis;
      const middle = y + height / 2;
      sheet.wire(above, { x: axis, y }, { x: axis, y: middle - HALF });
      sheet.wire(below, { x: axis, y: middle + HALF }, { x: axis, y: y + height });
      sheet.symbol(ref, axis, middle, true, reversed, stands);
      // The net above it, where its own branch names it; rails name themselves.
      sheet.net(above, axis, y + Math.min(10, (height / 2 - HALF) / 2));
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

function parallelBlock(circuit: Circuit, network: Network, blocks: readonly Block[]): Block {
  const lefts: number[] = [];
  let width = 0;
  for (const block of blocks) {
    lefts.push(width);
    width += block.width;
  }
  const axes = blocks.map((block, index) => (lefts[index] as number) + block.axis);
  const first = axes[0] ?? 0;
  const last = axes.at(-1) ?? 0;
  const ends = endsOf(circuit, network);
  return {
    width,
    height: Math.max(...blocks.map((block) => block.height)),
    axis: first,
    place(sheet, x, y, height) {
      for (const [index, level] of [y, y + height].entries()) {
        sheet.wire(ends[index] as string, { x: x + first, y: level }, { x: x + last, y: level });
        // The last branch ends its rail in a corner; the others meet it.
        for (const axis of axes.slice(0, -1)) sheet.junction(x + axis, level);
      }
      blocks.forEach((block, index) => {
        block.place(sheet, x + (lefts[index] as number), y, height);
      });
    },
  };
}

/** A network lying in a wire: what is in parallel stands in rows above. */
export interface LyingBlock {
  readonly width: number;
  /** Above the wire, with the words. */
  readonly above: number;
  place(sheet: Sheet, x: number, y: number, width: number): void;
}

export function lyingBlock(circuit: Circuit, network: Network, measures: Measures): LyingBlock {
  switch (network.kind) {
    case 'part':
      return lyingLeaf(circuit, network, measures);
    case 'series':
      return lyingSeries(
        network.items.map((item) => lyingBlock(circuit, item, measures)),
        network.items.map((item) => endsOf(circuit, item)[1]),
      );
    case 'parallel':
      return lyingParallel(
        circuit,
        network,
        network.items.map((item) => lyingBlock(circuit, item, measures)),
        measures,
      );
  }
}

function lyingLeaf(circuit: Circuit, leaf: Leaf, { lying, margin }: Measures): LyingBlock {
  const { ref, reversed } = leaf;
  const [left, right] = endsOf(circuit, leaf);
  const part = partOf(circuit, ref);
  const lines = part ? partValue(part).split(', ').length + 1 : 1;
  return {
    width: Math.max(lying, wordsWidth(circuit, ref, [ref]) + GAP, 2 * HALF + Math.max(nameRoom(left), nameRoom(right))),
    above: Math.max(margin.top, 24 + LABEL_LINE * lines),
    place(sheet, x, y, width) {
      const middle = x + width / 2;
      sheet.wire(left, { x, y }, { x: middle - HALF, y });
      sheet.symbol(ref, middle, y, false, reversed);
      sheet.wire(right, { x: middle + HALF, y }, { x: x + width, y });
    },
  };
}

function lyingSeries(blocks: readonly LyingBlock[], nets: readonly string[]): LyingBlock {
  const whole = blocks.reduce((sum, block) => sum + block.width, 0);
  return {
    width: whole,
    above: Math.max(...blocks.map(({ above }) => above)),
    place(sheet, x, y, width) {
      let left = x;
      blocks.forEach((block, index) => {
        const share = (block.width / whole) * width;
        block.place(sheet, left, y, share);
        left += share;
        if (index < blocks.length - 1) sheet.net(nets[index], left, y);
      });
    },
  };
}

function lyingParallel(circuit: Circuit, network: Network, blocks: readonly LyingBlock[], { row }: Measures): LyingBlock {
  const ends = endsOf(circuit, network);
  const rows = blocks.map((block) => Math.max(row, block.above));
  return {
    width: Math.max(...blocks.map(({ width }) => width)) + 16,
    above: rows.reduce((sum, height) => sum + height, 0),
    place(sheet, x, y, width) {
      const inset = 8;
      let level = y;
      blocks.forEach((block, index) => {
        block.place(sheet, x + inset, level, width - 2 * inset);
        if (index < blocks.length - 1) level -= rows[index] as number;
      });
      for (const [index, at] of [x + inset, x + width - inset].entries()) {
        sheet.wire(ends[index] as string, { x: index === 0 ? x : x + width, y }, { x: at, y });
        sheet.wire(ends[index] as string, { x: at, y }, { x: at, y: level });
        sheet.junction(at, y);
      }
    },
  };
}

/** Runs of alike parts, folded into one symbol where there are too many to draw. */
function foldAlike(circuit: Circuit, items: readonly Network[]): readonly { item: Network; refs: readonly string[] }[] {
  const runs: { item: Network; refs: string[]; key: string }[] = [];
  for (const item of items) {
    const key = item.kind === 'part' ? alikeKey(partOf(circuit, item.ref), item.reversed) : '';
    const last = runs.at(-1);
    if (item.kind === 'part' && last && last.key === key && key !== '') last.refs.push(item.ref);
    else runs.push({ item, refs: item.kind === 'part' ? [item.ref] : [], key });
  }
  return runs.flatMap(({ item, refs }): { item: Network; refs: readonly string[] }[] =>
    item.kind !== 'part' || refs.length > FOLD_BEYOND ? [{ item, refs }] : refs.map((ref) => ({ item: { ...item, ref }, refs: [ref] })),
  );
}

function alikeKey(part: Part | undefined, reversed: boolean): string {
  if (!part) return '';
  const { ref: _, pins: __, marking: ___, note: ____, ...values } = part;
  return JSON.stringify([values, reversed]);
}
