export { drawerChange, type KeptParts } from './kept-parts.ts';
export { salvaged } from './salvage.ts';
export {
  costOfWay,
  drawerFor,
  freeCount,
  needsOf,
  type PartsCost,
  type Stock,
  type StockNeed,
  sayStock,
  stockKey,
  stockSchema,
} from './stock.ts';
export { stockFromCsv, stockToCsv } from './stock-csv.ts';
export { stockFromLine } from './stock-line.ts';
