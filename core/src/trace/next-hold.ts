import type { DisjointSets } from '../numeric/index.ts';

/** The sweep that would settle most. */
export interface NextHold {
  readonly hold: string;
  readonly over: readonly string[];
  /** Pairs of pads that are known afterwards, at the least. */
  readonly settlesPairs: number;
}

/**
 * The pad to hold: of the net that most pads are not told apart from yet, most pairs first and then fewest touches.
 * One pad of every other net stands for it; a single hold then settles its whole net.
 *
 * @param isAsked whether the relation of two pads is known, or cannot be settled by beeping
 * @returns null where beeping teaches nothing more
 */
export function nextHoldOf(pads: readonly string[], nets: DisjointSets, isAsked: (a: number, b: number) => boolean): NextHold | null {
  const groups = new Map<number, number[]>();
  for (let pad = 0; pad < pads.length; pad++) groups.set(nets.find(pad), [...(groups.get(nets.find(pad)) ?? []), pad]);
  let best: { hold: number; over: number[]; settles: number } | undefined;
  for (const [root, own] of groups) {
    const others = [...groups].filter(([other]) => other !== root && !isAsked(root, other));
    const settles = others.reduce((sum, [, group]) => sum + own.length * group.length, 0);
    if (settles === 0) continue;
    const over = others.map(([, group]) => group[0] as number);
    if (!best || settles > best.settles || (settles === best.settles && over.length < best.over.length))
      best = { hold: own[0] as number, over, settles };
  }
  return best ? { hold: pads[best.hold] as string, over: best.over.map((pad) => pads[pad] as string), settlesPairs: best.settles } : null;
}
