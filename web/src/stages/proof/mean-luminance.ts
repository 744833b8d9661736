/** Weights of red, green and blue in luminance, and the curve of a picture's values (IEC 61966-2-1, sRGB). */
const WEIGHTS = [0.2126, 0.7152, 0.0722] as const;

/** The luminance of a value from 0 to 255, from 0 to 1. */
function linear(value: number): number {
  const share = value / 255;
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
}

/** The mean luminance of pixels of four bytes each, from 0 to 1. */
export function luminanceOf(pixels: Uint8ClampedArray): number {
  let sum = 0;
  for (let at = 0; at < pixels.length; at += 4)
    for (const [channel, weight] of WEIGHTS.entries()) sum += weight * linear(pixels[at + channel] as number);
  return pixels.length === 0 ? 0 : sum / (pixels.length / 4);
}

/** The mean luminance of a picture; undefined where it cannot be read. */
export async function meanLuminance(address: string): Promise<number | undefined> {
  const image = new Image();
  image.src = address;
  try {
    await image.decode();
  } catch {
    return undefined;
  }
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [image.naturalWidth, image.naturalHeight];
  const context = canvas.getContext('2d');
  if (!context || canvas.width === 0) return undefined;
  context.drawImage(image, 0, 0);
  return luminanceOf(context.getImageData(0, 0, canvas.width, canvas.height).data);
}
