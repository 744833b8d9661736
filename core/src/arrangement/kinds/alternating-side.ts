import { deviceOf, isKind, type Part, type PartOf } from '../../device/index.ts';
import type { Board } from '../board.ts';
import type { Rectifier } from './rectifier.ts';

/** What lies between an alternating source and what turns its current into one direction, by the path of the current. */
export interface AlternatingSide {
  /** Capacitors in the way of the current, in one line or both, in series or in parallel. */
  readonly droppers: readonly PartOf<'capacitor'>[];
  /** Resistors over a dropper. */
  readonly bleeders: readonly string[];
  /** Resistors that the current passes. */
  readonly series: readonly PartOf<'resistor'>[];
  /** Capacitors that hold one direction: of a half wave and a doubler too. */
  readonly reservoirs: readonly PartOf<'capacitor'>[];
}

/** A capacitor of less smooths nothing at mains frequency, F. */
const RESERVOIR_FARADS = 0.2e-6;
/** More than this over a dropper discharges it and drops nothing, ohm. */
const BLEEDER_OHMS = 10e3;
/** Less than this joins two wires where a capacitor across the lines is looked for, ohm. */
const LOW_OHMS = 1000;

export function alternatingSide(board: Board, source: PartOf<'ac'>, rectifier: Rectifier | undefined): AlternatingSide {
  const lines = source.pins.map((net) => board.wire(net)) as [string, string];
  const wires = alternatingWires(board, lines, rectifier);
  const isIn = (part: Part) => (part.pins as readonly string[]).every((net) => wires.has(board.wire(net)));
  const stores = board.of('capacitor');
  const inside = stores.filter((part) => isIn(part) && !isAcrossLines(board, part, lines));
  const resistors = board.of('resistor').filter((part) => isIn(part) && !isAcrossLines(board, part, lines));
  const droppers = inside.filter((part) => carries(board, source, part, inside, inside));
  const overDropper = ({ pins, ohms }: PartOf<'resistor'>) => ohms >= BLEEDER_OHMS && bridges(board, pins, droppers);
  const bleeders = resistors.filter(overDropper).map(({ ref }) => ref);
  const series = resistors.filter((part) => !overDropper(part) && carries(board, source, part, resistors, inside));
  const isFed = (part: PartOf<'capacitor'>) => {
    const ends = part.pins.map((net) => board.wire(net));
    const rails = rectifier ? [rectifier.plus, rectifier.minus] : [];
    return ends.some((wire) => rails.includes(wire)) && !isIn(part);
  };
  const reservoirs = rectifier ? stores.filter((part) => part.farads >= RESERVOIR_FARADS && isFed(part)) : [];
  return { droppers, bleeders, series, reservoirs };
}

/**
 * The wires on which current goes to and fro: the source's, those that junctions take current from and give it to, and what
 * only resistors, coils and capacitors join to these.
 */
function alternatingWires(board: Board, lines: readonly string[], rectifier: Rectifier | undefined): ReadonlySet<string> {
  const gives = new Set<string>();
  const takes = new Set<string>();
  const junctions = new Set<string>();
  const junction = (anode: string, cathode: string) => {
    takes.add(board.wire(anode));
    gives.add(board.wire(cathode));
    junctions.add(board.wire(anode)).add(board.wire(cathode));
  };
  // LEDs behind a rectifier are its load: they give nothing back to what feeds them.
  const isRectified = board.of('bridge').length + board.of('diode').length > 0;
  for (const part of board.circuit.parts) {
    if (isKind(part, 'led') && isRectified) for (const net of part.pins) junctions.add(board.wire(net));
    else if (isKind(part, 'diode') || isKind(part, 'zener') || isKind(part, 'led')) junction(part.pins[0], part.pins[1]);
    else if (isKind(part, 'bridge')) {
      const [one, other, plus, minus] = part.pins;
      for (const ac of [one, other]) {
        junction(ac, plus);
        junction(minus, ac);
      }
    } else if (!isPassive(part) && !deviceOf(part.kind).source && deviceOf(part.kind).wire?.(part) === undefined) {
      for (const net of part.pins as readonly string[]) junctions.add(board.wire(net));
    }
  }
  // A net inside a string is passed from junction to junction: only what a line's own parts reach counts.
  const both = new Set([...junctions].filter((wire) => gives.has(wire) && takes.has(wire) && board.on(wire).some(isPassive)));
  // A single diode lets current through one way; the end that is not its load's is on this side all the same.
  for (const part of board.circuit.parts.filter(({ ref }) => rectifier?.refs.includes(ref))) {
    for (const wire of (part.pins as readonly string[]).map((net) => board.wire(net)))
      if (wire !== rectifier?.plus && wire !== rectifier?.minus) both.add(wire);
  }
  const wires = new Set<string>(lines);
  for (let grew = true; grew; ) {
    grew = false;
    for (const part of board.circuit.parts.filter(isPassive)) {
      const [a, b] = (part.pins as readonly string[]).map((net) => board.wire(net)) as [string, string];
      for (const [here, there] of [
        [a, b],
        [b, a],
      ] as const) {
        if (!wires.has(here) || wires.has(there) || (junctions.has(there) && !both.has(there))) continue;
        wires.add(there);
        grew = true;
      }
    }
  }
  return wires;
}

