import { SpecimenAnalyses, warmingOf } from '../appraisal/index.ts';
import { type TimedLine, timedEntriesOf } from '../bench-line/tape.testing.ts';
import { type DaySettings, dueItemsOf, planDay, sayDue, sayLeft } from '../due/index.ts';
import { replay } from '../tape/index.ts';
import { judge } from '../verdict/index.ts';
import { figuresOf } from './figures-of.testing.ts';

const CLIP: readonly TimedLine[] = [
  ['09:00', 'claim 5v listing'],
  ['09:01', 'V1 5v usb on P M'],
  ['09:01', 'R1 47r on P A'],
  ['09:01', 'D1 led white rated 20ma on A M'],
  ['09:02', 'in 5.02v 41ma'],
];
const SOAKING: readonly TimedLine[] = [
  ...CLIP,
  ['09:10', 'Tcase 22.0c cold'],
  ['09:10', 'live'],
  ['09:10', 'soak case 40min limit 60c'],
  ['09:13', 'Tcase 31.0c'],
  ['09:16', 'Tcase 36.5c'],
  ['09:20', 'Tcase 40.9c'],
];
const CLIMBING: readonly TimedLine[] = [
  ...CLIP,
  ['09:10', 'live'],
  ['09:10', 'soak lens 30min limit 60c'],
  ['09:12', 'Tlens 38c'],
  ['09:14', 'Tlens 50c'],
  ['09:16', 'Tlens 59.5c'],
];
const REWORKED: readonly TimedLine[] = [
  ...CLIP,
  ['09:05', 'dead'],
  ['09:06', { kind: 'rework', title: '68 Ω for R1', changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 68, rated: { watts: 0.25 } }] }],
];
const RUNTIME: readonly TimedLine[] = [
  ['08:00', 'B1 2 aa nimh on P M'],
  ['08:00', 'R1 4.7r on P A'],
  ['08:00', 'D1 led red rated 20ma on A M'],
  ['08:05', 'B1 2.61v open'],
  ['08:10', 'live'],
  ['08:10', 'runtime 6h'],
  ['08:11', 'lux 200 @ 1m'],
  ['09:12', 'lux 190 @ 1m'],
];
const CHARGED: readonly TimedLine[] = [
  ['09:00', 'V1 ac 230v 50hz on L N'],
  ['09:00', 'R1 10r on L A'],
  ['09:00', 'B1 bridge on A N P M'],
  ['09:00', 'C1 10uf 400v on P M'],
  ['09:00', 'R2 470k on P M'],
  ['09:00', 'D1 led white series 100 on P M'],
  ['09:01', 'live'],
];
const GLUED: readonly TimedLine[] = [...CLIP, ['09:03', 'glue 45min'], ['09:04', 'again in 1 day: whether the glue held']];

const ALL = { clip: SOAKING, lens: CLIMBING, reworked: REWORKED, torch: RUNTIME, lamp: CHARGED, glued: GLUED };

const SETTINGS: DaySettings = {
  minutes: 180,
  hands: 1,
  instruments: { meter: 1, thermometer: 1, 'in-line meter': 1, supply: 1, 'light meter': 1 },
  busy: [],
};
const DAYS: readonly (readonly [name: string, at: string, settings: DaySettings])[] = [
  ['all instruments', '09:21', SETTINGS],
  ['one hour, no thermometer', '09:30', { ...SETTINGS, minutes: 60, instruments: { meter: 1 } }],
  [
    'taken for half an hour, two at the bench',
    '10:00',
    { ...SETTINGS, hands: 2, busy: [{ id: 'talk', text: 'Reading hour', from: '2026-03-07T10:15:00Z', until: '2026-03-07T10:45:00Z' }] },
  ],
];

/** What six gadgets want on a day, and when it is done. */
export function days(): readonly string[] {
  const specimens = Object.entries(ALL).map(([id, lines]) => {
    const analyses = new SpecimenAnalyses(replay(timedEntriesOf(...lines)));
    return { id, name: `The ${id}`, items: dueItemsOf(analyses, judge(analyses.last)?.discharges ?? []) };
  });
  const warmed = Object.values(ALL).flatMap((lines) => figuresOf(warmingOf(replay(timedEntriesOf(...lines)))));
  return [
    ...warmed,
    ...DAYS.flatMap(([name, at, settings]) => {
      const { tasks, left, putOff, soaks, ...more } = planDay(specimens, settings, `2026-03-07T${at}:00Z`);
      return [
        `## ${name}`,
        ...figuresOf(more),
        ...tasks.flatMap(({ item, ...task }) => [
          `${task.name}: ${sayDue(item)}`,
          ...figuresOf({ ...task, bits: item.bits, line: item.line }, '  '),
        ]),
        ...left.flatMap(({ item, ...task }) => [`left, ${sayLeft(task)}: ${sayDue(item)}`, ...figuresOf(task, '  ')]),
        ...putOff.map(({ item }) => `put off: ${sayDue(item)}`),
        ...figuresOf(soaks.map((soak) => ({ ...soak, band: soak.band.filter((_, index) => index % 12 === 0) }))),
      ];
    }),
  ];
}
