import { z } from 'zod';
import { type Circuit, type CircuitError, checkConnections, circuitSchema, fail, type Result, succeed } from '../circuit/index.ts';

/**
 * A gadget as it truly is, for simulated instruments to measure: its circuit with the values that it really has, and
 * where the places that a person names lie in it.
 */
export const trueBenchSchema = z.strictObject({
  format: z.literal('mindful-probe.true-bench'),
  version: z.literal(1),
  name: z.string().trim().min(1).max(120),
  circuit: circuitSchema,
  /** `V1`: the nets that somebody holds the probes to for it, where that is not across the part of that ref. */
  places: z.record(z.string().min(1).max(60), z.tuple([z.string().min(1), z.string().min(1)])).optional(),
  /** The source that a bench supply is put in place of; left out: the first. */
  supply: z.string().optional(),
  ambientCelsius: z.number().min(-40).max(60).optional(),
  /** How warm each place gets on the gadget's heat, and how fast: T = ambient + K/W · W · (1 − exp(−t/s)). */
  surfaces: z
    .record(z.string().min(1).max(40), z.strictObject({ kelvinPerWatt: z.number().positive(), seconds: z.number().positive() }))
    .optional(),
  /** At one metre, for one ampere through every chip together. */
  luxPerAmp: z.number().positive().optional(),
});
export type TrueBench = z.infer<typeof trueBenchSchema>;

/** Checks an unknown value as such a file; the first thing wrong is named. */
export function parseTrueBench(json: unknown): Result<TrueBench> {
  const parsed = trueBenchSchema.safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return fail('bad-document', `${issue?.path.join('.') || 'The file'}: ${issue?.message ?? 'not valid'}.`, issue?.path.join('.'));
  }
  const connected = checkConnections(parsed.data.circuit);
  return connected.ok ? succeed(parsed.data) : connected;
}

/** Where the two probes are: a ref, a named place, a surface, or two pins (`R1.2`) or nets. */
export type HeldTo = readonly [string] | readonly [string, string];

/** The probes on nets of the circuit; a part by itself keeps its ref, for what goes through it. */
export interface Probes {
  readonly ref?: string;
  readonly nets: readonly [string, string];
}

export function probesAt(bench: TrueBench, heldTo: HeldTo): Result<Probes, CircuitError> {
  const { circuit, places = {} } = bench;
  const [first, second] = heldTo;
  if (second !== undefined) {
    const [plus, minus] = [netAt(circuit, first), netAt(circuit, second)];
    if (plus === undefined || minus === undefined)
      return fail('unknown-net', `There is no ${plus === undefined ? first : second} on this gadget.`, plus === undefined ? first : second);
    return succeed({ nets: [plus, minus] });
  }
  const part = circuit.parts.find(({ ref }) => ref === first);
  const place = Object.hasOwn(places, first) ? places[first] : undefined;
  if (place) {
    const [plus, minus] = place.map((end) => netAt(circuit, end) ?? end) as [string, string];
    return succeed({ nets: [plus, minus], ...(part && { ref: part.ref }) });
  }
  if (!part) return fail('unknown-ref', `There is no ${first} on this gadget.`, first);
  return succeed({ ref: part.ref, nets: [part.pins[0], part.pins[1]] as [string, string] });
}

/** A net by its name, or by a pin on it. */
function netAt({ parts }: Circuit, text: string): string | undefined {
  const pin = /^(.+)\.(\d+)$/.exec(text);
  const part = pin && parts.find(({ ref }) => ref === pin[1]);
  if (part) return (part.pins as readonly string[])[Number(pin[2]) - 1];
  return parts.some(({ pins }) => (pins as readonly string[]).includes(text)) ? text : undefined;
}
