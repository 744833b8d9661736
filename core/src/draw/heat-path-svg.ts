import { formatEngineering, formatSignificant } from '../quantity/index.ts';
import { PALETTES, type PaletteName } from './palette.ts';
import { svgDocument, svgText } from './svg-document.ts';

/** The way of the heat of one LED, from its junction to the air. */
export interface DrawnHeatPath {
  readonly ref: string;
  readonly joints: readonly { readonly name: string; readonly celsius: number; readonly read: boolean }[];
  /** Between a joint and the next. */
  readonly stretches: readonly { readonly kelvin: number; readonly kelvinPerWatt: number; readonly watts: number }[];
  /** Junction, at 95 %: °C. */
  readonly low: number;
  readonly high: number;
}

const [BOX, GAP, TALL, ROW, TOP, MARGIN] = [104, 120, 46, 96, 40, 24];

/** Chains of joints, each with its temperature, and what drops between them; what was not read is dashed. One SVG document. */
export function heatPathSvg(paths: readonly DrawnHeatPath[], title: string, paletteName: PaletteName = 'plain'): string {
  const palette = PALETTES[paletteName];
  const most = Math.max(...paths.map(({ joints }) => joints.length));
  const width = 2 * MARGIN + most * BOX + (most - 1) * GAP;
  const body = paths.flatMap(({ ref, joints, stretches, low, high }, row) => {
    const top = TOP + row * ROW;
    return [
      svgText(palette, MARGIN, top, `${ref}: junction between ${Math.round(low)} and ${Math.round(high)} °C`),
      ...joints.flatMap(({ name, celsius, read }, index) => {
        const [left, y] = [MARGIN + index * (BOX + GAP), top + 12];
        const stretch = stretches[index];
        return [
          `<rect x="${left}" y="${y}" width="${BOX}" height="${TALL}"${read ? '' : ` stroke="${palette.quiet}" stroke-dasharray="4 3"`}/>`,
          svgText(palette, left + 8, y + 16, read ? `${name}, read` : name, 'font-size="11"'),
          svgText(palette, left + 8, y + 37, `${Math.round(celsius)} °C`, 'font-size="17" font-weight="700"'),
          ...(stretch && index < joints.length - 1
            ? [
                `<path d="M${left + BOX} ${y + TALL / 2}H${left + BOX + GAP}"/>`,
                svgText(palette, left + BOX + GAP / 2, y + 18, `−${formatSignificant(stretch.kelvin, 2)} K`, 'text-anchor="middle"'),
                svgText(
                  palette,
                  left + BOX + GAP / 2,
                  y + 38,
                  `${formatSignificant(stretch.kelvinPerWatt, 3)} K/W × ${formatEngineering(stretch.watts, 'watts').text}`,
                  'text-anchor="middle" font-size="10"',
                ),
              ]
            : []),
        ];
      }),
    ];
  });
  return svgDocument(palette, { width, height: TOP + paths.length * ROW - 8 }, title, [
    svgText(palette, MARGIN, 20, `${title}: the way of the heat`, 'font-weight="700"'),
    ...body,
  ]);
}
