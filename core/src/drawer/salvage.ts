import { type Circuit, packagesNamed, packagesOf, rangeOf } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import { onNoBoard, type Stock, stockKey } from './stock.ts';

/** What a part is on its board, and no longer in the drawer: where it lies, how many of it there are, and what readings taught of it. */
const OF_ITS_PLACE: ReadonlySet<string> = new Set([
  'ref',
  'pins',
  'marking',
  'note',
  'chipPins',
  'celsius',
  'spread',
  'series',
  'parallel',
  'alike',
  'charge',
  'initialVolts',
]);

/**
 * Parts of a specimen as the drawer has them, like ones together. LED packages go by their own names, also some of a row.
 *
 * @param names refs, packages and ranges of them: `R1`, `D7`, `D1-D12`
 * @returns the first name that nothing on the board has, as a string
 */
export function salvaged(circuit: Circuit, names: readonly string[], where?: string): readonly Stock[] | string {
  const packages = packagesOf(circuit);
  const rows = new Map<string, Stock>();
  const add = (fields: Readonly<Record<string, unknown>>, count: number) => {
    const part = onNoBoard(fields);
    if (!part) return;
    const item = { part, ...(where !== undefined && { where }) };
    const key = stockKey(item);
    rows.set(key, { ...item, count: (rows.get(key)?.count ?? 0) + count });
  };
  for (const name of names) {
    const leds = packagesNamed(packages, name);
    for (const { ref, series, parallel } of leds) {
      const part = circuit.parts.find((one) => one.ref === ref) as Part;
      add({ ...withoutPlace(part), ...(series > 1 && { series }), ...(parallel > 1 && { parallel }) }, 1);
    }
    if (leds.length > 0) continue;
    for (const one of rangeOf(name) ?? [name]) {
      const part = circuit.parts.find(({ ref }) => ref.toLowerCase() === one.toLowerCase());
      if (!part) return one;
      add(withoutPlace(part), numberIn(part, 'series') * numberIn(part, 'parallel') * numberIn(part, 'alike'));
    }
  }
  return [...rows.values()];
}

function withoutPlace(part: Part): Readonly<Record<string, unknown>> {
  return Object.fromEntries(Object.entries(part).filter(([field]) => !OF_ITS_PLACE.has(field)));
}

function numberIn(part: Part, field: string): number {
  const value = (part as unknown as Readonly<Record<string, unknown>>)[field];
  return typeof value === 'number' ? value : 1;
}
