import {
  type Hand,
  type InstrumentKind,
  type InstrumentNow,
  kindFromIdentity,
  type ListedInstrument,
  type LitAlone,
  type Measured,
  type MeasureRequest,
  type Quantity,
  type SeriesRequest,
  type SeriesValue,
  type SupplyRequest,
} from '@mindful-probe/core';
import type { TypedAddress } from './address.ts';
import { InstrumentSilentError, NoReadingError, SupplyRefusedError } from './instrument-errors.ts';
import { measuredFrom, QUERIES } from './queries.ts';
import { errorOf, figureOf } from './scpi/answers.ts';
import { ScpiLink } from './scpi/scpi-link.ts';

const STAND_IN = /^MINDFUL PROBE,STAND-IN/;
/** Values that a series keeps for a page that was cut off for a while. */
const SERIES_ROOM = 10_000;
/** After its output went on a supply's own figures are steady in this. */
const OUTPUT_SETTLES_MS = 400;

interface Series {
  readonly request: SeriesRequest;
  readonly values: SeriesValue[];
  count: number;
  problem: string | undefined;
  stop(): void;
}

/** One instrument on the line: its identity, what it last said, its series, its output. */
export class Instrument {
  private readonly link: ScpiLink;
  private identity: string | undefined;
  private gadgets: readonly string[] | undefined;
  private last: InstrumentNow['last'];
  private series: Series | undefined;
  private output: InstrumentNow['output'];

  /**
   * @param at where it is, looked up
   * @param onChange told whenever something about it changed
   */
  constructor(
    readonly id: string,
    private readonly listed: ListedInstrument,
    at: TypedAddress,
    private readonly onChange: () => void,
  ) {
    this.link = new ScpiLink({
      ...at,
      onState: ({ kind }) => {
        if (kind === 'ready') void this.greet();
        this.onChange();
      },
    });
  }

  get kind(): InstrumentKind | undefined {
    return this.listed.kind ?? (this.identity === undefined ? undefined : kindFromIdentity(this.identity));
  }

  get now(): InstrumentNow {
    const { id, kind, identity, gadgets, last, output, series } = this;
    return {
      id,
      kind,
      meter: this.listed.meter,
      identity,
      gadgets,
      line: this.link.state,
      last,
      series: series && {
        page: series.request.page,
        everySeconds: series.request.everySeconds,
        count: series.count,
        problem: series.problem,
      },
      output,
    };
  }

  /** @throws CodedError where it is away, silent, or shows no figure */
  async measure({ quantity, hand, alone }: MeasureRequest): Promise<Measured> {
    if (hand && this.gadgets) await this.lay(hand);
    const measured = quantity === 'lit-alone' ? await this.litAlone(alone, hand) : await this.answered(quantity);
    this.last = { at: new Date().toISOString(), measured };
    this.onChange();
    return measured;
  }

  private async answered(quantity: Quantity): Promise<Measured> {
    const answers: string[] = [];
    for (const query of QUERIES[quantity]) answers.push(await this.askOrSay(query));
    return measuredFrom(quantity, answers);
  }

  /** One part by itself: the output is on for as long as it is read, and off again whatever happens. */
  private async litAlone(alone: LitAlone | undefined, hand: Hand | undefined): Promise<Measured> {
    if (!alone) throw new NoReadingError('A part is lit by itself with volts and a limit, and none were said. Nothing was taken.');
    if (this.output || figureIs(await this.link.ask('OUTP?'), 1))
      throw new NoReadingError('The output of the supply is on: switch it off, and clip it on the one part. Nothing was taken.');
    const isStandIn = hand !== undefined && this.gadgets !== undefined;
    if (isStandIn) await this.tellStandIn('STAN:CLIP ON');
    try {
      await this.link.tell(`VOLT ${alone.volts};CURR ${alone.limitAmps};:OUTP ON`);
      const { number, words } = errorOf(await this.link.ask('SYST:ERR?'));
      if (number !== 0) throw new NoReadingError(`The supply refuses: ${words}. Nothing was taken.`);
      await new Promise((resolve) => setTimeout(resolve, OUTPUT_SETTLES_MS));
      return await this.answered('lit-alone');
    } finally {
      this.offWhenBack = true;
      await this.offNow().catch(() => undefined);
      if (isStandIn) await this.tellStandIn('STAN:CLIP OFF').catch(() => undefined);
    }
  }

  /** Measures now and then at an interval until it is stopped; a cut line leaves a gap and no more. */
  startSeries(request: SeriesRequest): void {
    this.series?.stop();
    const began = Date.now();
    let timer: NodeJS.Timeout | undefined;
    let stopped = false;
    const series: Series = {
      request,
      values: [],
      count: 0,
      problem: undefined,
      stop: () => {
        stopped = true;
        clearTimeout(timer);
      },
    };
    this.series = series;
    const step = async () => {
      const seconds = (Date.now() - began) / 1000;
      try {
        const measured = await this.measure(request);
        if (stopped) return;
        series.count += 1;
        series.problem = undefined;
        series.values.push({ number: series.count, seconds, measured });
        if (series.values.length > SERIES_ROOM) series.values.shift();
      } catch (error) {
        if (stopped) return;
        series.problem = error instanceof Error ? error.message : String(error);
      }
      this.onChange();
      // On the beat of the beginning, whatever one measurement took.
      const every = 1000 * request.everySeconds;
      timer = setTimeout(step, every - ((Date.now() - began) % every));
    };
    void step();
  }

