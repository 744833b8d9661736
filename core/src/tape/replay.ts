import { packagesNamed, packagesOf } from '../circuit/index.ts';
import type { Meter, MeterRole } from '../meter/index.ts';
import { checkWanted, fittedBy, presentMove, type Wanted } from '../rework/index.ts';
import type { BenchState, Entry, EntryKind, EntryOf, FactName } from './entry.ts';
import { Modes, type SpecimenReading } from './modes.ts';
import { isPowered, type SpecimenLook, type SpecimenRun, secondsBetween } from './runs.ts';
import type { Specimen, TakenRework, TapeLine } from './specimen.ts';
import { correctedParts, strikesOf } from './strikes.ts';
import { TracedBoard } from './traced-board.ts';
import { USUAL_LAYOUT, type WriteUpLayout, type WriteUpSectionId, withLayout } from './write-up-entries.ts';

/**
 * Folds a tape, in order of arrival, into the specimen. The same tape gives the same specimen, in the browser and on
 * the server. An entry that cannot be taken (its ref is there already, its pin is not) is kept with its problem.
 */
export function replay(entries: readonly Entry[]): Specimen {
  const struck = strikesOf(entries);
  const standsFor = correctedParts(entries, struck);
  const fold = new Fold();
  /** Corrections that were taken where the part stood that they correct. */
  const taken = new Set<string>();
  const tape = entries.map((entry): TapeLine => {
    const strike = struck.get(entry.id);
    if (strike) {
      const correction = standsFor.get(entry.id);
      // Where it speaks of what came later it is taken in its own place.
      if (correction && fold.take(correction) === undefined) taken.add(correction.id);
      return { entry, struck: strike };
    }
    const problem = taken.has(entry.id) ? undefined : fold.take(entry);
    return problem === undefined ? { entry } : { entry, problem };
  });
  return { ...fold.result(), tape };
}

type Handlers = { readonly [K in EntryKind]: (entry: EntryOf<K>) => string | undefined };

class Fold {
  private name = 'Unnamed';
  private readonly claims: EntryOf<'claim'>[] = [];
  private readonly claimTexts: EntryOf<'claim-text'>[] = [];
  private readonly confirmed: EntryOf<'confirm'>[] = [];
  private readonly facts = new Map<FactName, string>();
  private readonly senses: { readonly entry: EntryOf<'sense'>; readonly rework: number }[] = [];
  private readonly observed: { readonly entry: EntryOf<'observed'>; readonly rework: number }[] = [];
  private supposed?: EntryOf<'suppose'>;
  private decision?: EntryOf<'decision'>;
  private readonly pictures: { entry: EntryOf<'picture'>; pins: EntryOf<'pin'>[] }[] = [];
  private steps: EntryOf<'step'>[] = [];
  private readonly seats = new Map<string, EntryOf<'seats'>>();
  private readonly costs: EntryOf<'cost'>[] = [];
  private readonly kept: EntryOf<'keep'>[] = [];
  private readonly notes: EntryOf<'note'>[] = [];
  private readonly remarks = new Map<WriteUpSectionId, string>();
  private readonly wordings = new Map<string, EntryOf<'wording'>>();
  private layout: WriteUpLayout = USUAL_LAYOUT;
  private readonly traced = new TracedBoard();
  private readonly readings: SpecimenReading[] = [];
  private readonly modes = new Modes();
  private readonly meters = new Map<MeterRole, Meter>();
  private readonly reworks: (TakenRework & { readonly ticked: EntryOf<'tick'>[] })[] = [];
  private state = 0;
  private ownWays: EntryOf<'way'>[] = [];
  private benchState: BenchState = 'dead';
  private benchStateSaid = false;
  private goal?: Wanted;
  private proof?: EntryOf<'proof'>;
  private runs: SpecimenRun[] = [];
  private looks: SpecimenLook[] = [];
  private readonly putOff = new Map<string, string>();
  private benchStateSince?: string;

  /** Takes one entry; returns what is wrong with it, or undefined. */
  take(entry: Entry): string | undefined {
    const handle = this.handlers[entry.kind] as (entry: Entry) => string | undefined;
    return handle(entry);
  }

