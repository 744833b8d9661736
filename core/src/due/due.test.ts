import { describe, expect, it } from '@jest/globals';
import { SpecimenAnalyses } from '../appraisal/index.ts';
import { benchContext, parseBenchLine } from '../bench-line/index.ts';
import { type TimedLine, timedEntriesOf } from '../bench-line/tape.testing.ts';
import { replay } from '../tape/index.ts';
import { type DaySettings, type DueSpecimen, dueItemsOf, planDay, sayDue, sayLeft } from './index.ts';

const SETTINGS: DaySettings = {
  minutes: 180,
  hands: 1,
  instruments: { meter: 1, thermometer: 1, 'in-line meter': 1, supply: 1, 'light meter': 1 },
  busy: [],
};

/** A day in March, by its hours and minutes. */
const at = (time: string) => `2026-03-07T${time}:00.000Z`;

const CLIP: readonly TimedLine[] = [
  ['09:00', 'claim 5v listing'],
  ['09:01', 'V1 5v usb'],
  ['09:01', 'R1 47r on V1.+ A'],
  ['09:01', 'D1 led white rated 20ma on A V1.-'],
];

const REWORKED: readonly TimedLine[] = [
  ['09:02', 'in 5.02v 41ma'],
  ['09:05', 'dead'],
  ['09:06', { kind: 'rework', title: '68 Ω for R1', changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 68, rated: { watts: 0.25 } }] }],
] as const;

function dueOf(id: string, ...lines: readonly TimedLine[]): DueSpecimen {
  const analyses = new SpecimenAnalyses(replay(timedEntriesOf(...lines)));
  return { id, name: `The ${id}`, items: dueItemsOf(analyses, []) };
}

const starts = (plan: ReturnType<typeof planDay>) => plan.tasks.map(({ item, start }) => [item.of, Math.round(start)]);

describe('what a specimen wants', () => {
  it('is first light before anything was read, and then the reading that settles most', () => {
    expect(dueOf('clip', ...CLIP).items.map(({ of, line }) => [of, line])).toEqual([['first-light', undefined]]);
    const [next] = dueOf('clip', ...CLIP, ['09:02', 'in 5.02v 41ma']).items;
    expect(next).toMatchObject({ of: 'probe', needs: ['meter'] });
    expect(next?.bits).toBeGreaterThan(0);
  });

  it('is, after a rework was taken, everything from the iron to the soak, each behind the one before', () => {
    const { items } = dueOf('clip', ...CLIP, ...REWORKED);
    expect(items.filter(({ since }) => since === undefined).map(({ of, after }) => [of, after?.[0]])).toEqual([
      ['rework', undefined],
      ['check-dead', 'rework'],
      ['first-power', 'check-dead'],
      ['predictions', 'first-power'],
      ['soak', 'predictions'],
    ]);
    const plan = planDay([{ id: 'clip', name: 'Clip', items }], SETTINGS, at('10:00'));
    expect(plan.left).toEqual([]);
    const soak = plan.tasks.find(({ item }) => item.of === 'soak');
    for (const { item, start } of plan.tasks) if (item.of === 'soak-reading') expect(start).toBeGreaterThan(soak?.start ?? 0);
  });

  it('is nothing once it is signed off, and the look that was promised when its time has come', () => {
    const signed: readonly TimedLine[] = [...CLIP, ...REWORKED, ['09:20', 'in 5.02v 28ma'], ['09:30', { kind: 'proof', verdict: 'keep' }]];
    const [look] = dueOf('clip', ...signed, ['09:31', 'again in 2 hours: does it still light']).items.filter(({ of }) => of === 'look');
    const item = { id: 'clip', name: 'Clip', items: look ? [look] : [] };
    expect(planDay([item], SETTINGS, at('09:40')).tasks.map(({ start }) => start)).toEqual([111]);
    expect(planDay([item], { ...SETTINGS, minutes: 60 }, at('09:40')).tasks).toEqual([]);
    // Wanted at the last minute it is wanted today, and is told where there is no time for it.
    const within = (minutes: number) => planDay([item], { ...SETTINGS, minutes }, at('09:40')).left.length;
    expect([110, 111].map(within)).toEqual([0, 1]);
    expect(look && sayDue(look)).toBe('again: does it still light');
  });

  it('waits for what a store still holds', () => {
    const analyses = new SpecimenAnalyses(replay(timedEntriesOf(...CLIP, ['09:10', 'live'], ['09:11', 'charged'])));
    const items = dueItemsOf(analyses, [
      {
        ref: 'C1',
        farads: 1e-5,
        fromVolts: 300,
        bleederOhms: 470e3,
        longest: { volts: 330, farads: 1.2e-5, ohms: 494e3, secondsTo60: 480, secondsTo34: 600 },
      },
    ]);
    const plan = planDay([{ id: 'clip', name: 'Clip', items }], SETTINGS, at('09:15'));
    expect(starts(plan)).toEqual([
      ['discharge', 6],
      ['first-light', 8],
    ]);
  });
});

