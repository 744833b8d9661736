import { INSTRUMENT_NAMES, type InstrumentName } from '@mindful-probe/core';
import { useSyncExternalStore } from 'react';
import { z } from 'zod';
import { browserStorage } from '../data/browser-storage.ts';

const KEY = 'mindful-probe.rounds.day';
/** Where nothing was said: a repair morning. */
const USUAL_MINUTES = 180;
const MINUTE_MS = 60_000;

const settingSchema = z.strictObject({
  /** ISO 8601; past ones count for nothing. */
  until: z.iso.datetime().optional(),
  hands: z.int().min(1).max(9),
  instruments: z.partialRecord(z.enum(INSTRUMENT_NAMES), z.int().min(0).max(20)),
  busy: z.array(z.strictObject({ id: z.string(), text: z.string(), from: z.iso.datetime(), until: z.iso.datetime() })).max(500),
});
export type DaySetting = z.infer<typeof settingSchema>;

const USUAL: DaySetting = { hands: 1, instruments: {}, busy: [] };

const listeners = new Set<() => void>();
let known: DaySetting | undefined;

/** What somebody has for the day, kept by the browser: until when, hands, instruments, and when the hands are taken. */
function daySetting(): DaySetting {
  known ??= read();
  return known;
}

export function setDay(change: Partial<DaySetting>): void {
  known = { ...daySetting(), ...change };
  browserStorage.set(KEY, JSON.stringify(known));
  for (const listener of listeners) listener();
}

export function useDaySetting(): DaySetting {
  return useSyncExternalStore(subscribe, daySetting);
}

/** How many of an instrument there are; one of each where nothing was said. */
export function countOf({ instruments }: DaySetting, name: InstrumentName): number {
  return instruments[name] ?? 1;
}

/** From a time until the day ends, minutes. */
export function minutesLeft({ until }: DaySetting, now: number): number {
  const left = until === undefined ? Number.NaN : (Date.parse(until) - now) / MINUTE_MS;
  return left > 0 ? left : USUAL_MINUTES;
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function read(): DaySetting {
  try {
    const parsed = settingSchema.safeParse(JSON.parse(browserStorage.get(KEY) ?? 'null'));
    return parsed.success ? parsed.data : USUAL;
  } catch {
    return USUAL;
  }
}