  result(): Omit<Specimen, 'tape'> {
    const { traced } = this;
    const { parts, ...drawn } = traced.result((ref) => this.ohmsRead(ref));
    return {
      name: this.name,
      claims: this.claims,
      claimTexts: this.claimTexts,
      confirmed: this.confirmed,
      facts: this.facts,
      senses: this.senses,
      observed: this.observed,
      ...(this.supposed && { supposed: this.supposed }),
      ...(this.decision && { decision: this.decision }),
      steps: this.steps,
      pictures: this.pictures,
      notes: this.notes,
      seats: this.seats,
      costs: this.costs,
      kept: this.kept,
      remarks: this.remarks,
      wordings: this.wordings,
      layout: this.layout,
      circuit: { format: 'mindful-probe.circuit', version: 1, name: this.name, parts },
      ...drawn,
      placed: traced.placed.filter(({ ref }) => !this.hasPart(ref)),
      readings: this.readings,
      modes: this.modes.all,
      meters: this.meters,
      benchState: this.benchState,
      benchStateSaid: this.benchStateSaid,
      reworks: this.reworks,
      state: this.state,
      ownWays: this.ownWays,
      ...(this.goal && { goal: this.goal }),
      runs: this.runs,
      looks: this.looks,
      putOff: this.putOff,
      ...(this.benchStateSince !== undefined && { benchStateSince: this.benchStateSince }),
      ...(this.proof && { proof: this.proof }),
    };
  }

  private readonly handlers: Handlers = {
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
    sense: (entry) => push(this.senses, { entry, rework: this.state }),
    observed: (entry) => push(this.observed, { entry, rework: this.state }),
    suppose: (entry) => {
      this.supposed = entry;
      return undefined;
    },
    decision: (entry) => {
      this.decision = entry;
      return undefined;
    },
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
    mode: (entry) => {
      const missing = entry.sets.find(({ ref }) => !this.hasPart(ref));
      if (missing) return `${missing.ref} is not on the board.`;
      this.modes.take(entry);
      return undefined;
    },
    seats: (entry) => {
      this.seats.set(entry.ref, entry);
      return undefined;
    },
    cost: (entry) => push(this.costs, entry),
    keep: (entry) => push(this.kept, entry),
    note: (entry) => push(this.notes, entry),
    remark: (entry) => {
      if (entry.text.trim() === '') this.remarks.delete(entry.stage);
      else this.remarks.set(entry.stage, entry.text);
      return undefined;
    },
    wording: (entry) => {
      if (entry.text.trim() === '') this.wordings.delete(entry.of);
      else this.wordings.set(entry.of, entry);
      return undefined;
    },
    layout: (entry) => {
      const stray = entry.pictures?.some(({ picture }) => !this.pictures.some(({ entry: { id } }) => id === picture));
      if (stray) return 'Its picture is not on the tape.';
      this.layout = withLayout(this.layout, entry as Partial<WriteUpLayout>);
      return undefined;
    },
    board: (entry) => {
      const stray = [entry.front, entry.back].find(
        (id) => id !== undefined && !this.pictures.some(({ entry: { id: known } }) => known === id),
      );
      if (stray !== undefined) return 'Its picture is not on the tape.';
      this.traced.boards.takePhotos(entry);
      return undefined;
    },
    'board-view': (entry) => {
      this.traced.boards.takeView(entry);
      return undefined;
    },
    align: (entry) => {
      this.traced.boards.takePairs(entry);
      return undefined;
    },
    pad: (entry) => {
      this.traced.boards.takePad(entry);
      return undefined;
    },
    'pad-name': (entry) => this.traced.boards.rename(entry),
    sweep: (entry) => {
      this.traced.takeSweep(entry);
      return undefined;
    },
    beeper: ({ beepOhms, leadOhms }) => {
      this.traced.beeper = { beepOhms, leadOhms };
      return undefined;
    },
    part: ({ part }) => (this.hasPart(part.ref) ? `${part.ref} is there already; a correction replaces it.` : this.traced.takePart(part)),
    place: (entry) => (this.hasPart(entry.ref) ? `${entry.ref} is there already.` : this.traced.takePlace(entry)),
    join: (entry) => this.traced.takeJoin(entry),
    reading: (entry) => {
      if (entry.place.at === 'part' && !this.hasPart(entry.place.ref)) return `${entry.place.ref} is not on the board.`;
      const during = this.duringOf(entry);
      const reading = { entry, rework: entry.condition.rework ?? this.state, ...(during && { during }) };
      if (entry.condition.mode === undefined) this.readings.push(reading);
      else this.modes.read(entry.condition.mode, reading);
      if (entry.condition.state && entry.condition.state !== this.benchState) {
        this.benchState = entry.condition.state;
        this.benchStateSince = entry.at;
        this.benchStateSaid = false;
      }
      return undefined;
    },
    meter: ({ meter }) => {
      this.meters.set(meter.role, meter);
      const { beepOhms, leadOhms } = meter;
      if (beepOhms !== undefined) {
        const { traced } = this;
        traced.beeper = { beepOhms, leadOhms: leadOhms ?? traced.beeper.leadOhms };
      }
      return undefined;
    },
    state: (entry) => {
      if (entry.state !== this.benchState) this.benchStateSince = entry.at;
      this.benchState = entry.state;
      this.benchStateSaid = true;
      // With the power ends what needs it.
      if (entry.state !== 'live') this.endRuns(({ entry: { of } }) => isPowered(of), { at: entry.at, outcome: 'stopped' });
      return undefined;
    },
    goal: (entry) => {
      const { wanted = olderGoal(entry) } = entry;
      if (!wanted) return 'It says nothing that is wanted.';
      const packages = packagesOf({ format: 'mindful-probe.circuit', version: 1, parts: this.traced.parts });
      const missing = [wanted.led, ...(wanted.dead ?? []).filter((ref) => packagesNamed(packages, ref).length === 0)].find(
        (ref) => ref !== undefined && !this.hasPart(ref),
      );
      if (missing !== undefined) return `${missing} is not on the board.`;
      const checked = checkWanted(wanted);
      if (!checked.ok) return checked.error.message;
      this.goal = wanted;
      return undefined;
    },
    rework: (entry) => {
      const { changes, from = this.state, ...taken } = entry;
      if (from > this.reworks.length) return `There is no state ${from} to start from; there were ${this.reworks.length} reworks.`;
      this.reworks.push({ ...taken, moves: changes.map(presentMove), from, ticked: [] });
      this.state = this.reworks.length;
      // They were for the circuit before it.
      this.ownWays = [];
      // What was signed off was the circuit before it.
      this.proof = undefined;
      return undefined;
    },
    way: (entry) => push(this.ownWays, entry),
    tick: (entry) => {
      const rework = this.reworks.find(({ id }) => id === entry.rework);
      if (!rework) return 'The way that it is a step of was not taken.';
      rework.ticked.push(entry);
      return undefined;
    },
    run: (entry) => {
      // Of one kind one runs at a time: the new one takes the place of the old.
      this.endRuns(({ entry: { of } }) => of === entry.of, { at: entry.at, outcome: 'stopped' });
      this.runs.push({ entry, rework: this.state });
      return undefined;
    },
    ended: (entry) => {
      const { of, at, outcome, reason } = entry;
      if (this.looks.some((look) => look.entry.id === of)) {
        this.looks = this.looks.map((look) => (look.entry.id === of ? { ...look, ended: entry } : look));
        return undefined;
      }
      if (!this.runs.some((run) => run.entry.id === of)) return 'What it ends is not on the tape.';
      this.endRuns((run) => run.entry.id === of, { at, outcome, ...(reason !== undefined && { reason }) });
      return undefined;
    },
    look: (entry) => push(this.looks, { entry }),
    'put-off': ({ task, until }) => {
      this.putOff.set(task, until);
      return undefined;
    },
    proof: (entry) => {
      this.proof = entry;
      // What is taken back leaves the thing as it was before.
      if (entry.verdict === 'back') this.state = this.reworks.at(-1)?.from ?? 0;
      return undefined;
    },
    strike: () => undefined,
  };

