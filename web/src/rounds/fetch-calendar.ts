/** What reads and writes calendars, fetched when it is first wanted; undefined where the server does not answer. */
export async function fetchCalendar(): Promise<typeof import('./calendar.ts') | undefined> {
  return await import('./calendar.ts').catch(() => undefined);
}
