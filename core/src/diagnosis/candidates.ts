import { type Circuit, type LedPackage, packagesNamed, partOf, rangeOf, suppliesOf } from '../circuit/index.ts';
import { deviceOf, isKind, type LedPart, ledVoltsAt, type Part, ratedChipAmps } from '../device/index.ts';
import { type Evidence, isReading } from './evidence.ts';
import type { FaultBench } from './fault-bench.ts';
import { rowsOf } from './package-rows.ts';
import type { Risk, TestPlace } from './test.ts';

/** Minutes of somebody who knows how, at a bench where everything lies ready. */
const MINUTES = { look: 1, tap: 0.5, ohms: 1, farads: 5, alone: 1, touch: 0.15, junction: 1.5, amps: 2, volts: 1.5 } as const;
/** What a package is lit with, at the most, A: enough to see, and nothing that harms it. */
const TEST_AMPS = 0.005;
/** What a bench supply gives that a hand may touch, V (IEC 61140: below 60 V of direct current). */
const BENCH_VOLTS = 30;
/** Above what the packages take, for their spread and the leads. */
export const HEADROOM = 1.25;
/** What a diode range sends, A. */
const JUNCTION_AMPS = 0.001;

/** A test that could be made, and what it costs. */
export interface Candidate {
  readonly test: TestPlace;
  readonly minutes: number;
  readonly risk: Risk;
}

/** Every test of a circuit that has not been made. */
export function candidatesOf({ circuit, expectations }: FaultBench, evidence: readonly Evidence[], mains: boolean): readonly Candidate[] {
  const has = (kind: string, name?: string) =>
    evidence.some((one) => one.kind === kind && (name === undefined || nameOf(one)?.toUpperCase() === name.toUpperCase()));
  const tested = (name: string) => has('tested', name);
  const found: Candidate[] = [];
  const supply = suppliesOf(circuit)[0];
  if (!has('seen')) found.push({ test: { kind: 'seen', of: 'all' }, minutes: MINUTES.look, risk: 'none' });
  if (!has('tapped')) found.push({ test: { kind: 'tapped' }, minutes: MINUTES.tap, risk: 'low' });
  for (const part of circuit.parts) {
    const { ref } = part;
    if (canBeOhmed(part) && !has('ohms', ref) && !tested(ref))
      found.push({ test: { kind: 'ohms', across: ref, state: 'dead' }, minutes: MINUTES.ohms, risk: 'none' });
    if (isKind(part, 'capacitor') && !has('farads', ref))
      found.push({ test: { kind: 'farads', across: ref, state: 'dead' }, minutes: MINUTES.farads, risk: 'none' });
    if ((isKind(part, 'bridge') || isKind(part, 'diode') || isKind(part, 'zener')) && !has('volts', ref) && !tested(ref))
      found.push({
        test: { kind: 'volts', across: ref, state: 'dead', atAmps: JUNCTION_AMPS },
        minutes: isKind(part, 'bridge') ? 2 * MINUTES.junction : MINUTES.junction,
        risk: 'none',
      });
    const isLead = part === supply;
    if (!isKind(part, 'ac') && !readLive(evidence, ref))
      found.push({
        test: { kind: 'volts', across: ref, state: 'live' },
        minutes: MINUTES.volts,
        risk: mains ? 'live' : isLead ? 'none' : 'low',
      });
  }
  if (supply && !has('amps', supply.ref))
    found.push({ test: { kind: 'amps', through: supply.ref, state: 'live' }, minutes: MINUTES.amps, risk: 'low' });
  return [...found, ...runsOf(circuit, expectations.packages, evidence)];
}

/** Ohms tell of what a current passes, of a supply's lead, and of a capacitor that should pass none. */
function canBeOhmed(part: Part): boolean {
  const { source, deadOhms } = deviceOf(part.kind);
  return source !== undefined || deadOhms !== undefined || isKind(part, 'capacitor');
}

function readLive(evidence: readonly Evidence[], ref: string): boolean {
  return evidence.some(
    (one) => isReading(one) && one.kind === 'volts' && one.across === ref && one.atAmps === undefined && one.state !== 'dead',
  );
}

function nameOf(evidence: Evidence): string | undefined {
  if (isReading(evidence)) {
    const place = evidence.kind === 'amps' ? evidence.through : evidence.kind === 'watts' ? evidence.of : evidence.across;
    return typeof place === 'string' ? place : undefined;
  }
  return 'of' in evidence ? evidence.of : undefined;
}

