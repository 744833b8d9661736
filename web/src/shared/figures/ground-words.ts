import { type Appraisal, misfitsIn } from '@mindful-probe/core';

/** What a figure of drive rests on, in a word: readings that speak against the circuit measure nothing. */
export function groundWords({ slots, measured }: Pick<Appraisal, 'slots' | 'measured'>): 'doubtful' | 'measured' | 'expected' {
  if (misfitsIn(slots).length > 0) return 'doubtful';
  return measured ? 'measured' : 'expected';
}
