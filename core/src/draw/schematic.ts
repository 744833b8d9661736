import { type Circuit, type Network, partOf, refsOf, suppliesOf } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import { isKind, partValue } from '../device/index.ts';
import { endsOf, HALF, lyingBlock, type Measures, nameRoom, uprightBlock } from './blocks.ts';
import { drawRails, partsOf } from './rails.ts';
import { type Section, type SectionBox, sectionsOf } from './sections.ts';
import { pinWords, type Schematic, Sheet } from './sheet.ts';
import { labelWidth } from './symbol-label.ts';

const PLAIN: Measures = { cell: 84, column: 84, lying: 80, row: 68, margin: { left: 28, top: 64, right: 4, foot: 28 } };
/** With a slot for readings under the words of each symbol. */
const SLOTTED: Measures = { cell: 124, column: 140, lying: 132, row: 96, margin: { left: 28, top: 92, right: 12, foot: 28 } };
/** Between two sections, where the net's name stands. */
const JOINT = 34;
const BOX_WIDTH = 66;
/** A box stands this far over its wires. */
const OVERHANG = 22;
/** At most this many lie in a wire before the branches begin. */
const LYING_AT_MOST = 4;

/**
 * Draws a circuit by itself: the supply at the left, what is in its leads lying in the top and the foot wire, boxes
 * that two wires enter and two leave, branches upright, the line to minus at the foot. What has no place in that way is
 * drawn below with every net a rail, joined to the rest by the names of the nets.
 *
 * @returns undefined for an empty circuit
 */
export function drawSchematic(circuit: Circuit, { roomForSlots = false }: { readonly roomForSlots?: boolean } = {}): Schematic | undefined {
  if (circuit.parts.length === 0) return undefined;
  const measures = roomForSlots ? SLOTTED : PLAIN;
  const sheet = new Sheet(circuit);
  const supply = suppliesOf(circuit)[0];
  const { sections, leftOver } = supply ? sectionsOf(circuit, supply) : { sections: [], leftOver: circuit.parts.map(({ ref }) => ref) };
  // A supply with nothing that follows it is a part like the others.
  if (!supply || sections.length === 0) {
    const { width, height } = drawRails(sheet, circuit.parts, 0, measures);
    return sheet.finish(width, height, true);
  }
  const way = drawWay(
    sheet,
    supply,
    sections.flatMap((section, index) => (index === sections.length - 1 ? laidOut(circuit, section) : [section])),
    measures,
  );
  if (leftOver.length === 0) return sheet.finish(way.width, way.height, false);
  sheet.nameAgain();
  const rails = drawRails(sheet, partsOf(circuit, leftOver), way.height, measures);
  return sheet.finish(Math.max(way.width, rails.width), way.height + rails.height, true);
}

/** What leads to the first branch or LED of the last section lies in its wires; something is always left to stand. */
function laidOut(circuit: Circuit, section: Section): readonly Section[] {
  const { across } = section;
  if (across?.kind !== 'series') return [section];
  const lies = (item: Network) => item.kind === 'part' && !isKind(partOf(circuit, item.ref), 'led');
  const { items } = across;
  let from = 0;
  while (from < items.length - 1 && from + section.lead.length < LYING_AT_MOST && lies(items[from] as Network)) from++;
  let to = items.length;
  while (to - 1 > from && items.length - to + section.foot.length < LYING_AT_MOST && lies(items[to - 1] as Network)) to--;
  // Behind the last LED something may lie in the line to minus; where there is none, all stands in one column.
  if (!items.slice(from, to).some((item) => refsOf(item).some((ref) => isKind(partOf(circuit, ref), 'led')))) to = items.length;
  const rest = items.slice(from, to);
  const standing: Network = rest.length === 1 ? (rest[0] as Network) : { kind: 'series', items: rest };
  const [topNet, footNet] = endsOf(circuit, standing);
  const foot = items
    .slice(to)
    .map((item) => flipped(item))
    .reverse();
  return [{ lead: [...section.lead, ...items.slice(0, from)], foot: [...section.foot, ...foot], topNet, footNet, across: standing }];
}