describe('a soak on the day', () => {
  const soaking = (...more: readonly TimedLine[]) =>
    dueOf(
      'clip',
      ...CLIP,
      ['09:02', 'in 5.02v 41ma'],
      ['09:10', 'Tcase 22.0c cold'],
      ['09:10', 'live'],
      ['09:10', 'soak case 40min limit 60c'],
      ...more,
    );

  it('gives its readings their time by the clock, and proposes the next where it teaches most', () => {
    const due = soaking(['09:13', 'Tcase 31.0c'], ['09:16', 'Tcase 36.5c'], ['09:20', 'Tcase 40.9c']);
    expect(due.items.find(({ of }) => of === 'run')?.soak?.points.map(({ seconds, celsius }) => [seconds, celsius])).toEqual([
      [0, 22],
      [180, 31],
      [360, 36.5],
      [600, 40.9],
    ]);
    const plan = planDay([due], SETTINGS, at('09:21'));
    const [soak] = plan.soaks;
    expect(soak?.fit?.outcome).toBeDefined();
    expect(soak?.outlook?.level).not.toBe('over');
    const reading = plan.tasks.find(({ item }) => item.of === 'soak-reading');
    expect(reading?.start).toBeGreaterThanOrEqual(0);
    expect(reading?.window?.latest).toBeGreaterThan(reading?.start ?? 0);
    expect(plan.tasks.find(({ item }) => item.of === 'run')?.start).toBe(-11);
  });

  it('that climbs past its limit wants to be read at once', () => {
    const due = soaking(['09:12', 'Tcase 38c'], ['09:14', 'Tcase 50c'], ['09:16', 'Tcase 59.5c']);
    const plan = planDay([due], SETTINGS, at('09:17'));
    expect(plan.soaks[0]?.outlook?.level).toBe('will pass');
    expect(plan.tasks.find(({ item }) => item.of === 'soak-reading')?.start).toBe(0);
  });

  it('has a reading put off by the clock', () => {
    const due = soaking(['09:13', 'Tcase 31.0c']);
    const [first] = planDay([due], SETTINGS, at('09:14')).tasks.filter(({ item }) => item.of === 'soak-reading');
    const key = first?.item.key as string;
    const later = soaking(['09:13', 'Tcase 31.0c'], ['09:14', { kind: 'put-off', task: key, until: at('09:34') }]);
    const moved = planDay([later], SETTINGS, at('09:14')).tasks.find(({ item }) => item.key === key);
    expect(moved?.start).toBeGreaterThanOrEqual(20);
  });

  it('ends with the power, by its word, and with the next one', () => {
    const running = (...more: readonly TimedLine[]) => soaking(...more).items.filter(({ of }) => of === 'run').length;
    expect(running()).toBe(1);
    expect(running(['09:20', 'dead'])).toBe(0);
    expect(running(['09:20', 'soak stopped: it climbs'])).toBe(0);
    expect(running(['09:20', 'soak lens 20min'])).toBe(1);
  });

  it('never moves for anything else, and two share one thermometer only one after the other', () => {
    const other = dueOf('lamp', ...CLIP, ...REWORKED);
    const plan = planDay([soaking(), other], SETTINGS, at('09:21'));
    const soaks = plan.tasks.filter(({ item }) => item.of === 'run' || item.of === 'soak');
    expect(soaks.map(({ specimenId }) => specimenId)).toEqual(['clip', 'lamp']);
    expect(soaks[1]?.start).toBeGreaterThanOrEqual(soaks[0]?.end ?? 0);
  });
});

