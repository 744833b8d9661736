import type { Circuit } from '../circuit/index.ts';
import { deviceOf } from '../device/index.ts';
import { type EstimateReading, type Fit, fitReadings, withSourceOhms } from '../estimate/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import { type Figure, fieldValue } from '../solve/index.ts';
import type { Shown } from './fitted-circuit.ts';
import type { LeftOut } from './left-out.ts';
import { mainSupply, type PlacedReading } from './placed-readings.ts';

/** A place where a reading helps: what is expected there, and what was read. */
export interface Slot {
  readonly kind: 'volts' | 'ohms' | 'amps' | 'watts' | 'farads';
  /** A part, or two nets. */
  readonly ref?: string;
  readonly nets?: readonly [string, string];
  /** From the lowest to the highest moment, not what a meter shows. */
  readonly ripple?: true;
  /** Of an LED lit alone, with this through it. */
  readonly atAmps?: number;
  /** Of a source with nothing on it. */
  readonly open?: true;
  readonly expected: Uncertain;
  readonly read?: Uncertain & {
    readonly entryId: string;
    /** As it stood on the meter, where the meter's load was reckoned out. */
    readonly asRead?: number;
    /** Of how many readings it is the mean, where of more than one. */
    readonly meanOf?: number;
    /** An earlier reading of the same, which cannot be true together with it. */
    readonly against?: { readonly entryId: string; readonly value: number };
    /** Why it does not count. */
    readonly leftOut?: LeftOut;
  };
  /** How many standard deviations of both together the reading is off; undefined without one. */
  readonly sigmas?: number;
  readonly fits: boolean;
}

/** A reading further than this from what the others expect does not fit. */
export const MISFIT_SIGMAS = 3;

/**
 * One slot for the volts over every supply, resistor and LED and for the ohms of every resistor, then one for every
 * other reading taken. A filled slot expects what all the other readings say.
 */
export function slotsOf(model: SlotModel, readings: readonly PlacedReading[]): readonly Slot[] {
  const { circuit } = model;
  const supply = mainSupply(circuit)?.ref;
  const places: { kind: Slot['kind']; ref: string }[] = circuit.parts.flatMap(({ ref, kind }) => {
    const { readings: helpful = [], source } = deviceOf(kind);
    // Of several sources the main one is read: what the others give shows in what they feed.
    if (source && ref !== supply) return [];
    return helpful.flatMap((kindOfReading) => (kindOfReading === 'alone' ? [] : [{ kind: kindOfReading, ref }]));
  });
  if (supply !== undefined) places.unshift({ kind: 'amps', ref: supply });
  const slots = places.map(({ kind, ref }) => {
    const taken = readings.find(({ reading }) => reading.kind === kind && placeOf(reading) === ref && isPlain(reading));
    return slotAt(model, { kind, ref }, taken);
  });
  const more = readings.filter(
    ({ reading }) => !isPlain(reading) || !places.some(({ kind, ref }) => reading.kind === kind && placeOf(reading) === ref),
  );
  return [...slots, ...more.map((taken) => slotAt(model, slotPlaceOf(taken.reading), taken))];
}

/** What a meter shows of the part where it stands. */
export function isPlain(reading: EstimateReading): boolean {
  return reading.statistic !== 'ripple' && !(reading.kind === 'volts' && (reading.atAmps !== undefined || reading.state === 'dead'));
}

function slotPlaceOf(reading: EstimateReading): SlotPlace {
  const place = placeOf(reading);
  return {
    kind: reading.kind,
    ...(typeof place === 'string' ? { ref: place } : { nets: place }),
    ...(reading.statistic === 'ripple' && { ripple: true }),
    ...(reading.kind === 'volts' && reading.atAmps !== undefined && { atAmps: reading.atAmps }),
    ...(reading.kind === 'volts' && reading.atAmps === undefined && reading.state === 'dead' && { open: true }),
  };
}

export function placeOf(reading: EstimateReading): string | readonly [string, string] {
  return reading.kind === 'amps' ? reading.through : reading.kind === 'watts' ? reading.of : reading.across;
}

type SlotPlace = Pick<Slot, 'kind' | 'ref' | 'nets' | 'ripple' | 'atAmps' | 'open'>;

