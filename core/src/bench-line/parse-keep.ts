import { type Stock, salvaged, sayStock } from '../drawer/index.ts';
import type { BenchContext } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';

/** `keep D1-D12 R3 in box 3`: parts of a specimen that is not repaired, for the drawer. */
export function parseKeep(words: readonly string[], { specimen }: BenchContext): BenchOutcome {
  const at = words.findIndex((word) => word.toLowerCase() === 'in');
  const refs = at === -1 ? words : words.slice(0, at);
  const where =
    at === -1
      ? undefined
      : words
          .slice(at + 1)
          .join(' ')
          .trim() || undefined;
  if (refs.length === 0) return unread('keep: which parts go into the drawer, and where? As “keep D1-D12 R3 in box 3”.');
  const stock = salvaged(specimen.circuit, refs, where);
  if (typeof stock === 'string') return unread(`keep: ${stock} is not on the board.`);
  return entry(`into the drawer: ${saySalvaged(stock)}${where === undefined ? '' : `, in ${where}`}`, {
    kind: 'keep',
    refs: [...refs],
    ...(where !== undefined && { where }),
  });
}

function saySalvaged(stock: readonly Stock[]): string {
  return stock.map((item) => `${item.count} × ${sayStock(item)}`).join(', ');
}
