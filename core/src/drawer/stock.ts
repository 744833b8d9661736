import { z } from 'zod';
import { type Circuit, partOf } from '../circuit/index.ts';
import { deviceOf, type Part, partSchema, partValue } from '../device/index.ts';
import { type CircuitMove, fittedBy, isFor, type StockItem } from '../rework/index.ts';

/** Something at hand: a part without its place in a circuit, how many there are, and where they lie. */
export const stockSchema = z.strictObject({
  /** Its ref and pins say nothing. */
  part: partSchema,
  count: z.int().min(0).max(1_000_000),
  where: z.string().trim().max(80).optional(),
  /** Of one, in the money of the place. */
  price: z.number().min(0).max(1e6).optional(),
  note: z.string().trim().max(500).optional(),
  /** Entries of tapes that put some of them here: none does so twice. */
  from: z.array(z.string().min(1).max(80)).max(1000).optional(),
  /** Of those, what ways that were taken will use: by the entry that took them. */
  reserved: z
    .array(z.strictObject({ by: z.string().min(1).max(80), count: z.int().positive() }))
    .max(1000)
    .optional(),
});
export type Stock = z.infer<typeof stockSchema>;

/** So many of an item for a way. */
export interface StockNeed {
  readonly key: string;
  readonly count: number;
}

/** The part as stock has it: on no board. */
export function onNoBoard(fields: Readonly<Record<string, unknown>>): Part | undefined {
  const kind = fields.kind as Part['kind'];
  const pins = (deviceOf(kind)?.pins ?? []).map((_, index) => `p${index + 1}`);
  const parsed = partSchema.safeParse({ ...fields, ref: 'X', pins });
  return parsed.success ? parsed.data : undefined;
}

/** The same for the same part in the same place: two rows that say it are one. */
export function stockKey({ part, where = '' }: Pick<Stock, 'part' | 'where'>): string {
  const { ref: _, pins: __, marking: ___, note: ____, ...fields } = part;
  const sorted = Object.entries(fields)
    .toSorted(([a], [b]) => a.localeCompare(b))
    .map(([field, value]) => `${field}=${typeof value === 'object' ? JSON.stringify(value) : String(value)}`);
  return `${sorted.join(' ')} @${where.toLowerCase()}`.slice(0, 400);
}

/** What is not promised to a way. */
export function freeCount({ count, reserved = [] }: Pick<Stock, 'count' | 'reserved'>): number {
  return count - reserved.reduce((sum, one) => sum + one.count, 0);
}

/** "33 Ω 250 mW": what it is, in a few words. */
export function sayStock({ part }: Pick<Stock, 'part'>): string {
  const { rated = {} } = part;
  const body = 'body' in part && part.body !== undefined ? [String(part.body)] : [];
  const ratings = [
    ...(rated.watts === undefined ? [] : [`${rated.watts} W`]),
    ...(rated.volts === undefined ? [] : [`${rated.volts} V${rated.class === undefined ? '' : '~'}`]),
    ...(rated.amps === undefined ? [] : [`${rated.amps} A`]),
  ];
  return [partValue(part) || deviceOf(part.kind).name, ...body, ...ratings].filter(Boolean).join(' ');
}

/** The drawer as a goal has it: what is free of each. */
export function drawerFor(items: readonly Stock[]): readonly StockItem[] {
  return items.flatMap((item) => {
    const { ref: _, pins: __, marking: ___, note: ____, ...fields } = item.part;
    const count = freeCount(item);
    return count > 0 ? [{ ...fields, count, ...(item.price !== undefined && { price: item.price }) }] : [];
  });
}

/**
 * What a way takes out of the drawer.
 *
 * @returns what is there of it; parts that are not are left out
 */
export function needsOf(items: readonly Stock[], before: Circuit, after: Circuit, moves: readonly CircuitMove[]): readonly StockNeed[] {
  const left = new Map(items.map((item) => [stockKey(item), freeCount(item)]));
  const needs = new Map<string, number>();
  for (const ref of fittedBy(moves)) {
    const part = partOf(after, ref);
    if (!part || part === partOf(before, ref)) continue;
    const item = items.find((one) => (left.get(stockKey(one)) ?? 0) > 0 && isFor(one.part, part));
    if (!item) continue;
    const key = stockKey(item);
    left.set(key, (left.get(key) ?? 0) - 1);
    needs.set(key, (needs.get(key) ?? 0) + 1);
  }
  return [...needs].map(([key, count]) => ({ key, count }));
}

/** What parts cost, in the money of the drawer. */
export interface PartsCost {
  readonly amount: number;
  /** Of how many it is the price, and of how many none is known: not in the drawer, or without a price there. */
  readonly priced: number;
  readonly unpriced: number;
}

/** The price of what a way fits, as far as the drawer knows it; undefined where it fits nothing, or no price is known. */
export function costOfWay(items: readonly Stock[], needs: readonly StockNeed[], moves: readonly CircuitMove[]): PartsCost | undefined {
  const fitted = fittedBy(moves).length;
  let [amount, priced] = [0, 0];
  for (const { key, count } of needs) {
    const price = items.find((item) => stockKey(item) === key)?.price;
    if (price === undefined) continue;
    amount += price * count;
    priced += count;
  }
  return priced === 0 ? undefined : { amount, priced, unpriced: Math.max(0, fitted - priced) };
}
