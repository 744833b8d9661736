import type { LeftTask } from '../rounds/index.ts';
import type { RunKind } from '../tape/index.ts';
import type { DueItem } from './due-item.ts';

const RUNNING: Readonly<Record<RunKind, string>> = {
  soak: 'soak',
  'burn-in': 'left on for long',
  runtime: 'on its cells',
  charge: 'charging',
  glue: 'glue sets',
  heat: 'being warmed',
  rest: 'at rest',
};

const OVER: Readonly<Record<RunKind, string>> = {
  soak: 'the soak is over: last reading, then off',
  'burn-in': 'its time is over: last look, then off',
  runtime: 'its time is over: last reading, then off',
  charge: 'charged: volts, then off',
  glue: 'the glue is set: go on',
  heat: 'warm enough: go on',
  rest: 'rested: volts with nothing on them',
};

/** What is due, in a few words. */
export function sayDue({ of, run = 'soak', place, ref, text, count }: DueItem): string {
  switch (of) {
    case 'run':
      return place === undefined ? RUNNING[run] : `${RUNNING[run]}, ${place}`;
    case 'run-over':
      return OVER[run];
    case 'soak-reading':
      return `temperature of the ${place ?? 'case'}`;
    case 'run-reading':
      return run === 'runtime' ? 'light on its cells' : run === 'charge' ? 'charging current' : 'temperature and a look';
    case 'discharge':
      return `what ${ref} still holds`;
    case 'first-light':
      return 'first light';
    case 'fault-test':
      return 'the next test of what is broken';
    case 'probe':
      return `the reading at ${ref}`;
    case 'rework':
      return `rework: ${text}`;
    case 'check-dead':
      return 'checks before power';
    case 'first-power':
      return 'first power';
    case 'predictions':
      return count === 1 ? 'one predicted reading' : `${count} predicted readings`;
    case 'soak':
      return 'soak';
    case 'look':
      return `again: ${text}`;
  }
}

/** Why it does not fit, in a few words. */
export function sayLeft({ because, of, minutes }: LeftTask): string {
  const long = `${Math.max(1, Math.round(minutes))} min`;
  switch (because) {
    case 'no time':
      return minutes > 0.5 ? `no time: ${long} too long` : 'no time';
    case 'no hands':
      return `no hands: ${long} too few`;
    case 'no instrument':
      return `no ${of?.includes('/') === false ? of : 'instrument'}: taken for ${long} of it`;
    case 'window missed':
      return `its time was ${long} ago`;
  }
}