/** A part of the line to minus, seen from the supply. */
function flipped(item: Network): Network {
  return item.kind === 'part' ? { ...item, reversed: !item.reversed } : item;
}

function drawWay(sheet: Sheet, supply: Part, sections: readonly Section[], measures: Measures): { width: number; height: number } {
  const { circuit } = sheet;
  const { margin, cell } = measures;
  const leads = sections.map(({ lead }) => lead.map((network) => lyingBlock(circuit, network, measures)));
  const feet = sections.map(({ foot }) => foot.map((network) => lyingBlock(circuit, network, measures)));
  const blocks = sections.map(({ across }) => across && uprightBlock(circuit, across, measures));
  const top = Math.max(margin.top, ...leads.flat().map(({ above }) => above));
  // The words of what lies in the line to minus need room under those of the supply, which stand half way.
  const footRoom = Math.max(0, ...feet.flat().map(({ above }) => 2 * (above + 28)));
  const height = Math.max(2 * cell, footRoom, ...blocks.map((block) => block?.height ?? 0));
  const foot = top + height;
  const left = margin.left;
  const middle = (top + foot) / 2;
  const [plus, minus] = supply.pins as readonly [string, string];
  sheet.symbol(supply.ref, left, middle, true, false);
  sheet.wire(plus, { x: left, y: middle - HALF }, { x: left, y: top });
  sheet.wire(minus, { x: left, y: middle + HALF }, { x: left, y: foot });
  // What lies in the wires passes over and under the supply's words; what stands keeps clear of them.
  const clear = left + 20 + labelWidth({ ref: supply.ref, stands: [supply.ref], value: partValue(supply) }) + 24;
  let x = left + joint(plus, minus) + 10;
  let [topFrom, footFrom] = [left, left];
  let [topNet, footNet] = [plus, minus];
  sheet.net(plus, left + 10 + joint(plus, minus) / 2, top);
  sheet.net(minus, left + 10 + joint(plus, minus) / 2, foot);
  sections.forEach((section, index) => {
    const lying = Math.max(widthOf(leads[index]), widthOf(feet[index]));
    const end = x + lying + (lying > 0 ? joint(section.topNet, section.footNet) : 0);
    [topFrom, topNet] = layWire(sheet, leads[index] ?? [], section.lead, { from: topFrom, net: topNet, x, y: top, width: lying });
    [footFrom, footNet] = layWire(sheet, feet[index] ?? [], section.foot, { from: footFrom, net: footNet, x, y: foot, width: lying });
    x = Math.max(end, clear);
    const block = blocks[index];
    if (block) {
      const axis = x + block.axis;
      sheet.wire(topNet, { x: topFrom, y: top }, { x: axis, y: top });
      sheet.wire(footNet, { x: footFrom, y: foot }, { x: axis, y: foot });
      block.place(sheet, x, top, height);
      // The way goes on from the far end of what stands here, which is on the same two nets.
      if (index < sections.length - 1) {
        sheet.junction(axis, top);
        sheet.junction(axis, foot);
      }
      [topFrom, footFrom] = [axis, axis];
      x += block.width;
    }
    if (section.box) {
      placeBox(sheet, section.box, x, top, foot, topFrom, footFrom);
      [topFrom, footFrom] = [x + BOX_WIDTH, x + BOX_WIDTH];
      [topNet, footNet] = [(section.box.ports[2] as { net: string }).net, (section.box.ports[3] as { net: string }).net];
      x += BOX_WIDTH;
      const room = joint(topNet, footNet);
      sheet.net(topNet, x + room / 2, top);
      sheet.net(footNet, x + room / 2, foot);
      x += room;
    }
  });
  // What leads nowhere yet is left open, a little wire at its end.
  for (const [from, net, y] of [
    [topFrom, topNet, top],
    [footFrom, footNet, foot],
  ] as const)
    if (x - from > JOINT && sections.at(-1)?.across === undefined) sheet.wire(net, { x: from, y }, { x: x - JOINT / 2, y });
  return { width: x + margin.right, height: foot + margin.foot };
}

