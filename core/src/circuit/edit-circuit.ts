import type { Part } from '../device/index.ts';
import type { Circuit } from './schema.ts';

// Pure edits: the same object when nothing changed.

export function partOf(circuit: Circuit, ref: string): Part | undefined {
  return circuit.parts.find((part) => part.ref === ref);
}

/** Sets fields of one part; an unknown ref or equal values leave the circuit as it is. */
export function withFields(circuit: Circuit, ref: string, fields: Readonly<Record<string, unknown>>): Circuit {
  const index = circuit.parts.findIndex((part) => part.ref === ref);
  const part = circuit.parts[index];
  if (!part) return circuit;
  const current = part as Readonly<Record<string, unknown>>;
  if (Object.entries(fields).every(([field, value]) => current[field] === value)) return circuit;
  const parts = [...circuit.parts];
  parts[index] = { ...part, ...fields } as Part;
  return { ...circuit, parts };
}

/** Sets fields of many parts at once, by ref. */
export function withAllFields(circuit: Circuit, fieldsOf: ReadonlyMap<string, Readonly<Record<string, unknown>>>): Circuit {
  if (fieldsOf.size === 0) return circuit;
  const parts = circuit.parts.map((part) => {
    const fields = fieldsOf.get(part.ref);
    return fields ? ({ ...part, ...fields } as Part) : part;
  });
  return { ...circuit, parts };
}

export function withPart(circuit: Circuit, part: Part): Circuit {
  return { ...circuit, parts: [...circuit.parts, part] };
}

export function withoutPart(circuit: Circuit, ref: string): Circuit {
  const parts = circuit.parts.filter((part) => part.ref !== ref);
  return parts.length === circuit.parts.length ? circuit : { ...circuit, parts };
}

/** Puts another part in the place of `ref`, which may be of another kind; the pins stay unless given. */
export function withReplacement(circuit: Circuit, ref: string, replacement: Part): Circuit {
  return { ...circuit, parts: circuit.parts.map((part) => (part.ref === ref ? replacement : part)) };
}

/** Inserts a resistor between pin `pin` of `ref` and the net it is on; the pin moves to a new net. */
export function withSeriesResistor(
  circuit: Circuit,
  ref: string,
  pin: number,
  resistor: { ref: string; ohms: number; rated?: Part['rated'] },
): Circuit {
  const part = partOf(circuit, ref);
  const net = part?.pins[pin];
  if (!part || net === undefined) return circuit;
  const innerNet = freshNet(circuit);
  const pins = part.pins.map((name, index) => (index === pin ? innerNet : name));
  const moved = { ...part, pins } as Part;
  const inserted: Part = { kind: 'resistor', pins: [innerNet, net], ...resistor };
  return withPart(withReplacement(circuit, ref, moved), inserted);
}

/** The next free ref of a letter: R4 where R1 to R3 are taken. */
export function freshRef(circuit: Circuit, letter: string): string {
  for (let number = 1; ; number++) {
    if (!partOf(circuit, `${letter}${number}`)) return `${letter}${number}`;
  }
}

/** The next free capital letter for a net, then N1, N2 … */
export function freshNet(circuit: Circuit): string {
  const taken = new Set(circuit.parts.flatMap((part) => part.pins as readonly string[]));
  for (let index = 0; index < 26; index++) {
    const letter = String.fromCharCode(65 + index);
    if (!taken.has(letter)) return letter;
  }
  for (let number = 1; ; number++) {
    if (!taken.has(`N${number}`)) return `N${number}`;
  }
}
