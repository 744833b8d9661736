import { COMPARISON_WAYS, type ComparedEntries, type ComparisonWay, compareOut } from '@mindful-probe/print';
import { misused, type Outcome, refused } from '../outcome.ts';
import { readSpecimen } from '../specimen-zip.ts';

/** Specimens side by side, each in the state that it is in. */
export function compareFiles(files: readonly { readonly path: string; readonly bytes: Uint8Array }[], as = 'json'): Outcome {
  const way = COMPARISON_WAYS.find((one): one is ComparisonWay => one === as);
  if (!way) return misused(`“${as}” is no way of writing out. There are: ${COMPARISON_WAYS.join(', ')}.`);
  const specimens: ComparedEntries[] = [];
  for (const { path, bytes } of files) {
    const read = readSpecimen(bytes, path);
    if (!read.ok) return read.refusal;
    specimens.push(read.specimen);
  }
  const written = compareOut(specimens, way);
  return written.ok ? { bytes: new TextEncoder().encode(written.value) } : refused(written.error);
}