/** Room between two sections for the names of their nets. */
function joint(...nets: readonly string[]): number {
  return Math.max(JOINT, ...nets.map(nameRoom));
}

interface WireRun {
  readonly from: number;
  readonly net: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

/** Lays blocks in a wire from x on; returns where the wire goes on, and which net it is there. */
function layWire(
  sheet: Sheet,
  blocks: readonly ReturnType<typeof lyingBlock>[],
  networks: readonly Network[],
  { from, net, x, y, width }: WireRun,
): [number, string] {
  if (blocks.length === 0) return [from, net];
  const whole = blocks.reduce((sum, block) => sum + block.width, 0);
  sheet.wire(net, { x: from, y }, { x, y });
  let at = x;
  let now = net;
  blocks.forEach((block, index) => {
    const share = (block.width / whole) * width;
    block.place(sheet, at, y, share);
    at += share;
    now = endsOf(sheet.circuit, networks[index] as Network)[1];
    // The last names itself in the joint; between two symbols there is just room for a letter.
    sheet.net(now, index === blocks.length - 1 ? at + joint(now) / 2 : at, y);
  });
  return [at, now];
}

function widthOf(blocks: readonly { readonly width: number }[] | undefined): number {
  return (blocks ?? []).reduce((sum, { width }) => sum + width, 0);
}

function placeBox(
  sheet: Sheet,
  { ref, stands, ports }: SectionBox,
  x: number,
  top: number,
  foot: number,
  topFrom: number,
  footFrom: number,
): void {
  const [topLeft, footLeft, topRight, footRight] = ports as readonly [Port, Port, Port, Port];
  sheet.wire(topLeft.net, { x: topFrom, y: top }, { x, y: top });
  sheet.wire(footLeft.net, { x: footFrom, y: foot }, { x, y: foot });
  // Something always shows at its outputs, though nothing follows yet.
  for (const [net, y] of [
    [topRight.net, top],
    [footRight.net, foot],
  ] as const)
    sheet.wire(net, { x: x + BOX_WIDTH, y }, { x: x + BOX_WIDTH + JOINT / 2, y });
  const kind = stands.length > 1 ? 'bridge' : (partOf(sheet.circuit, ref)?.kind ?? 'bridge');
  const at = {
    [topLeft.pin]: [x, top],
    [footLeft.pin]: [x, foot],
    [topRight.pin]: [x + BOX_WIDTH, top],
    [footRight.pin]: [x + BOX_WIDTH, foot],
  };
  const pins = [0, 1, 2, 3].map((pin) => {
    const [px = 0, py = 0] = at[pin] ?? [];
    return { x: px, y: py, words: pinWords(kind, pin), side: px === x ? ('left' as const) : ('right' as const) };
  });
  const box = { width: BOX_WIDTH, height: foot - top + 2 * OVERHANG, pins };
  sheet.symbol(ref, x + BOX_WIDTH / 2, (top + foot) / 2, true, false, stands, box);
  // A wire that goes in and out again passes under the box.
  if (footLeft.net === footRight.net) {
    const under = foot + OVERHANG + 8;
    sheet.wire(
      footLeft.net,
      { x: x - 10, y: foot },
      { x: x - 10, y: under },
      { x: x + BOX_WIDTH + 10, y: under },
      { x: x + BOX_WIDTH + 10, y: foot },
    );
    sheet.junction(x - 10, foot);
    sheet.junction(x + BOX_WIDTH + 10, foot);
  }
}

type Port = SectionBox['ports'][number];
