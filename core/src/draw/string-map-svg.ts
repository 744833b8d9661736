import { formatSignificant } from '../quantity/index.ts';
import { PALETTES, type Palette, type PaletteName } from './palette.ts';
import { svgDocument, svgText } from './svg-document.ts';

/** A package of LEDs with what was found of it. */
export interface DrawnPackage {
  readonly name: string;
  /** Packages of one part stand in one row. */
  readonly ref: string;
  readonly state: 'lights' | 'dim' | 'dark spot' | 'open' | 'short' | 'not tested';
  /** By itself. */
  readonly volts?: number;
}

const [CELL, SIDE, LINE, ACROSS, TOP, MARGIN] = [56, 22, 66, 12, 40, 24];
const STATES = ['lights', 'dim', 'dark spot', 'open', 'short', 'not tested'] as const;
const [KEY_AT, KEY_WIDTH] = [32, 104];

/** Packages as squares in the order of the string, a part a row, with a key; no state is told by colour alone. One SVG document. */
export function stringMapSvg(packages: readonly DrawnPackage[], title: string, paletteName: PaletteName = 'plain'): string {
  const palette = PALETTES[paletteName];
  const refs = [...new Set(packages.map(({ ref }) => ref))];
  const lines = refs.flatMap((ref) => {
    const row = packages.filter((one) => one.ref === ref);
    return Array.from({ length: Math.ceil(row.length / ACROSS) }, (_, line) => row.slice(line * ACROSS, (line + 1) * ACROSS));
  });
  const foot = TOP + lines.length * LINE;
  const width = 2 * MARGIN + Math.max(STATES.length * KEY_WIDTH, ...lines.map((line) => line.length * CELL));
  return svgDocument(palette, { width, height: foot + KEY_AT }, title, [
    svgText(palette, MARGIN, 20, `${title}: packages in the order of the string`, 'font-weight="700"'),
    ...lines.flatMap((line, down) =>
      line.flatMap(({ name, state, volts }, along) => {
        const [middle, top] = [MARGIN + (along + 0.5) * CELL, TOP + down * LINE];
        return [
          svgText(palette, middle, top + 10, name, 'text-anchor="middle" font-size="11"'),
          ...square(palette, middle - SIDE / 2, top + 15, state),
          ...(volts === undefined
            ? []
            : [svgText(palette, middle, top + 51, `${formatSignificant(volts, 3)} V`, 'text-anchor="middle" font-size="11"')]),
        ];
      }),
    ),
    ...STATES.flatMap((state, index) => {
      const left = MARGIN + index * KEY_WIDTH;
      return [...square(palette, left, foot, state), svgText(palette, left + SIDE + 6, foot + 15, state, 'font-size="11"')];
    }),
  ]);
}

function square(palette: Palette, x: number, y: number, state: DrawnPackage['state']): readonly string[] {
  const lit = state === 'lights' || state === 'dim';
  const edge = `<rect x="${x}" y="${y}" width="${SIDE}" height="${SIDE}" fill="${lit ? palette.light : 'none'}"${state === 'not tested' ? ' stroke-dasharray="2 3"' : ''}/>`;
  const at = (dx: number, dy: number) => `${x + dx} ${y + dy}`;
  switch (state) {
    case 'dim':
      return [
        edge,
        ...[7, 15].flatMap((dx) =>
          [7, 15].map((dy) => `<circle cx="${x + dx}" cy="${y + dy}" r="2" fill="${palette.ink}" stroke="none"/>`),
        ),
      ];
    case 'dark spot':
      return [edge, `<circle cx="${x + 11}" cy="${y + 11}" r="5" fill="${palette.ink}" stroke="none"/>`];
    case 'open':
      return [edge, `<path d="M${at(1, 11)}L${at(11, 1)}M${at(1, 21)}L${at(21, 1)}M${at(11, 21)}L${at(21, 11)}"/>`];
    case 'short':
      return [edge, `<path d="M${at(11, 1)}V${y + SIDE - 1}" stroke-width="5"/>`];
    default:
      return [edge];
  }
}
