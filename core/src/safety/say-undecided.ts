import type { LackedFact, Undecided } from './finding.ts';

const NOTHING_READ =
  'No live reading stands behind its currents: how hard it is driven follows from the values entered, and from what is usual.';

const LACKS: Readonly<Record<LackedFact, { readonly text: string; readonly settleBy: string }>> = {
  case: { text: 'What the case is of is not known: metal without earth can become live.', settleBy: 'Look what the case is of.' },
  earth: {
    text: 'Whether the metal case is earthed is not known.',
    settleBy: 'Look for an earth wire, and read its ohms to the case, dead.',
  },
  insulation: {
    text: 'How far live parts are from what can be touched is not known: two layers are wanted, or 6 mm.',
    settleBy: 'Open it dead, and look for the second layer; measure the least distance.',
  },
  'fuse-lead': {
    text: 'Which lead the fuse is in is not known: in the neutral it leaves everything live.',
    settleBy: 'Follow the fuse to the plug or the cap: the centre contact of a screw cap is live.',
  },
  'cells-protected': {
    text: 'Whether its lithium cells have a protection of their own is not known.',
    settleBy: 'Look for a strip and a small board at the end of the cell, or what is printed on it.',
  },
  'supply-isolation': {
    text: 'Whether the supply that came with it is isolated from mains is not known: if not, everything that it feeds is live.',
    settleBy: 'Read its label for the mark of a safety transformer (two circles that overlap, in a shield) or SELV.',
  },
  'capacitor-volts': { text: 'Its volts are not stated.', settleBy: 'Read its marking.' },
  'surface-material': { text: 'What it is of is not known: metal burns at fewer degrees than plastic.', settleBy: 'Look what it is of.' },
  'surface-celsius': {
    text: 'How hot its outside becomes is not known.',
    settleBy: 'Leave it on for half an hour, and read the case.',
  },
  'live-reading': { text: NOTHING_READ, settleBy: 'Read the amps at its supply, or the volts over a resistor.' },
  'in-line-reading': { text: NOTHING_READ, settleBy: 'Read the watts and amps with an in-line meter at its plug, closed.' },
  'fitting-readings': {
    text: 'Readings do not fit the circuit as traced: its currents, and how hard it is driven, are not known.',
    settleBy: 'Look on Readings which do not fit, and at what would explain it: a part, a reading, a join.',
  },
  'touchable-net': {
    text: 'What touching it does could not be solved.',
    settleBy: 'Read the ohms from it to both pins of the plug, dead.',
  },
  'fault-unsolved': { text: 'What its failure does to the rest could not be solved.', settleBy: 'Look at what stands beside it.' },
};

/** Where a rule cannot tell: what is not known, and how to get it. */
export function sayUndecided({ lacks, ref, modes }: Undecided): { readonly text: string; readonly settleBy: string } {
  const { text, settleBy } = LACKS[lacks];
  const isOfPart = lacks === 'capacitor-volts' || lacks === 'cells-protected' || lacks === 'fault-unsolved' || lacks === 'touchable-net';
  const said = isOfPart && ref !== '' ? `${ref}: ${text}` : text;
  return { text: inModes(modes, said), settleBy };
}

/** A sentence that holds only with the thing switched so. */
export function inModes(modes: readonly string[] | undefined, said: string): string {
  if (!modes) return said;
  return `In ${modes.length === 1 ? 'mode' : 'modes'} ${modes.join(' and ')}: ${said}`;
}
