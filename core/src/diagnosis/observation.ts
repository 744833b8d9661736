import { z } from 'zod';

/** What a person sees, hears or tries without a meter's figure. `warm` goes out when warm, `tapped` comes back when tapped. */
export const SIGNS = ['flickers', 'tapped', 'warm', 'smells', 'hums'] as const;
export type Sign = (typeof SIGNS)[number];

/** What is to be seen of a part; `nothing` where it was looked for. */
export const MARKS_SEEN = ['dark spot', 'burnt', 'bulged', 'loose', 'nothing'] as const;
export type MarkSeen = (typeof MARKS_SEEN)[number];

/** Everything, in place of a part. */
export const ALL = 'all';

/** A part, a package of a row (`D7`), packages from one to another (`D1-D4`), or `all`. */
const ofSchema = z.string().min(1).max(60);

/** Something that was noticed of a thing that does not work, or that was tried with it. */
export const observationSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('lights'),
    of: ofSchema,
    value: z.union([z.boolean(), z.literal('dim')]),
    /** Lit by itself from a bench supply; left out: on its own supply. */
    atAmps: z.number().positive().max(100).optional(),
    state: z.enum(['dead', 'charged', 'live']).optional(),
  }),
  z.strictObject({ kind: z.literal('seen'), of: ofSchema, value: z.enum(MARKS_SEEN) }),
  /** What a meter shows of a part is no figure: beyond its range, or next to nothing. */
  z.strictObject({ kind: z.literal('tested'), of: ofSchema, value: z.enum(['open', 'short']) }),
  /** A package lit by itself, and its volts with one standard uncertainty. */
  z.strictObject({
    kind: z.literal('alone'),
    of: ofSchema,
    volts: z.number().min(0).max(1e4),
    uncertainty: z.number().positive().max(1e4),
    atAmps: z.number().positive().max(100),
  }),
  z.strictObject({ kind: z.enum(SIGNS), value: z.boolean() }),
  /** For how long it was in use, about. */
  z.strictObject({ kind: z.literal('used'), hours: z.number().positive().max(1e6) }),
]);
export type Observation = z.infer<typeof observationSchema>;

/** Whether it says of the whole thing that it works as it should. */
export function saysItWorks(observation: Observation): boolean {
  return observation.kind === 'lights' && observation.of === ALL && observation.value === true && observation.atAmps === undefined;
}

/** Whether it says of the whole thing that it does not work, or not as it should. */
export function isSymptom(observation: Observation): boolean {
  if (observation.kind === 'lights') return observation.of === ALL && observation.value !== true && observation.atAmps === undefined;
  return isSign(observation) && observation.value;
}

export function isSign(observation: Observation): observation is Extract<Observation, { kind: Sign }> {
  return (SIGNS as readonly string[]).includes(observation.kind);
}
