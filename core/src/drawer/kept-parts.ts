import { type Entry, replay, strikesOf } from '../tape/index.ts';
import { salvaged } from './salvage.ts';
import type { Stock } from './stock.ts';

/** What an entry of a tape puts into the drawer. */
export interface KeptParts {
  readonly by: string;
  readonly stock: readonly Stock[];
}

/**
 * What goes into the drawer, or out of it again, with one more entry on a tape: parts are kept, or that is undone, or done
 * again.
 */
export function drawerChange(
  before: readonly Entry[],
  entry: Entry,
): { readonly put: readonly KeptParts[]; readonly takeBack: readonly KeptParts[] } {
  if (entry.kind !== 'keep' && entry.kind !== 'strike') return { put: [], takeBack: [] };
  const all = [...before, entry];
  const [was, is] = [keepsOf(before), keepsOf(all)];
  const kept = (ids: ReadonlySet<string>, others: ReadonlySet<string>) =>
    [...ids].filter((id) => !others.has(id)).map((by): KeptParts => ({ by, stock: stockOf(all, by) }));
  return { put: kept(is, was), takeBack: kept(was, is) };
}

function keepsOf(entries: readonly Entry[]): ReadonlySet<string> {
  const struck = strikesOf(entries);
  return new Set(entries.flatMap(({ kind, id }) => (kind === 'keep' && !struck.has(id) ? [id] : [])));
}

/** By the board as it was then: what was corrected since has another place in the drawer. */
function stockOf(entries: readonly Entry[], by: string): readonly Stock[] {
  const index = entries.findIndex(({ id }) => id === by);
  const entry = entries[index];
  if (entry?.kind !== 'keep') return [];
  const stock = salvaged(replay(entries.slice(0, index)).circuit, entry.refs, entry.where);
  return typeof stock === 'string' ? [] : stock;
}
