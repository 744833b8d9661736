import { type Circuit, partOf, suppliesOf } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import { partValue } from '../device/index.ts';
import { HALF, type Measures } from './blocks.ts';
import { pinWords, type SchematicBox, type Sheet } from './sheet.ts';
import { labelWidth } from './symbol-label.ts';

const PIN_PITCH = 20;
const BOX_HEIGHT = 40;

/**
 * Every net a level rail, every part upright in a column of its own between two rails: always right, if never as
 * fine. Symbols stand in the gaps between rails, so that no rail runs through one.
 *
 * @returns the size that it took, from (0, y) on
 */
export function drawRails(sheet: Sheet, parts: readonly Part[], y: number, { cell, margin }: Measures): { width: number; height: number } {
  const { circuit } = sheet;
  const nets = railOrder(parts, suppliesOf(circuit)[0]?.pins[1]);
  const level = new Map(nets.map((net, index) => [net, y + 32 + index * cell]));
  const reach = new Map<string, number[]>();
  const touch = (net: string, at: number) => reach.set(net, [...(reach.get(net) ?? []), at]);
  let x = margin.left + 56;
  for (const part of parts) x += placeInColumn(sheet, part, x, nets, level, touch, cell);
  for (const [net, touches] of reach) {
    const at = level.get(net) as number;
    const [from, to] = [Math.min(...touches), Math.max(...touches)];
    sheet.wire(net, { x: from - 24, y: at }, { x: to, y: at });
    // A corner at its far end, a meeting everywhere else.
    for (const place of touches) if (place !== to || touches.filter((other) => other === to).length > 1) sheet.junction(place, at);
    sheet.net(net, from - 40, at);
  }
  return { width: x + margin.right, height: 32 + nets.length * cell };
}

function placeInColumn(
  sheet: Sheet,
  part: Part,
  x: number,
  nets: readonly string[],
  level: ReadonlyMap<string, number>,
  touch: (net: string, at: number) => void,
  cell: number,
): number {
  const pins = part.pins as readonly string[];
  const ranks = pins.map((net) => nets.indexOf(net));
  const words = labelWidth({ ref: part.ref, stands: [part.ref], value: partValue(part) });
  const levelOf = (net: string) => level.get(net) as number;
  if (pins.length === 2) {
    const [first, second] = pins as readonly [string, string];
    const [a, b] = ranks as [number, number];
    const gap = Math.floor((Math.min(a, b) + Math.max(a, b) - 1) / 2);
    const middle = levelOf(nets[gap] as string) + cell / 2;
    const [above, below] = a < b ? [first, second] : [second, first];
    sheet.symbol(part.ref, x, middle, true, a > b);
    sheet.wire(above, { x, y: levelOf(above) }, { x, y: middle - HALF });
    sheet.wire(below, { x, y: middle + HALF }, { x, y: levelOf(below) });
    touch(first, x);
    touch(second, x);
    return Math.max(84, 20 + words + 24 + HALF);
  }
  const sorted = [...ranks].sort((a, b) => a - b);
  const gap = Math.min(sorted[Math.floor((sorted.length - 1) / 2)] as number, nets.length - 2);
  const middle = levelOf(nets[Math.max(0, gap)] as string) + cell / 2;
  const box = boxOf(part, x, middle, ranks, gap);
  sheet.symbol(part.ref, box.x, middle, true, false, [part.ref], box.box);
  for (const [pin, net] of pins.entries()) {
    const at = box.box.pins[pin] as { x: number; y: number };
    sheet.wire(net, at, { x: at.x, y: levelOf(net) });
    touch(net, at.x);
  }
  return box.box.width + words + 6 + 24 + HALF;
}

/** Pins whose rail is above leave at the top, the others at the foot. */
function boxOf(part: Part, left: number, middle: number, ranks: readonly number[], gap: number): { x: number; box: SchematicBox } {
  const isAbove = ranks.map((rank) => rank <= gap);
  const count = Math.max(isAbove.filter(Boolean).length, isAbove.filter((above) => !above).length);
  const width = Math.max(54, count * PIN_PITCH + 14);
  let [tops, feet] = [0, 0];
  const pins = isAbove.map((above, pin) => ({
    // Those at the foot stand half a pitch off, so that no two wires share a column.
    x: left + 10 + (above ? tops++ * PIN_PITCH : feet++ * PIN_PITCH + PIN_PITCH / 2),
    y: middle + (above ? -BOX_HEIGHT / 2 : BOX_HEIGHT / 2),
    words: pinWords(part.kind, pin),
    side: above ? ('top' as const) : ('foot' as const),
  }));
  return { x: left + width / 2, box: { width, height: BOX_HEIGHT, pins } };
}

/** In the order that the parts name them, minus last. */
function railOrder(parts: readonly Part[], ground: string | undefined): readonly string[] {
  const nets = [...new Set(parts.flatMap((part) => part.pins as readonly string[]))];
  return ground !== undefined && nets.includes(ground) ? [...nets.filter((net) => net !== ground), ground] : nets;
}

/** The parts of these refs, in the circuit's order. */
export function partsOf(circuit: Circuit, refs: readonly string[]): readonly Part[] {
  return circuit.parts.filter(({ ref }) => refs.includes(ref)).flatMap(({ ref }) => partOf(circuit, ref) ?? []);
}
