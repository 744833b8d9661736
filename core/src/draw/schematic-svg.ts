import { PALETTES, type PaletteName } from './palette.ts';
import type { Schematic, SchematicSymbol } from './schematic.ts';
import { SYMBOL_SHAPES } from './symbol-shapes.ts';

/** The words beside a symbol: its refs and its value, with where they stand. */
export interface SymbolLabel {
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'middle';
  readonly ref: string;
  readonly value: string;
}

/** Upright symbols are labelled at the right, lying ones above; the supply, at the far left, at its left side. */
export function symbolLabel({ x, y, upright, stands, ref, value }: SchematicSymbol): SymbolLabel {
  const name = stands.length > 1 ? `${stands[0]}…${stands.at(-1)} ×${stands.length}` : ref;
  return upright
    ? { x: x + 20, y: y - 3, anchor: 'start', ref: name, value }
    : { x, y: y - (value === '' ? 18 : 32), anchor: 'middle', ref: name, value };
}

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
  for (const wire of schematic.wires) body.push(`<polyline points="${wire.map(({ x, y }) => `${x},${y}`).join(' ')}" fill="none"/>`);
  for (const { x, y } of schematic.junctions) body.push(`<circle cx="${x}" cy="${y}" r="3" fill="${palette.ink}" stroke="none"/>`);
  for (const symbol of schematic.symbols) {
    const strokes = SYMBOL_SHAPES[symbol.kind].map(
      ({ d, fill, bold }) => `<path d="${d}" fill="${fills[fill]}"${bold ? ' stroke-width="4"' : ''}/>`,
    );
    body.push(`<g transform="${symbolTransform(symbol)}">${strokes.join('')}</g>`);
  }
  for (const symbol of schematic.symbols) {
    const { x, y, anchor, ref, value } = symbolLabel(symbol);
    body.push(text(x, y, anchor, ref, palette.ink, 700), text(x, y + 16, anchor, value, palette.ink, 400));
  }
  for (const { name, x, y } of schematic.nets) {
    if (name.includes('.')) continue;
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

function text(x: number, y: number, anchor: string, words: string, colour: string, weight: number): string {
  if (words === '') return '';
  return `<text x="${x}" y="${y}" text-anchor="${anchor}" fill="${colour}" stroke="none" font-weight="${weight}">${escapeXml(words)}</text>`;
}

function escapeXml(words: string): string {
  return words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
}
