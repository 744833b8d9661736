import { readFigure } from '../quantity/index.ts';
import { isPowered, RUN_KINDS, type RunKind } from '../tape/index.ts';
import type { BenchContext } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';

/** How long each usually takes, minutes, where the line does not say: as short as it is sensible. */
const USUAL_MINUTES: Readonly<Record<RunKind, number>> = {
  soak: 40,
  'burn-in': 24 * 60,
  runtime: 6 * 60,
  charge: 4 * 60,
  glue: 30,
  heat: 10,
  rest: 30,
};

const MEANINGS: Readonly<Record<RunKind, string>> = {
  soak: 'a soak begins: left on, its temperature watched',
  'burn-in': 'left on for long, looked at now and then',
  runtime: 'runs on its cells until they are empty',
  charge: 'it charges',
  glue: 'glue sets',
  heat: 'it is warmed',
  rest: 'cells rest, nothing on them',
};

const MINUTES_IN: Readonly<Record<string, number>> = {
  s: 1 / 60,
  sec: 1 / 60,
  min: 1,
  mins: 1,
  minutes: 1,
  h: 60,
  hours: 60,
  hour: 60,
  d: 1440,
  day: 1440,
  days: 1440,
  week: 10_080,
  weeks: 10_080,
  month: 43_830,
  months: 43_830,
  year: 525_960,
  years: 525_960,
};

/** What a line can begin with. */
export const RUN_VERBS: readonly RunKind[] = RUN_KINDS;

/**
 * `soak case 40min limit 85c`, `glue 30min`, `charge 4h`: something begins that runs by itself; `soak done` and
 * `soak stopped: climbs too far` end it.
 */
export function parseRun(of: RunKind, words: readonly string[], { specimen, benchState }: BenchContext): BenchOutcome {
  const [first = ''] = words;
  const ending = /^(done|stopped|left|off)[:,]?$/i.exec(first)?.[1]?.toLowerCase();
  if (ending) {
    const running = specimen.runs.findLast((run) => run.entry.of === of && !run.ended);
    if (!running) return unread(`${of} ${first}: no ${of} is running.`);
    const outcome = ending === 'off' ? 'stopped' : (ending as 'done' | 'stopped' | 'left');
    const reason = words.slice(1).join(' ').trim();
    return entry(`the ${of} is ${outcome === 'left' ? 'left out' : outcome}${reason ? `: ${reason}` : ''}`, {
      kind: 'ended',
      of: running.entry.id,
      outcome,
      ...(reason !== '' && { reason }),
    });
  }
  let minutes: number | undefined;
  let limitCelsius: number | undefined;
  let place: string | undefined;
  for (let index = 0; index < words.length; index++) {
    const word = words[index] as string;
    const [length, used] = minutesOf(word, words[index + 1]);
    if (length !== undefined) {
      minutes = length;
      index += used - 1;
      continue;
    }
    if (/^(limit|below|to)$/i.test(word)) {
      const figure = readFigure(words[index + 1] ?? '');
      if (!figure || 'wrong' in figure || (figure.unit !== undefined && figure.unit !== 'celsius'))
        return unread(`${of} limit …: how warm it may become, as “limit 85c”.`);
      limitCelsius = figure.value;
      index += 1;
      continue;
    }
    if (of !== 'soak' && of !== 'burn-in') return unread(`${of} ${word}: how long? As “${of} 30min” or “${of} 4h”.`);
    if (place !== undefined || !/^[A-Za-z][\w-]*$/.test(word))
      return unread(`${of}: where, how long and up to what, as “${of} case 40min limit 85c”.`);
    place = /^T[a-z]/.test(word) ? word.slice(1) : word;
  }
  if (isPowered(of) && benchState !== 'live')
    return unread(`${of}: it runs with the power on, and the bench is ${benchState}. “live” first.`, 'live');
  const length = minutes ?? USUAL_MINUTES[of];
  const parts = [
    MEANINGS[of],
    place && `at the ${place}`,
    `${sayMinutes(length)}`,
    limitCelsius !== undefined && `no warmer than ${limitCelsius} °C`,
  ];
  return entry(parts.filter(Boolean).join(', '), {
    kind: 'run',
    of,
    minutes: length,
    ...(place !== undefined && { place }),
    ...(limitCelsius !== undefined && { limitCelsius }),
  });
}

/** `again in 4 weeks: the crimp K1`: it is looked at again. `again done` and `again left` end the oldest look. */
export function parseAgain(words: readonly string[], { specimen }: BenchContext, line: string): BenchOutcome {
  const [first = '', second, third] = words;
  if (/^(done|left)$/i.test(first)) {
    const [open] = specimen.looks.filter(({ ended }) => !ended);
    if (!open) return unread('again: nothing is to be looked at again.');
    const outcome = first.toLowerCase() as 'done' | 'left';
    return entry(`${open.entry.text}: ${outcome === 'done' ? 'looked at' : 'left out'}`, { kind: 'ended', of: open.entry.id, outcome });
  }
  const [afterMinutes, used] = first.toLowerCase() === 'in' ? minutesOf(second ?? '', third) : [undefined, 0];
  if (afterMinutes === undefined) return unread('again: when, and what for, as “again in 4 weeks: does the crimp hold”.');
  const text = line
    .replace(/^\S+\s+/, '')
    .split(/\s+/)
    .slice(1 + used)
    .join(' ')
    .replace(/^:\s*/, '')
    .trim();
  const what = text === '' ? 'look at it again' : text;
  return entry(`again in ${sayMinutes(afterMinutes)}: ${what}`, { kind: 'look', text: what, afterMinutes });
}

/** `40min`, `4 h`, `4 weeks:` in minutes, and how many words that took. */
export function minutesOf(word: string, next: string | undefined): readonly [number | undefined, number] {
  const whole = /^(\d+(?:[.,]\d+)?)\s*([a-z]+):?$/i.exec(word);
  const unit = whole ? MINUTES_IN[(whole[2] as string).toLowerCase()] : undefined;
  if (whole && unit !== undefined) return positive(Number((whole[1] as string).replace(',', '.')) * unit, 1);
  const behind = MINUTES_IN[(next ?? '').replace(/:$/, '').toLowerCase()];
  if (/^\d+(?:[.,]\d+)?$/.test(word) && behind !== undefined) return positive(Number(word.replace(',', '.')) * behind, 2);
  return [undefined, 0];
}

function positive(minutes: number, used: number): readonly [number | undefined, number] {
  return minutes > 0 ? [minutes, used] : [undefined, 0];
}

/** Whole months or years; else minutes, hours, days or weeks, whichever is shortest to say. */
export function sayMinutes(minutes: number): string {
  for (const [size, name] of CALENDAR) {
    const count = Math.round(minutes / size);
    if (count >= 1 && Math.abs(minutes - count * size) < 1) return `${count} ${name}${count > 1 ? 's' : ''}`;
  }
  const [size, name] = UNITS.find(([one]) => minutes >= LEAST_COUNT * one) ?? [1, 'min'];
  const count = minutes / size;
  return `${Number(count.toFixed(count < 10 ? 1 : 0))} ${name}`;
}

/** Fewer of a unit are said in the next smaller one: 90 minutes are no 1.5 h. */
const LEAST_COUNT = 2;
const CALENDAR: readonly (readonly [minutes: number, string])[] = [
  [525_960, 'year'],
  [43_830, 'month'],
];
const UNITS: readonly (readonly [minutes: number, string])[] = [
  [10_080, 'weeks'],
  [1440, 'days'],
  [60, 'h'],
];
