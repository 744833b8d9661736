import { type Circuit, type LedPackage, packagesNamed, packagesOf } from '../circuit/index.ts';
import type { Broken } from './broken.ts';
import { type Evidence, isReading } from './evidence.ts';
import type { Fault } from './fault.ts';
import { ALL } from './observation.ts';
import { rowsOf } from './package-rows.ts';

/**
 * Packages in a row that stay dark while it is on: something conducts across them, a bridge of solder, a wire, moisture. Any
 * neighbours may be it, too many to be listed before anybody saw which are dark.
 */
export function bypassesSeen(circuit: Circuit, evidence: readonly Evidence[]): readonly Fault[] {
  const packages = packagesOf(circuit);
  const dark = darkOnSupply(packages, evidence);
  return rowsOf(circuit, packages).flatMap((row) => {
    const runs: LedPackage[][] = [];
    for (const [index, one] of row.entries()) {
      if (!dark.has(one.name)) continue;
      const before = row[index - 1];
      if (before && dark.has(before.name)) runs.at(-1)?.push(one);
      else runs.push([one]);
    }
    // A whole row that is dark has no current, which has other reasons; a package of one die that is dark is shorted by itself.
    return runs.flatMap((run) => {
      if (run.length === row.length || (run.length === 1 && run[0]?.series === 1)) return [];
      const fault = faultOf(run);
      // Names that do not count on, as D1_4, have no range that stands for them.
      return packagesNamed(packages, fault.ref).length === run.length ? [fault] : [];
    });
  });
}

/** The packages of bypasses that lie wholly within these: from end to end they take no volts. One by one they light. */
export function bypassedWithin(
  packages: readonly LedPackage[],
  { faults }: Pick<Broken, 'faults'>,
  names: readonly string[],
): ReadonlySet<string> {
  const within = new Set(names);
  return new Set(
    faults.flatMap(({ fault }) => {
      const across = fault.across ? packagesNamed(packages, fault.ref).map(({ name }) => name) : [];
      return across.every((name) => within.has(name)) ? across : [];
    }),
  );
}

/** Whether a package is one of those that something conducts across. */
export function isBypassed(packages: readonly LedPackage[], { faults }: Pick<Broken, 'faults'>, name: string): boolean {
  return faults.some(({ fault }) => fault.across && packagesNamed(packages, fault.ref).some((one) => one.name === name));
}

/** By the last word on each, as it was on its own supply. */
function darkOnSupply(packages: readonly LedPackage[], evidence: readonly Evidence[]): ReadonlySet<string> {
  const dark = new Set<string>();
  for (const one of evidence) {
    if (isReading(one) || one.kind !== 'lights' || one.of === ALL || one.atAmps !== undefined || one.state === 'dead') continue;
    for (const { name } of packagesNamed(packages, one.of)) {
      if (one.value === false) dark.add(name);
      else dark.delete(name);
    }
  }
  return dark;
}

function faultOf(run: readonly LedPackage[]): Fault {
  const [first, last] = [run[0] as LedPackage, run.at(-1) as LedPackage];
  const across = new Map<string, number>();
  for (const { ref, series } of run) across.set(ref, series + (across.get(ref) ?? 0));
  return {
    ref: run.length === 1 ? first.name : `${first.name}-${last.name}`,
    fault: 'short',
    across: [...across].map(([part, series]) => ({ part, series })),
    part: first.ref,
    weight: 0,
    steps: [],
  };
}
