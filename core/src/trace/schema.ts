import { z } from 'zod';
import { fail, type Result, succeed } from '../circuit/index.ts';
import { PART_KINDS, refSchema } from '../device/index.ts';

const padSchema = z.string().min(1).max(40);

/** Continuity as it was beeped out, and the parts already known between pads. */
export const traceSchema = z.strictObject({
  format: z.literal('mindful-probe.trace'),
  version: z.literal(1),
  name: z.string().max(200).optional(),
  /** The meter beeps at this or less. */
  beepOhms: z.number().positive().max(1e6).default(30),
  /** What leads and track may show, ohms. */
  leadOhms: z.number().min(0).max(1e3).default(0.5),
  pads: z.array(padSchema).min(1).max(2000),
  parts: z
    .array(
      z.strictObject({
        ref: refSchema,
        kind: z.enum(PART_KINDS as [string, ...string[]]),
        pads: z.array(padSchema).min(2).max(8),
        /** Between its first two pads; left out where nobody knows. */
        ohms: z.number().min(0).optional(),
      }),
    )
    .max(2000)
    .default([]),
  sweeps: z
    .array(
      z.strictObject({
        hold: padSchema,
        /** What the other probe touched; left out: every other pad. */
        over: z.array(padSchema).optional(),
        beeps: z.array(z.strictObject({ pad: padSchema, ohms: z.number().min(0).optional() })).default([]),
      }),
    )
    .max(5000)
    .default([]),
});
export type Trace = z.infer<typeof traceSchema>;

/** A trace document; bad ones are refused with the pad, part or field that is wrong. */
export function parseTrace(json: unknown): Result<Trace> {
  const parsed = traceSchema.safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const path = issue?.path.join('.') ?? '';
    return fail('bad-document', `${path || 'The document'}: ${issue?.message ?? 'not valid'}.`, path);
  }
  return checkPads(parsed.data);
}

function checkPads(trace: Trace): Result<Trace> {
  const pads = new Set(trace.pads);
  if (pads.size < trace.pads.length) {
    const twice = trace.pads.find((pad, index) => trace.pads.indexOf(pad) !== index);
    return fail('bad-document', `Pad ${twice} is listed twice.`, 'pads');
  }
  const stray = (pad: string, path: string) => fail('unknown-pad', `${path} speaks of pad ${pad}, which is not among the pads.`, path);
  const refs = new Set<string>();
  for (const [index, part] of trace.parts.entries()) {
    if (refs.has(part.ref))
      return fail('duplicate-ref', `Two parts are called ${part.ref}; every ref must be its own.`, `parts.${index}.ref`);
    refs.add(part.ref);
    for (const [at, pad] of part.pads.entries()) if (!pads.has(pad)) return stray(pad, `parts.${index}.pads.${at}`);
  }
  for (const [index, { hold, over, beeps }] of trace.sweeps.entries()) {
    if (!pads.has(hold)) return stray(hold, `sweeps.${index}.hold`);
    for (const [at, pad] of (over ?? []).entries()) if (!pads.has(pad)) return stray(pad, `sweeps.${index}.over.${at}`);
    for (const [at, { pad }] of beeps.entries()) {
      if (!pads.has(pad)) return stray(pad, `sweeps.${index}.beeps.${at}.pad`);
      if (pad === hold)
        return fail('bad-document', `Sweep ${index + 1} has its held pad ${pad} beep against itself.`, `sweeps.${index}.beeps.${at}.pad`);
    }
  }
  return succeed(trace);
}
