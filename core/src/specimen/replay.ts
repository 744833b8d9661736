import type { Circuit } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import type { BenchState, Entry, EntryKind, EntryOf, FactName, Stage } from './entry.ts';
import { type Net, NetForest, netsOf, pinName, terminalName } from './nets.ts';

/** A tape line: an entry, and what became of it. */
export interface TapeLine {
  readonly entry: Entry;
  /** Struck by a later entry, for a reason. */
  readonly struck?: { readonly by: string; readonly reason?: string };
  /** It could not be taken as said, and why: the rest of the specimen is as if it were not there. */
  readonly problem?: string;
}

/** A reading with the rework it was taken after: 0 is as found. */
export interface SpecimenReading {
  readonly entry: EntryOf<'reading'>;
  readonly rework: number;
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
  readonly senses: readonly EntryOf<'sense'>[];
  /** In the order that they are done in. */
  readonly steps: readonly EntryOf<'step'>[];
  readonly pictures: readonly SpecimenPicture[];
  readonly notes: readonly EntryOf<'note'>[];
  readonly remarks: ReadonlyMap<Stage, string>;
  /** As found, with nets for pins. */
  readonly circuit: Circuit;
  readonly nets: readonly Net[];
  readonly readings: readonly SpecimenReading[];
  readonly benchState: BenchState;
  readonly goal?: EntryOf<'goal'>;
  readonly reworks: readonly EntryOf<'rework'>[];
  readonly proof?: EntryOf<'proof'>;
}

/**
 * Folds a tape, in order of arrival, into the specimen. The same tape gives the same specimen, in the browser and on
 * the server. An entry that cannot be taken (its ref is there already, its pin is not) is kept with its problem.
 */
export function replay(entries: readonly Entry[]): Specimen {
  const struck = strikesOf(entries);
  const fold = new Fold();
  const tape = entries.map((entry): TapeLine => {
    const strike = struck.get(entry.id);
    if (strike) return { entry, struck: strike };
    const problem = fold.take(entry);
    return problem === undefined ? { entry } : { entry, problem };
  });
  return { ...fold.result(), tape };
}

/** A strike can itself be struck, which brings the entry back; the last word counts. */
function strikesOf(entries: readonly Entry[]): Map<string, { by: string; reason?: string }> {
  const struck = new Map<string, { by: string; reason?: string }>();
  for (const entry of [...entries].reverse()) {
    if (struck.has(entry.id)) continue;
    const target = entry.kind === 'strike' ? entry.entry : entry.corrects;
    if (target === undefined || target === entry.id) continue;
    const reason = entry.kind === 'strike' ? entry.reason : 'corrected';
    struck.set(target, { by: entry.id, ...(reason !== undefined && { reason }) });
  }
  return struck;
}

type Takers = { readonly [K in EntryKind]: (entry: EntryOf<K>) => string | undefined };

class Fold {
  private name = 'Unnamed';
  private readonly claims: EntryOf<'claim'>[] = [];
  private readonly claimTexts: EntryOf<'claim-text'>[] = [];
  private readonly confirmed: EntryOf<'confirm'>[] = [];
  private readonly facts = new Map<FactName, string>();
  private readonly senses: EntryOf<'sense'>[] = [];
  private readonly pictures: { entry: EntryOf<'picture'>; pins: EntryOf<'pin'>[] }[] = [];
  private steps: EntryOf<'step'>[] = [];
  private readonly notes: EntryOf<'note'>[] = [];
  private readonly remarks = new Map<Stage, string>();
  private readonly parts: Part[] = [];
  private readonly readings: SpecimenReading[] = [];
  private readonly reworks: EntryOf<'rework'>[] = [];
  private readonly givenNames: string[] = [];
  private forest = new NetForest();
  private benchState: BenchState = 'dead';
  private goal?: EntryOf<'goal'>;
  private proof?: EntryOf<'proof'>;

  /** Takes one entry; returns what is wrong with it, or undefined. */
  take(entry: Entry): string | undefined {
    const taker = this.takers[entry.kind] as (entry: Entry) => string | undefined;
    return taker(entry);
  }

  result(): Omit<Specimen, 'tape'> {
    const { nets, netOfPin } = netsOf(this.parts, this.forest, this.givenNames);
    const parts = this.parts.map(
      (part) => ({ ...part, pins: part.pins.map((_, index) => netOfPin.get(pinName(part.ref, index)) as string) }) as Part,
    );
    return {
      name: this.name,
      claims: this.claims,
      claimTexts: this.claimTexts,
      confirmed: this.confirmed,
      facts: this.facts,
      senses: this.senses,
      steps: this.steps,
      pictures: this.pictures,
      notes: this.notes,
      remarks: this.remarks,
      circuit: { format: 'mindful-probe.circuit', version: 1, name: this.name, parts },
      nets,
      readings: this.readings,
      benchState: this.benchState,
      reworks: this.reworks,
      ...(this.goal && { goal: this.goal }),
      ...(this.proof && { proof: this.proof }),
    };
  }

