import { parseCircuit } from './parse-circuit.ts';
import type { Circuit } from './schema.ts';

/** A part as a test writes it. */
export type LoosePart = Readonly<Record<string, unknown>>;

/** A circuit of parts written down in a test; throws where it is none. */
export function circuitOf(parts: readonly LoosePart[], extra: Partial<Circuit> = {}): Circuit {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts, ...extra });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}
