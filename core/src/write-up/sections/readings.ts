import type { Slot } from '../../appraisal/index.ts';
import { formatEngineering } from '../../quantity/index.ts';
import { list, sayUncertain, table, type WriteUpBlock } from '../block.ts';
import type { WriteUpFacts } from '../facts.ts';

/** Each reading beside what was expected there, and the words that were noted meanwhile. */
export function writeReadings({ found, specimen }: WriteUpFacts): readonly WriteUpBlock[] {
  const notes = specimen.notes.map(({ id, text }) => ({ key: `note.${id}`, text, from: [id] }));
  return [
    ...table('readings', ['Where', 'Read', 'Expected', 'Fits'], (found?.slots ?? []).filter(({ read }) => read).map(slotRow)),
    ...list(notes),
  ];
}

/** A place in words: "R1, volts", "A to G, volts", "C2, ripple volts", "D1, volts at 30 mA". */
export function slotWhere({ ref, nets, kind, ripple, atAmps, open }: Slot): string {
  const at = open ? ' with nothing on it' : atAmps === undefined ? '' : ` at ${formatEngineering(atAmps, 'amps').text}`;
  return `${ref ?? nets?.join(' to ') ?? ''}, ${ripple ? 'ripple ' : ''}${kind}${at}`;
}

function slotRow(slot: Slot): string[] {
  return [
    slotWhere(slot),
    slot.read ? sayUncertain(slot.read, slot.kind) : '',
    sayUncertain(slot.expected, slot.kind),
    slot.fits ? 'yes' : 'no',
  ];
}