function isPassive(part: Part): boolean {
  return isKind(part, 'resistor') || isKind(part, 'capacitor') || isKind(part, 'inductor') || isKind(part, 'thermistor');
}

/** A filter’s capacitor or a discharge resistor stands across the lines, and in the way of nothing. */
function isAcrossLines(board: Board, part: PartOf<'capacitor'> | PartOf<'resistor'>, lines: readonly [string, string]): boolean {
  const reach = (from: string) => {
    const seen = new Set([from]);
    for (let grew = true; grew; ) {
      grew = false;
      for (const other of board.circuit.parts) {
        if (other === part || !(isKind(other, 'inductor') || (isKind(other, 'resistor') && other.ohms <= LOW_OHMS))) continue;
        const [a, b] = other.pins.map((net) => board.wire(net)) as [string, string];
        if (seen.has(a) === seen.has(b)) continue;
        seen.add(a).add(b);
        grew = true;
      }
    }
    return seen;
  };
  const [one, other] = [reach(lines[0]), reach(lines[1])];
  const [a, b] = part.pins.map((net) => board.wire(net)) as [string, string];
  return (one.has(a) && other.has(b)) || (one.has(b) && other.has(a));
}

/** The current passes a part, or it and those beside it, where without them nothing joins the two lines any more. */
function carries(board: Board, source: Part, part: Part, alike: readonly Part[], stores: readonly Part[]): boolean {
  const ends = (one: Part) =>
    (one.pins as readonly string[])
      .map((net) => board.wire(net))
      .sort()
      .join('\n');
  const beside = new Set<Part>([part, ...alike.filter((other) => ends(other) === ends(part))]);
  // What discharges it, and what is too much to carry anything, is no way of its own.
  const isWay = (other: Part) =>
    !beside.has(other) &&
    other !== source &&
    !(isKind(other, 'resistor') && other.ohms >= BLEEDER_OHMS && bridges(board, other.pins, stores));
  const seen = new Set([board.wire(source.pins[0])]);
  const rest = board.circuit.parts.filter((other) => isWay(other) && !isSideways(board, other, source));
  for (let grew = true; grew; ) {
    grew = false;
    for (const { pins } of rest) {
      const wires = (pins as readonly string[]).map((net) => board.wire(net));
      if (!wires.some((wire) => seen.has(wire)) || wires.every((wire) => seen.has(wire))) continue;
      for (const wire of wires) seen.add(wire);
      grew = true;
    }
  }
  return !seen.has(board.wire(source.pins[1]));
}

/** Straight across the source: a filter, a varistor, a discharge resistor. */
function isSideways(board: Board, part: Part, source: Part): boolean {
  const wires = (part.pins as readonly string[]).map((net) => board.wire(net));
  const lines = source.pins.map((net) => board.wire(net as string));
  return wires.length === 2 && wires[0] !== wires[1] && wires.every((wire) => lines.includes(wire)) && !isKind(part, 'led');
}

/** Whether two pins lie over one of the parts, or over several of them in a row. */
function bridges(board: Board, pins: readonly string[], parts: readonly Part[]): boolean {
  const [from, to] = pins.map((net) => board.wire(net)) as [string, string];
  const seen = new Set([from]);
  for (let grew = true; grew; ) {
    grew = false;
    for (const part of parts) {
      const [a, b] = (part.pins as readonly string[]).map((net) => board.wire(net)) as [string, string];
      if (seen.has(a) === seen.has(b)) continue;
      seen.add(a).add(b);
      grew = true;
    }
  }
  return seen.has(to);
}
