import { type Circuit, partOf } from '../circuit/index.ts';
import { deviceOf, type PartKind } from '../device/index.ts';

export interface SchematicPoint {
  readonly x: number;
  readonly y: number;
}

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
  /** Parts of more than two pins are boxes, with their pins on the edge. */
  readonly box?: SchematicBox;
}

export interface SchematicBox {
  readonly width: number;
  readonly height: number;
  /** Of each pin in the kind's order: where its wire meets the box. */
  readonly pins: readonly (SchematicPoint & { readonly words: string; readonly side: 'left' | 'right' | 'top' | 'foot' })[];
}

export interface SchematicWire {
  readonly net: string;
  /** A run of points. */
  readonly points: readonly SchematicPoint[];
}

export interface Schematic {
  readonly width: number;
  readonly height: number;
  readonly symbols: readonly SchematicSymbol[];
  readonly wires: readonly SchematicWire[];
  readonly junctions: readonly SchematicPoint[];
  /** Places where a net's name stands: one at least for every net that is more than a pin. */
  readonly nets: readonly (SchematicPoint & { readonly name: string })[];
  /** True where something did not fit the order from supply to return, and its nets are drawn as rails. */
  readonly railed: boolean;
}

/** Collects what is drawn. */
export class Sheet {
  readonly symbols: SchematicSymbol[] = [];
  private readonly wires: SchematicWire[] = [];
  private readonly junctions: SchematicPoint[] = [];
  private readonly nets: (SchematicPoint & { name: string })[] = [];
  private labelled = new Set<string>();

  constructor(readonly circuit: Circuit) {}

  symbol(
    ref: string,
    x: number,
    y: number,
    upright: boolean,
    reversed: boolean,
    stands: readonly string[] = [ref],
    box?: SchematicBox,
  ): void {
    const part = partOf(this.circuit, ref);
    if (!part) return;
    this.symbols.push({
      ref,
      kind: part.kind,
      x,
      y,
      upright,
      reversed,
      value: deviceOf(part.kind).value(part),
      stands,
      ...(box && { box }),
    });
  }

  wire(net: string, ...points: SchematicPoint[]): void {
    const kept = points.filter((point, index) => index === 0 || point.x !== points[index - 1]?.x || point.y !== points[index - 1]?.y);
    if (kept.length > 1) this.wires.push({ net, points: kept });
  }

  junction(x: number, y: number): void {
    if (!this.junctions.some((point) => point.x === x && point.y === y)) this.junctions.push({ x, y });
  }

  /** Names a net at the first place offered; a pin that is joined to nothing has no name. */
  net(name: string | undefined, x: number, y: number): void {
    if (name === undefined || name.includes('.') || this.labelled.has(name)) return;
    this.labelled.add(name);
    this.nets.push({ name, x, y });
  }

  /** From here on nets are named again: another picture of the same circuit begins. */
  nameAgain(): void {
    this.labelled = new Set();
  }

  finish(width: number, height: number, railed: boolean): Schematic {
    const { symbols, wires, junctions, nets } = this;
    return { width, height, symbols, wires, junctions, nets, railed };
  }
}

/** What stands at a pin in its box. */
export function pinWords(kind: PartKind, pin: number): string {
  const name = deviceOf(kind).pins[pin] ?? '';
  if (name.startsWith('ac')) return '~';
  if (/plus$/i.test(name)) return '+';
  if (/minus$/i.test(name)) return '−';
  return name.slice(0, 1);
}