  private readonly takers: Takers = {
    name: (entry) => {
      this.name = entry.name;
      return undefined;
    },
    claim: (entry) => push(this.claims, entry),
    'claim-text': (entry) => push(this.claimTexts, entry),
    confirm: (entry) => push(this.confirmed, entry),
    fact: (entry) => {
      this.facts.set(entry.name, entry.value);
      return undefined;
    },
    sense: (entry) => push(this.senses, entry),
    step: (entry) => push(this.steps, entry),
    'step-order': ({ steps }) => {
      const named = steps.flatMap((id) => this.steps.filter((step) => step.id === id));
      this.steps = [...named, ...this.steps.filter((step) => !named.includes(step))];
      return undefined;
    },
    picture: (entry) => push(this.pictures, { entry, pins: [] }),
    pin: (entry) => {
      const picture = this.pictures.find(({ entry: { id } }) => id === entry.picture);
      if (!picture) return 'Its picture is not on the tape.';
      picture.pins.push(entry);
      return undefined;
    },
    note: (entry) => push(this.notes, entry),
    remark: (entry) => {
      if (entry.text.trim() === '') this.remarks.delete(entry.stage);
      else this.remarks.set(entry.stage, entry.text);
      return undefined;
    },
    part: (entry) => this.takePart(entry.part),
    join: (entry) => this.takeJoin(entry.terminals),
    reading: (entry) => {
      if (entry.place.at === 'part' && !this.hasPart(entry.place.ref)) return `${entry.place.ref} is not on the board.`;
      this.readings.push({ entry, rework: entry.condition.rework ?? this.reworks.length });
      if (entry.condition.state) this.benchState = entry.condition.state;
      return undefined;
    },
    state: (entry) => {
      this.benchState = entry.state;
      return undefined;
    },
    goal: (entry) => {
      if (!this.hasPart(entry.ref)) return `${entry.ref} is not on the board.`;
      this.goal = entry;
      return undefined;
    },
    rework: (entry) => {
      this.reworks.push(entry);
      // What was signed off was the circuit before it.
      this.proof = undefined;
      return undefined;
    },
    proof: (entry) => {
      this.proof = entry;
      return undefined;
    },
    strike: () => undefined,
  };

  /** Refs are matched as people read them: r1 is R1. Parts that a rework brought count too. */
  private hasPart(ref: string): boolean {
    const brought = this.reworks.some(({ changes }) => changes.some((change) => change.ref === ref));
    return brought || this.parts.some((part) => part.ref === ref);
  }

  private takePart(part: Part): string | undefined {
    if (this.hasPart(part.ref)) return `${part.ref} is there already; a correction replaces it.`;
    const forest = this.forest.copy();
    const names: string[] = [];
    for (const [index, net] of (part.pins as readonly string[]).entries()) {
      const pin = pinName(part.ref, index);
      const terminal = net === pin ? pin : terminalName(this.parts, net);
      if (terminal === undefined) return `${net} is not a pin on the board.`;
      if (!terminal.includes('.')) names.push(terminal);
      forest.join(terminal, pin);
    }
    const shorted = shortedPart([...this.parts, part], forest);
    if (shorted) return `${shorted} would have both its pins on one net: a short.`;
    this.parts.push(part);
    this.givenNames.push(...names);
    this.forest = forest;
    return undefined;
  }

  private takeJoin(terminals: readonly string[]): string | undefined {
    const names: string[] = [];
    for (const text of terminals) {
      const name = terminalName(this.parts, text);
      if (name === undefined) return `${text} is not a pin on the board.`;
      names.push(name);
    }
    const forest = this.forest.copy();
    for (const name of names.slice(1)) forest.join(names[0] as string, name);
    const shorted = shortedPart(this.parts, forest);
    if (shorted) return `This would put both pins of ${shorted} on one net: a short.`;
    this.givenNames.push(...names.filter((name) => !name.includes('.')));
    this.forest = forest;
    return undefined;
  }
}

function push<T>(list: T[], item: T): undefined {
  list.push(item);
}

/** The ref of a part whose pins have all become one net. */
function shortedPart(parts: readonly Part[], forest: NetForest): string | undefined {
  return parts.find(({ ref, pins }) => new Set(pins.map((_, index) => forest.find(pinName(ref, index)))).size === 1)?.ref;
}
