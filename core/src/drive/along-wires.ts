import { type Circuit, freshRef, partsOfKind, suppliesOf, withFields, withPart } from '../circuit/index.ts';
import { isKind, type Part } from '../device/index.ts';
import type { Solution, SolveWarmed } from '../solve/index.ts';
import { isChipLit } from './stress.ts';

/** An LED along a wire, with what is left of the supply there. */
export interface PlaceAlong {
  readonly ref: string;
  /** Of the wires, from the supply to here. */
  readonly ohms: number;
  /** Lost on the way. */
  readonly lostVolts: number;
  readonly chipAmps: number;
  /** Of the current of the one that has most. */
  readonly share: number;
}

/** How else it could be fed, with what the LED that has least would have of what the first one has now. */
export interface FeedAlong {
  readonly how: 'as it is' | 'also at the far end' | 'in the middle' | 'wires of twice the copper';
  readonly leastShare: number;
}

/** LEDs along wires of some length, from the supply on. */
export interface AlongWires {
  readonly places: readonly PlaceAlong[];
  readonly feeds: readonly FeedAlong[];
}

/** Fewer places are no row that one could feed elsewhere. */
const LEAST_PLACES = 3;
/** A feed of its own, as short as a joint: ohms. */
const FEED_OHMS = 1e-3;

/** @returns undefined where fewer than three LEDs lie along leads from one pin of a supply */
export function alongWiresOf(circuit: Circuit, solution: Solution, solve: SolveWarmed): AlongWires | undefined {
  const leads = partsOfKind(circuit, 'resistor').filter(({ lead }) => lead);
  if (leads.length < LEAST_PLACES - 1) return undefined;
  for (const supply of suppliesOf(circuit)) {
    for (const pin of supply.pins) {
      const ohmsTo = reachedFrom(pin, leads);
      const places = placesAt(circuit, solution, pin, ohmsTo);
      if (places.length >= LEAST_PLACES) return { places, feeds: feedsOf({ circuit, supply, start: pin, places, ohmsTo }, solve) };
    }
  }
  return undefined;
}

/** The nets that leads join to this one, with the ohms on the way there. */
function reachedFrom(start: string, leads: readonly Extract<Part, { kind: 'resistor' }>[]): ReadonlyMap<string, number> {
  const ohmsTo = new Map([[start, 0]]);
  for (const [net, ohms] of ohmsTo) {
    for (const { pins, ohms: own } of leads) {
      const other = pins[0] === net ? pins[1] : pins[1] === net ? pins[0] : undefined;
      if (other !== undefined && !ohmsTo.has(other)) ohmsTo.set(other, ohms + own);
    }
  }
  return ohmsTo;
}

/** The LEDs that begin at those nets, or behind a resistor of their own, from the nearest on. */
function placesAt(circuit: Circuit, solution: Solution, start: string, ohmsTo: ReadonlyMap<string, number>): readonly PlaceAlong[] {
  const voltsAt = (net: string) => solution.nets[net]?.volts.avg ?? Number.NaN;
  const behind = new Map<string, string>();
  for (const part of circuit.parts) {
    if (!isKind(part, 'resistor') || part.lead) continue;
    const [a, b] = part.pins;
    if (ohmsTo.has(a) && !ohmsTo.has(b)) behind.set(b, a);
    else if (ohmsTo.has(b) && !ohmsTo.has(a)) behind.set(a, b);
  }
  const found = partsOfKind(circuit, 'led').flatMap(({ ref, pins }) => {
    const net =
      pins.map((pin) => (ohmsTo.has(pin) && pin !== start ? pin : behind.get(pin))).find((at) => at !== undefined) ??
      pins.find((pin) => pin === start);
    const chipAmps = solution.leds[ref]?.chip.amps.avg ?? 0;
    if (net === undefined || !isChipLit(chipAmps)) return [];
    return [{ ref, ohms: ohmsTo.get(net) ?? 0, lostVolts: Math.abs(voltsAt(start) - voltsAt(net)), chipAmps }];
  });
  const most = Math.max(...found.map(({ chipAmps }) => chipAmps));
  return found.map((place) => ({ ...place, share: place.chipAmps / most })).sort((a, b) => a.ohms - b.ohms);
}

interface FedRow {
  readonly circuit: Circuit;
  readonly supply: Part;
  /** The supply's pin where the wires begin. */
  readonly start: string;
  readonly places: readonly PlaceAlong[];
  readonly ohmsTo: ReadonlyMap<string, number>;
}

function feedsOf({ circuit, supply, start, places, ohmsTo }: FedRow, solve: SolveWarmed): readonly FeedAlong[] {
  const most = Math.max(...places.map(({ chipAmps }) => chipAmps));
  const leastOf = (changed: Circuit): number => {
    const solved = solve(changed);
    if (!solved.ok) return Number.NaN;
    return Math.min(...places.map(({ ref }) => solved.value.solution.leds[ref]?.chip.amps.avg ?? 0)) / most;
  };
  const nets = [...ohmsTo].sort(([, a], [, b]) => a - b).map(([net]) => net);
  const [far, middle] = [nets.at(-1) as string, nets[Math.floor((nets.length - 1) / 2)] as string];
  const fedAlsoAt = (net: string) =>
    withPart(circuit, { ref: freshRef(circuit, 'W'), kind: 'resistor', pins: [start, net], ohms: FEED_OHMS, lead: true });
  const movedTo = (net: string) => withFields(circuit, supply.ref, { pins: supply.pins.map((pin) => (pin === start ? net : pin)) });
  const thicker = partsOfKind(circuit, 'resistor')
    .filter(({ lead }) => lead)
    .reduce((changed, { ref, ohms }) => withFields(changed, ref, { ohms: ohms / 2 }), circuit);
  return [
    { how: 'as it is', leastShare: Math.min(...places.map(({ share }) => share)) },
    { how: 'also at the far end', leastShare: leastOf(fedAlsoAt(far)) },
    { how: 'in the middle', leastShare: leastOf(movedTo(middle)) },
    { how: 'wires of twice the copper', leastShare: leastOf(thicker) },
  ];
}
