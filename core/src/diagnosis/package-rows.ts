import { stringsOf } from '../arrangement/index.ts';
import { type Circuit, type LedPackage, partOf } from '../circuit/index.ts';
import { isKind } from '../device/index.ts';

/** Packages that one current passes one after another, with nothing else between them; those in parallel each by itself. */
export function rowsOf(circuit: Circuit, packages: readonly LedPackage[]): readonly (readonly LedPackage[])[] {
  const isRow = (ref: string) => {
    const part = partOf(circuit, ref);
    return isKind(part, 'led') && packages.every((one) => one.ref !== ref || one.parallel === (part.parallel ?? 1));
  };
  const rows: LedPackage[][] = [];
  const placed = new Set<string>();
  for (const string of stringsOf(circuit)) {
    let row: LedPackage[] = [];
    for (const ref of string) {
      const own = isRow(ref) ? packages.filter((one) => one.ref === ref) : [];
      if (own.length === 0) {
        row = [];
        continue;
      }
      if (row.length === 0) rows.push(row);
      row.push(...own);
      placed.add(ref);
    }
  }
  return [...rows, ...packages.filter(({ ref }) => !placed.has(ref)).map((one) => [one])];
}
