import type { Solution } from './solution.ts';

/** Where the figures of a ref may stand in a solution, first found first taken. */
const GROUPS = ['leds', 'supplies', 'parts'] as const;

/**
 * A reader of one figure by its path in a solution document: `D1.chip.amps.avg`, `R1.watts`, `V1.powerFactor`, or
 * with its group in front, `nets.a.volts.rms`.
 *
 * @returns undefined where the solution has no such figure; the reader gives NaN where a figure has no meaning
 */
export function figureReader(solution: Solution, path: string): ((solution: Solution) => number) | undefined {
  const candidates = [
    ...Object.keys(solution.nets).map((net) => ({ prefix: `nets.${net}.`, keys: ['nets', net] })),
    ...GROUPS.flatMap((group) => Object.keys(solution[group]).map((ref) => ({ prefix: `${group}.${ref}.`, keys: [group, ref] }))),
    ...GROUPS.flatMap((group) => Object.keys(solution[group]).map((ref) => ({ prefix: `${ref}.`, keys: [group, ref] }))),
  ];
  for (const { prefix, keys } of candidates) {
    if (!path.startsWith(prefix)) continue;
    const whole = [...keys, ...path.slice(prefix.length).split('.')];
    const found = valueAt(solution, whole);
    if (typeof found === 'number' || found === null) return (of) => numberAt(of, whole);
  }
  return undefined;
}

function valueAt(from: unknown, keys: readonly string[]): unknown {
  return keys.reduce<unknown>(
    (value, key) =>
      typeof value === 'object' && value !== null && Object.hasOwn(value, key) ? (value as Record<string, unknown>)[key] : undefined,
    from,
  );
}

function numberAt(solution: Solution, keys: readonly string[]): number {
  const value = valueAt(solution, keys);
  return typeof value === 'number' ? value : Number.NaN;
}
