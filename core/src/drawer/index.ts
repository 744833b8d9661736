export { drawerFor, freeCount, needsOf, type Stock, type StockNeed, sayStock, stockKey, stockSchema } from './stock.ts';
export { stockFromCsv, stockToCsv } from './stock-csv.ts';
export { stockFromLine } from './stock-line.ts';
