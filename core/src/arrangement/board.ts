import { type Circuit, decomposeSeriesParallel, type Network, partsOfKind, refsOf } from '../circuit/index.ts';
import { deviceOf, isKind, type Part, type PartKind, type PartOf } from '../device/index.ts';

/** LEDs in a row with whatever stands in series with them. */
export interface Branch {
  /** Wires at its two ends, in the order that current takes through its LEDs. */
  readonly from: string;
  readonly to: string;
  /** From the first to the last. */
  readonly parts: readonly Part[];
}

/** A circuit seen as a person does who looks for what it is: closed switches and fuses are wires, LEDs stand in branches. */
export class Board {
  /** LED branches, each once. */
  readonly branches: readonly Branch[];
  /** Resistors by which a driver sets its current. */
  private readonly sensed: ReadonlySet<string>;
  private readonly wires = new Map<string, string>();

  constructor(readonly circuit: Circuit) {
    this.sensed = new Set(circuit.parts.flatMap((part) => deviceOf(part.kind).dependsOn?.(part) ?? []));
    for (const part of circuit.parts) {
      if (deviceOf(part.kind).wire?.(part) === 'closed') this.wires.set(this.wire(part.pins[0]), this.wire(part.pins[1]));
    }
    this.branches = this.findBranches();
  }

  /** The net that stands for all that switches and fuses join to this one. */
  wire(net: string): string {
    let at = net;
    for (let next = this.wires.get(at); next !== undefined && next !== at; next = this.wires.get(at)) at = next;
    return at;
  }

  /** Resistors of a branch that take volts from its LEDs; what a driver senses over is none of them. */
  ballastsOf(branch: Pick<Branch, 'parts'>): readonly string[] {
    return refsOfKind(branch, 'resistor').filter((ref) => !this.sensed.has(ref));
  }

  of<K extends PartKind>(kind: K): readonly PartOf<K>[] {
    return partsOfKind(this.circuit, kind);
  }

  /** Parts that lie between two wires, either way round. */
  between(a: string, b: string): readonly Part[] {
    return this.circuit.parts.filter((part) => {
      const { pins } = part;
      if (pins.length !== 2 || canBeWire(part)) return false;
      const [one, other] = [this.wire(pins[0]), this.wire(pins[1])];
      return (one === a && other === b) || (one === b && other === a);
    });
  }

  /** Every part with a pin on the wire. */
  on(wire: string): readonly Part[] {
    return this.circuit.parts.filter((part) => !canBeWire(part) && (part.pins as readonly string[]).some((net) => this.wire(net) === wire));
  }

  /** What lies in series and in parallel between two wires, made of these kinds only; with the refs in it. */
  network(
    from: string,
    to: string,
    kinds: readonly PartKind[],
  ): { readonly network: Network; readonly refs: readonly string[] } | undefined {
    const parts = this.circuit.parts
      .filter(({ kind }) => kinds.includes(kind))
      .map((part) => ({ ...part, pins: part.pins.map((net) => this.wire(net)) }) as Part)
      .filter(({ pins }) => pins[0] !== pins[1]);
    const { network } = decomposeSeriesParallel({ ...this.circuit, parts }, from, to, new Set());
    return network && { network, refs: refsOf(network) };
  }

  /** Fuses and fusible links anywhere. */
  get fuses(): readonly string[] {
    return this.of('fuse').map(({ ref }) => ref);
  }

  private findBranches(): readonly Branch[] {
    const seen = new Set<string>();
    return this.of('led').flatMap((led): Branch[] => {
      if (seen.has(led.ref)) return [];
      const ahead = this.follow(led, this.wire(led.pins[1]));
      const behind = this.follow(led, this.wire(led.pins[0]));
      const parts = [...behind.parts.toReversed(), led, ...ahead.parts];
      for (const { ref } of parts) seen.add(ref);
      return [{ from: behind.end, to: ahead.end, parts }];
    });
  }

  /** Goes on from a part over wires that join nothing but the next one. */
  private follow(start: Part, wire: string): { readonly end: string; readonly parts: readonly Part[] } {
    const parts: Part[] = [];
    let at = wire;
    let last = start;
    for (;;) {
      const here = this.on(at);
      const next = here.find((part) => part !== last);
      if (here.length !== 2 || !next || next.pins.length !== 2 || next === start || !deviceOf(next.kind).inString || parts.includes(next))
        return { end: at, parts };
      parts.push(next);
      at = this.wire(next.pins[0]) === at ? this.wire(next.pins[1]) : this.wire(next.pins[0]);
      last = next;
    }
  }
}

/** A switch that is open is still no part of anything else. */
function canBeWire(part: Part): boolean {
  return deviceOf(part.kind).wire?.(part) !== undefined;
}

export function ledsOf({ parts }: Branch): readonly PartOf<'led'>[] {
  return parts.filter((part): part is PartOf<'led'> => isKind(part, 'led'));
}

export function refsOfKind({ parts }: Pick<Branch, 'parts'>, kind: PartKind): readonly string[] {
  return parts.filter((part) => part.kind === kind).map(({ ref }) => ref);
}
