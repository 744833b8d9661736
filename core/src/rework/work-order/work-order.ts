import { type Discharge, dischargesOf, touchableMains } from '../../caution/index.ts';
import { type Circuit, partOf, partsOfKind } from '../../circuit/index.ts';
import { isKind } from '../../device/index.ts';
import { formatEngineering } from '../../quantity/index.ts';
import { isFuse } from '../../safety/index.ts';
import type { Solution } from '../../solve/index.ts';
import type { WorkStep } from '../moves/move.ts';
import { type CircuitMove, fittedBy, stepsOf } from '../moves/registry.ts';
import { valueWords } from '../moves/words.ts';

/** A figure that is to be seen when it is first powered. */
export interface Expected {
  readonly what: string;
  readonly unit: 'amps' | 'watts' | 'volts';
  readonly value: number;
  readonly uncertainty: number;
}

/** A step with what ticks it off. */
export interface OrderedStep extends WorkStep {
  /** The same for the same work. */
  readonly key: string;
  readonly expect?: readonly Expected[];
}

/** What a work order is made from. */
export interface WorkFacts {
  /** As it is now, and solved: what it stores. */
  readonly before: { readonly circuit: Circuit; readonly solution: Solution };
  readonly after: { readonly circuit: Circuit; readonly solution: Solution };
  readonly supplyRef: string;
  /** Relative, one standard deviation, of the current and the watts expected. */
  readonly uncertainty: number;
  readonly moves: readonly CircuitMove[];
}

/** Over the expected supply current by this share, something is wrong: off again. */
const ABORT_FACTOR = 1.35;
/** A supply's limit is set this far above what is expected. */
const LIMIT_FACTOR = 1.2;
/** The resistor that is held across what nothing discharges. */
const DISCHARGER = { ohms: 10_000, watts: 5 } as const;
/** Below these volts hands go in, V: mains-fed stores, and low volts. */
const [SAFE_VOLTS, EMPTY_VOLTS] = [5, 0.1];
/** Filament lamps to put in series, W; one is dark below a third of its own current. */
const LAMP_WATTS = [25, 40, 60, 100];
const [LAMP_VOLTS, DARK_SHARE] = [230, 1 / 3];
const [COLD_SHARE, FILAMENT_EXPONENT, LAMP_SPREAD] = [15, 0.55, 0.15];
/** IEC 60598-1, section 11, at 230 V: reinforced between live and touchable, basic between the lines. */
const DISTANCES = { touchable: 6, lines: 3 } as const;

/** The safe order of doing the moves, by what feeds the thing and what it stores. */
export function workOrder(facts: WorkFacts): readonly OrderedStep[] {
  const { before, after, moves } = facts;
  const mains = touchableMains(before.circuit) ?? touchableMains(after.circuit);
  // What runs on cells from now on is powered as such.
  const staysOnMains = touchableMains(after.circuit) !== undefined;
  const discharges = dischargesOf(before.circuit, before.solution);
  return withKeys([
    makeSafe(before.circuit, mains !== undefined, discharges),
    measureDead(mains !== undefined, discharges),
    ...stepsOf(before.circuit, moves),
    ...keepsClass(before.circuit, after.circuit, moves),
    ...(staysOnMains ? [distances()] : []),
    checkDead(after.circuit, moves, facts.supplyRef),
    ...(staysOnMains ? firstMainsPower(facts) : [firstLowPower(facts)]),
    ...(staysOnMains ? [mark(before.circuit, after.circuit, moves)] : []),
  ]);
}

function withKeys(steps: readonly Omit<OrderedStep, 'key'>[]): readonly OrderedStep[] {
  const counts = new Map<string, number>();
  return steps.map((step) => {
    const count = (counts.get(step.name) ?? 0) + 1;
    counts.set(step.name, count);
    return { ...step, key: `${step.name.toLowerCase().replace(' ', '-')}-${count}` };
  });
}

function makeSafe(circuit: Circuit, isMains: boolean, discharges: readonly Discharge[]): WorkStep {
  const cells = partsOfKind(circuit, 'battery').length > 0;
  const off = isMains
    ? 'Out of its socket, or the plug drawn and in sight.'
    : cells
      ? 'Cells out, all of them.'
      : 'Unplug it at both ends.';
  if (discharges.length === 0) return { name: 'Make safe', text: `${off} Nothing here stores a charge that hurts: no wait.` };
  return { name: 'Make safe', text: [off, ...discharges.map(waitFor)].join(' ') };
}

function waitFor({ ref, farads, fromVolts, bleederOhms, longest }: Discharge): string {
  const holds = `${ref} holds up to ${Math.round(fromVolts)} V`;
  if (bleederOhms !== undefined && longest)
    return `${holds} and is discharged by ${valueWords(bleederOhms, 'ohms')}: wait ${saySeconds(longest.secondsTo34)}.`;
  const seconds = DISCHARGER.ohms * farads * Math.log(fromVolts / SAFE_VOLTS);
  return `${holds} and nothing discharges it: ${valueWords(DISCHARGER.ohms, 'ohms')} ${DISCHARGER.watts} W on insulated clips across it for ${saySeconds(seconds)}.`;
}

function saySeconds(seconds: number): string {
  return seconds > 90 ? `${Math.ceil(seconds / 60)} min` : `${Math.max(1, Math.ceil(seconds))} s`;
}

