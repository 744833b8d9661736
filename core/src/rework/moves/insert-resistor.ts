import { freshRef, suppliesOf } from '../../circuit/index.ts';
import { formatEngineering } from '../../quantity/index.ts';
import type { MoveFinder } from '../way.ts';

/** One resistor in the plus lead of the main supply: one part, two joints, and nothing on the board is touched. */
export const insertResistor: MoveFinder = (circuit) => {
  const supply = suppliesOf(circuit)[0];
  if (!supply) return [];
  const ref = freshRef(circuit, 'R');
  return [
    {
      code: 'insert-resistor',
      title: (ohms) => `${formatEngineering(ohms, 'ohms').text} in the + lead`,
      changes: (ohms, ratedWatts) => [
        {
          change: 'insert-resistor',
          ref,
          at: { ref: supply.ref, pin: 0 },
          ohms,
          ...(ratedWatts !== undefined && { rated: { watts: ratedWatts } }),
        },
      ],
      refs: [ref],
      presentOhms: 0,
      joints: 2,
    },
  ];
};
