import { type Circuit, type LedPackage, packagesNamed, packagesOf, partOf } from '../circuit/index.ts';
import type { LedPart } from '../device/index.ts';
import { voltsOf } from './candidates.ts';
import { type Evidence, isReading } from './evidence.ts';

export const PACKAGE_STATES = ['lights', 'dim', 'dark spot', 'open', 'short', 'not tested'] as const;
export type PackageState = (typeof PACKAGE_STATES)[number];

/** A package with what was found of it. */
export interface MappedPackage extends LedPackage {
  readonly state: PackageState;
  /** By itself. */
  readonly volts?: number;
  readonly atAmps?: number;
  /** Dies that have volts, by its volts at that current. */
  readonly dies?: number;
}

/** Every package of a circuit in its order, with the last word on each; a row that stayed dark says nothing of one alone. */
export function stringMapOf(circuit: Circuit, evidence: readonly Evidence[]): readonly MappedPackage[] {
  const packages = packagesOf(circuit);
  const found = new Map<string, Partial<Pick<MappedPackage, 'state' | 'volts' | 'atAmps' | 'dies'>>>();
  const say = (name: string, more: Partial<MappedPackage>) => found.set(name, { ...found.get(name), ...more });
  for (const item of evidence) {
    if (isReading(item)) {
      if (item.kind !== 'volts' || typeof item.across !== 'string' || item.atAmps === undefined) continue;
      const [one, ...more] = packagesNamed(packages, item.across);
      if (one && more.length === 0) say(one.name, ofVolts(circuit, one, item.value, item.atAmps));
      continue;
    }
    if (!('of' in item)) continue;
    const named = packagesNamed(packages, item.of);
    const isAlone = named.length === 1;
    switch (item.kind) {
      case 'alone':
        for (const one of named) if (isAlone) say(one.name, ofVolts(circuit, one, item.volts, item.atAmps));
        break;
      case 'lights':
        // Dark on its own supply every package is that has no current.
        if (item.value === true) for (const { name } of named) say(name, { state: 'lights' });
        else if (isAlone && (item.atAmps !== undefined || item.value === 'dim'))
          say(named[0]?.name ?? '', { state: item.value === 'dim' ? 'dim' : 'open' });
        break;
      case 'tested':
        if (isAlone) say(named[0]?.name ?? '', { state: item.value });
        break;
      case 'seen':
        if (isAlone && item.value === 'dark spot' && !found.get(named[0]?.name ?? '')?.state)
          say(named[0]?.name ?? '', { state: 'dark spot' });
        break;
    }
  }
  return packages.map((one) => ({ ...one, state: 'not tested', ...found.get(one.name) }));
}

/** Volts of a die that is less than so much of its usual is none. */
const A_DIE_FROM = 0.6;

function ofVolts(circuit: Circuit, one: LedPackage, volts: number | null, atAmps: number): Partial<MappedPackage> {
  if (volts === null) return { state: 'open' };
  const usual = voltsOf(partOf(circuit, one.ref) as LedPart, one, atAmps) / one.series;
  const dies = Math.floor(volts / usual + 1 - A_DIE_FROM);
  return { state: dies < one.series ? 'short' : 'lights', volts, atAmps, dies };
}
