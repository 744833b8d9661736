import type { Circuit } from '../circuit/index.ts';
import type { Meter, MeterRole } from '../meter/index.ts';
import type { CircuitMove, Wanted } from '../rework/index.ts';
import type { Board, Pad } from './boards.ts';
import type { Continuity } from './continuity.ts';
import type { BenchState, Entry, EntryOf, FactName } from './entry.ts';
import type { SpecimenMode, SpecimenReading } from './modes.ts';
import type { Net } from './nets.ts';
import type { SpecimenLook, SpecimenRun } from './runs.ts';
import type { WriteUpLayout, WriteUpSectionId } from './write-up-entries.ts';

/** A tape line: an entry, and what became of it. */
export interface TapeLine {
  readonly entry: Entry;
  /** Struck by a later entry, for a reason. */
  readonly struck?: { readonly by: string; readonly reason?: string };
  /** It could not be taken as said, and why: the rest of the specimen is as if it were not there. */
  readonly problem?: string;
}

/** A way that was taken. */
export interface TakenRework extends Omit<EntryOf<'rework'>, 'changes' | 'from'> {
  readonly moves: readonly CircuitMove[];
  /** The state that it starts from: so many reworks, 0 is as found. */
  readonly from: number;
  /** Steps of its work order that are done. */
  readonly ticked: readonly EntryOf<'tick'>[];
}

/** A picture with the notes stuck into it. */
export interface SpecimenPicture {
  readonly entry: EntryOf<'picture'>;
  readonly pins: readonly EntryOf<'pin'>[];
}

/** Everything known of a specimen: the fold of its tape. */
export interface Specimen {
  readonly name: string;
  readonly tape: readonly TapeLine[];
  readonly claims: readonly EntryOf<'claim'>[];
  readonly claimTexts: readonly EntryOf<'claim-text'>[];
  readonly confirmed: readonly EntryOf<'confirm'>[];
  /** The last word on each. */
  readonly facts: ReadonlyMap<FactName, string>;
  /** What was noticed, and after how many reworks. */
  readonly senses: readonly { readonly entry: EntryOf<'sense'>; readonly rework: number }[];
  /** What was seen and tried while it did not work, with the rework that it was seen after. */
  readonly observed: readonly { readonly entry: EntryOf<'observed'>; readonly rework: number }[];
  /** What it is taken for while nothing is traced. */
  readonly supposed?: EntryOf<'suppose'>;
  readonly decision?: EntryOf<'decision'>;
  /** In the order that they are done in. */
  readonly steps: readonly EntryOf<'step'>[];
  readonly pictures: readonly SpecimenPicture[];
  readonly notes: readonly EntryOf<'note'>[];
  /** By the ref of the LED: the last word on where its packages are to be seen. */
  readonly seats: ReadonlyMap<string, EntryOf<'seats'>>;
  readonly costs: readonly EntryOf<'cost'>[];
  /** What of it went into the drawer. */
  readonly kept: readonly EntryOf<'keep'>[];
  /** Own words in the sections of the write-up. */
  readonly remarks: ReadonlyMap<WriteUpSectionId, string>;
  /** Own words in place of sentences of the write-up, by their keys. */
  readonly wordings: ReadonlyMap<string, EntryOf<'wording'>>;
  readonly layout: WriteUpLayout;
  /** As found, with nets for pins. */
  readonly circuit: Circuit;
  readonly nets: readonly Net[];
  readonly boards: readonly Board[];
  readonly pads: readonly Pad[];
  readonly sweeps: readonly EntryOf<'sweep'>[];
  /** Parts that are seen, and not known well enough to be in the circuit. */
  readonly placed: readonly EntryOf<'place'>[];
  /** What beeping has told; left out where there are no pads. */
  readonly continuity?: Continuity;
  readonly readings: readonly SpecimenReading[];
  /** What it can be switched to, each with what was read in it; `readings` are those of the mode that it was traced in. */
  readonly modes: readonly SpecimenMode[];
  /** In hand, by role: the last word on each. */
  readonly meters: ReadonlyMap<MeterRole, Meter>;
  readonly benchState: BenchState;
  /** The bench state was said, and does not only follow from a reading. */
  readonly benchStateSaid: boolean;
  readonly goal?: Wanted;
  /** Ways of one's own for the state that the thing is in. */
  readonly ownWays: readonly EntryOf<'way'>[];
  readonly reworks: readonly TakenRework[];
  /** The state that the thing is in: after so many reworks; less where one was taken back. */
  readonly state: number;
  /** What runs by itself, or did, in the order of beginning. */
  readonly runs: readonly SpecimenRun[];
  readonly looks: readonly SpecimenLook[];
  /** What is due and waits: until when, by what it is named. */
  readonly putOff: ReadonlyMap<string, string>;
  /** When the bench state was last said or followed, ISO 8601; undefined while it never was. */
  readonly benchStateSince?: string;
  readonly proof?: EntryOf<'proof'>;
}
