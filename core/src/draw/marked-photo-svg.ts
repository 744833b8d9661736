import { escapeXml } from './escape-xml.ts';

/** Marks on a photo: numbered squares at shares of its width and height, as large on every size of photo. */
const MARK_SHARE = 0.022;

/**
 * A photo with its marks drawn in, as one SVG document.
 *
 * @param address of the photo itself, a data address where the document is to stand alone
 */
export function markedPhotoSvg(
  address: string,
  {
    width,
    height,
    caption,
    pins,
  }: {
    readonly width: number;
    readonly height: number;
    readonly caption: string;
    readonly pins: readonly { readonly x: number; readonly y: number }[];
  },
): string {
  const half = Math.max(8, MARK_SHARE * Math.max(width, height));
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" role="img">`,
    `<title>${escapeXml(caption)}</title>`,
    `<image href="${escapeXml(address)}" width="${width}" height="${height}"/>`,
    `<g font-family="sans-serif" font-weight="700" font-size="${(1.3 * half).toFixed(1)}" text-anchor="middle">`,
    ...pins.flatMap(({ x, y }, index) => {
      const [left, top] = [x * width, y * height];
      return [
        `<rect x="${(left - half).toFixed(1)}" y="${(top - half).toFixed(1)}" width="${(2 * half).toFixed(1)}" height="${(2 * half).toFixed(1)}" fill="#FBFAF6" stroke="#20242A" stroke-width="${(half / 8).toFixed(1)}"/>`,
        `<text x="${left.toFixed(1)}" y="${(top + 0.46 * half).toFixed(1)}" fill="#20242A">${index + 1}</text>`,
      ];
    }),
    '</g></svg>',
  ].join('\n');
}
