import { alternatingSource, partOf } from '../circuit/index.ts';
import { deviceOf, isKind } from '../device/index.ts';
import { type Consequence, isMended } from './consequences.ts';
import type { Fault } from './fault.ts';
import type { FaultBench } from './fault-bench.ts';

/** Whether a repair is worth its time; the decision is the user's. */
export interface Worth {
  readonly word: 'worth it' | 'hardly worth it' | 'not to be used again';
  /** At the bench, of somebody who knows how: minutes. */
  readonly minutes: number;
  readonly parts: number;
  /** A first power from mains is part of it. */
  readonly mains: boolean;
  /** W of the lamp that works again, and how its light looks next to new. */
  readonly watts: number;
  readonly seen: number;
  /** Packages that are worn, and the parts that are above a rating when it works again: what fails next. */
  readonly worn: readonly string[];
  readonly over: readonly { readonly ref: string; readonly ratio: number }[];
  /** What makes it dangerous whether it is mended or not, in words. */
  readonly unsafe: readonly string[];
}

/** Minutes of a repair by what is done, and of what goes with it: closing, and a first power with its cautions. */
const MINUTES = { wire: 10, part: 12, chip: 25, joint: 8, close: 5, firstPower: { mains: 10, low: 3 } } as const;
/** Above it a rating is one that ends a repair soon. */
const OVER = 1;

/**
 * What mending a fault takes and gains.
 *
 * @param mended the rest as it works again
 * @param worn packages that light dim
 * @param unsafe findings that mending does not take away, in words
 */
export function worthOf(
  { circuit }: FaultBench,
  { part: ref, fault, across }: Fault,
  mended: Consequence,
  { worn, unsafe }: { readonly worn: readonly string[]; readonly unsafe: readonly string[] },
): Worth {
  const part = partOf(circuit, ref);
  const mains = alternatingSource(circuit) !== undefined;
  const isChip = isKind(part, 'converter') || isKind(part, 'sink');
  // What conducts across is taken off, as a joint is soldered: with no new part.
  const isOnBoard = fault === 'joint' || across !== undefined;
  const work = isOnBoard ? MINUTES.joint : isMended(mended) ? MINUTES.wire * mended.refs.length : isChip ? MINUTES.chip : MINUTES.part;
  const isCell = part !== undefined && deviceOf(part.kind).source?.isCell === true;
  const over = [
    { ref: mended.ref, ratio: mended.ofRated },
    ...(mended.store ? [{ ref: mended.store.ref, ratio: mended.store.share }] : []),
  ].filter(({ ratio }) => ratio > OVER);
  return {
    word: unsafe.length > 0 ? 'not to be used again' : worn.length > 0 || over.length > 0 ? 'hardly worth it' : 'worth it',
    minutes: isCell && fault === 'drift' ? 1 : work + MINUTES.close + (mains ? MINUTES.firstPower.mains : MINUTES.firstPower.low),
    parts: isOnBoard || isMended(mended) ? 0 : 1,
    mains,
    watts: mended.supplyWatts,
    seen: mended.seen,
    worn,
    over,
    unsafe,
  };
}
