import { suppliesOf } from '../circuit/index.ts';
import { deviceOf, isKind, type Part } from '../device/index.ts';
import { GENERIC_MARKS, type SemiconductorMark } from '../marking/index.ts';
import { GENERIC_METERS, type Meter } from '../meter/index.ts';
import { anchorOf, type BenchState, isPadNumber, netOf, type Specimen } from '../tape/index.ts';

/** What the grammar needs to know of the specimen. */
export interface BenchContext {
  readonly specimen: Specimen;
  readonly benchState: BenchState;
  /** The supply, and of several the main one where it is known by now. */
  readonly mainSupply: Part | undefined;
  /** The most likely ohms of each resistor, for the current that a drop means. */
  readonly ohmsOf: (ref: string) => number | undefined;
  /** Marks of semiconductors, own ones first. */
  readonly marks: readonly SemiconductorMark[];
  /** Meters at this bench, own ones first. */
  readonly meters: readonly Meter[];
}

/** What belongs to the bench and not to one specimen, and what an analysis found. */
export interface BenchKit {
  readonly marks?: readonly SemiconductorMark[];
  readonly meters?: readonly Meter[];
  /** Of the appraisal: which of several supplies is the main one takes a solution, and nobody waits for that at a line. */
  readonly mainSupply?: string | undefined;
}

/** A context from the specimen, and the marks and meters of this bench beside the generic ones. */
export function benchContext(specimen: Specimen, { marks = [], meters = [], mainSupply }: BenchKit = {}): BenchContext {
  const supplies = suppliesOf(specimen.circuit);
  return {
    specimen,
    marks: [...marks, ...GENERIC_MARKS],
    meters: [...meters, ...GENERIC_METERS],
    benchState: specimen.benchState,
    mainSupply: supplies.length === 1 ? supplies[0] : supplies.find(({ ref }) => ref === mainSupply),
    ohmsOf: (ref) => {
      const measured = specimen.readings
        .filter(({ entry }) => entry.place.at === 'part' && entry.place.ref === ref)
        .flatMap(({ entry }) => entry.figures)
        .findLast(({ unit }) => unit === 'ohms');
      const part = specimen.circuit.parts.find((candidate) => candidate.ref === ref);
      return measured?.value ?? (isKind(part, 'resistor') ? part.ohms : undefined);
    },
  };
}

/** A net without a name of its own goes by a pin on it: its letter can move on. */
export function lastingName(name: string, { nets, pads }: Specimen): string {
  if (name.includes('.') || isPadNumber(name) || pads.some((pad) => pad.name === name)) return name;
  const net = netOf(nets, name);
  return net === undefined ? name : anchorOf(net);
}

/** A pin that is not there, with those that are. */
export function noSuchPin(terminal: string, { specimen }: BenchContext): string {
  const ref = terminal.split('.')[0]?.toUpperCase();
  const part = specimen.circuit.parts.find((one) => one.ref.toUpperCase() === ref);
  if (!part) return `${terminal} is not a pin on the board.`;
  const pins = deviceOf(part.kind).pins.map((name, index) => `${part.ref}.${index + 1} (${name})`);
  return `${part.ref} has no pin “${terminal.split('.')[1]}”: its pins are ${pins.join(', ')}.`;
}
