import { type Circuit, drawSchematic, type PaletteName, schematicSvg } from '@mindful-probe/core';
import { useState } from 'react';
import { offerFile } from './offer-file.ts';

interface SaveDrawingProps {
  readonly circuit: Circuit;
  readonly title: string;
}

const PICTURE_SCALE = 2;
const FORMATS = [
  { label: 'SVG, bone', palette: 'bone', kind: 'svg' },
  { label: 'SVG, lamp-black', palette: 'lamp-black', kind: 'svg' },
  { label: 'SVG, black on white', palette: 'plain', kind: 'svg' },
  { label: 'PNG', palette: 'plain', kind: 'png' },
] as const satisfies readonly { label: string; palette: PaletteName; kind: string }[];

/** The drawn circuit as a file, made in the browser. */
export function SaveDrawing({ circuit, title }: SaveDrawingProps) {
  const [problem, setProblem] = useState<string>();
  const save = async ({ palette, kind }: (typeof FORMATS)[number]) => {
    const schematic = drawSchematic(circuit);
    if (!schematic) return;
    const svg = new Blob([schematicSvg(schematic, title, palette)], { type: 'image/svg+xml' });
    const picture = kind === 'svg' ? svg : await pngOf(svg, schematic.width, schematic.height);
    setProblem(picture ? undefined : 'This browser could not make a picture of the drawing; the SVG holds the same.');
    if (picture) offerFile(picture, `${title.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-') || 'circuit'}.${kind}`);
  };
  return (
    <p className="flex flex-wrap gap-x-4 text-12">
      <span className="text-quiet">Save the drawing:</span>
      {FORMATS.map((format) => (
        <button key={format.label} type="button" className="text-petrol underline" onClick={() => void save(format)}>
          {format.label}
        </button>
      ))}
      {problem !== undefined && (
        <span role="alert" className="text-brick">
          {problem}
        </span>
      )}
    </p>
  );
}

async function pngOf(svg: Blob, width: number, height: number): Promise<Blob | undefined> {
  const address = URL.createObjectURL(svg);
  try {
    const image = new Image();
    image.src = address;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = PICTURE_SCALE * width;
    canvas.height = PICTURE_SCALE * height;
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return (await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'))) ?? undefined;
  } catch {
    return undefined;
  } finally {
    URL.revokeObjectURL(address);
  }
}
