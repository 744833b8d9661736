import { type DayPlan, sayDue } from '@mindful-probe/core';
import ICAL from 'ical.js';
import { momentAt } from '../shared/rounds/clock.ts';

/** An event of a calendar. */
export interface CalendarEvent {
  readonly id: string;
  readonly text: string;
  /** ISO 8601. */
  readonly from: string;
  readonly until: string;
}

const SUFFIX = '@rounds.mindful-probe';
/** Of an event that comes again and again no more than so many are read. */
const MOST_TIMES = 400;

/** The day as a calendar file (RFC 5545), in universal time: what wants hands, each with an alarm at its start. */
export function calendarOf(plan: DayPlan): string {
  return calendarText(
    plan.tasks
      .filter(({ item, start }) => item.attended && start >= 0)
      .map(({ id, name, item, start, end }) => ({
        id: `${id}${SUFFIX}`,
        text: `${name}: ${sayDue(item)}`,
        from: momentAt(plan.now, start),
        until: momentAt(plan.now, end),
      })),
    plan.now,
  );
}

export function calendarText(events: readonly CalendarEvent[], stamp: string): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('prodid', '-//Mindful Probe//Rounds//EN');
  calendar.updatePropertyWithValue('version', '2.0');
  for (const { id, text, from, until } of events) {
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', id);
    event.updatePropertyWithValue('dtstamp', timeOf(stamp));
    event.updatePropertyWithValue('dtstart', timeOf(from));
    event.updatePropertyWithValue('dtend', timeOf(until));
    event.updatePropertyWithValue('summary', text);
    const alarm = new ICAL.Component('valarm');
    alarm.updatePropertyWithValue('action', 'DISPLAY');
    alarm.updatePropertyWithValue('description', text);
    alarm.updatePropertyWithValue('trigger', ICAL.Duration.fromSeconds(0));
    event.addSubcomponent(alarm);
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}

/**
 * The events of a calendar file between two moments, those that come again and again at each of their times.
 *
 * @returns what is wrong with the file, in words
 */
export function readCalendar(text: string, from: string, until: string): readonly CalendarEvent[] | string {
  let calendar: ICAL.Component;
  try {
    calendar = new ICAL.Component(ICAL.parse(text));
  } catch {
    return 'It is no calendar file: it should begin with BEGIN:VCALENDAR.';
  }
  if (calendar.name !== 'vcalendar') return 'It is no calendar file: it should begin with BEGIN:VCALENDAR.';
  // Zones that the file brings are those that its times are in.
  for (const zone of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(new ICAL.Timezone(zone));
  const [low, high] = [Date.parse(from), Date.parse(until)];
  return calendar.getAllSubcomponents('vevent').flatMap((component): CalendarEvent[] => {
    const event = new ICAL.Event(component);
    if (!event.startDate) return [];
    return timesOf(event, high).flatMap((start): CalendarEvent[] => {
      const begins = start.toJSDate().getTime();
      const ends = begins + event.duration.toSeconds() * 1000;
      if (!(ends > low && begins < high && ends > begins)) return [];
      return [
        {
          id: event.uid ?? String(begins),
          text: event.summary ?? 'taken',
          from: new Date(begins).toISOString(),
          until: new Date(ends).toISOString(),
        },
      ];
    });
  });
}

function timesOf(event: ICAL.Event, high: number): readonly ICAL.Time[] {
  if (!event.isRecurring()) return [event.startDate];
  const times: ICAL.Time[] = [];
  const iterator = event.iterator();
  for (let next = iterator.next(); next && times.length < MOST_TIMES; next = iterator.next()) {
    if (next.toJSDate().getTime() > high) break;
    times.push(next);
  }
  return times;
}

/** The task that an event of ours is of; undefined for somebody else's. */
export function taskOfEvent({ id }: CalendarEvent): string | undefined {
  return id.endsWith(SUFFIX) ? id.slice(0, -SUFFIX.length) : undefined;
}

function timeOf(moment: string): ICAL.Time {
  return ICAL.Time.fromJSDate(new Date(moment), true);
}
