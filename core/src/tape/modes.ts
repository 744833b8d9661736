import { type Circuit, partOf, withFields } from '../circuit/index.ts';
import { deviceOf, isKind } from '../device/index.ts';
import type { EntryOf } from './entry.ts';

/** A reading with the rework it was taken after: 0 is as found. */
export interface SpecimenReading {
  readonly entry: EntryOf<'reading'>;
  readonly rework: number;
  /** What was running with the power on when it was taken, and for how long. */
  readonly during?: { readonly run: string; readonly seconds: number };
}

/** A state that the gadget can be switched to beside the one it was traced in. */
export interface SpecimenMode {
  readonly name: string;
  /** What was said of it; left out where only readings name it. */
  readonly entry?: EntryOf<'mode'>;
  readonly readings: readonly SpecimenReading[];
}

/** The modes of a tape, in the order that they were first named in. */
export class Modes {
  private readonly known = new Map<string, { readonly name: string; entry?: EntryOf<'mode'>; readonly readings: SpecimenReading[] }>();

  get all(): readonly SpecimenMode[] {
    return [...this.known.values()];
  }

  take(entry: EntryOf<'mode'>): void {
    this.of(entry.name).entry = entry;
  }

  read(mode: string, reading: SpecimenReading): void {
    this.of(mode).readings.push(reading);
  }

  /** Names are matched as people read them: Low is low. */
  private of(name: string) {
    const key = name.toLowerCase();
    const mode = this.known.get(key) ?? { name, readings: [] };
    this.known.set(key, mode);
    return mode;
  }
}

/** The specimen as it is in a mode: what was read in another one says nothing of this. */
export function inMode<S extends { readonly readings: readonly SpecimenReading[]; readonly modes: readonly SpecimenMode[] }>(
  specimen: S,
  { readings }: SpecimenMode,
): S {
  return { ...specimen, readings, modes: [] };
}

/** Nobody reads a share of time from a camera's stripes or a screen better than this: relative, one standard deviation. */
const DUTY_SHARE = 0.05;
/** What only readings can tell lies anywhere around what it is in the circuit as traced: relative, one standard deviation. */
const ANYWHERE = 1;

/**
 * The circuit as it is in a mode. Where nothing was said of what is otherwise, whatever sets a current in it is free to be
 * what readings tell.
 */
export function circuitInMode(circuit: Circuit, { entry }: SpecimenMode): Circuit {
  const { sets = [], chopped } = entry ?? {};
  if (sets.length === 0 && !chopped) return withFreeControls(circuit);
  const set = sets.reduce((changed, { ref, fields }) => (partOf(changed, ref) ? withFields(changed, ref, fields) : changed), circuit);
  if (!chopped) return set;
  const { duty, hertz } = chopped;
  return set.parts
    .filter((part) => isKind(part, 'led'))
    .reduce(
      (changed, { ref, spread }) =>
        withFields(changed, ref, { blinkHertz: hertz, blinkDuty: duty, spread: { ...spread, blinkDuty: DUTY_SHARE * duty } }),
      set,
    );
}

/** Whether a mode's circuit can be known: it was said what is otherwise, or readings can tell, of a part that sets a current. */
export function isModeKnown(circuit: Circuit, { entry, readings }: SpecimenMode): boolean {
  if (entry && (entry.sets.length > 0 || entry.chopped)) return true;
  return readings.length > 0 && circuit.parts.some((part) => deviceOf(part.kind).controls !== undefined);
}

function withFreeControls(circuit: Circuit): Circuit {
  return circuit.parts.reduce((changed, part) => {
    const free = deviceOf(part.kind).controls?.(part);
    if (!free) return changed;
    return withFields(changed, part.ref, { spread: { ...part.spread, [free.field]: ANYWHERE * Math.abs(free.value) } });
  }, circuit);
}
