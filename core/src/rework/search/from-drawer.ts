import { type Circuit, partOf } from '../../circuit/index.ts';
import { deviceOf, type Part } from '../../device/index.ts';
import type { StockPart } from '../goal/goal.ts';
import { type CircuitMove, fittedBy } from '../moves/registry.ts';

/** Values that differ by less are the same value. */
const SAME_VALUE = 0.005;

/** Whether everything new in a circuit lies in the drawer, as often as it is needed and rated for as much. */
export function isInDrawer(drawer: readonly StockPart[], before: Circuit, after: Circuit, moves: readonly CircuitMove[]): boolean {
  return drawer.length > 0 && takenFrom(drawer, before, after, moves).every((item) => item !== undefined);
}

/** What everything new costs by the prices in the drawer; what has none, or does not lie there, counts as nothing. */
export function costInDrawer(drawer: readonly StockPart[], before: Circuit, after: Circuit, moves: readonly CircuitMove[]): number {
  return takenFrom(drawer, before, after, moves).reduce((sum, item) => sum + (item?.price ?? 0), 0);
}

/** Of each new part what lies in the drawer for it, each as often as there are; undefined where there is none. */
function takenFrom(
  drawer: readonly StockPart[],
  before: Circuit,
  after: Circuit,
  moves: readonly CircuitMove[],
): readonly (StockPart | undefined)[] {
  const left = drawer.map(({ count }) => count);
  return fittedBy(moves).flatMap((ref) => {
    const part = partOf(after, ref);
    if (!part || part === partOf(before, ref)) return [];
    const index = drawer.findIndex((item, at) => (left[at] as number) > 0 && isFor(item.part, part));
    if (index === -1) return [undefined];
    left[index] = (left[index] as number) - 1;
    return [drawer[index]];
  });
}

/** Of the kind and value that is wanted, and takes at least what that must take. */
export function isFor(item: Part, wanted: Part): boolean {
  if (item.kind !== wanted.kind) return false;
  const field = deviceOf(wanted.kind).toleranced?.(wanted).field;
  const [has, needs] = [valueIn(item, field), valueIn(wanted, field)];
  if (needs !== undefined && (has === undefined || Math.abs(has / needs - 1) > SAME_VALUE)) return false;
  const limits = deviceOf(item.kind).ratings?.(item) ?? [];
  const takes = (of: string) => limits.find((rating) => rating.of === of)?.limit.value;
  const wants = deviceOf(wanted.kind).ratings?.(wanted) ?? [];
  const isRated = wants.every(({ of, limit }) => limit.assumed || (takes(of) ?? 0) >= limit.value * (1 - 1e-9));
  const hasClass =
    wanted.rated?.class === undefined || item.rated?.class?.toUpperCase().startsWith(wanted.rated.class[0] as string) === true;
  const isAlike = ['colour', 'body', 'chemistry', 'size'].every(
    (name) => fieldOf(wanted, name) === undefined || fieldOf(wanted, name) === fieldOf(item, name),
  );
  return isRated && hasClass && isAlike;
}

function valueIn(part: Part, field: string | undefined): number | undefined {
  const value = field === undefined ? undefined : fieldOf(part, field);
  return typeof value === 'number' ? value : undefined;
}

function fieldOf(part: Part, field: string): unknown {
  return (part as unknown as Readonly<Record<string, unknown>>)[field];
}
