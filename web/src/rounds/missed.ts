import { type DayPlan, sayDue } from '@mindful-probe/core';
import { z } from 'zod';
import { browserStorage } from '../shared/data/browser-storage.ts';
import { momentAt } from '../shared/rounds/clock.ts';

const KEY = 'mindful-probe.rounds.seen';
/** A page that was looked at so lately was never away. */
const AWAY_MS = 60_000;

const seenSchema = z.strictObject({
  at: z.iso.datetime(),
  /** What was planned then, with the end of its window. */
  waiting: z.array(z.strictObject({ id: z.string(), name: z.string(), text: z.string(), latest: z.iso.datetime() })),
});
export type Seen = z.infer<typeof seenSchema>;

/** What a plan leaves to be done by a time. */
export function seenOf(plan: DayPlan): Seen {
  const waiting = plan.tasks
    .filter(({ item, window }) => item.attended && window)
    .map(({ id, name, item, window }) => ({ id, name, text: sayDue(item), latest: momentAt(plan.now, window?.latest ?? 0) }));
  return { at: plan.now, waiting };
}

/**
 * What was missed while nobody looked: its window ended meanwhile, and it was not done.
 *
 * @param done what is no longer wanted
 */
export function missedSince(seen: Seen | undefined, now: number, isStillWanted: (id: string) => boolean): Seen['waiting'] {
  if (!seen || now - Date.parse(seen.at) < AWAY_MS) return [];
  return seen.waiting.filter(({ id, latest }) => Date.parse(latest) < now && isStillWanted(id));
}

export function readSeen(): Seen | undefined {
  try {
    const parsed = seenSchema.safeParse(JSON.parse(browserStorage.get(KEY) ?? 'null'));
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}

export function keepSeen(seen: Seen): void {
  browserStorage.set(KEY, JSON.stringify(seen));
}