/** Each package by itself, and rows of them as long as the bench supply lights. */
function runsOf(circuit: Circuit, packages: readonly LedPackage[], evidence: readonly Evidence[]): readonly Candidate[] {
  const done = new Set(
    evidence.flatMap((one) => {
      if (one.kind !== 'lights' && one.kind !== 'alone' && one.kind !== 'tested' && !(one.kind === 'volts' && one.atAmps !== undefined))
        return [];
      if (one.kind === 'lights' && one.atAmps === undefined && one.state !== 'dead') return [];
      const named = packagesNamed(packages, nameOf(one) ?? '');
      // A row that stayed dark says only that one of it is open.
      return named.length > 1 && (one.kind === 'tested' || (one.kind === 'lights' && one.value !== true))
        ? []
        : named.map(({ name }) => name);
    }),
  );
  const asked = new Set(evidence.filter(({ kind }) => kind !== 'seen').map((one) => nameOf(one)));
  const alone = (across: string, atAmps: number): Candidate[] =>
    asked.has(across) ? [] : [{ test: { kind: 'volts', across, state: 'dead', atAmps }, minutes: MINUTES.alone, risk: 'none' }];
  return rowsOf(circuit, packages).flatMap((row): readonly Candidate[] => {
    const left = row.filter(({ name }) => !done.has(name));
    const amps = Math.min(...row.map(({ ref }) => testAmpsOf(partOf(circuit, ref) as LedPart)));
    const single = left.flatMap(({ name }) => alone(name, amps));
    if (left.length < 2) return single;
    const volts = Math.max(...left.map((one) => voltsOf(partOf(circuit, one.ref) as LedPart, one, amps)));
    const most = Math.max(1, Math.floor(BENCH_VOLTS / HEADROOM / volts));
    const each = neighbours(row, left).map(
      (across): Candidate => ({
        test: { kind: 'volts', across: across.name, state: 'dead', atAmps: amps, each: true },
        minutes: MINUTES.look / 2 + MINUTES.touch * across.count,
        risk: 'none',
      }),
    );
    return [...single, ...each, ...rowsIn(row, left, most).flatMap((across) => alone(across, amps))];
  });
}

/** Those that are not tested yet as ranges of names, where they follow one another in the string and in their numbers. */
function neighbours(row: readonly LedPackage[], left: readonly LedPackage[]): readonly { readonly name: string; readonly count: number }[] {
  const ranges: { name: string; count: number }[] = [];
  let from = 0;
  for (let at = 1; at <= left.length; at++) {
    const [before, now] = [left[at - 1] as LedPackage, left[at]];
    const goesOn = now && row.indexOf(now) === row.indexOf(before) + 1 && rangeName(left[from] as LedPackage, now, at - from + 1);
    if (goesOn) continue;
    const name = rangeName(left[from] as LedPackage, before, at - from);
    if (name !== undefined) ranges.push({ name, count: at - from });
    from = at;
  }
  return ranges;
}

/** `D3-D7`, where that is so many; undefined where the names do not count on. */
function rangeName(first: LedPackage, last: LedPackage, count: number): string | undefined {
  const name = `${first.name}-${last.name}`;
  return rangeOf(name)?.length === count ? name : undefined;
}

/** Neighbours that are not tested yet, in halves and as long as can be lit at once. */
function rowsIn(row: readonly LedPackage[], left: readonly LedPackage[], most: number): readonly string[] {
  const names = new Set<string>();
  for (const length of new Set([Math.min(most, left.length), Math.min(most, Math.ceil(left.length / 2))])) {
    if (length < 2) continue;
    for (const [at, first] of left.entries()) {
      const last = left[at + length - 1];
      const name = last && row.indexOf(last) - row.indexOf(first) === length - 1 ? rangeName(first, last, length) : undefined;
      if (name === undefined) continue;
      names.add(name);
      break;
    }
  }
  return [...names];
}

/** What lights a package and does it no harm. */
export function testAmpsOf(part: LedPart): number {
  return Math.min(TEST_AMPS, ratedChipAmps(part).value);
}

/** Volts that a package takes at its test current. */
export function voltsOf(part: LedPart, { series, parallel }: LedPackage, amps: number): number {
  return ledVoltsAt({ ...part, series, parallel }, amps, { celsius: 25 });
}
