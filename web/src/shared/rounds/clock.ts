const MINUTE_MS = 60_000;
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

/** The time of day of a moment that many minutes after another, in the user's zone: `14:32`. */
export function clockAt(from: string, minutes: number): string {
  return CLOCK.format(Date.parse(from) + minutes * MINUTE_MS);
}

export function dayOf(time: number): string {
  return DAY.format(time);
}

/** The moment that many minutes after another, ISO 8601. */
export function momentAt(from: string, minutes: number): string {
  return new Date(Date.parse(from) + minutes * MINUTE_MS).toISOString();
}

/** `1:40`, or with hours `1:02:05`; a minus before what is over. */
export function countdown(minutes: number): string {
  const seconds = Math.round(Math.abs(minutes) * 60);
  const parts = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60), seconds % 60];
  const shown = parts[0] === 0 ? parts.slice(1) : parts;
  const said = shown.map((part, index) => (index === 0 ? String(part) : String(part).padStart(2, '0'))).join(':');
  return minutes < -1 / 120 ? `−${said}` : said;
}

/** The next moment of today, or of tomorrow, that a clock shows so; undefined for what is no time. */
export function nextMoment(clock: string, now: number): string | undefined {
  const match = /^(\d{1,2}):(\d{2})$/.exec(clock);
  if (!match) return undefined;
  const moment = new Date(now);
  moment.setHours(Number(match[1]), Number(match[2]), 0, 0);
  if (Number.isNaN(moment.getTime())) return undefined;
  // By the calendar, and not by 24 hours: the clock may change in between.
  if (moment.getTime() <= now) moment.setDate(moment.getDate() + 1);
  return moment.toISOString();
}

/** Midnight that ends the day of a moment, in the user's zone. */
export function endOfDay(now: number): string {
  const moment = new Date(now);
  moment.setHours(24, 0, 0, 0);
  return moment.toISOString();
}
