import { SolveCache, type SolveWarmed } from '../solve/index.ts';
import { type EntryKind, inMode, isModeKnown, replay, type Specimen, type SpecimenMode } from '../tape/index.ts';

/**
 * One state of a specimen, to ask everything of: what is solved and fitted for it is worked out once, by the functions of
 * this folder and of those after it, which all take it.
 */
export interface Analysis {
  readonly specimen: Specimen;
  /** How many reworks had been done: 0 is as found. */
  readonly rework: number;
  /** The state before the last of them; undefined as found. */
  readonly before?: Analysis;
  /** Of one that the gadget was switched to: which mode, and the same state as traced. */
  readonly inMode?: { readonly mode: SpecimenMode; readonly traced: Analysis };
  /** The modes whose circuit can be known; empty in a mode. */
  readonly modes: readonly Analysis[];
  /** Solves each circuit once for the whole specimen. */
  readonly solve: SolveWarmed;
}

/** Every state of a specimen, made when first asked for. */
export class SpecimenAnalyses {
  private readonly states: Analysis[] = [];
  private promised: Analysis | undefined;

  /** @param cache what its states share their solutions through */
  constructor(
    readonly specimen: Specimen,
    readonly cache = new SolveCache(),
  ) {}

  /** The state after so many reworks. */
  after(rework: number): Analysis {
    const known = this.states[rework];
    if (known) return known;
    const modes: Analysis[] = [];
    const state: Analysis = {
      specimen: this.specimen,
      rework,
      ...(rework > 0 && { before: this.after(this.specimen.reworks[rework - 1]?.from ?? rework - 1) }),
      modes,
      solve: this.cache.solve,
    };
    modes.push(...this.modesOf(state));
    this.states[rework] = state;
    return state;
  }

  /** A reading in a mode is of the state that the thing was in then. */
  private modesOf(traced: Analysis): readonly Analysis[] {
    const { specimen, rework } = traced;
    return specimen.modes.flatMap((mode): Analysis[] => {
      const here = { ...mode, readings: mode.readings.filter((reading) => reading.rework === rework) };
      if (!isModeKnown(specimen.circuit, here)) return [];
      return [{ specimen: inMode(specimen, here), rework, inMode: { mode: here, traced }, modes: [], solve: traced.solve }];
    });
  }

  get found(): Analysis {
    return this.after(0);
  }

  /** After the last rework; as found where there is none. */
  get last(): Analysis {
    return this.after(this.specimen.reworks.length);
  }

  /**
   * After the last rework as it was predicted when it was taken: by what stood on the tape then, whatever was read, struck
   * or corrected since. Undefined without a rework.
   */
  get predicted(): Analysis | undefined {
    const { specimen, last } = this;
    const rework = specimen.reworks.at(-1);
    if (!rework) return undefined;
    this.promised ??= this.promisedBy(rework.id) ?? last;
    return this.promised;
  }

  private promisedBy(id: string): Analysis | undefined {
    const entries = this.specimen.tape.map(({ entry }) => entry);
    const at = entries.findIndex((entry) => entry.id === id);
    // What changes nothing of the circuit leaves the state as it was promised.
    if (entries.slice(at + 1).every(({ kind }) => SAYS_NOTHING_OF_THE_CIRCUIT.has(kind))) return undefined;
    const then = replay(entries.slice(0, at + 1));
    return new SpecimenAnalyses(then, this.cache).after(then.reworks.length);
  }
}

const SAYS_NOTHING_OF_THE_CIRCUIT: ReadonlySet<EntryKind> = new Set([
  'tick',
  'state',
  'note',
  'picture',
  'pin',
  'remark',
  'cost',
  'seats',
  'mode',
  'wording',
  'layout',
  'look',
  'run',
  'ended',
  'put-off',
  'confirm',
  'proof',
]);

/** One state of a specimen by itself. */
export function analysisOf(specimen: Specimen, rework: number): Analysis {
  return new SpecimenAnalyses(specimen).after(rework);
}
