import { z } from 'zod';

const idSchema = z.string().min(1).max(120);
const nameSchema = z.string().min(1).max(60);
/** A week: longer than any day at a bench. */
const MOST_MINUTES = 10_080;

const needSchema = z.union([
  nameSchema,
  /** From its start on, where it is not needed all the time. */
  z.strictObject({ instrument: nameSchema, minutes: z.number().positive().max(MOST_MINUTES) }),
]);

const taskSchema = z.strictObject({
  id: idSchema,
  /** What it is done on: one thing at a time. */
  specimen: nameSchema.optional(),
  text: z.string().max(500).optional(),
  minutes: z.number().positive().max(MOST_MINUTES),
  needs: z.array(needSchema).max(20).default([]),
  /** Takes a pair of hands for all of its minutes. */
  attended: z.boolean().default(true),
  /** Done before it begins. What is not among the tasks is past. */
  after: z.array(idSchema).max(50).default([]),
  /** It begins no sooner and no later: minutes from the beginning of the plan, or from the start of the task `since`. */
  earliest: z.number().min(-MOST_MINUTES).max(MOST_MINUTES).optional(),
  latest: z.number().min(-MOST_MINUTES).max(MOST_MINUTES).optional(),
  since: idSchema.optional(),
  /** How much it is worth, in whatever unit all of them are in. */
  value: z.number().min(0).max(1e6).default(1),
  /** It runs already, and is not moved: when it began, minutes from the beginning of the plan. */
  started: z.number().min(-MOST_MINUTES).max(0).optional(),
});
export type Task = z.infer<typeof taskSchema>;

const heldSchema = z.strictObject({
  instrument: nameSchema,
  /** Minutes from the beginning of the plan. */
  until: z.number().min(0).max(MOST_MINUTES),
  /** Whose it is until then: what comes after that may use it. */
  by: idSchema.optional(),
});

/** What wants doing when, over several things on the bench, `*.rounds.json`. */
export const roundsSchema = z.strictObject({
  format: z.literal('mindful-probe.rounds'),
  version: z.literal(1),
  from: z.iso.datetime({ offset: true }),
  minutes: z.number().positive().max(MOST_MINUTES),
  /** Pairs of them. */
  hands: z.int().min(0).max(20).default(1),
  /** How many of each are there. */
  instruments: z.record(nameSchema, z.int().min(0).max(100)).default({}),
  tasks: z.array(taskSchema).max(2000),
  held: z.array(heldSchema).max(200).default([]),
});
export type Rounds = z.infer<typeof roundsSchema>;

/** Why a task is not in the plan. */
export type LeftReason = 'no time' | 'no instrument' | 'no hands' | 'window missed';

export interface PlannedTask {
  readonly id: string;
  /** Minutes from the beginning of the plan. */
  readonly start: number;
  readonly end: number;
}

export interface LeftTask {
  readonly id: string;
  readonly because: LeftReason;
  /** The instrument that is missing, or the task that it waits for and that is left out itself. */
  readonly of?: string;
  /** By how many it does not fit: over the end of the plan, in the way of another's use, or past its window. */
  readonly minutes: number;
}

export interface Plan {
  /** By start. */
  readonly plan: readonly PlannedTask[];
  readonly left: readonly LeftTask[];
}
