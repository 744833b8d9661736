import { touchableMains } from '../caution/index.ts';
import { presentCircuit } from '../rework/index.ts';
import type { Specimen } from '../tape/index.ts';

/** What is said of a thing on mains that somebody changed, wherever it is shown or handed on. */
export const ALTERED_ON_MAINS =
  'Altered: this thing runs on mains and was changed by hand. It is no longer what its maker tested: not for unattended use, nor to be given away without saying so.';

/** Whether it is so: changed on what a touch can kill with, and not taken back. */
export function isAlteredOnMains(specimen: Specimen): boolean {
  return specimen.state > 0 && touchableMains(presentCircuit(specimen)) !== undefined;
}