  private endRuns(which: (run: SpecimenRun) => boolean, ended: NonNullable<SpecimenRun['ended']>): void {
    this.runs = this.runs.map((run) => (run.ended || !which(run) ? run : { ...run, ended }));
  }

  private duringOf({ at, condition }: EntryOf<'reading'>): SpecimenReading['during'] {
    if (condition.cold) return undefined;
    const run = this.runs.findLast(({ entry: { of }, ended, rework }) => isPowered(of) && !ended && rework === this.state);
    const seconds = run && secondsBetween(run.entry.at, at);
    return run && seconds !== undefined && seconds >= 0 ? { run: run.entry.id, seconds } : undefined;
  }

  /** Refs are matched as people read them: r1 is R1. Parts that a rework brought count too. */
  private hasPart(ref: string): boolean {
    const brought = this.reworks.some(({ moves }) => fittedBy(moves).includes(ref));
    return brought || this.traced.parts.some((part) => part.ref === ref);
  }

  private ohmsRead(ref: string): number | undefined {
    return this.readings
      .filter(({ entry: { place }, rework }) => rework === 0 && place.at === 'part' && place.ref === ref)
      .flatMap(({ entry }) => entry.figures)
      .findLast(({ unit }) => unit === 'ohms')?.value;
  }
}

/** A goal as tapes said it at first: the chip current of an LED. */
function olderGoal({ ref, chipAmps }: EntryOf<'goal'>): Wanted | undefined {
  return ref === undefined || chipAmps === undefined ? undefined : { led: ref, aim: 'chip-amps', value: chipAmps };
}

function push<T>(list: T[], item: T): undefined {
  list.push(item);
}
