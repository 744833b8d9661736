import {
  type Asked,
  askedBy,
  benchContext,
  dangersOf,
  type EntryDraft,
  GENERIC_METERS,
  type Hand,
  INSTRUMENT_FACTS,
  type InstrumentNow,
  kindFor,
  lineOf,
  type Measured,
  type Meter,
  parseBenchLine,
  type Specimen,
} from '@mindful-probe/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useMarks, useMeters } from '../data/use-bench-list.ts';
import type { AnalysisView } from '../worker/use-analysis.ts';
import { PAGE_ID } from './page-id.ts';
import { instrumentsApi } from './use-instruments.ts';

/** What is happening between the bench line and the instruments, in words. */
interface TakingNote {
  readonly text: string;
  readonly tone: 'busy' | 'done' | 'problem';
}

interface RunningSeries {
  readonly id: string;
  readonly asked: Asked;
  /** How long the power had been on when it began. */
  readonly onSinceSeconds: number;
}

export interface Taking {
  readonly note: TakingNote | undefined;
  /** Takes one value into the slot. */
  readonly take: (slot: string) => void;
  /** Begins a series into it, or ends the one that runs. */
  readonly log: (slot: string) => void;
  readonly stop: () => void;
  readonly series: { readonly line: string; readonly instrument: InstrumentNow } | undefined;
  readonly clear: () => void;
  /** Lets an oscilloscope show what is there; returns why it does not. */
  readonly look: (slot: string, instrumentId: string) => Promise<string | undefined>;
  /** The instrument that Space would ask for the slot. */
  readonly armedFor: (slot: string) => InstrumentNow | undefined;
}

interface TakingOf {
  readonly specimen: Specimen;
  readonly analysis: AnalysisView | undefined;
  readonly instruments: readonly InstrumentNow[];
  readonly gadget: string | undefined;
  readonly everySeconds: number;
  readonly record: (draft: EntryDraft) => void;
  /** The slot is filled: its line is not wanted any more. */
  readonly onTaken: () => void;
}

const CHOOSE_GADGET = 'The stand-ins look at a gadget of their own: choose which under Instruments.';

