import type { Circuit } from '../circuit/index.ts';
import { deviceOf, isKind, type Part } from '../device/index.ts';
import { DisjointSets } from '../numeric/index.ts';

/** Above this a capacitor that fails as a short is no danger by itself: 230 V leave 53 W in less, ohm. */
const LOW_OHMS = 1000;

/** The way that a source's current takes through a circuit, by its nets alone. */
export class SupplyPath {
  private readonly nets: readonly string[];
  private readonly index: ReadonlyMap<string, number>;
  private readonly lines: DisjointSets;

  constructor(
    private readonly circuit: Circuit,
    private readonly source: Part,
  ) {
    this.nets = [...new Set(circuit.parts.flatMap(({ pins }) => pins as readonly string[]))];
    this.index = new Map(this.nets.map((net, index) => [net, index]));
    this.lines = this.joined(circuit.parts.filter((part) => part !== source && isLowOhms(part)));
  }

  /** The source's two pins. */
  get pins(): readonly [string, string] {
    return [this.source.pins[0], this.source.pins[1]];
  }

  /** Whether nothing but low ohms lies between a net and that pin of the source. */
  isOnLine(net: string, pin: string): boolean {
    return this.isJoined(this.lines, net, pin);
  }

  /** Whether nothing but low ohms lies between two nets. */
  isOneLine(net: string, other: string): boolean {
    return this.isJoined(this.lines, net, other);
  }

  /** The whole current of the source passes a part where its two pins part without it. */
  carriesWhole(part: Part): boolean {
    const [plus, minus] = this.pins;
    const rest = this.joined(this.circuit.parts.filter((other) => other !== part && other !== this.source));
    return !this.isJoined(rest, plus, minus);
  }

  /** Whether a part that carries the whole current stands in the lead of that pin: between it and all that does not only lie in line. */
  isInLead(part: Part, pin: string): boolean {
    const rest = this.joined(this.circuit.parts.filter((other) => other !== part && other !== this.source));
    return this.circuit.parts
      .filter((other) => other !== part && other !== this.source)
      .filter(({ pins }) => (pins as readonly string[]).some((net) => this.isJoined(rest, net, pin)))
      .every(isInLine);
  }

  private joined(parts: readonly Part[]): DisjointSets {
    const sets = new DisjointSets(this.nets.length);
    for (const { pins } of parts) {
      const [first, ...others] = (pins as readonly string[]).map((net) => this.index.get(net) as number);
      for (const other of others) sets.join(first as number, other);
    }
    return sets;
  }

  private isJoined(sets: DisjointSets, a: string, b: string): boolean {
    const [one, other] = [this.index.get(a), this.index.get(b)];
    return one !== undefined && other !== undefined && sets.isJoined(one, other);
  }
}

/** What opens where too much goes through it. */
export function isFuse(part: Part): boolean {
  return isKind(part, 'fuse') || (isKind(part, 'resistor') && part.fusible === true);
}

/** What lies in a lead and takes little: a switch, a fuse, a surge resistor, a choke. */
function isInLine(part: Part): boolean {
  return part.pins.length === 2 && (deviceOf(part.kind).conducts === true || deviceOf(part.kind).wire?.(part) !== undefined);
}

function isLowOhms(part: Part): boolean {
  if (isKind(part, 'resistor') || isKind(part, 'thermistor')) return part.ohms <= LOW_OHMS;
  if (isKind(part, 'switch')) return part.closed !== false;
  return isInLine(part);
}
