import type { Evidence } from './evidence.ts';

/** Sweeps that cannot all hold; without any one of them the rest can. */
export interface TraceContradiction {
  /** By their place among the sweeps. */
  readonly sweeps: readonly number[];
  /** The one among them that parts what the others join. */
  readonly parting: number;
  /** The pads that it parts. */
  readonly pads: readonly [string, string];
  /** What it read between them; left out: silence. */
  readonly ohms?: number;
}

/**
 * For every pair that one sweep parts though others join it: the fewest sweeps that do.
 *
 * @param apart touches that part what the joins join
 */
export function contradictionsOf(
  joins: readonly Evidence[],
  apart: readonly Evidence[],
  pads: readonly string[],
): readonly TraceContradiction[] {
  const found = new Map<string, TraceContradiction>();
  for (const touch of apart) {
    const path = joiningSweeps(touch, joins);
    if (!path) continue;
    const sweeps = [...new Set([touch.sweep, ...path])].sort((a, b) => a - b);
    const key = sweeps.join(' ');
    if (found.has(key)) continue;
    found.set(key, {
      sweeps,
      parting: touch.sweep,
      pads: [pads[touch.a] as string, pads[touch.b] as string],
      ...(touch.beep && touch.ohms !== undefined && { ohms: touch.ohms }),
    });
  }
  return smallest([...found.values()]);
}

/** One that holds a smaller one within it says nothing more. */
function smallest(all: readonly TraceContradiction[]): readonly TraceContradiction[] {
  return all.filter(
    ({ sweeps }) => !all.some((other) => other.sweeps.length < sweeps.length && other.sweeps.every((sweep) => sweeps.includes(sweep))),
  );
}

/**
 * The fewest sweeps whose joins lead from one pad to the other; the parting sweep itself costs nothing, as it is named
 * anyway. A search over pads with the sweeps used so far, nearest first.
 */
function joiningSweeps({ a, b, sweep }: Evidence, joins: readonly Evidence[]): readonly number[] | undefined {
  const best = new Map<number, readonly number[]>([[a, []]]);
  const queue = [a];
  while (queue.length > 0) {
    queue.sort((p, q) => (best.get(p)?.length ?? 0) - (best.get(q)?.length ?? 0));
    const here = queue.shift() as number;
    const used = best.get(here) ?? [];
    for (const join of joins) {
      const there = join.a === here ? join.b : join.b === here ? join.a : undefined;
      if (there === undefined) continue;
      const next = join.sweep === sweep || used.includes(join.sweep) ? used : [...used, join.sweep];
      const known = best.get(there);
      if (known && known.length <= next.length) continue;
      best.set(there, next);
      queue.push(there);
    }
  }
  return best.get(b);
}
