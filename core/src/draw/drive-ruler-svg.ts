import type { Uncertain } from '../quantity/index.ts';
import { PALETTES, type PaletteName } from './palette.ts';
import { RULER_TICKS, rulerX } from './ruler.ts';
import { svgDocument, svgText } from './svg-document.ts';

/** A row of the drive ruler: one thing, in multiples of its rating. */
export interface DriveRulerRow {
  readonly name: string;
  readonly ratio: Uncertain;
  /** Filled where it was measured, hollow where it is expected. */
  readonly isMeasured: boolean;
}

const [NAMES, SCALE, FIGURES, ROW, TOP, MARGIN] = [170, 360, 90, 28, 62, 24];

/** Rows on one drive ruler as a self-contained SVG document: comfort band, hatched above 1×, the 95 % bar behind the dot. */
export function driveRulerSvg(rows: readonly DriveRulerRow[], title: string, paletteName: PaletteName = 'plain'): string {
  const palette = PALETTES[paletteName];
  const [width, height] = [MARGIN + NAMES + SCALE + FIGURES, TOP + rows.length * ROW + MARGIN];
  const left = MARGIN + NAMES;
  const at = (ratio: number) => (left + rulerX(ratio, SCALE)).toFixed(1);
  const foot = TOP + rows.length * ROW;
  const text = (x: number | string, y: number, words: string, more?: string) => svgText(palette, x, y, words, more);
  const body = [
    text(MARGIN, 20, `${title}: LED current, multiples of its rating`, 'font-weight="700"'),
    `<rect x="${at(0.4)}" y="${TOP}" width="${(rulerX(0.8, SCALE) - rulerX(0.4, SCALE)).toFixed(1)}" height="${rows.length * ROW}" fill="${palette.quiet}" fill-opacity="0.15" stroke="none"/>`,
    `<rect x="${at(1)}" y="${TOP}" width="${(SCALE - rulerX(1, SCALE)).toFixed(1)}" height="${rows.length * ROW}" fill="url(#over)" stroke="none"/>`,
    ...RULER_TICKS.map(
      ({ ratio, label, length }) =>
        `<path d="M${at(ratio)} ${TOP}V${TOP - length}"/>${label ? text(at(ratio), TOP - 16, label, 'text-anchor="middle"') : ''}`,
    ),
    `<path d="M${left} ${TOP}H${left + SCALE}"/>`,
    `<path d="M${at(1)} ${TOP}V${foot}" stroke-width="2"/>`,
  ];
  rows.forEach(({ name, ratio, isMeasured }, index) => {
    const middle = TOP + (index + 0.5) * ROW;
    const [low, high] = [ratio.value - 2 * ratio.uncertainty, ratio.value + 2 * ratio.uncertainty];
    body.push(
      text(MARGIN, middle + 4, name.length > 26 ? `${name.slice(0, 25)}…` : name),
      `<rect x="${at(low)}" y="${middle - 6}" width="${Math.max(1, rulerX(high, SCALE) - rulerX(low, SCALE)).toFixed(1)}" height="12" fill="${palette.quiet}" fill-opacity="0.4" stroke="none"/>`,
      `<circle cx="${at(ratio.value)}" cy="${middle}" r="5" fill="${isMeasured ? palette.ink : palette.sheet}"/>`,
      text(left + SCALE + 12, middle + 4, `${ratio.value.toFixed(2)}×`, 'font-weight="700"'),
    );
  });
  return svgDocument(palette, { width, height }, title, [
    `<defs><pattern id="over" width="8" height="8" patternUnits="userSpaceOnUse"><path d="M-2 10L10 -2M-2 2L2 -2M6 10L10 6" stroke="${palette.quiet}" stroke-opacity="0.5" stroke-width="1"/></pattern></defs>`,
    ...body,
  ]);
}
