import { celsiusOf, partsOfKind } from '../circuit/index.ts';
import { deviceOf, ledVoltsAt, ratedChipAmps } from '../device/index.ts';
import { readingUncertainty, type Unit } from '../quantity/index.ts';
import type { Figure } from '../solve/index.ts';
import { figureIn } from '../solve/index.ts';
import type { Fit } from './fit-once.ts';

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
/** What a bench supply holds steadily, A. */
const LEAST_CHIP_AMPS = 1e-3;
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
  for (const part of fit.circuit.parts) {
    const { ref } = part;
    const unknown = fit.unknowns.find((one) => one.ref === ref && one.field === 'ohms');
    if (!unknown || isTaken('ohms', ref) || !deviceOf(part.kind).readings?.includes('ohms')) continue;
    const { value } = unknown.posterior;
    const reading = {
      id: ref,
      kind: 'ohms',
      across: ref,
      value,
      uncertainty: readingUncertainty('ohms', value, displayStep('ohms', value)),
    } as const;
    proposals.push({ kind: 'ohms', ref, state: 'dead', contact: false, now, expectedUncertainty: fit.afterAlone(wanted, reading) });
  }
  if (litAlone) proposals.push(...chipsAlone(fit, wanted, now).filter(({ ref }) => !isTaken('alone', ref)));
  return proposals
    .filter((proposal) => proposal.expectedUncertainty < now * (1 - WORTH))
    .sort((a, b) => score(b, mains, benchState) - score(a, mains, benchState));
}

/** One chip of each LED, with about the current that it is driven with, and no more than it bears. */
function chipsAlone({ circuit, solution, afterAlone }: Fit, wanted: Figure, now: number): readonly ProbeProposal[] {
  return partsOfKind(circuit, 'led').flatMap((part): ProbeProposal[] => {
    const driven = solution.leds[part.ref]?.chip.amps.avg ?? 0;
    if (!(driven > 0)) return [];
    const most = ratedChipAmps(part).value;
    const chipAmps = Math.min(most, Math.max(LEAST_CHIP_AMPS, Number(Math.min(driven, most).toPrecision(1))));
    const chip = { ...part, series: 1, parallel: 1 };
    const around = { celsius: celsiusOf(circuit, part) };
    const volts = ledVoltsAt(chip, chipAmps, around);
    const byCurrent = ledVoltsAt(chip, (1 + SUPPLY_SHARE) * chipAmps, around) - volts;
    const uncertainty = Math.hypot(readingUncertainty('volts', volts, displayStep('volts', volts)), byCurrent);
    // One chip's volts are the whole row's, times as many: what goes through the whole is as many times as much.
    const { series = 1, parallel = 1 } = part;
    const whole = { value: series * volts, uncertainty: series * uncertainty, atAmps: parallel * chipAmps };
    const expectedUncertainty = afterAlone(wanted, { id: part.ref, kind: 'volts', across: part.ref, ...whole });
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
