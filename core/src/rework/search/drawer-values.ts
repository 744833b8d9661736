import { type Circuit, freshRef, partOf } from '../../circuit/index.ts';
import type { Part } from '../../device/index.ts';
import type { StockPart } from '../goal/goal.ts';
import type { ValuePlace } from '../moves/move.ts';
import type { CircuitMove } from '../moves/registry.ts';

/** Pairs that come nearest to a value are tried, so many. */
const PAIRS_TRIED = 6;

/** Values of the drawer for a place, ascending: of what can be fitted so often. */
export function drawerValues(drawer: readonly StockPart[], unit: ValuePlace<CircuitMove>['unit'], count: number): readonly number[] {
  const values = drawer.filter((item) => item.count >= count).flatMap(({ part }) => valueIn(part, unit) ?? []);
  return [...new Set(values)].sort((a, b) => a - b);
}

/** Moves with the rating and tolerance of the drawer's own part. */
export function fromItem(
  drawer: readonly StockPart[],
  unit: ValuePlace<CircuitMove>['unit'],
  value: number,
  moves: readonly CircuitMove[],
): readonly CircuitMove[] {
  const item = drawer.find(({ part }) => valueIn(part, unit) === value)?.part;
  if (!item) return moves;
  const { rated, tolerance } = item;
  return moves.map(
    (move) =>
      ({
        ...move,
        ...(rated && { rated: { ...rated, ...('rated' in move ? move.rated : undefined), ...(rated.class && { class: rated.class }) } }),
        ...(tolerance !== undefined && unit !== 'amps' && { tolerance }),
      }) as CircuitMove,
  );
}

/**
 * Two parts of the drawer in the place of one, in series or in parallel, nearest to a value first.
 *
 * @returns moves on the circuit of the place
 */
export function drawerPairs(
  drawer: readonly StockPart[],
  circuit: Circuit,
  ref: string,
  wanted: number,
): readonly (readonly CircuitMove[])[] {
  const part = partOf(circuit, ref);
  const unit = part?.kind === 'resistor' ? 'ohms' : part?.kind === 'capacitor' ? 'farads' : undefined;
  if (!part || unit === undefined) return [];
  const items = drawer.flatMap((item) => {
    const value = valueIn(item.part, unit);
    return value === undefined ? [] : [{ value, count: item.count }];
  });
  const pairs = items.flatMap((a, index) =>
    items.slice(index).flatMap((b) => {
      if (a === b && a.count < 2) return [];
      const sum = { a: a.value, b: b.value, value: a.value + b.value };
      const harmonic = { a: a.value, b: b.value, value: (a.value * b.value) / (a.value + b.value) };
      return unit === 'ohms'
        ? [
            { ...sum, series: true },
            { ...harmonic, series: false },
          ]
        : [{ ...sum, series: false }];
    }),
  );
  const off = (value: number) => Math.abs(Math.log(value / wanted));
  return pairs
    .sort((one, other) => off(one.value) - off(other.value))
    .slice(0, PAIRS_TRIED)
    .map(({ a, b, series }) => pairMoves(drawer, circuit, part, { a, b, series, unit }));
}

function pairMoves(
  drawer: readonly StockPart[],
  circuit: Circuit,
  { ref, rated }: Part,
  { a, b, series, unit }: { readonly a: number; readonly b: number; readonly series: boolean; readonly unit: 'ohms' | 'farads' },
): readonly CircuitMove[] {
  const second = freshRef(circuit, unit === 'ohms' ? 'R' : 'C');
  if (unit === 'farads') {
    const kept = rated?.class === undefined ? {} : { rated: { class: rated.class } };
    return [
      ...fromItem(drawer, unit, a, [{ move: 'replace-capacitor', ref, farads: a, ...kept }]),
      ...fromItem(drawer, unit, b, [{ move: 'parallel-capacitor', ref: second, across: ref, farads: b, ...kept }]),
    ];
  }
  const first = fromItem(drawer, unit, a, [{ move: 'replace-resistor', ref, ohms: a }]);
  const other: CircuitMove = series
    ? { move: 'insert-resistor', ref: second, at: { ref, pin: 0 }, ohms: b }
    : { move: 'parallel-resistor', ref: second, across: ref, ohms: b };
  return [...first, ...fromItem(drawer, unit, b, [other])];
}

/** The value of a part of the drawer in a place's unit. */
function valueIn(part: Part, unit: ValuePlace<CircuitMove>['unit']): number | undefined {
  if (unit === 'ohms') return part.kind === 'resistor' ? part.ohms : undefined;
  if (unit === 'farads') return part.kind === 'capacitor' ? part.farads : undefined;
  return part.kind === 'sink' ? part.amps : undefined;
}
