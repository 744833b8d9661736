import { type Entry, formatEngineering } from '@mindful-probe/core';

/** How a reading was taken: state, warm or cold, after how long, with which meter. */
export function conditionWords(entry: Entry | undefined): string {
  if (entry?.kind !== 'reading') return '';
  const { state, cold, dim, afterSeconds, rework, forced, supplied, chip } = entry.condition;
  const words = [
    chip ? 'one chip' : undefined,
    supplied && `lit alone with ${formatEngineering(supplied.amps, 'amps').text}`,
    state,
    cold ? 'cold' : undefined,
    dim ? 'dim' : undefined,
    afterSeconds === undefined ? undefined : afterSeconds < 120 ? `after ${afterSeconds} s` : `after ${Math.round(afterSeconds / 60)} min`,
    rework === undefined ? undefined : `rework ${rework}`,
    forced ? 'forced' : undefined,
    entry.figures.some(({ doubtful }) => doubtful) ? 'doubtful' : undefined,
    entry.meter,
  ];
  return words.filter(Boolean).join(', ');
}
