import { deviceOf } from '../device/index.ts';
import { escapeXml } from './escape-xml.ts';
import { PALETTES, type Palette, type PaletteName } from './palette.ts';
import type { Schematic, SchematicSymbol } from './sheet.ts';
import { LABEL_LINE, symbolLabel } from './symbol-label.ts';

/** The transformation that turns a lying symbol into place. */
export function symbolTransform({ x, y, upright, reversed }: SchematicSymbol): string {
  const angle = (upright ? 90 : 0) + (reversed ? 180 : 0);
  return `translate(${x} ${y})${angle === 0 ? '' : ` rotate(${angle})`}`;
}

/** A schematic as one self-contained SVG document. */
export function schematicSvg(schematic: Schematic, title: string, paletteName: PaletteName = 'plain'): string {
  const palette = PALETTES[paletteName];
  const fills = { none: 'none', sheet: palette.sheet, ink: palette.ink, light: palette.light };
  const body: string[] = [];
  for (const { points } of schematic.wires)
    body.push(`<polyline points="${points.map(({ x, y }) => `${x},${y}`).join(' ')}" fill="none"/>`);
  for (const { x, y } of schematic.junctions) body.push(`<circle cx="${x}" cy="${y}" r="3" fill="${palette.ink}" stroke="none"/>`);
  for (const symbol of schematic.symbols) {
    if (symbol.box) {
      body.push(boxSvg(symbol, palette));
      continue;
    }
    const strokes = deviceOf(symbol.kind).symbol.map(
      ({ d, fill, bold }) => `<path d="${d}" fill="${fills[fill]}"${bold ? ' stroke-width="4"' : ''}/>`,
    );
    body.push(`<g transform="${symbolTransform(symbol)}">${strokes.join('')}</g>`);
  }
  for (const symbol of schematic.symbols) {
    const { x, y, anchor, ref, values } = symbolLabel(symbol);
    body.push(text(x, y, anchor, ref, palette.ink, 700));
    values.forEach((value, index) => {
      body.push(text(x, y + (index + 1) * LABEL_LINE, anchor, value, palette.ink, 400, 12));
    });
  }
  for (const { name, x, y } of schematic.nets) {
    const half = 5 + name.length * 4;
    body.push(
      `<rect x="${x - half}" y="${y - 9}" width="${2 * half}" height="18" fill="${palette.sheet}" stroke="none"/>`,
      text(x, y + 5, 'middle', name, palette.act, 700),
    );
  }
  const { width, height } = schematic;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="sans-serif" font-size="14" role="img">`,
    `<title>${escapeXml(title)}</title>`,
    `<rect width="${width}" height="${height}" fill="${palette.sheet}"/>`,
    `<g stroke="${palette.ink}" stroke-width="1.5">`,
    ...body,
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}

function boxSvg(symbol: SchematicSymbol, palette: Palette): string {
  const { x, y, box, kind } = symbol;
  if (!box) return '';
  const pins = box.pins.map(({ x: px, y: py, words, side }) => {
    const [dx, dy] = PIN_WORDS_OFFSET[side];
    return text(px + dx, py + dy, 'middle', words, palette.ink, 400, 12);
  });
  const diode = deviceOf(kind).rectifies
    ? `<g transform="translate(${x} ${y + 12}) rotate(-90)"><path d="${BOX_DIODE}" fill="none"/></g>`
    : '';
  const frame = `<rect x="${x - box.width / 2}" y="${y - box.height / 2}" width="${box.width}" height="${box.height}" fill="${palette.sheet}"/>`;
  return [frame, diode, ...pins].join('');
}

/** From the edge of a box to the middle of its pin's words. */
export const PIN_WORDS_OFFSET = { left: [12, 4], right: [-12, 4], top: [0, 13], foot: [0, -4] } as const;
/** In the middle of a box that rectifies. */
export const BOX_DIODE = 'M-20 0H-8M8 0H20M-8 -9V9L8 0ZM8 -9V9';

function text(x: number, y: number, anchor: string, words: string, colour: string, weight: number, size = 14): string {
  if (words === '') return '';
  return `<text x="${x}" y="${y}" text-anchor="${anchor}" fill="${colour}" stroke="none" font-weight="${weight}" font-size="${size}">${escapeXml(words)}</text>`;
}
