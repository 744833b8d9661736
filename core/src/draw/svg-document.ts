import { escapeXml } from './escape-xml.ts';
import type { Palette } from './palette.ts';

/** Words at a point of a drawing. */
export function svgText(palette: Palette, x: number | string, y: number | string, words: string, more = ''): string {
  return `<text x="${x}" y="${y}" fill="${palette.ink}" stroke="none" ${more}>${escapeXml(words)}</text>`;
}

/** A self-contained SVG document on its sheet; lines in ink, words in a plain face. */
export function svgDocument(
  palette: Palette,
  size: { readonly width: number; readonly height: number },
  title: string,
  body: readonly string[],
): string {
  const { width, height } = size;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" role="img">`,
    `<title>${escapeXml(title)}</title>`,
    `<rect width="100%" height="100%" fill="${palette.sheet}"/>`,
    `<g stroke="${palette.ink}" stroke-width="1.2" fill="none" font-family="sans-serif" font-size="12">`,
    ...body,
    '</g></svg>',
  ].join('\n');
}
