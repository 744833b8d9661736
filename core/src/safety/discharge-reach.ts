import type { Circuit } from '../circuit/index.ts';
import { deviceOf, isKind, type Part } from '../device/index.ts';
import type { Solution } from '../solve/index.ts';
import type { StoreReach } from './finding.ts';

/**
 * Whether a hand on the two pins of a plug can be in the way of a store's discharge: out of its higher end to one pin, in
 * at the other to its lower end, through what conducts that way round. Behind a rectifier that blocks it, it cannot.
 */
export function reachOf(circuit: Circuit, source: Part, store: Part, solution: Solution): StoreReach {
  const others = circuit.parts.filter((part) => part !== source && part !== store);
  const volts = solution.parts[store.ref]?.volts;
  const [a, b] = store.pins as readonly [string, string];
  const ways: (readonly [string, string])[] = [];
  if ((volts?.max ?? 0) > 0) ways.push([a, b]);
  if ((volts?.min ?? 0) < 0) ways.push([b, a]);
  const [one, other] = source.pins as readonly [string, string];
  const felt = ways.some(([high, low]) => {
    // What comes back to the store by another way than through the hand is none of the hand's.
    const [out, back] = [reachable(others, high, low), reachable(others, low, high, true)];
    return (out.has(one) && back.has(other)) || (out.has(other) && back.has(one));
  });
  return felt ? 'plug' : 'inside';
}

/** Every net that current can go to from `from` without passing `not`; backwards: that it can come from. */
function reachable(parts: readonly Part[], from: string, not: string, backwards = false): ReadonlySet<string> {
  const seen = new Set([from]);
  for (let grew = true; grew; ) {
    grew = false;
    for (const part of parts) {
      for (const [start, end] of conductionOf(part)) {
        const [here, there] = backwards ? [end, start] : [start, end];
        if (!seen.has(here) || seen.has(there) || there === not) continue;
        seen.add(there);
        grew = true;
      }
    }
  }
  return seen;
}

/** From where to where a part lets current through. What is not known to block does not. */
function conductionOf(part: Part): readonly (readonly [string, string])[] {
  const pins = part.pins as readonly string[];
  const [a = '', b = '', c = '', d = ''] = pins;
  if (isKind(part, 'diode') || isKind(part, 'led') || isKind(part, 'sink')) return [[a, b]];
  if (isKind(part, 'bridge'))
    return [
      [a, c],
      [b, c],
      [d, a],
      [d, b],
    ];
  if (isKind(part, 'varistor') || (isKind(part, 'switch') && part.closed === false)) return [];
  if (deviceOf(part.kind).source) return [];
  return pins.flatMap((one) => pins.filter((other) => other !== one).map((other) => [one, other] as const));
}
