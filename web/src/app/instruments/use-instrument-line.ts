import type { InstrumentNow } from '@mindful-probe/core';
import type { SpecimenData } from '../../shared/data/use-specimen.ts';
import { useBenchGadget } from '../../shared/instruments/bench-gadget.ts';
import { useSeriesInterval } from '../../shared/instruments/series-interval.ts';
import { useInstrumentFeed, useInstruments } from '../../shared/instruments/use-instruments.ts';
import { type SpaceKey, useSpaceKey } from '../../shared/instruments/use-space-key.ts';
import { type Taking, useTaking } from '../../shared/instruments/use-taking.ts';
import type { AnalysisView } from '../../shared/worker/use-analysis.ts';

/** The instruments as one specimen's workspace has them. */
export interface InstrumentLine {
  readonly instruments: readonly InstrumentNow[];
  readonly taking: Taking;
  /** What the bench line begins with, else what the next probe asks for. */
  readonly slot: () => string;
  readonly space: SpaceKey;
  readonly gadgets: readonly string[];
  readonly gadget: string | undefined;
  readonly chooseGadget: (gadget: string) => void;
  readonly everySeconds: number;
  readonly chooseInterval: (seconds: number) => void;
}

interface InstrumentLineOf {
  readonly data: SpecimenData;
  readonly analysis: AnalysisView | undefined;
  /** What the bench line begins with, else what the next probe asks for. */
  readonly slot: () => string;
  readonly onTaken: () => void;
}

export function useInstrumentLine({ data, analysis, slot, onTaken }: InstrumentLineOf): InstrumentLine {
  const instruments = useInstruments();
  useInstrumentFeed();
  const [everySeconds, chooseInterval] = useSeriesInterval();
  const { gadgets, gadget, choose } = useBenchGadget(data.id, instruments);
  const taking = useTaking({ specimen: data.specimen, analysis, instruments, gadget, everySeconds, record: data.record, onTaken });
  const tap = () => (taking.series ? taking.stop() : taking.take(slot()));
  const space = useSpaceKey(tap, () => taking.log(slot()));
  return { instruments, taking, slot, space, gadgets, gadget, chooseGadget: choose, everySeconds, chooseInterval };
}
