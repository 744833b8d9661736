import type { Trace } from './schema.ts';

/** One thing that one sweep says of two pads. */
export interface Evidence {
  readonly a: number;
  readonly b: number;
  readonly sweep: number;
  /** A beep, with its ohms where they were read; else silence. */
  readonly beep: boolean;
  readonly ohms?: number | undefined;
}

/** Every touch of every sweep. A beep counts though it is not listed among what was touched. */
export function evidenceOf(trace: Trace): readonly Evidence[] {
  const place = new Map(trace.pads.map((pad, index) => [pad, index]));
  const at = (pad: string) => place.get(pad) as number;
  return trace.sweeps.flatMap(({ hold, over, beeps }, sweep) => {
    const beeped = new Map(beeps.map(({ pad, ohms }) => [pad, ohms]));
    const touched = new Set([...(over ?? trace.pads), ...beeped.keys()]);
    touched.delete(hold);
    return [...touched].map((pad): Evidence => ({ a: at(hold), b: at(pad), sweep, beep: beeped.has(pad), ohms: beeped.get(pad) }));
  });
}

/** More pads than a trace takes. */
const MOST_PADS = 4096;

/** Two pads as one number, whichever way round. */
export function pairKey(a: number, b: number): number {
  return a < b ? a * MOST_PADS + b : b * MOST_PADS + a;
}