/** Lets instruments on the line fill the slots of the bench line. */
export function useTaking({ specimen, analysis, instruments, gadget, everySeconds, record, onTaken }: TakingOf): Taking {
  const [note, setNote] = useState<TakingNote>();
  const [running, setRunning] = useState<RunningSeries>();
  const { marks } = useMarks();
  const { meters } = useMeters();
  const latest = useRef({ specimen, record, meters, marks });
  useEffect(() => {
    latest.current = { specimen, record, meters, marks };
  });

  function askedFor(slot: string): Asked | undefined {
    const { solution, mainSupply } = analysis?.found.ok ? analysis.found.value : {};
    const shown = (ref: string) => {
      const volts = solution?.parts[ref]?.volts;
      return volts && Math.abs(volts.avg) < 0.3 * volts.rms ? 'rms' : 'avg';
    };
    return askedBy(slot, benchContext(specimen, { marks, meters, mainSupply }), shown);
  }

  function handFor(asked: Asked): Hand {
    return {
      gadget: gadget ?? '',
      powered: specimen.benchState === 'live',
      ...(asked.heldTo && { heldTo: [...asked.heldTo] as [string] | [string, string] }),
      ...(asked.surface !== undefined && { surface: asked.surface }),
      ...(asked.metres !== undefined && { metres: asked.metres }),
    };
  }

  /** The slot with the instrument for it, or why there is none. */
  function ready(slot: string): { asked: Asked; instrument: InstrumentNow; hand: Hand | undefined } | string {
    const asked = askedFor(slot);
    if (!asked && slot.trim() === '') return 'What is wanted next is not read in this bench state: press b, or name a slot of your own.';
    if (!asked && isUnsafeScope(slot, specimen))
      return 'No scope clip goes on a circuit that is not isolated from mains: type what an isolated probe shows.';
    if (!asked)
      return `“${slot.trim()}” is no slot that is read with the bench ${specimen.benchState}: name a part, in, Tcase or lux first.`;
    const kind = kindFor(asked.quantity);
    const able = instruments.filter((instrument) => instrument.kind === kind);
    const instrument = able.find(({ line }) => line.kind === 'ready') ?? able[0];
    if (!kind || !instrument)
      return `No ${kind ? INSTRUMENT_FACTS[kind].title : 'instrument'} is on the line; put one on the list under Instruments.`;
    if (instrument.gadgets && gadget === undefined) return CHOOSE_GADGET;
    return { asked, instrument, hand: instrument.gadgets && handFor(asked) };
  }

  /** Puts what was measured on the tape, as the line that somebody would have typed. */
  const enter = useCallback((asked: Asked, instrument: InstrumentNow, measured: Measured, afterSeconds?: number): string => {
    const now = latest.current;
    const meter = meterOf(instrument, asked, now.meters);
    const inHand = meter && now.specimen.meters.get(meter.role);
    const known = meter && new Map(now.specimen.meters).set(meter.role, meter);
    const context = benchContext(known ? { ...now.specimen, meters: known } : now.specimen, { marks: now.marks, meters: now.meters });
    const line = lineOf(asked, measured, afterSeconds);
    const outcome = parseBenchLine(line, context);
    if (outcome.kind !== 'entry') return outcome.kind === 'unread' ? outcome.message : line;
    if (meter && inHand?.name !== meter.name) now.record({ kind: 'meter', meter });
    now.record({ ...outcome.draft, typed: line });
    return '';
  }, []);

  async function take(slot: string) {
    const found = ready(slot);
    if (typeof found === 'string') return setNote({ text: found, tone: 'problem' });
    const { asked, instrument, hand } = found;
    const title = titleOf(instrument);
    setNote({ text: `The ${title} reads ${asked.line}…`, tone: 'busy' });
    try {
      const measured = await instrumentsApi.measure(instrument.id, asked.quantity, hand, asked.alone);
      const problem = enter(asked, instrument, measured);
      if (problem !== '') return setNote({ text: problem, tone: 'problem' });
      onTaken();
      setNote({ text: `${lineOf(asked, measured)}, taken from the ${title}`, tone: 'done' });
    } catch (error) {
      setNote({ text: (error as Error).message, tone: 'problem' });
    }
  }

  const stop = useCallback(() => {
    if (!running) return;
    setRunning(undefined);
    setNote(undefined);
    // One that is away has lost its series with its line; there is nothing to stop then.
    instrumentsApi.stopSeries(running.id).catch(() => undefined);
  }, [running]);

  async function log(slot: string) {
    if (running) return stop();
    const found = ready(slot);
    if (typeof found === 'string') return setNote({ text: found, tone: 'problem' });
    const { asked, instrument, hand } = found;
    try {
      await instrumentsApi.startSeries(instrument.id, asked.quantity, everySeconds, hand);
      setNote(undefined);
      onTaken();
      setRunning({ id: instrument.id, asked, onSinceSeconds: secondsLive(specimen) });
    } catch (error) {
      setNote({ text: (error as Error).message, tone: 'problem' });
    }
  }

  // Whatever of the series is not on the tape yet is fetched and entered, each value once.
  const instrument = running && instruments.find(({ id }) => id === running.id);
  const count = instrument?.series?.page === PAGE_ID ? instrument.series.count : 0;
  const entered = useRef(0);
  const fetching = useRef(false);
  useEffect(() => {
    if (!running) entered.current = 0;
    if (!running || !instrument || fetching.current || count <= entered.current) return;
    fetching.current = true;
    instrumentsApi
      .seriesAfter(running.id, entered.current)
      .then((values) => {
        for (const { number, seconds, measured } of values) {
          if (number <= entered.current) continue;
          entered.current = number;
          const problem = enter(running.asked, instrument, measured, running.onSinceSeconds + seconds);
          if (problem !== '') setNote({ text: problem, tone: 'problem' });
        }
      })
      // The next value brings what this one did not.
      .catch(() => undefined)
      .finally(() => {
        fetching.current = false;
      });
  }, [running, instrument, count, enter]);

  return {
    note,
    take: (slot) => void take(slot),
    log: (slot) => void log(slot),
    stop,
    series: running && instrument ? { line: running.asked.line, instrument } : undefined,
    clear: () => setNote(undefined),
    look: async (slot, instrumentId) => {
      const asked = askedFor(slot);
      const isStandIn = instruments.some(({ id, gadgets }) => id === instrumentId && gadgets);
      if (!asked?.heldTo) return 'Name a part or two nets on the bench line first: the probe has to be somewhere.';
      if (isStandIn && gadget === undefined) return CHOOSE_GADGET;
      try {
        await instrumentsApi.measure(instrumentId, 'waveform', isStandIn ? handFor(asked) : undefined);
        return undefined;
      } catch (error) {
        return (error as Error).message;
      }
    },
    armedFor: (slot) => {
      const found = instruments.length === 0 ? '' : ready(slot);
      return typeof found === 'string' ? undefined : found.instrument;
    },
  };
}

export function titleOf({ kind, id }: InstrumentNow): string {
  return kind ? INSTRUMENT_FACTS[kind].title : `instrument at ${id}`;
}

/** The meter that an instrument's readings stand on: the one named for it, or the usual one of its kind. */
function meterOf(instrument: InstrumentNow, { quantity }: Asked, own: readonly Meter[]): Meter | undefined {
  const usual = quantity === 'in-line-dc' ? 'USB meter' : instrument.kind && INSTRUMENT_FACTS[instrument.kind].meter;
  const name = instrument.meter ?? usual;
  return [...own, ...GENERIC_METERS].find((meter) => meter.name === name);
}

function isUnsafeScope(slot: string, specimen: Specimen): boolean {
  return /\bripple\b/i.test(slot) && dangersOf(specimen).alternating;
}

/** For how long the power has been on by the tape; 0 where it is not. */
function secondsLive({ tape, benchState }: Specimen): number {
  if (benchState !== 'live') return 0;
  const since = tape.findLast(({ entry, struck }) => !struck && entry.kind === 'state' && entry.state === 'live')?.entry.at;
  return since === undefined ? 0 : Math.max(0, (Date.now() - Date.parse(since)) / 1000);
}
