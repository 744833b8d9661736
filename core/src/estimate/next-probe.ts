import { celsiusOf, partOfKind } from '../circuit/index.ts';
import { deviceOf, ledVoltsAt } from '../device/index.ts';
import { readingUncertainty, type Unit } from '../quantity/index.ts';
import type { Figure } from '../solve/index.ts';
import { figureIn } from '../solve/index.ts';
import type { Fit } from './fit.ts';

/** A reading that could be taken next, and what the wanted figure's uncertainty would be afterwards. */
export interface ProbeProposal {
  readonly kind: 'volts' | 'ohms' | 'amps' | 'watts';
  readonly ref: string;
  readonly state: 'live' | 'dead';
  /** Where a hand with a probe comes near live parts; dead and in-line readings do without. */
  readonly contact: boolean;
  /** Of an LED lit alone from a bench supply: what goes through one chip of it. */
  readonly chipAmps?: number;
  /** One standard uncertainty of the wanted figure, now and after. */
  readonly now: number;
  readonly expectedUncertainty: number;
}

/** Work to take a reading, relative: a dead one wants the source off and stores discharged first, one in the lead a plug. */
const EFFORT = { volts: 1, ohms: 1.3, amps: 1.1, watts: 1.1 } as const;
/** A chip is found, a supply set and limited, and two probes are held on it. */
const EFFORT_ALONE = 1.8;
/** How well a bench supply's current is known, relative. */
const SUPPLY_SHARE = 0.01;
/** What a contact with live mains weighs against that: a dead or in-line reading that does nearly as well comes first. */
const MAINS_CONTACT = 5;
/** Work to bring the bench from dead to live or back, relative: switching, waiting for stores, looking twice. */
const OTHER_STATE = 1.6;
/** A reading that shrinks the uncertainty by less than this share is not worth proposing. */
const WORTH = 0.03;

export interface ProbeOptions {
  /** Which figure a meter shows of each part. */
  readonly shown?: (ref: string) => 'avg' | 'rms';
  /** A meter can be put into the lead of this supply: its amps and watts are proposed too. */
  readonly inLine?: string;
  /** One chip of an LED may be lit alone. */
  readonly litAlone?: boolean;
  /** A live contact is one with mains. */
  readonly mains?: boolean;
  /** How the bench is now; what is read in the other state costs the work to get there. */
  readonly benchState?: 'dead' | 'live';
}

/**
 * Readings not yet taken, ranked by what they settle of `wanted` per effort and risk. Proposed are volts over supplies,
 * resistors and LEDs, as a meter shows them there, ohms of resistors, dead, and what an in-line meter shows. Empty when
 * none would teach anything worth the work.
 */
export function proposeProbes(
  fit: Fit,
  wanted: Figure,
  taken: readonly { kind: string; ref: string }[],
  { shown = () => 'avg', inLine, litAlone = false, mains = false, benchState }: ProbeOptions = {},
): readonly ProbeProposal[] {
  const [{ uncertainty: now } = { uncertainty: 0 }] = fit.figures([wanted]);
  const isTaken = (kind: string, ref: string) => taken.some((reading) => reading.kind === kind && reading.ref === ref);
  const proposals: ProbeProposal[] = [];
  for (const part of fit.circuit.parts) {
    if (isTaken('volts', part.ref) || !deviceOf(part.kind).readings?.includes('volts')) continue;
    const figure: Figure = { of: 'part', ref: part.ref, quantity: 'volts', statistic: shown(part.ref) };
    const expected = figureIn(fit.solution, figure);
    const uncertainty = readingUncertainty('volts', expected, displayStep('volts', expected));
    proposals.push({
      kind: 'volts',
      ref: part.ref,
      state: 'live',
      contact: part.ref !== inLine,
      now,
      expectedUncertainty: fit.afterReading(wanted, figure, uncertainty),
    });
  }
  for (const quantity of inLine === undefined ? [] : (['amps', 'watts'] as const)) {
    if (isTaken(quantity, inLine as string)) continue;
    const figure: Figure = {
      of: 'part',
      ref: inLine as string,
      quantity,
      ...(quantity === 'amps' && { statistic: shown(inLine as string) }),
    };
    const expected = figureIn(fit.solution, figure);
    const uncertainty = readingUncertainty(quantity, expected, displayStep(quantity, expected));
    const expectedUncertainty = fit.afterReading(wanted, figure, uncertainty);
    proposals.push({ kind: quantity, ref: inLine as string, state: 'live', contact: false, now, expectedUncertainty });
  }
  for (const unknown of fit.unknowns) {
    if (unknown.field !== 'ohms' || isTaken('ohms', unknown.ref)) continue;
    const uncertainty = readingUncertainty('ohms', unknown.posterior.value, displayStep('ohms', unknown.posterior.value));
    const expectedUncertainty = fit.afterKnowing(wanted, unknown, uncertainty);
    proposals.push({ kind: 'ohms', ref: unknown.ref, state: 'dead', contact: false, now, expectedUncertainty });
  }
  if (litAlone) proposals.push(...chipsAlone(fit, wanted, now).filter(({ ref }) => !isTaken('alone', ref)));
  return proposals
    .filter((proposal) => proposal.expectedUncertainty < now * (1 - WORTH))
    .sort((a, b) => score(b, mains, benchState) - score(a, mains, benchState));
}

/** One chip of each LED, with about the current that it is driven with. */
function chipsAlone({ circuit, solution, unknowns, afterKnowing }: Fit, wanted: Figure, now: number): readonly ProbeProposal[] {
  return unknowns.flatMap((unknown): ProbeProposal[] => {
    const part = unknown.field === 'voltsShift' ? partOfKind(circuit, unknown.ref, 'led') : undefined;
    const driven = solution.leds[unknown.ref]?.chip.amps.avg ?? 0;
    if (!part || !(driven > 0)) return [];
    const chipAmps = Math.max(1e-3, Number(driven.toPrecision(1)));
    const chip = { ...part, series: 1, parallel: 1 };
    const around = { celsius: celsiusOf(circuit, part) };
    const volts = ledVoltsAt(chip, chipAmps, around);
    const byCurrent = ledVoltsAt(chip, (1 + SUPPLY_SHARE) * chipAmps, around) - volts;
    const uncertainty = Math.hypot(readingUncertainty('volts', volts, displayStep('volts', volts)), byCurrent);
    const expectedUncertainty = afterKnowing(wanted, unknown, uncertainty);
    return [{ kind: 'volts', ref: part.ref, state: 'dead', contact: false, chipAmps, now, expectedUncertainty }];
  });
}

function score(
  { kind, state, contact, chipAmps, now, expectedUncertainty }: ProbeProposal,
  mains: boolean,
  benchState: 'dead' | 'live' | undefined,
): number {
  const work =
    (chipAmps === undefined ? EFFORT[kind] : EFFORT_ALONE) *
    (contact && mains ? MAINS_CONTACT : 1) *
    (benchState !== undefined && state !== benchState ? OTHER_STATE : 1);
  return Math.log(now / Math.max(expectedUncertainty, now * 1e-6)) / work;
}

/** What one step of the last digit would be on a 4000-count display, auto-ranged. */
function displayStep(unit: Unit, value: number): number {
  const floor = unit === 'ohms' ? 0.1 : 1e-3;
  return Math.max(floor, 10 ** (Math.floor(Math.log10(Math.max(Math.abs(value), 1e-9) / 4)) - 2));
}
