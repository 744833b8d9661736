import type { TraceContradiction } from './contradictions.ts';
import { type DoubtfulJoin, netsOfTrace, type TraceNets } from './nets-of-trace.ts';
import type { Trace } from './schema.ts';

/** What the sweeps of a trace come to, as a document. */
export interface NetsDocument extends Omit<TraceNets, 'doubtful' | 'contradictions'> {
  readonly format: 'mindful-probe.nets';
  readonly version: 1;
  readonly doubtful: readonly (Pick<DoubtfulJoin, 'pads' | 'because'> & { readonly settleBy: string })[];
  readonly contradictions: readonly (Pick<TraceContradiction, 'sweeps'> & { readonly text: string })[];
}

/** The nets of a trace, with what is in doubt in words. */
export function netsDocument(trace: Trace): NetsDocument {
  const nets = netsOfTrace(trace);
  return {
    format: 'mindful-probe.nets',
    version: 1,
    ...nets,
    doubtful: nets.doubtful.map((doubt) => ({ pads: doubt.pads, because: doubt.because, settleBy: saySettling(doubt) })),
    contradictions: nets.contradictions.map((contradiction) => ({
      sweeps: contradiction.sweeps,
      text: sayTraceContradiction(contradiction, (sweep) => `sweep ${sweep + 1}`),
    })),
  };
}

/** The test that tells a track from the parts that beep by themselves. */
export function saySettling({ pads: [one, other], because, ohms, isMetered }: DoubtfulJoin): string {
  const alone = `${because.join(' and ')} alone would show ${Number(ohms.toPrecision(3))} ohm`;
  return isMetered
    ? `Lift one end of ${because[0]} and beep again, or pass a known current and read the millivolts: ${alone}.`
    : `Read the ohms between ${one} and ${other}: ${alone}, a track under half an ohm. Or lift one end of ${because[0]} and beep again.`;
}

/** @param nameOf a sweep by its place */
export function sayTraceContradiction(
  { sweeps, parting, pads: [one, other], ohms }: TraceContradiction,
  nameOf: (sweep: number) => string,
): string {
  const heard = ohms === undefined ? 'silence' : `${ohms} ohm, a part between`;
  const others = sweeps.filter((sweep) => sweep !== parting).map(nameOf);
  const name = nameOf(parting);
  const subject = `${name.charAt(0).toUpperCase()}${name.slice(1)}`;
  return others.length === 0
    ? `${subject} by itself joins ${one} and ${other} and says ${heard} between them.`
    : `${subject} says ${heard} between ${one} and ${other}; ${others.join(' and ')} ${others.length === 1 ? 'joins' : 'together join'} them.`;
}
