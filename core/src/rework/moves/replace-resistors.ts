import { type Circuit, partsOfKind } from '../../circuit/index.ts';
import { formatEngineering } from '../../quantity/index.ts';
import type { Move, MoveFinder } from '../way.ts';

/** Resistors of one value that sit alike count as one change: three 39 Ω in three branches are swapped together. */
export const replaceResistors: MoveFinder = (circuit) =>
  groupsOf(circuit).map(
    ({ refs, ohms }): Move => ({
      code: 'replace-resistors',
      title: (value) => `${formatEngineering(value, 'ohms').text} for ${refs.join(', ')}`,
      changes: (value, ratedWatts) =>
        refs.map((ref) => ({
          change: 'replace-resistor',
          ref,
          ohms: value,
          ...(ratedWatts !== undefined && { rated: { watts: ratedWatts } }),
        })),
      refs,
      presentOhms: ohms,
      joints: 2 * refs.length,
    }),
  );

/** By marked value: as measured, alike resistors differ a little. */
function groupsOf(circuit: Circuit): readonly { refs: string[]; ohms: number }[] {
  const groups: { refs: string[]; ohms: number }[] = [];
  for (const part of partsOfKind(circuit, 'resistor')) {
    if (part.ohms === 0) continue;
    const group = groups.find(({ ohms }) => Math.abs(ohms / part.ohms - 1) < 0.1);
    if (group) group.refs.push(part.ref);
    else groups.push({ refs: [part.ref], ohms: part.ohms });
  }
  return groups;
}
