import { describe, expect, it, jest } from '@jest/globals';
import type { DayPlan, DayTask, DueItem } from '@mindful-probe/core';
import { clockAt, countdown, endOfDay, momentAt, nextMoment } from '../shared/rounds/clock.ts';
import { newlyDue } from './bell.ts';
import { calendarOf, calendarText, readCalendar, taskOfEvent } from './calendar.ts';
import { missedSince, seenOf } from './missed.ts';

const NOW = '2026-03-07T14:18:00.000Z';

const ITEM: DueItem = {
  key: 'reading-run-x-3',
  of: 'soak-reading',
  stage: 'proof',
  minutes: 2,
  attended: true,
  needs: ['thermometer'],
  bits: 1,
  state: 'live',
  place: 'case',
  latest: 20,
};

const task = (id: string, start: number, change: Partial<DayTask> = {}): DayTask => ({
  id,
  specimenId: 'lamp',
  name: 'Reading-room lamp',
  item: ITEM,
  start,
  end: start + 2,
  window: { earliest: start - 2, latest: start + 4 },
  ...change,
});

const plan = (...tasks: readonly DayTask[]): DayPlan => ({ now: NOW, minutes: 180, tasks, left: [], busy: [], putOff: [], soaks: [] });

describe('the calendar file', () => {
  it('goes out and comes in again with every time and word, in universal time', () => {
    const text = calendarOf(plan(task('lamp/reading', 14), task('lamp/run', -5, { item: { ...ITEM, attended: false } })));
    expect(text).toContain('DTSTART:20260307T143200Z');
    const events = readCalendar(text, NOW, momentAt(NOW, 180));
    expect(events).toEqual([
      {
        id: 'lamp/reading@rounds.mindful-probe',
        text: 'Reading-room lamp: temperature of the case',
        from: '2026-03-07T14:32:00.000Z',
        until: '2026-03-07T14:34:00.000Z',
      },
    ]);
    expect(typeof events !== 'string' && events[0] && taskOfEvent(events[0])).toBe('lamp/reading');
  });

  it('keeps commas, breaks and long lines of a text', () => {
    const words = `Lamp; with, commas\nand ${'a very long name '.repeat(12)}`.trim();
    const text = calendarText([{ id: 'x', text: words, from: NOW, until: momentAt(NOW, 5) }], NOW);
    expect(Math.max(...text.split('\r\n').map((line) => line.length))).toBeLessThanOrEqual(76);
    expect(readCalendar(text, NOW, momentAt(NOW, 60))).toMatchObject([{ text: words }]);
  });

  it('reads somebody else’s times in their own zone, over the change of the clock, and what comes every week', () => {
    const zone = [
      'BEGIN:VTIMEZONE',
      'TZID:Larkhithe',
      'BEGIN:STANDARD',
      'DTSTART:20251026T030000',
      'TZOFFSETFROM:+0200',
      'TZOFFSETTO:+0100',
      'END:STANDARD',
      'BEGIN:DAYLIGHT',
      'DTSTART:20260329T020000',
      'TZOFFSETFROM:+0100',
      'TZOFFSETTO:+0200',
      'END:DAYLIGHT',
      'END:VTIMEZONE',
    ];
    const event = [
      'BEGIN:VEVENT',
      'UID:hour',
      'SUMMARY:Reading hour',
      'DTSTART;TZID=Larkhithe:20260321T150000',
      'DTEND;TZID=Larkhithe:20260321T160000',
      'RRULE:FREQ=WEEKLY',
      'END:VEVENT',
    ];
    const text = ['BEGIN:VCALENDAR', 'VERSION:2.0', ...zone, ...event, 'END:VCALENDAR', ''].join('\r\n');
    const found = readCalendar(text, '2026-03-20T00:00:00Z', '2026-04-10T00:00:00Z');
    // 15:00 stays 15:00 on the wall: an hour sooner in universal time from 29 March on.
    expect(typeof found !== 'string' && found.map(({ from }) => from)).toEqual([
      '2026-03-21T14:00:00.000Z',
      '2026-03-28T14:00:00.000Z',
      '2026-04-04T13:00:00.000Z',
    ]);
  });

  it.each([['hello'], [''], ['BEGIN:VCARD\r\nEND:VCARD'], ['{"a":1}']])('says what is wrong with %j', (text) => {
    expect(readCalendar(text, NOW, momentAt(NOW, 60))).toContain('BEGIN:VCALENDAR');
  });
});

describe('what was missed', () => {
  it('is what ended while nobody looked and is still wanted', () => {
    const seen = seenOf(plan(task('done', 5), task('missed', 8), task('later', 90)));
    const still = (id: string) => id !== 'done';
    expect(missedSince(seen, Date.parse(NOW) + 30 * 60_000, still).map(({ id }) => id)).toEqual(['missed']);
    expect(missedSince(seen, Date.parse(NOW) + 30_000, still)).toEqual([]);
    expect(missedSince(undefined, Date.parse(NOW), still)).toEqual([]);
  });
});

describe('the bell', () => {
  it('calls out each thing once, when its time has come, and nothing that can be done at any time', () => {
    jest.useFakeTimers({ now: Date.parse(NOW) });
    const anyTime = task('work', 0, { item: { ...ITEM, of: 'probe', latest: undefined as never } });
    const { latest: _, ...work } = anyTime.item;
    const day = plan(task('reading', 10), { ...anyTime, item: work });
    const called = new Set<string>();
    const calls: string[] = [];
    const tick = () => {
      for (const { id } of newlyDue(day, called, Date.now())) {
        called.add(id);
        calls.push(`${id} at ${new Date().toISOString().slice(11, 16)}`);
      }
    };
    const timer = setInterval(tick, 1000);
    jest.advanceTimersByTime(9.5 * 60_000);
    expect(calls).toEqual([]);
    jest.advanceTimersByTime(10 * 60_000);
    expect(calls).toEqual(['reading at 14:27']);
    clearInterval(timer);
    jest.useRealTimers();
  });
});

describe('the clock', () => {
  it('counts down by seconds, with hours where there are, and with a minus past zero', () => {
    expect([countdown(1 + 40 / 60), countdown(62.5), countdown(0), countdown(-1.5)]).toEqual(['1:40', '1:02:30', '0:00', '−1:30']);
  });

  it('finds the next moment of a time of day, and midnight, by the calendar', () => {
    const now = Date.parse(NOW);
    const moment = nextMoment(clockAt(NOW, 60), now);
    expect(moment).toBe(momentAt(NOW, 60));
    expect(Date.parse(nextMoment(clockAt(NOW, -60), now) ?? '')).toBeGreaterThan(now);
    expect(nextMoment('noon', now)).toBeUndefined();
    expect(new Date(endOfDay(now)).getHours()).toBe(0);
  });
});
