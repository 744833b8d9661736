import {
  type Circuit,
  changesInTime,
  freshNet,
  freshRef,
  partOf,
  withFields,
  withoutPart,
  withPart,
  withReplacement,
} from '../circuit/index.ts';
import { type Drifted, deviceOf, isKind, type Part } from '../device/index.ts';

import type { Fault } from './fault.ts';

const [OPEN_OHMS, SHORT_OHMS] = [1e8, 1e-2];

/** The circuit with one thing broken. `step` says how far where it has steps. */
export function withFault(circuit: Circuit, fault: Fault, step: Drifted | undefined): Circuit {
  const part = partOf(circuit, fault.part);
  if (!part) return circuit;
  switch (fault.fault) {
    case 'open':
      return opened(circuit, part, fault.dies);
    case 'short':
      return fault.across ? fault.across.reduce(bypassed, circuit) : shorted(circuit, part);
    case 'drift':
      return step ? withFields(circuit, part.ref, step.fields) : circuit;
    case 'leaky':
      return step ? leaking(circuit, part, step.value, fault.dies) : circuit;
    case 'joint':
      // A joint that is open takes its part out; nothing else tells the two apart.
      return step && step.value < OPEN_OHMS ? behindOhms(circuit, part, step.value) : opened(circuit, part, fault.dies);
  }
}

function opened(circuit: Circuit, part: Part, dies: Fault['dies']): Circuit {
  if (isKind(part, 'led')) {
    const { parallel = 1 } = part;
    const left = parallel - (dies?.parallel ?? parallel);
    if (left > 0) return withFields(circuit, part.ref, { parallel: left });
    // What a string leaves behind holds its charge; ohms, however many, would leave it any volts in time.
    return changesInTime(circuit) ? withoutPart(circuit, part.ref) : withReplacement(circuit, part.ref, across(part, OPEN_OHMS));
  }
  if (isKind(part, 'bridge')) return inDiodes(circuit, part, (diodes) => diodes.slice(1));
  if (isKind(part, 'converter') || isKind(part, 'sink')) return withoutPart(circuit, part.ref);
  return withReplacement(circuit, part.ref, across(part, OPEN_OHMS));
}

function bypassed(circuit: Circuit, { part: ref, series }: NonNullable<Fault['across']>[number]): Circuit {
  const part = partOf(circuit, ref);
  if (!isKind(part, 'led')) return circuit;
  const left = (part.series ?? 1) - series;
  return left > 0 ? withFields(circuit, ref, { series: left }) : withReplacement(circuit, ref, across(part, SHORT_OHMS));
}

function shorted(circuit: Circuit, part: Part): Circuit {
  if (isKind(part, 'led')) {
    // Of several dies in a package one alone goes.
    const left = (part.series ?? 1) - 1;
    if (left > 0) return withFields(circuit, part.ref, { series: left });
  }
  if (isKind(part, 'bridge')) {
    return inDiodes(circuit, part, ([first, ...others]) => (first ? [across(first, SHORT_OHMS), ...others] : others));
  }
  if (isKind(part, 'converter')) {
    const [input, , output] = part.pins;
    return withReplacement(circuit, part.ref, { ref: part.ref, kind: 'resistor', pins: [input, output], ohms: SHORT_OHMS });
  }
  return withReplacement(circuit, part.ref, across(part, SHORT_OHMS));
}

function leaking(circuit: Circuit, part: Part, ohms: number, dies: Fault['dies']): Circuit {
  if (isKind(part, 'led') && dies && (part.series ?? 1) > dies.series) {
    // The package by itself in the row, with its leak beside it.
    const inner = freshNet(circuit);
    const rest = withReplacement(circuit, part.ref, {
      ...part,
      series: (part.series ?? 1) - dies.series,
      pins: [part.pins[0], inner],
    });
    const alone: Part = { ...part, ref: freshRef(rest, 'D'), series: dies.series, pins: [inner, part.pins[1]] };
    return withPart(withPart(rest, alone), { ref: freshRef(rest, 'R'), kind: 'resistor', pins: alone.pins, ohms });
  }
  return withPart(circuit, { ...across(part, ohms), ref: freshRef(circuit, 'R') });
}

/** In series with it, at its first pin. */
function behindOhms(circuit: Circuit, part: Part, ohms: number): Circuit {
  const inner = freshNet(circuit);
  const [first, ...others] = part.pins as readonly string[];
  const moved = withReplacement(circuit, part.ref, { ...part, pins: [inner, ...others] } as Part);
  return withPart(moved, { ref: freshRef(circuit, 'R'), kind: 'resistor', pins: [inner, first ?? ''], ohms });
}

/** Ohms in the place of a part. */
function across(part: Part, ohms: number): Part & { kind: 'resistor' } {
  const [from, to] = deviceOf(part.kind).across ?? [0, 1];
  const pins = part.pins as readonly string[];
  return { ref: part.ref, kind: 'resistor', pins: [pins[from] ?? '', pins[to] ?? ''], ohms };
}

/** From each AC pin to plus, from minus to each AC pin. */
const BRIDGE_DIODES = [
  [0, 2],
  [1, 2],
  [3, 0],
  [3, 1],
] as const;

type Bridge = Extract<Part, { kind: 'bridge' }>;

function inDiodes(circuit: Circuit, bridge: Bridge, change: (diodes: readonly Part[]) => readonly Part[]): Circuit {
  const diodes = BRIDGE_DIODES.map(
    ([anode, cathode], index): Part => ({
      ref: index === 3 ? bridge.ref : `${bridge.ref}-${index + 1}`,
      kind: 'diode',
      pins: [bridge.pins[anode], bridge.pins[cathode]],
      ...(bridge.type && { type: bridge.type }),
      ...(bridge.model && { model: bridge.model }),
    }),
  );
  return { ...circuit, parts: circuit.parts.flatMap((part) => (part.ref === bridge.ref ? change(diodes) : [part])) };
}