  stopSeries(): void {
    this.series?.stop();
    this.series = undefined;
    this.onChange();
  }

  /** @param after the number of the last value that is known */
  seriesAfter(after: number): readonly SeriesValue[] {
    return this.series?.values.filter(({ number }) => number > after) ?? [];
  }

  /** Sets a supply and switches it. Its limits were looked at before. @throws CodedError */
  async supply({ page, on, volts, limitAmps, gadget }: SupplyRequest): Promise<void> {
    if (gadget !== undefined && this.gadgets) await this.tellStandIn(`STAN:GADG "${gadget}"`);
    const message = on ? `VOLT ${volts};CURR ${limitAmps};:OUTP ON` : 'OUTP OFF';
    await this.link.tell(message);
    const { number, words } = errorOf(await this.link.ask('SYST:ERR?'));
    if (number !== 0) {
      if (on) await this.link.tell('OUTP OFF').catch(() => undefined);
      throw new SupplyRefusedError(`The supply refuses: ${words}.`);
    }
    this.output = on ? { page, volts, amps: 0, limited: false } : undefined;
    if (on) await this.readOutput();
    this.onChange();
  }

  /** What the output gives now. */
  async readOutput(): Promise<void> {
    if (!this.output) return;
    const { page } = this.output;
    const [volts, amps] = [figureOf(await this.link.ask('MEAS:VOLT?')), figureOf(await this.link.ask('MEAS:CURR?'))];
    const set = figureOf(await this.link.ask('VOLT?'));
    if (!('value' in volts) || !('value' in amps) || !this.output) return;
    const limited = 'value' in set && volts.value < 0.98 * set.value;
    this.output = { page, volts: volts.value, amps: amps.value, limited };
    this.onChange();
  }

  /** Whatever belongs to a page that was closed ends. */
  async leave(page: string): Promise<void> {
    if (this.series?.request.page === page) this.stopSeries();
    if (this.output?.page === page) await this.switchOff();
  }

  async close(): Promise<void> {
    this.series?.stop();
    if (this.output) await this.switchOff();
    this.link.close();
  }

  private async switchOff(): Promise<void> {
    // If the line is cut, it is switched off as soon as it is back.
    this.output = undefined;
    this.offWhenBack = true;
    await this.offNow().catch(() => undefined);
    this.onChange();
  }

  private offWhenBack = false;

  private async offNow(): Promise<void> {
    await this.link.tell('OUTP OFF');
    await this.link.ask('*OPC?');
    this.offWhenBack = false;
  }

  /** After each new connection: who it is, and that nothing old is in its error queue. */
  private async greet(): Promise<void> {
    try {
      this.identity = (await this.link.ask('*IDN?')).trim().slice(0, 200);
      if (this.offWhenBack) await this.offNow();
      if (STAND_IN.test(this.identity)) {
        const catalogue = await this.link.ask('STAN:CAT?');
        this.gadgets = catalogue.split(',').map((name) => name.replaceAll('"', ''));
      }
    } catch {
      // The line says by its state that this came to nothing.
    }
    this.onChange();
  }

  /** A question; one that it leaves unanswered is looked up in its error queue. */
  private async askOrSay(query: string): Promise<string> {
    try {
      return await this.link.ask(query);
    } catch (error) {
      if (!(error instanceof InstrumentSilentError)) throw error;
      const words = await this.whyNot();
      throw words === undefined ? error : new NoReadingError(`The instrument refuses: ${words}. Nothing was taken.`);
    }
  }

  private async whyNot(): Promise<string | undefined> {
    for (let tries = 0; tries < 20; tries++) {
      await new Promise((resolve) => setTimeout(resolve, 100));
      if (this.link.state.kind !== 'ready') continue;
      const error = errorOf(await this.link.ask('SYST:ERR?').catch(() => ''));
      return error.number === 0 ? undefined : error.words;
    }
    return undefined;
  }

  private async lay({ gadget, heldTo, surface, metres, powered }: Hand): Promise<void> {
    const held = heldTo && `PROB ${heldTo.map((place) => `"${place}"`).join(',')}`;
    await this.tellStandIn(
      [
        `STAN:GADG "${gadget}"`,
        `POW ${powered ? 'ON' : 'OFF'}`,
        ...(held ? [held] : []),
        ...(surface === undefined ? [] : [`PLAC "${surface}"`]),
        ...(metres === undefined || this.kind !== 'lux-meter' ? [] : [`DIST ${metres}`]),
      ].join(';'),
    );
  }

  private async tellStandIn(message: string): Promise<void> {
    const { number, words } = errorOf(await this.link.ask(`*CLS;${message};:SYST:ERR?`));
    if (number !== 0) throw new NoReadingError(`The stand-in refuses: ${words}. Nothing was taken.`);
  }
}

function figureIs(answer: string, wanted: number): boolean {
  const read = figureOf(answer);
  return 'value' in read && read.value === wanted;
}
