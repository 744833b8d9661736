import { type Circuit, type Network, partOf, type ReducedEdge, reduceSeriesParallel, refsOf, reverseNetwork } from '../circuit/index.ts';
import { isKind, type Part } from '../device/index.ts';

/** A part with two wires in at its left and two out at its right. */
export interface SectionBox {
  readonly ref: string;
  /** All that it stands for: four diodes can be one bridge. */
  readonly stands: readonly string[];
  /** In the order top left, foot left, top right, foot right: index of the pin, and its net. */
  readonly ports: readonly { readonly pin: number; readonly net: string }[];
}

/** A stretch of the way from supply to load: what lies in its two wires, then what stands across them or a box. */
export interface Section {
  readonly lead: readonly Network[];
  readonly foot: readonly Network[];
  /** The nets at its right end. */
  readonly topNet: string;
  readonly footNet: string;
  readonly across?: Network;
  readonly box?: SectionBox;
}

export interface Sections {
  readonly sections: readonly Section[];
  /** Refs that have no place in the way from supply to return. */
  readonly leftOver: readonly string[];
}

/**
 * The way of the current, from the supply's two pins on: leads, what stands across, boxes with two wires in and two
 * out, again and again, as far as the circuit has that shape.
 */
export function sectionsOf(circuit: Circuit, supply: Part): Sections {
  return new Walk(circuit, supply).run();
}

class Walk {
  private edges: ReducedEdge[];
  private others: string[];
  private readonly visited: Set<string>;
  private top: string;
  private foot: string;

  constructor(
    private readonly circuit: Circuit,
    supply: Part,
  ) {
    const [top, foot] = supply.pins as readonly [string, string];
    const manyPinned = circuit.parts.filter(({ pins }) => pins.length > 2).flatMap(({ pins }) => pins as readonly string[]);
    const bridges = diodeBridgeNets(circuit);
    const reduced = reduceSeriesParallel(circuit, new Set([top, foot, ...manyPinned, ...bridges]), new Set([supply.ref]));
    this.edges = [...reduced.edges];
    this.others = [...reduced.others];
    this.top = top;
    this.foot = foot;
    this.visited = new Set([top, foot]);
  }

  run(): Sections {
    const sections: Section[] = [];
    let lead: Network[] = [];
    let foot: Network[] = [];
    const close = (end: Partial<Pick<Section, 'across' | 'box'>>) => {
      sections.push({ lead, foot, topNet: this.top, footNet: this.foot, ...end });
      lead = [];
      foot = [];
    };
    for (;;) {
      const across = this.takeAcross();
      if (across) {
        close({ across });
        continue;
      }
      const box = this.takeBox();
      if (box) {
        close({ box });
        [this.top, this.foot] = [(box.ports[2] as { net: string }).net, (box.ports[3] as { net: string }).net];
        this.visited.add(this.top).add(this.foot);
        continue;
      }
      const step = this.nextStep();
      if (!step) break;
      if (step.wire === 'top') {
        lead.push(step.network);
        this.top = step.far;
      } else {
        foot.push(step.network);
        this.foot = step.far;
      }
    }
    if (lead.length + foot.length > 0) close({});
    return { sections, leftOver: [...this.others, ...this.edges.flatMap(({ network }) => refsOf(network))] };
  }

  /** On in the top wire, else in the foot wire; a wire that is at the input of a box already waits for the other. */
  private nextStep(): { wire: 'top' | 'foot'; network: Network; far: string } | undefined {
    for (const waits of [true, false]) {
      for (const wire of ['top', 'foot'] as const) {
        const [from, opposite] = wire === 'top' ? [this.top, this.foot] : [this.foot, this.top];
        if (waits && this.isInput(from)) continue;
        const taken = this.takeLead(from, opposite);
        if (taken) return { wire, ...taken };
      }
    }
    return undefined;
  }

  private isInput(net: string): boolean {
    return this.others.some((ref) => {
      const pins = (partOf(this.circuit, ref)?.pins ?? []) as readonly string[];
      return pins.length === 4 && pins.slice(0, 2).includes(net);
    });
  }

  private takeAcross(): Network | undefined {
    const found = this.edges.find(({ a, b }) => (a === this.top && b === this.foot) || (a === this.foot && b === this.top));
    if (!found) return undefined;
    this.drop(found);
    return found.a === this.top ? found.network : reverseNetwork(found.network);
  }

