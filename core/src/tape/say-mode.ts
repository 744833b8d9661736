import { type Circuit, partOf, withFields } from '../circuit/index.ts';
import { partValue } from '../device/index.ts';
import { formatEngineering, formatSignificant } from '../quantity/index.ts';
import type { EntryOf } from './entry.ts';

/** What is otherwise in a mode than as traced, or what was said of it; empty where only readings tell. */
export function sayMode(circuit: Circuit, mode: Pick<EntryOf<'mode'>, 'sets' | 'chopped' | 'text'> | undefined): string {
  const { sets = [], chopped, text } = mode ?? {};
  if (chopped) {
    const { duty, hertz } = chopped;
    return `its LEDs on for ${formatSignificant(100 * duty)} % of the time, ${formatEngineering(hertz, 'hertz').text}`;
  }
  const set = sets.flatMap(({ ref, fields }) => {
    const part = partOf(withFields(circuit, ref, fields), ref);
    return part ? [`${ref} ${fields.closed === true ? 'closed' : partValue(part)}`] : [];
  });
  return set.length > 0 ? set.join(', ') : (text ?? '');
}
