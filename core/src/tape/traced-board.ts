import { deviceOf, type Part } from '../device/index.ts';
import { Boards, isPadNumber } from './boards.ts';
import { continuityOf, shortedPart, USUAL_BEEPER } from './continuity.ts';
import type { EntryOf } from './entry.ts';
import { NetForest, netOf, netsOf, pinName, terminalName } from './nets.ts';
import type { Specimen } from './specimen.ts';

/** What lies on the boards and what is joined with what, as the tape tells it: pads, parts, joins and what beeped. */
export class TracedBoard {
  readonly boards = new Boards();
  readonly parts: Part[] = [];
  /** Parts of which only the place is known. */
  readonly placed: EntryOf<'place'>[] = [];
  /** Of the meter that beeps. */
  beeper: { readonly beepOhms: number; readonly leadOhms: number } = USUAL_BEEPER;
  private readonly sweeps: EntryOf<'sweep'>[] = [];
  private readonly joins: EntryOf<'join'>[] = [];
  private forest = new NetForest();
  private readonly givenNames: string[] = [];

  /** @param ohmsOf that were read of a part while it was dead; undefined where none were */
  result(
    ohmsOf: (ref: string) => number | undefined,
  ): Pick<Specimen, 'nets' | 'boards' | 'pads' | 'sweeps' | 'continuity'> & { readonly parts: Part[] } {
    const { boards, sweeps, joins, forest, beeper } = this;
    const beeped =
      boards.firsts.length === 0 ? undefined : continuityOf({ boards, sweeps, joins, parts: this.parts, forest, beeper, ohmsOf });
    const pads = new Map(boards.firsts.map((first) => [first, boards.nameOf(first)]));
    const { nets, netOfPin } = netsOf(this.parts, beeped?.forest ?? forest, this.givenNames, pads);
    const parts = this.parts.map(
      (part) =>
        ({
          ...part,
          pins: part.pins.map((_, index) => netOfPin.get(pinName(part.ref, index)) as string),
          ...('chipPins' in part &&
            part.chipPins && { chipPins: part.chipPins.map(({ name, on }) => ({ name, on: netOf(nets, on)?.name ?? on })) }),
        }) as Part,
    );
    return { parts, nets, boards: boards.all, pads: boards.pads, sweeps, ...(beeped && { continuity: beeped.continuity }) };
  }

  takeSweep(entry: EntryOf<'sweep'>): void {
    for (const pad of [entry.hold, ...entry.over, ...entry.beeps.map((beep) => beep.pad)]) this.boards.touch(pad);
    this.sweeps.push(entry);
  }

  /** @returns what is wrong with it, or undefined */
  takePart(part: Part): string | undefined {
    const laid = this.layPins(part);
    if (typeof laid === 'string') return laid;
    const shorted = shortedPart([...this.parts, part], laid.forest);
    if (shorted) return `${shorted} would have both its pins on one net: a short.`;
    this.parts.push(part);
    this.keepEnds(laid.ends, laid.forest);
    return undefined;
  }

  takePlace(entry: EntryOf<'place'>): string | undefined {
    if (this.placed.some(({ ref }) => ref === entry.ref)) return `${entry.ref} is there already.`;
    const { length } = deviceOf(entry.partKind).pins;
    if (entry.pins.length !== length) return `${entry.ref} has ${length} pins, not ${entry.pins.length}.`;
    const laid = this.layPins(entry);
    if (typeof laid === 'string') return laid;
    this.placed.push(entry);
    this.keepEnds(laid.ends, laid.forest);
    return undefined;
  }

  /** The pins of a part joined to what they are on; or what is wrong. */
  private layPins({ ref, pins }: { ref: string; pins: readonly string[] }): { ends: readonly End[]; forest: NetForest } | string {
    const forest = this.forest.copy();
    const ends: End[] = [];
    for (const [index, net] of pins.entries()) {
      const pin = pinName(ref, index);
      const end = net === pin ? { node: pin } : this.endOf(net);
      if (end === undefined) return `${net} is not a pin on the board.`;
      ends.push(end);
      forest.join(end.node, pin);
    }
    return { ends, forest };
  }

  takeJoin(entry: EntryOf<'join'>): string | undefined {
    const ends: End[] = [];
    for (const text of entry.terminals) {
      const end = this.endOf(text);
      if (end === undefined) return `${text} is not a pin on the board.`;
      ends.push(end);
    }
    const forest = this.forest.copy();
    for (const { node } of ends.slice(1)) forest.join((ends[0] as End).node, node);
    const shorted = shortedPart(this.parts, forest);
    if (shorted) return `This would put both pins of ${shorted} on one net: a short.`;
    this.joins.push(entry);
    this.keepEnds(ends, forest);
    return undefined;
  }

  /** A pin, a pad or a net; undefined for a pin that is not there. */
  private endOf(text: string): End | undefined {
    const node = terminalName(this.parts, text);
    if (node === undefined) return undefined;
    if (node.includes('.')) return { node };
    if (isPadNumber(node) || this.boards.firstNameOf(node) !== undefined) return { node: this.boards.firstNameFor(node), pad: node };
    return { node, net: node };
  }

  private keepEnds(ends: readonly End[], forest: NetForest): void {
    for (const { pad, net } of ends) {
      if (pad !== undefined) this.boards.touch(pad);
      if (net !== undefined) this.givenNames.push(net);
    }
    this.forest = forest;
  }
}

/** What a part or a join goes to: its place in the forest, and the pad or the net that it is named by. */
interface End {
  readonly node: string;
  readonly pad?: string;
  readonly net?: string;
}
