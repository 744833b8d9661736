export { HTML_POLICY } from './as-html.ts';
export type { PaperSize } from './as-pdf.ts';
export { COMPARISON_WAYS, type ComparedEntries, type ComparisonWay, compareOut } from './compare-out.ts';
export type { PictureSource, PrintedPicture } from './picture.ts';
export { WAY_TYPES, WRITE_UP_WAYS, type WriteOutOptions, type WriteUpWay, writeOut } from './write-out.ts';
