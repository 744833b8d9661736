import { z } from 'zod';
import { ledFieldsSchema, partSchema, refSchema } from '../../device/index.ts';
import { MOVE_CODES } from '../moves/registry.ts';

/** What is wanted: a chip current, a share of its rating, watts at the supply, all light that the limits allow, or only that it works. */
export const AIMS = ['chip-amps', 'rated-share', 'supply-watts', 'most-light', 'none'] as const;
export type Aim = (typeof AIMS)[number];

/** What must hold afterwards. */
const limitsSchema = z.strictObject({
  /** Of the goal's LED at the worst corner, A. */
  chipAmps: z.number().positive().optional(),
  /** Of the light before, at least. */
  lightKept: z.number().positive().max(1).optional(),
  /** Stress over rating of each part that is touched or newly loaded, at the worst corner. */
  partShare: z.number().positive().max(1).optional(),
  supplyWatts: z.number().positive().optional(),
  /** On its cells, to half the light before, at least. */
  hours: z.number().positive().optional(),
  parts: z.int().min(0).optional(),
  joints: z.int().min(0).optional(),
  /** Of the parts that are fitted, by the prices in the drawer, in its money; what has no price there counts as nothing. */
  cost: z.number().min(0).optional(),
  reversible: z.boolean().optional(),
});
export type GoalLimits = z.infer<typeof limitsSchema>;

/** Something at hand: a part without its place, how many there are, and what one costs. */
const stockItemSchema = z.looseObject({ kind: z.string(), count: z.int().min(0).default(1), price: z.number().min(0).optional() });
export type StockItem = z.infer<typeof stockItemSchema>;

/** The fields of a source that another one has; another kind takes its place. */
const supplySchema = z.looseObject({ kind: z.enum(['dc', 'ac', 'battery', 'pulse']).optional() });

/** What a rework is to reach, as it is written on a tape. */
export const wantedSchema = z.strictObject({
  /** The LED that it is about; left out: the hardest driven. */
  led: refSchema.optional(),
  aim: z.enum(AIMS),
  /** Of the aim: A, multiples of the rating, or W. */
  value: z.number().positive().optional(),
  /** How warm what was read may become at most, °C: the watts of the aim follow from it, or where that is another those of the limit. */
  celsius: z.number().min(-50).max(500).optional(),
  limits: limitsSchema.optional(),
  supply: supplySchema.optional(),
  /** Open, and to be mended. */
  dead: z.array(refSchema).max(50).optional(),
  replaceLed: ledFieldsSchema.optional(),
  moves: z.array(z.enum(MOVE_CODES)).max(MOVE_CODES.length).optional(),
  only: z.literal('drawer').optional(),
  series: z.enum(['E3', 'E6', 'E12', 'E24', 'E48', 'E96', 'E192']).optional(),
  ways: z.int().positive().max(200).optional(),
});
export type Wanted = z.infer<typeof wantedSchema>;

/** Whether nothing is wanted but that what is unsafe is mended. */
export function asksForSafety({ aim, supply, dead = [], replaceLed, moves = [] }: Wanted): boolean {
  return aim === 'none' && !supply && dead.length === 0 && !replaceLed && !moves.includes('replace-cells');
}

/** A goal document, `*.goal.json`: what is wanted, and what is at hand. */
export const goalSchema = wantedSchema.extend({
  format: z.literal('mindful-probe.goal'),
  version: z.literal(1),
  drawer: z.array(stockItemSchema).max(5000).optional(),
});
export type Goal = z.infer<typeof goalSchema>;

/** A part in the drawer, with a ref and pins that say nothing. */
export type StockPart = { readonly part: z.infer<typeof partSchema>; readonly count: number; readonly price?: number };

/** An item of the drawer as a part; undefined where it is none that can be fitted. */
export function stockPart({ count, price, ...fields }: StockItem): StockPart | undefined {
  const kind = fields.kind;
  const pins = ['a', 'b'];
  const parsed = partSchema.safeParse({
    ref: 'X',
    pins: kind === 'bridge' || kind === 'converter' ? ['a', 'b', 'c', 'd'] : pins,
    ...fields,
  });
  return parsed.success ? { part: parsed.data, count, ...(price !== undefined && { price }) } : undefined;
}
