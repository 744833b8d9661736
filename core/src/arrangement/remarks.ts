import { type Circuit, partsOfKind } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import type { Solution } from '../solve/index.ts';
import { recognise } from './recognise.ts';

/** Something about polarity or joins that is most likely a slip of the trace, or a fault of the gadget. */
export type TraceRemark = { readonly refs: readonly string[] } & (
  | { readonly code: 'led-reversed' /** Average, V. */; readonly volts: number }
  | { readonly code: 'electrolytic-reversed' }
  | { readonly code: 'outputs-together'; readonly net: string }
  | { readonly code: 'cells-opposed'; readonly pole: 'plus' | 'minus' }
  /** The coil, then the converter whose own it is. */
  | { readonly code: 'coil-of-converter' }
);

/** An LED that sees more than this the wrong way round, and never lights, is reversed. */
const REVERSE_VOLTS = 1;
const DARK_AMPS = 1e-6;
/** From here on capacitors are polar as a rule. */
const ELECTROLYTIC_FARADS = 1e-6;
const SAFETY_CLASS = /^[XY]/;

/**
 * Checks polarity and joins on the way: by the solved circuit where there is one, else by shape alone.
 *
 * @param solution of the same circuit, settled
 */
export function remarksOf(circuit: Circuit, solution: Solution | undefined): readonly TraceRemark[] {
  const opposed = opposedCells(circuit);
  return [
    ...reversedLeds(circuit, solution),
    ...reversedStores(circuit, solution),
    ...outputsTogether(circuit).filter(({ refs }) => !opposed.some((one) => one.refs.every((ref) => refs.includes(ref)))),
    ...opposed,
    ...coilsOfConverters(circuit),
  ];
}

function reversedLeds(circuit: Circuit, solution: Solution | undefined): readonly TraceRemark[] {
  if (!solution) return [];
  // Where LEDs are meant both ways round, one that is dark now says nothing.
  const turning = new Set(
    recognise(circuit)
      .filter(({ code }) => code === 'back-to-back' || code === 'multiplex')
      .flatMap(({ roles }) => roles.string ?? []),
  );
  return partsOfKind(circuit, 'led').flatMap(({ ref }): TraceRemark[] => {
    const figures = solution.parts[ref];
    if (turning.has(ref) || !figures) return [];
    const most = figures.amps.max ?? figures.amps.avg;
    if (figures.volts.avg > -REVERSE_VOLTS || most > DARK_AMPS) return [];
    return [{ code: 'led-reversed', refs: [ref], volts: Math.abs(figures.volts.avg) }];
  });
}

function reversedStores(circuit: Circuit, solution: Solution | undefined): readonly TraceRemark[] {
  if (!solution) return [];
  return partsOfKind(circuit, 'capacitor').flatMap((part): TraceRemark[] => {
    if (part.farads < ELECTROLYTIC_FARADS || SAFETY_CLASS.test(part.rated?.class ?? '')) return [];
    const figures = solution.parts[part.ref];
    if (!figures || figures.volts.avg > -REVERSE_VOLTS || (figures.volts.max ?? figures.volts.avg) > 0) return [];
    return [{ code: 'electrolytic-reversed', refs: [part.ref] }];
  });
}

/** The nets that a part drives by itself. */
function outputsOf(part: Part): readonly string[] {
  return (deviceOf(part.kind).drives ?? []).map((pin) => part.pins[pin] as string);
}

function outputsTogether({ parts }: Circuit): readonly TraceRemark[] {
  const driving = new Map<string, string[]>();
  for (const part of parts) for (const net of outputsOf(part)) driving.set(net, [...(driving.get(net) ?? []), part.ref]);
  return [...driving].flatMap(([net, refs]): TraceRemark[] => (refs.length < 2 ? [] : [{ code: 'outputs-together', refs, net }]));
}

/** Two cells with nothing else where they meet, and the same pole of both there. */
function opposedCells({ parts }: Circuit): readonly TraceRemark[] {
  const ends = new Map<string, { ref: string; pole: 'plus' | 'minus' | undefined }[]>();
  for (const { ref, kind, pins } of parts) {
    const isCell = deviceOf(kind).source?.isCell;
    for (const [index, net] of (pins as readonly string[]).entries())
      ends.set(net, [...(ends.get(net) ?? []), { ref, pole: isCell ? (index === 0 ? 'plus' : 'minus') : undefined }]);
  }
  return [...ends.values()].flatMap((there): TraceRemark[] => {
    const [one, other, ...more] = there;
    if (!one?.pole || one.pole !== other?.pole || more.length > 0) return [];
    return [{ code: 'cells-opposed', refs: [one.ref, other.ref], pole: one.pole }];
  });
}

/** A coil from the input of a converter to its output is the one that it works with, which the converter has in it already. */
function coilsOfConverters(circuit: Circuit): readonly TraceRemark[] {
  return partsOfKind(circuit, 'converter').flatMap(({ ref, pins: [inPlus, , outPlus] }) =>
    partsOfKind(circuit, 'inductor')
      .filter(({ pins }) => pins.includes(inPlus) && pins.includes(outPlus))
      .map((coil): TraceRemark => ({ code: 'coil-of-converter', refs: [coil.ref, ref] })),
  );
}
