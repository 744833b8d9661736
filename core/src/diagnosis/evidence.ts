import { z } from 'zod';
import { type Circuit, fail, packagesNamed, packagesOf, partOf, type Result, succeed } from '../circuit/index.ts';
import { READING_PLACES } from '../estimate/index.ts';
import { readingUncertainty } from '../quantity/index.ts';
import { ALL, type Observation, observationSchema } from './observation.ts';

const LARGEST_FIGURE = 1e12;

const figure = {
  id: z.string().min(1).max(80).optional(),
  /** Null where the meter showed that it is beyond its range. */
  value: z.number().min(-LARGEST_FIGURE).max(LARGEST_FIGURE).nullable(),
  /** One standard uncertainty; left out: of a pocket meter. */
  uncertainty: z.number().positive().max(LARGEST_FIGURE).optional(),
  statistic: z.enum(['avg', 'rms', 'ripple']).optional(),
  state: z.enum(['dead', 'charged', 'live']).optional(),
  meter: z.string().max(60).optional(),
};

/** A reading of a thing that does not work. `across` and `of` may name a package of a row. */
const readingSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...figure, kind: z.literal('volts'), ...READING_PLACES.volts }),
  z.strictObject({ ...figure, kind: z.literal('amps'), ...READING_PLACES.amps }),
  z.strictObject({ ...figure, kind: z.literal('ohms'), ...READING_PLACES.ohms }),
  z.strictObject({ ...figure, kind: z.literal('farads'), ...READING_PLACES.farads }),
  z.strictObject({ ...figure, kind: z.literal('watts'), ...READING_PLACES.watts }),
]);
export type FaultReading = z.infer<typeof readingSchema>;

const READING_KINDS: ReadonlySet<string> = new Set(['volts', 'amps', 'ohms', 'farads', 'watts']);

/** One thing that is known of a thing that does not work. */
export type Evidence = FaultReading | Observation;

export function isReading(evidence: Evidence): evidence is FaultReading {
  return READING_KINDS.has(evidence.kind);
}

/** Readings and observations, `*.readings.json`, for a diagnosis. */
export const evidenceDocumentSchema = z.strictObject({
  format: z.literal('mindful-probe.readings'),
  version: z.literal(1),
  readings: z.array(z.union([readingSchema, observationSchema])).max(2000),
  /** Of an estimate; a diagnosis does without. */
  want: z.looseObject({}).optional(),
});

/** The evidence of a document about a circuit; bad ones are refused with what is wrong, and where. */
export function parseEvidence(json: unknown, circuit: Circuit): Result<readonly Evidence[]> {
  const parsed = evidenceDocumentSchema.safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const path = issue?.path.join('.') ?? '';
    return fail('bad-document', `${path || 'The document'}: ${issue?.message ?? 'not valid'}.`, path);
  }
  const packages = packagesOf(circuit);
  const isKnown = (name: string) => partOf(circuit, name) !== undefined || name === ALL || packagesNamed(packages, name).length > 0;
  for (const [index, evidence] of parsed.data.readings.entries()) {
    const name = nameIn(evidence);
    if (typeof name === 'string' && !isKnown(name)) return fail('unknown-ref', `${name} is not in the circuit.`, `readings.${index}`);
  }
  return succeed(parsed.data.readings);
}

/** The part, package, range or pair of nets that evidence is about; undefined of what is about the whole thing. */
function nameIn(evidence: Evidence): string | readonly [string, string] | undefined {
  if ('across' in evidence) return evidence.across;
  if ('through' in evidence) return evidence.through;
  return 'of' in evidence ? evidence.of : undefined;
}

/** One standard uncertainty of a reading, where it says none that of a pocket meter. */
export function uncertaintyOf({ kind, value, uncertainty }: FaultReading): number {
  if (uncertainty !== undefined || value === null) return uncertainty ?? 0;
  return readingUncertainty(kind, value, Math.max(1e-12, Math.abs(value) * 1e-3));
}