/** What every slot is judged by. */
export interface SlotModel {
  readonly circuit: Circuit;
  readonly fit: Fit;
  readonly trusted: readonly EstimateReading[];
  readonly shown: Shown;
}

function slotAt({ circuit, fit, trusted, shown }: SlotModel, place: SlotPlace, taken: PlacedReading | undefined): Slot {
  if (!taken) return { ...place, expected: expectedAt(fit, place, shown), fits: true };
  const expected = expectedByOthers({ circuit, fit, trusted, shown }, place, taken);
  const { value, uncertainty } = taken.reading;
  const sigmas = (value - expected.value) / Math.hypot(uncertainty, expected.uncertainty);
  const { entryId, asRead, meanOf, against, leftOut } = taken;
  const read = {
    value,
    uncertainty,
    entryId,
    ...(asRead !== undefined && { asRead }),
    ...(meanOf !== undefined && { meanOf }),
    ...(against && { against }),
    ...(leftOut !== undefined && { leftOut }),
  };
  return { ...place, expected, read, sigmas, fits: leftOut !== undefined || (!against && Math.abs(sigmas) <= MISFIT_SIGMAS) };
}

/** What all the other readings expect: by fitting without it, which bends with the laws, or, where a fit takes long, to first order. */
function expectedByOthers({ circuit, fit, trusted, shown }: SlotModel, place: SlotPlace, { reading }: PlacedReading): Uncertain {
  const mine = trusted.find(({ id }) => id === reading.id);
  const isQuick = fit.solution.regime !== 'dc' || place.atAmps !== undefined || place.open || place.kind === 'farads';
  if (mine && isQuick) {
    const { leverage, ...expected } = fit.expectedByOthers(mine);
    if (leverage < RELIABLE_LEVERAGE) return expected;
  }
  const others = fitReadings(
    // What both readings of a source say of its ohms stays: one of them alone says nothing.
    withSourceOhms(circuit, trusted),
    trusted.filter(({ id }) => id !== reading.id),
    // Each slope of an oscillation takes a solution of its own: one step leads nearly all the way.
    fit.solution.regime === 'oscillating' ? { steps: 1 } : {},
  );
  return expectedAt(others.ok ? others.value : fit, place, shown);
}

const WEIGHS_NOTHING = 1e6;
/** Above it the estimate to first order divides by next to nothing. */
const RELIABLE_LEVERAGE = 0.95;

function expectedAt(fit: Fit, { kind, ref, nets, ripple, atAmps, open }: SlotPlace, shown: Shown): Uncertain {
  // A reading that weighs nothing: what all others say of it, with its uncertainty.
  const probing = { id: '-', value: 0, uncertainty: WEIGHS_NOTHING };
  const weighed = ({ value, uncertainty }: Uncertain): Uncertain => ({ value, uncertainty });
  if (open && ref !== undefined) return weighed(fit.expectedByOthers({ ...probing, kind: 'volts', across: ref, state: 'dead' }));
  if (kind === 'volts' && atAmps !== undefined && ref !== undefined)
    return weighed(fit.expectedByOthers({ ...probing, kind, across: ref, atAmps }));
  if (kind === 'ohms' || kind === 'farads') {
    const unknown = fit.unknowns.find((candidate) => candidate.ref === ref && candidate.field === kind);
    if (unknown) return unknown.posterior;
    return { value: ref === undefined ? Number.NaN : fieldValue(fit.circuit, { ref, field: kind }), uncertainty: 0 };
  }
  const figure: Figure | undefined = nets
    ? { of: 'nets', plus: nets[0], minus: nets[1], ...(ripple && { statistic: 'ripple' }) }
    : ref === undefined
      ? undefined
      : { of: 'part', ref, quantity: kind, statistic: ripple ? 'ripple' : shown(ref) };
  const [value] = figure ? fit.figures([figure]) : [];
  if (!value) return { value: Number.NaN, uncertainty: 0 };
  // What a meter in a supply's lead shows is positive when it delivers.
  const delivering = ref !== undefined && ref === mainSupply(fit.circuit)?.ref && kind !== 'volts';
  return delivering && !(kind === 'amps' && (ripple || shown(ref) === 'rms'))
    ? { value: -value.value, uncertainty: value.uncertainty }
    : value;
}
