import { type Circuit, fail, partsOfKind, type Result, succeed } from '../circuit/index.ts';
import { lightRatio } from '../drive/index.ts';
import { figureIn, solveWarmed, type Warmed } from '../solve/index.ts';

/** Why a discharge is over. */
export type DischargeEnd = 'half-light' | 'dark' | 'cut-off' | 'empty';

/** One moment of a discharge. */
export interface DischargeMoment {
  readonly seconds: number;
  /** Left of what there was, 1 to 0. */
  readonly share: number;
  /** At the store's pins; averages where the circuit changes in time. */
  readonly volts: number;
  readonly amps: number;
  /** Of one chip of the LED watched. */
  readonly chipAmps: number;
  /** As seen, relative to the start. */
  readonly light: number;
  /** Given at the pins since the start, J. */
  readonly joules: number;
}

/** What runs down: a battery, a charged capacitor. */
export interface Store {
  readonly ref: string;
  /** The circuit while so much is left of it. */
  circuitAt(share: number): Circuit;
  /** Coulombs that it gives from one share to a lower one, at a current. */
  coulombs(from: number, to: number, amps: number): number;
  /** At these volts under load it is taken out or switched off, and where that happens by itself. */
  readonly cutOff?: { readonly volts: number; readonly happens: boolean };
}

export interface DischargeOptions {
  /** The LED whose light counts. */
  readonly ledRef: string;
  /** The chip current that half light is half of; left out: the first. */
  readonly halfOfAmps?: number | undefined;
  /** What ends it; the first that happens where it is left out. */
  readonly until?: DischargeEnd | undefined;
  readonly shouldStop?: (() => boolean) | undefined;
  readonly onProgress?: ((share: number) => void) | undefined;
}

export interface Discharge {
  readonly endedBy: DischargeEnd;
  readonly points: readonly DischargeMoment[];
}

/** Of the first chip current. */
const HALF = 0.5;
const DARK = 0.01;
/** The longest step, of the whole charge; each is solved in a circuit that changes in time, which takes longer. */
const STEPS = { steady: 50, inTime: 16 };
/** Within a step the current may change by this factor: by the trapezium rule its time is then within a fifth of a per cent. */
const MOST_CHANGE = { steady: 1.15, inTime: 1.5 };
/** The end is found to this share of the charge. */
const FINEST = 1 / 4096;
/** A tenth of a microampere is what a cell loses by itself. */
const LEAST_AMPS = 1e-7;

/**
 * Discharges a store through everything that it feeds. Each step is solved whole; time is charge over current, by the
 * trapezium rule, in steps short enough for how fast the current changes.
 *
 * @returns an error where the store gives nothing from the beginning
 */
export function discharge(store: Store, { ledRef, until, halfOfAmps, shouldStop, onProgress }: DischargeOptions): Result<Discharge> {
  const follower = new Follower(store, ledRef, until, halfOfAmps);
  const begun = follower.at(1);
  if (!begun.ok) return begun;
  if (!(begun.value.amps > LEAST_AMPS)) return fail('no-supply', `${store.ref} delivers no current, so it never empties.`, store.ref);
  const points: DischargeMoment[] = [{ ...begun.value, seconds: 0, joules: 0 }];
  const kind = follower.changes ? 'inTime' : 'steady';
  const longest = 1 / STEPS[kind];
  for (let step = longest; ; ) {
    const last = points.at(-1) as DischargeMoment;
    if (last.share <= 0) return succeed({ endedBy: 'empty', points });
    if (shouldStop?.()) return fail('stopped', 'Stopped before the end.');
    onProgress?.(1 - last.share);
    const share = Math.max(0, last.share - step);
    const tried = follower.at(share);
    const end = tried.ok ? follower.endOf(tried.value, points[0] as DischargeMoment) : 'cut-off';
    const change = tried.ok ? Math.max(tried.value.amps / last.amps, last.amps / tried.value.amps) : Number.POSITIVE_INFINITY;
    if (step > FINEST && (end !== undefined || !(change <= MOST_CHANGE[kind]))) {
      step /= 2;
      continue;
    }
    if (!tried.ok) return succeed({ endedBy: until === undefined || until === 'cut-off' ? 'cut-off' : 'empty', points });
    const next = tried.value;
    // What has no current left keeps the rest of its charge.
    const amps = Math.max(next.amps, LEAST_AMPS);
    const mean = (last.amps + amps) / 2;
    const coulombs = store.coulombs(last.share, share, mean);
    points.push({
      ...next,
      seconds: last.seconds + coulombs / mean,
      joules: last.joules + (coulombs * (last.volts + next.volts)) / 2,
    });
    if (end !== undefined) return succeed({ endedBy: end, points });
    step = Math.min(longest, share, 2 * step);
  }
}

type Reading = Omit<DischargeMoment, 'seconds' | 'joules'>;

/** Solves one moment after the other, each from where the one before was. */
class Follower {
  private readonly converters: readonly { readonly plus: string; readonly minus: string; readonly minInVolts: number }[];
  private near: Warmed | undefined;
  private firstChipAmps: number | undefined;

  constructor(
    private readonly store: Store,
    private readonly ledRef: string,
    private readonly until: DischargeEnd | undefined,
    private readonly halfOfAmps: number | undefined,
  ) {
    const circuit = store.circuitAt(1);
    this.converters = partsOfKind(circuit, 'converter').map(({ pins, minInVolts }) => ({ plus: pins[0], minus: pins[1], minInVolts }));
  }

  /** Its figures are averages. */
  get changes(): boolean {
    return this.near !== undefined && 'settled' in this.near;
  }

  at(share: number): Result<Reading> {
    const { near, store } = this;
    const solved = solveWarmed(store.circuitAt(share), near && 'settled' in near ? { near: near.settled } : {});
    if (!solved.ok) return solved;
    this.near = solved.value;
    const { solution } = solved.value;
    const chipAmps = figureIn(solution, { of: 'chip', ref: this.ledRef, quantity: 'amps' });
    this.firstChipAmps ??= chipAmps;
    return succeed({
      share,
      volts: figureIn(solution, { of: 'part', ref: store.ref, quantity: 'volts' }),
      amps: -figureIn(solution, { of: 'part', ref: store.ref, quantity: 'amps' }),
      chipAmps,
      light: lightRatio(chipAmps, this.firstChipAmps),
    });
  }

  /** What is over at this moment, the earliest first. */
  endOf({ volts, amps, chipAmps }: Reading, first: DischargeMoment): DischargeEnd | undefined {
    const { until, store, halfOfAmps = first.chipAmps } = this;
    const isAsked = (end: DischargeEnd) => until === undefined || until === end;
    if (isAsked('half-light') && chipAmps < HALF * halfOfAmps) return 'half-light';
    if (isAsked('dark') && chipAmps < DARK * first.chipAmps) return 'dark';
    const { cutOff } = store;
    const isCut = cutOff !== undefined && volts < cutOff.volts && (cutOff.happens || until === 'cut-off');
    if (isAsked('cut-off') && (isCut || this.isAConverterOff())) return 'cut-off';
    return amps > LEAST_AMPS ? undefined : 'empty';
  }

  private isAConverterOff(): boolean {
    const nets = this.near?.solution.nets ?? {};
    return this.converters.some(({ plus, minus, minInVolts }) => (nets[plus]?.volts.avg ?? 0) - (nets[minus]?.volts.avg ?? 0) < minInVolts);
  }
}
