export type { PartChange } from './changes.ts';
export type { ComparedState } from './column.ts';
export { type Comparison, type ComparisonColumn, type ComparisonRow, compare, MOST_COMPARED, titleOf } from './compare.ts';
export { comparisonCsv, comparisonDocument, comparisonTree } from './comparison-table.ts';
export { figureOutcome, sayDifference } from './figure-row.ts';
export type { ComparisonCell } from './subjects.ts';
