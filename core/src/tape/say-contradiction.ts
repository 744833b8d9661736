import { sayTraceContradiction } from '../trace/index.ts';
import type { Contradiction } from './continuity.ts';

/** Why entries cannot all hold; sweeps are named by what was held, as they were typed. */
export function sayContradiction(contradiction: Contradiction): string {
  switch (contradiction.code) {
    case 'sweeps':
      return sayTraceContradiction(contradiction.found, (sweep) => `“hold ${contradiction.holds[sweep]}”`);
    case 'short': {
      const { ref, pads } = contradiction;
      return `Pads ${pads.join(', ')} beeped as one, and both pins of ${ref} are on them: a short across ${ref}, a part in the wrong place, or a beep misheard. They are not joined until that is settled.`;
    }
    case 'join': {
      const [hold, pad] = contradiction.pads;
      const heard = contradiction.ohms === undefined ? 'silence' : `${contradiction.ohms} ohm`;
      return `Pads ${hold} and ${pad} were said to be joined, and the meter says ${heard}.`;
    }
  }
}