function measureDead(isMains: boolean, discharges: readonly Discharge[]): WorkStep {
  const refs = discharges.map(({ ref }) => ref).join(' and ');
  if (refs === '') {
    return {
      name: 'Measure',
      text: isMains ? `Volts across its two lines: below ${SAFE_VOLTS} V.` : `Volts across the supply pads: below ${EMPTY_VOLTS} V.`,
    };
  }
  return {
    name: 'Measure',
    text: `Direct volts across ${refs}: below ${SAFE_VOLTS} V each, on a meter that showed a known voltage just before.`,
  };
}

/** What is replaced by something that must not be less. */
function keepsClass(before: Circuit, after: Circuit, moves: readonly CircuitMove[]): readonly WorkStep[] {
  return fittedBy(moves).flatMap((ref): WorkStep[] => {
    const [old, now] = [partOf(before, ref), partOf(after, ref)];
    if (!old || !now) return [];
    if (old.rated?.class !== undefined)
      return [{ name: 'Fit', text: `${ref} is of class ${old.rated.class}: nothing of a lower class in its place.` }];
    return isFuse(old) && isFuse(now) ? [{ name: 'Fit', text: `${ref} opens as a fuse does: nothing that does not in its place.` }] : [];
  });
}

function distances(): WorkStep {
  return {
    name: 'Distances',
    text: `${DISTANCES.touchable} mm from anything live to what can be touched, ${DISTANCES.lines} mm between the two lines, over surfaces as through air; no wire end that can come loose.`,
  };
}

function checkDead(after: Circuit, moves: readonly CircuitMove[], supplyRef: string): WorkStep {
  const values = fittedBy(moves).flatMap((ref) => {
    const part = partOf(after, ref);
    return isKind(part, 'resistor') && part.ohms > 0 ? [`${ref} ${valueWords(part.ohms, 'ohms')}`] : [];
  });
  const reads = values.length > 0 ? ` ${values.join(', ')}, each within its tolerance, less what lies across it.` : '';
  return { name: 'Check dead', text: `No beep across ${supplyRef}; LEDs, diodes and capacitors the right way round.${reads}` };
}

function firstMainsPower({ after, supplyRef, uncertainty }: WorkFacts): readonly Omit<OrderedStep, 'key'>[] {
  const supply = after.solution.supplies[supplyRef];
  const amps = supply?.ampsRms ?? 0;
  const lamp = LAMP_WATTS.find((watts) => amps < (DARK_SHARE * watts) / LAMP_VOLTS);
  const glow = lamp === undefined ? 'it glows dull, and no brighter after a second' : 'it stays dark';
  return [
    {
      name: 'First power',
      text: `Cover on, hands off, behind a residual-current device: a filament lamp of ${lamp ?? LAMP_WATTS.at(-1)} W in series. With all well ${glow}; if it lights, off: something is shorted.`,
      expect: [{ what: 'lamp', unit: 'volts', ...lampVolts(amps, lamp ?? (LAMP_WATTS.at(-1) as number)) }],
    },
    {
      name: 'Then',
      text: `Direct, through an in-line meter. Off again above ${formatEngineering(ABORT_FACTOR * amps, 'amps', 2).text}.`,
      expect: [
        { what: 'in', unit: 'amps', value: amps, uncertainty: uncertainty * amps },
        { what: 'in', unit: 'watts', value: supply?.watts ?? 0, uncertainty: uncertainty * (supply?.watts ?? 0) },
      ],
    },
  ];
}

/**
 * What a tungsten lamp drops at a small current: between its cold ohms, a fifteenth of the hot ones, and the power law of a
 * glowing filament, V ∝ I^(1/0.55) (Jones and Langmuir, Gen. Electr. Rev. 30, 1927; IES Lighting Handbook, filament lamps).
 */
function lampVolts(amps: number, watts: number): { readonly value: number; readonly uncertainty: number } {
  const ratedAmps = watts / LAMP_VOLTS;
  const cold = (amps * LAMP_VOLTS) / ratedAmps / COLD_SHARE;
  const glowing = LAMP_VOLTS * (amps / ratedAmps) ** (1 / FILAMENT_EXPONENT);
  const [low, high] = [Math.min(cold, glowing), Math.max(cold, glowing)];
  return { value: (low + high) / 2, uncertainty: (high - low) / 4 + LAMP_SPREAD * high };
}

function firstLowPower({ after, supplyRef, uncertainty }: WorkFacts): Omit<OrderedStep, 'key'> {
  const supply = after.solution.supplies[supplyRef];
  const amps = supply?.ampsRms ?? 0;
  const volts = supply?.voltsRms ?? 0;
  const limit = formatEngineering(LIMIT_FACTOR * amps, 'amps', 2).text;
  return {
    name: 'First power',
    text: `From a supply limited to ${limit}, volts up from nothing to ${formatEngineering(volts, 'volts').text}. Off again above ${formatEngineering(ABORT_FACTOR * amps, 'amps', 2).text}, or where anything smells or gets too hot to touch.`,
    expect: [
      { what: 'in', unit: 'amps', value: amps, uncertainty: uncertainty * amps },
      { what: 'in', unit: 'volts', value: volts, uncertainty: 0 },
    ],
  };
}

function mark(before: Circuit, after: Circuit, moves: readonly CircuitMove[]): WorkStep {
  const refs = [...new Set(fittedBy(moves))].filter((ref) => partOf(after, ref) !== undefined);
  const changed = refs.length > 0 ? refs : moves.map(({ ref }) => ref).filter((ref) => partOf(before, ref) !== undefined);
  return {
    name: 'Mark',
    text: `On the thing itself: “Altered: ${changed.join(', ')}. Not for unattended use”, with the date and the volts it is for.`,
  };
}