  /** The one way on from a net, to a net not seen yet; where there are several, the one that leads to more. */
  private takeLead(from: string, opposite: string): { network: Network; far: string } | undefined {
    const ways = this.edges.flatMap((edge) => {
      const far = edge.a === from ? edge.b : edge.b === from ? edge.a : undefined;
      return far === undefined || far === opposite || this.visited.has(far) ? [] : [{ edge, far }];
    });
    const leading = ways.length > 1 ? ways.filter(({ far }) => this.leadsOn(far)) : ways;
    const [way] = leading;
    if (!way || leading.length > 1) return undefined;
    this.drop(way.edge);
    this.visited.add(way.far);
    return { network: way.edge.a === from ? way.edge.network : reverseNetwork(way.edge.network), far: way.far };
  }

  private leadsOn(net: string): boolean {
    const pins = this.others.flatMap((ref) => (partOf(this.circuit, ref)?.pins ?? []) as readonly string[]);
    return pins.includes(net) || this.edges.filter(({ a, b }) => a === net || b === net).length > 1;
  }

  /** A bridge or converter, or four diodes that make one, whose inputs are the two wires here. */
  private takeBox(): SectionBox | undefined {
    for (const ref of this.others) {
      const part = partOf(this.circuit, ref);
      if (part?.pins.length !== 4) continue;
      const [in1, in2, out1, out2] = part.pins as readonly [string, string, string, string];
      const straight = in1 === this.top && in2 === this.foot;
      const crossed = isKind(part, 'bridge') && in1 === this.foot && in2 === this.top;
      const isNew = (net: string, input: string) => net === input || !this.visited.has(net);
      if (!(straight || crossed) || !isNew(out1, this.top) || !isNew(out2, this.foot) || out1 === out2) continue;
      this.others = this.others.filter((other) => other !== ref);
      const order = straight ? [0, 1, 2, 3] : [1, 0, 2, 3];
      return { ref, stands: [ref], ports: order.map((pin) => ({ pin, net: part.pins[pin] as string })) };
    }
    return this.takeDiodeBridge();
  }

  private takeDiodeBridge(): SectionBox | undefined {
    const diodes = this.edges.flatMap((edge) => {
      if (edge.network.kind !== 'part' || !isKind(partOf(this.circuit, edge.network.ref), 'diode')) return [];
      const [anode, cathode] = edge.network.reversed ? [edge.b, edge.a] : [edge.a, edge.b];
      return [{ edge, anode, cathode, ref: edge.network.ref }];
    });
    const between = (anode: string, cathode: string) => diodes.find((diode) => diode.anode === anode && diode.cathode === cathode);
    for (const { cathode: plus } of diodes.filter(({ anode }) => anode === this.top)) {
      for (const { anode: minus } of diodes.filter(({ cathode }) => cathode === this.top)) {
        if (this.visited.has(plus) || this.visited.has(minus) || plus === minus) continue;
        const four = [between(this.top, plus), between(this.foot, plus), between(minus, this.top), between(minus, this.foot)];
        if (four.some((diode) => diode === undefined)) continue;
        const found = four as (typeof diodes)[number][];
        for (const { edge } of found) this.drop(edge);
        const stands = found.map(({ ref }) => ref).sort((a, b) => this.rank(a) - this.rank(b));
        const ports = [this.top, this.foot, plus, minus].map((net, pin) => ({ pin, net }));
        return { ref: stands[0] as string, stands, ports };
      }
    }
    return undefined;
  }

  private rank(ref: string): number {
    return this.circuit.parts.findIndex((part) => part.ref === ref);
  }

  private drop(edge: ReducedEdge): void {
    this.edges = this.edges.filter((other) => other !== edge);
  }
}

/** Nets where two diodes meet: nothing is merged across them, so that four diodes can be seen to be a bridge. */
function diodeBridgeNets({ parts }: Circuit): readonly string[] {
  const diodes = parts.filter((part) => isKind(part, 'diode'));
  if (diodes.length < 4) return [];
  const count = new Map<string, number>();
  for (const { pins } of diodes) for (const net of pins as readonly string[]) count.set(net, (count.get(net) ?? 0) + 1);
  return [...count].flatMap(([net, number]) => (number >= 2 ? [net] : []));
}
