import {
  formatSignificant,
  type InstrumentNow,
  type ListedInstrument,
  type Measured,
  type MeasureRequest,
  replay,
  type SeriesRequest,
  type SeriesValue,
  type SupplyRequest,
  supplyLimitsOf,
} from '@mindful-probe/core';
import { Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { type Observable, Subject } from 'rxjs';
import { BenchItemsRepository } from '../bench/bench-items.repository.ts';
import { SpecimensService } from '../specimens/specimens.service.ts';
import { ownAddress, parseAddress } from './address.ts';
import { Instrument } from './instrument.ts';
import { AddressRefusedError, InstrumentNotFoundError, SupplyRefusedError } from './instrument-errors.ts';

const LIST = 'instruments';
/** A page that reloads is back within this; after it, its output goes off and its series ends. */
const GRACE_MS = 4000;
const MOST_INSTRUMENTS = 20;
/** A supply's own display. */
const OUTPUT_MS = 1000;

/** The instruments on the bench's list, and the pages that follow them. */
@Injectable()
export class InstrumentsService implements OnModuleInit, OnModuleDestroy {
  private readonly instruments = new Map<string, Instrument>();
  private readonly changed = new Subject<InstrumentNow | { readonly gone: string }>();
  private readonly pages = new Map<string, { streams: number; leaving?: NodeJS.Timeout }>();
  private readonly outputTimer = setInterval(() => this.readOutputs(), OUTPUT_MS).unref();

  constructor(
    private readonly items: BenchItemsRepository,
    private readonly specimens: SpecimensService,
  ) {}

  onModuleInit(): Promise<void> {
    return this.openListed();
  }

  /** Opens what stands on the list and is not open: at the start, and after a backup brought some. */
  async openListed(): Promise<void> {
    for (const listed of await this.items.items<ListedInstrument>(LIST)) {
      if (this.instruments.has(listed.address)) continue;
      // One that is refused now was taken when a name still pointed to this network; it stays on the list, not called.
      await this.open(listed).catch(() => undefined);
    }
  }

  async onModuleDestroy(): Promise<void> {
    clearInterval(this.outputTimer);
    for (const { leaving } of this.pages.values()) clearTimeout(leaving);
    await Promise.all([...this.instruments.values()].map((instrument) => instrument.close()));
  }

  list(): readonly InstrumentNow[] {
    return [...this.instruments.values()].map(({ now }) => now);
  }

  changes(): Observable<InstrumentNow | { readonly gone: string }> {
    return this.changed;
  }

  /** Puts one on the list, or changes what is said of it. @throws AddressRefusedError */
  async put(listed: ListedInstrument): Promise<void> {
    const { id, kept } = await this.open(listed);
    await this.items.put(LIST, [kept], () => id);
  }

  /** The same without remembering it: what starts and ends with this server. */
  async lend(listed: ListedInstrument): Promise<void> {
    await this.open(listed);
  }

  async remove(id: string): Promise<void> {
    const instrument = this.known(id);
    this.instruments.delete(id);
    await this.items.remove(LIST, id);
    await instrument.close();
    this.changed.next({ gone: id });
  }

  measure(id: string, request: MeasureRequest): Promise<Measured> {
    return this.known(id).measure(request);
  }

  startSeries(id: string, request: SeriesRequest): void {
    this.known(id).startSeries(request);
  }

  stopSeries(id: string): void {
    this.known(id).stopSeries();
  }

  seriesAfter(id: string, after: number): readonly SeriesValue[] {
    return this.known(id).seriesAfter(after);
  }

  /** @throws SupplyRefusedError beyond what First light computes for the specimen */
  async supply(id: string, request: SupplyRequest): Promise<void> {
    const instrument = this.known(id);
    if (request.on) await this.checkLimits(request);
    await instrument.supply(request);
  }

  /** A page follows the instruments; what it returns is called when its stream ends. */
  join(page: string): () => void {
    const known = this.pages.get(page) ?? { streams: 0 };
    clearTimeout(known.leaving);
    this.pages.set(page, { streams: known.streams + 1 });
    return () => {
      const still = this.pages.get(page);
      if (!still) return;
      still.streams -= 1;
      if (still.streams <= 0) still.leaving = setTimeout(() => this.left(page), GRACE_MS);
    };
  }

  /** The page says itself that it closes. */
  left(page: string): void {
    clearTimeout(this.pages.get(page)?.leaving);
    this.pages.delete(page);
    for (const instrument of this.instruments.values()) void instrument.leave(page);
  }

  private async checkLimits({ specimenId, volts, limitAmps }: SupplyRequest): Promise<void> {
    const lines = await this.specimens.tape(specimenId, 0);
    const limits = supplyLimitsOf(replay(lines.map(({ entry }) => entry)));
    if ('refused' in limits) throw new SupplyRefusedError(limits.refused);
    if (volts > limits.volts) throw new SupplyRefusedError(`${volts} V is above the ${limits.volts} V that First light allows for this.`);
    // A figure that was typed as it is shown, in three digits, is not refused for its rounding.
    if (limitAmps > limits.amps * 1.005)
      throw new SupplyRefusedError(
        `${limitAmps} A is above the limit of ${formatSignificant(limits.amps, 3)} A that First light computes for this.`,
      );
  }

  private readOutputs(): void {
    for (const instrument of this.instruments.values()) void instrument.readOutput().catch(() => undefined);
  }

  private async open(listed: ListedInstrument): Promise<{ id: string; kept: ListedInstrument }> {
    const typed = parseAddress(listed.address);
    const at = await ownAddress(typed);
    const id = `${typed.host.includes(':') ? `[${typed.host}]` : typed.host}:${typed.port}`;
    const before = this.instruments.get(id);
    if (!before && this.instruments.size >= MOST_INSTRUMENTS)
      throw new AddressRefusedError(`There are ${MOST_INSTRUMENTS} instruments on the list already.`);
    await before?.close();
    const instrument = new Instrument(id, listed, at, () => {
      if (this.instruments.get(id) === instrument) this.changed.next(instrument.now);
    });
    this.instruments.set(id, instrument);
    this.changed.next(instrument.now);
    return { id, kept: { ...listed, address: id } };
  }

  private known(id: string): Instrument {
    const instrument = this.instruments.get(id);
    if (!instrument) throw new InstrumentNotFoundError(id);
    return instrument;
  }
}
