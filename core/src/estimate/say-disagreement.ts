import { type Chemistry, chemistryName } from '../device/index.ts';
import { formatEngineering, type Unit } from '../quantity/index.ts';
import type { Disagreement, PartAs, SourceSort } from './disagreement.ts';

/** What else is known of a disagreement where it is said. */
export interface DisagreementContext {
  /** The line by which the reading was entered. */
  readonly typed?: string | undefined;
  /** How the part's marking can be read as the value that it would have. */
  readonly marked?: string | undefined;
}

/** A disagreement in words: what would be otherwise, and the test that settles it. */
export function sayDisagreement(disagreement: Disagreement, { typed, marked }: DisagreementContext = {}): string {
  switch (disagreement.cause) {
    case 'reading': {
      const { id, kind, read, expected, factor } = disagreement;
      const subject = typed === undefined ? `Reading ${id} is` : `“${typed}”:`;
      return `${subject} ${say(read, kind)} where the others expect ${say(expected, kind)}${sayFactor(factor)}: take it again.`;
    }
    case 'lead': {
      const { ref, source, ohms, ends } = disagreement;
      const at = ends ? `, with ${say(ends.sourceVolts, 'volts')} at the source and ${say(ends.boardVolts, 'volts')} at the board` : '';
      return `${LEADS[source]} of ${say(ohms, 'ohms')} between ${ref} and the board would explain it${at}: read the volts at both ends of the lead while it runs.`;
    }
    case 'part': {
      const { ref, value, as } = disagreement;
      return `${sayPart(ref, value, as)}${marked === undefined ? '' : ` Its marking can be read so: ${marked}.`}`;
    }
    case 'unjoined':
      return `No current flows as it is traced, with ${disagreement.pins.join(', ')} joined to nothing yet: find where they lead.`;
    case 'join': {
      const { ref, nets } = disagreement;
      return `Nets ${nets[0]} and ${nets[1]} would be one (${ref} bridged): look for solder between them, and beep it dead.`;
    }
  }
}

const LEADS: Readonly<Record<SourceSort, string>> = {
  cells: 'A contact, lead or spring',
  generator: 'A lead or winding',
  mains: 'A lead, crimp or contact',
  supply: 'An adapter’s own ohms, a lead, crimp or contact',
};

const SOURCES: Readonly<Record<SourceSort, string>> = {
  cells: 'The cell',
  generator: 'The generator',
  mains: 'The lead of',
  supply: 'The adapter',
};

function sayFactor(factor: number | undefined): string {
  if (factor === undefined) return '';
  if (factor < 0) return ', with its leads the other way round';
  return factor > 1 ? `, a range of ${factor} above it` : `, a range of ${1 / factor} below it`;
}

function sayPart(ref: string, value: number, as: PartAs): string {
  switch (as.code) {
    case 'cell': {
      const charged = as.charge === undefined ? '' : `, about ${Math.round(100 * as.charge)} % charged`;
      return `${as.cells > 1 ? `Each cell of ${ref}` : ref} would give ${say(value, 'volts')} with nothing on it instead of ${say(as.entered, 'volts')}${charged}: take it out and read it alone.`;
    }
    case 'source-ohms': {
      const whose = as.cells > 1 ? `Each cell of ${ref}` : `${SOURCES[as.source]} ${ref}`;
      return `${whose} would have ${say(value, 'ohms')} of its own and not ${say(as.entered, 'ohms')}: read the volts with nothing on it, and under load.`;
    }
    case 'other-cells':
      return `${ref} would be ${sayCells(as)} and not ${sayCells(as.entered)}: look what is in the holder, and read one cell alone.`;
    case 'body':
      return `${ref} would be of a body as ${as.body}, for ${say(value, 'amps')}, and not ${as.entered ?? 'a small one'}: measure its sides.`;
    case 'colour':
      return `${ref} would be ${as.colour}, of about ${say(value, 'volts')}, and not ${as.entered}, of ${say(as.volts, 'volts')}: light one alone and read its volts.`;
    case 'chip-ohms':
      return `${ref} would have ${say(value, 'ohms')} in series with each junction and not ${say(as.entered, 'ohms')}: light one chip alone at two currents.`;
    case 'junction-volts':
      return `${ref} would have junctions ${say(value, 'volts')} off what is usual: read its volts while it conducts.`;
    case 'reference':
      return `${ref} would hold ${say(value, 'volts')} and not ${say(as.entered, 'volts')}${as.sense.length > 0 ? ` over ${as.sense.join(' and ')}` : ''}: read the volts there while it runs, and look up its mark again.`;
    case 'chip-volts':
      return `${ref} would have chips ${say(value, 'volts')} off what is usual for them: light one alone and read its volts.`;
    case 'value': {
      const test = as.unit === 'volts' ? 'read it with nothing on it' : 'read it alone, dead';
      return `${ref} would be ${say(value, as.unit)} and not ${say(as.entered, as.unit)}: ${test}.`;
    }
    case 'lit-in-parallel':
      return `${ref} would have ${value} of ${as.of} chips lit: look for a dark one, open or badly soldered.`;
    case 'lit-in-series':
      return `${ref} would have ${value} of ${as.of} chips in its row, one shorted or missing: look for a dark one.`;
    case 'open':
      return `${ref} would be open or missing: look whether it lights, and test it alone.`;
  }
}

function say(value: number, unit: Unit): string {
  return formatEngineering(value, unit).text;
}

function sayCells({ cells, chemistry }: { readonly cells: number; readonly chemistry: Chemistry }): string {
  return `${cells} × ${chemistryName(chemistry)}`;
}