describe('two soaks at once with one thermometer', () => {
  it('have it carried from one to the other: both are read', () => {
    const soak = (id: string, place: string) =>
      dueOf(id, ...CLIP, ['09:02', 'in 5.02v 41ma'], ['09:10', 'live'], ['09:10', `soak ${place} 40min`], ['09:12', `T${place} 30c`]);
    const plan = planDay([soak('clip', 'case'), soak('lamp', 'lens')], SETTINGS, at('09:13'));
    const read = plan.tasks.filter(({ item }) => item.of === 'soak-reading').map(({ specimenId }) => specimenId);
    expect(new Set(read)).toEqual(new Set(['clip', 'lamp']));
    expect(plan.left).toEqual([]);
  });
});

describe('a day', () => {
  it('works around what the hands are taken for, and leaves out what was put off', () => {
    const due = dueOf('clip', ...CLIP, ...REWORKED, ['09:07', { kind: 'put-off', task: 'soak', until: '2026-03-08T00:00:00Z' }]);
    const plan = planDay(
      [due],
      { ...SETTINGS, busy: [{ id: 'b', text: 'reading hour', from: at('10:00'), until: at('10:30') }] },
      at('10:00'),
    );
    expect(plan.tasks.map(({ item }) => item.of)).toEqual(['rework', 'check-dead', 'first-power', 'predictions']);
    expect(plan.tasks[0]?.start).toBe(30);
    expect(plan.putOff.map(({ item }) => item.key)).toEqual(['soak']);
  });

  it('says why something does not fit', () => {
    const due = dueOf('clip', ...CLIP, ...REWORKED);
    const { left } = planDay([due], { ...SETTINGS, minutes: 20 }, at('10:00'));
    expect(left.map((one) => [one.item.of, one.because])).toContainEqual(['soak', 'no time']);
    const without = planDay([due], { ...SETTINGS, instruments: { ...SETTINGS.instruments, thermometer: 0 } }, at('10:00'));
    const soak = without.left.find(({ item }) => item.of === 'soak');
    expect(soak).toMatchObject({ because: 'no instrument', of: 'thermometer' });
    expect(soak && sayLeft(soak)).toContain('thermometer');
  });
});

describe('lines of what runs by itself', () => {
  const outcome = (line: string, ...before: readonly TimedLine[]) =>
    parseBenchLine(line, benchContext(replay(timedEntriesOf(...CLIP, ...before))));

  it.each([
    ['glue 30min', { of: 'glue', minutes: 30 }],
    ['charge 4 h', { of: 'charge', minutes: 240 }],
    ['rest', { of: 'rest', minutes: 30 }],
    ['again in 4 weeks: the crimp', { text: 'the crimp', afterMinutes: 40_320 }],
    ['again in 3 days', { text: 'look at it again', afterMinutes: 4320 }],
  ])('%s', (line, draft) => {
    expect(outcome(line)).toMatchObject({ kind: 'entry', draft });
  });

  it.each([['soak case'], ['glue never'], ['glue done'], ['again'], ['again tomorrow'], ['again done'], ['burn-in 24h']])(
    'refuses %s with a reason',
    (line) => {
      expect(outcome(line)).toMatchObject({ kind: 'unread', message: expect.stringContaining(line.split(' ')[0] as string) });
    },
  );

  it('take no limit that is none, and no second place', () => {
    expect(outcome('soak case limit hot', ['09:10', 'live'])).toMatchObject({ kind: 'unread' });
    expect(outcome('soak case lens', ['09:10', 'live'])).toMatchObject({ kind: 'unread' });
  });
});
