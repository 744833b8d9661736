import {
  type Circuit,
  type Delivered,
  type Feed,
  fedAlone,
  fedCircuit,
  type HeldTo,
  type Probes,
  probesAt,
  type Result,
  seededRandom,
  type TrueBench,
} from '@mindful-probe/core';
import { illegalValue, ScpiError, settingsConflict } from './scpi-errors.ts';

/** Instruments settle in this after probes or power moved. */
const SETTLING_MS = 150;
const RANDOM_SEED = 20_261_121;

/**
 * What all stand-ins have before them: one gadget of several, as it truly is, fed by something, with probes held
 * somewhere. On a real bench hands do what the room's commands do here.
 */
export class StandInRoom {
  readonly random = seededRandom(RANDOM_SEED);
  private own = false;
  private supply: Feed | undefined;
  private held: HeldTo | undefined;
  private clipped = false;
  private alone: Extract<Feed, { kind: 'bench-supply' }> | undefined;
  private place = 'case';
  private name: string;
  private movedAt = 0;
  private poweredAt = 0;
  private fed: ReturnType<typeof fedCircuit> | undefined;

  /** @param gadgets at least one, by name */
  constructor(
    private readonly gadgets: ReadonlyMap<string, TrueBench>,
    private readonly now: () => number = Date.now,
  ) {
    this.name = [...gadgets.keys()][0] as string;
  }

  get names(): readonly string[] {
    return [...this.gadgets.keys()];
  }

  get gadgetName(): string {
    return this.name;
  }

  get gadget(): TrueBench {
    return this.gadgets.get(this.name) as TrueBench;
  }

  /** @throws ScpiError */
  take(name: string): void {
    if (!this.gadgets.has(name)) throw illegalValue(`no ${name} here`);
    if (name === this.name) return;
    this.name = name;
    this.held = undefined;
    this.fed = undefined;
    this.plug(false);
  }

  /** @throws ScpiError */
  hold(held: HeldTo): void {
    orThrow(probesAt(this.gadget, held));
    if (JSON.stringify(held) !== JSON.stringify(this.held)) this.movedAt = this.now();
    this.held = held;
  }

  holdAt(place: string): void {
    this.place = place;
  }

  get surface(): string {
    return this.place;
  }

  /** Plugged in, or not. A bench supply that is on feeds it all the same. */
  plug(on: boolean): void {
    this.feedAnew(() => {
      this.own = on;
    });
  }

  /** The bench supply's clips on what the probes are held to, and not on the gadget's own terminals. @throws ScpiError */
  clip(on: boolean): void {
    if (on && this.isPowered) throw settingsConflict('it is powered: a part is lit by itself with its gadget dead');
    this.clipped = on;
    this.alone = undefined;
  }

  /** @param feed undefined with the output off */
  feedFrom(feed: Extract<Feed, { kind: 'bench-supply' }> | undefined): void {
    if (this.clipped) {
      this.alone = feed;
      return;
    }
    this.feedAnew(() => {
      this.supply = feed;
    });
  }

  private get feed(): Feed {
    return this.supply ?? { kind: this.own ? 'own' : 'off' };
  }

  private feedAnew(change: () => void): void {
    const before = this.feed;
    change();
    if (JSON.stringify(this.feed) === JSON.stringify(before)) return;
    if (this.feed.kind === 'off' || before.kind === 'off') this.poweredAt = this.now();
    this.fed = undefined;
    this.movedAt = this.now();
  }

  get isPowered(): boolean {
    return this.feed.kind !== 'off';
  }

  get poweredSeconds(): number {
    return (this.now() - this.poweredAt) / 1000;
  }

  /** As it is fed now; undefined with nothing on it. @throws ScpiError where it has no solution */
  circuit(): Circuit | undefined {
    return this.solveFeed()?.circuit;
  }

  delivered(): Delivered | undefined {
    if (this.clipped) return this.alone && orThrow(fedAlone(this.gadget, this.probes(), this.alone));
    return this.solveFeed()?.delivered;
  }

  /** @throws ScpiError where no probe is held to anything */
  probes(): Probes {
    if (!this.held) throw settingsConflict('the probes are held to nothing');
    return orThrow(probesAt(this.gadget, this.held));
  }

  /** What is left of the settling, in milliseconds. */
  get unsettledMs(): number {
    return Math.max(0, this.movedAt + SETTLING_MS - this.now());
  }

  private solveFeed() {
    this.fed ??= fedCircuit(this.gadget, this.feed);
    return orThrow(this.fed);
  }
}

/** A value of the core, or its error as an instrument tells it. */
export function orThrow<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  throw new ScpiError(-200, `Execution error; ${result.error.message.replaceAll('"', "'")}`);
}
