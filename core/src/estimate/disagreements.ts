import { type Circuit, freshRef, partOf, suppliesOf, withSeriesResistor } from '../circuit/index.ts';
import { type BatteryPart, cellOf, deviceOf, isKind, type Part } from '../device/index.ts';
import type { Unit } from '../quantity/index.ts';
import { fieldValue } from '../solve/index.ts';
import type { Disagreement, LeadResistance, PartAs, SourceSort, Suspect } from './disagreement.ts';
import type { fitReadings } from './fit.ts';
import type { Fit } from './fit-once.ts';
import { otherParts } from './other-parts.ts';
import type { EstimateReading } from './readings.ts';
import { fallOf, tryFit } from './trial-fit.ts';
import type { Unknown } from './unknowns.ts';

/** Readings that fit this badly by chance are rarer than one in twenty: then a cause is looked for. */
const SUSPICIOUS = 0.05;
/** A cause takes one degree of freedom; a fall of less than this is chance (χ² of 1, 95 %). */
const WORTH_NAMING = 3.84;
/** A lead, a crimp or a cell box can have about this. */
const LEAD_OHMS = 20;
/** A part can be another of the drawer altogether. */
const ANY_SHARE = 10;
const BRIDGED_OHMS = 1e-3;
/** A cause that mends less than this to first order does not mend enough in full. */
const HOPELESS = 1;

/**
 * Why the readings do not fit together: each single cause that could be is let go free by itself, and ranked by what
 * it mends. Nothing is changed; the causes are for a person to test.
 */
export function disagreementsOf(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): readonly Disagreement[] {
  if (fit.probability >= SUSPICIOUS) return [];
  const causes = [
    ...wrongReadings(circuit, readings, fit),
    ...leads(circuit, readings, fit),
    ...wrongParts(circuit, readings, fit),
    ...mistakenJoins(circuit, readings, fit),
    ...otherParts(circuit, readings, fit),
  ];
  return causes
    .filter(({ mends }) => mends > WORTH_NAMING)
    .sort((a, b) => b.mends - b.unlikely - (a.mends - a.unlikely))
    .map(({ unlikely: _, ...cause }) => cause);
}

/** A reading off by nothing that a range or a swapped lead explains: a slip of reading or typing. */
const SLIP = 4;
/** Above this share of the supply a lead would be hot; below it, leads, crimps and cell boxes are the commonest of all. */
const USUAL_LEAD_SHARE = 0.12;
const LARGE_LEAD = 6;

const REVERSED = -1;

function wrongReadings(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  const couldBe = readings.filter((reading) => {
    const { value, uncertainty, leverage } = fit.expectedByOthers(reading);
    return !(leverage < 0.9) || ((reading.value - value) / Math.hypot(reading.uncertainty, uncertainty)) ** 2 > HOPELESS;
  });
  return couldBe.map((reading): Suspect => {
    const others = tryFit(
      circuit,
      readings.filter(({ id }) => id !== reading.id),
      fit,
    );
    const expected = others.ok ? others.value.expected(reading) : Number.NaN;
    const ratio = Math.abs(reading.value / expected);
    const range = [0.001, 0.1, 10, 1000].find((factor) => Math.abs(ratio / factor - 1) < 0.1);
    const factor = range ?? (reading.value * expected < 0 ? REVERSED : undefined);
    return {
      cause: 'reading',
      id: reading.id,
      kind: reading.kind,
      read: reading.value,
      expected,
      ...(factor !== undefined && { factor }),
      mends: fallOf(fit, others),
      unlikely: factor === undefined ? SLIP : 0,
    };
  });
}

function leads(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return suppliesOf(circuit).flatMap((supply): Suspect[] => {
    const ref = freshRef(circuit, 'R');
    const wired = withSeriesResistor(circuit, supply.ref, 0, { ref, ohms: 0.1 });
    // What is read between the nets is read behind the lead; what is read across the source is read before it.
    const extra: Unknown = { ref, field: 'ohms', prior: { value: 0.1, uncertainty: LEAD_OHMS } };
    const freed = tryFit(wired, readings, fit, [extra]);
    const ohms = freed.ok ? fieldValue(freed.value.circuit, { ref, field: 'ohms' }) : 0;
    if (!(ohms > 0)) return [];
    const ends = endsOfLead(freed, circuit, supply.ref);
    const unlikely = lostShare(freed, ref, supply.ref) > USUAL_LEAD_SHARE ? LARGE_LEAD : 0;
    const source = sourceSortOf(supply);
    return [{ cause: 'lead', ref: supply.ref, source, ohms, ...(ends && { ends }), mends: fallOf(fit, freed), unlikely }];
  });
}

function wrongParts(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return fit.unknowns.flatMap(({ ref, field, prior, posterior }): Suspect[] => {
    const part = partOf(circuit, ref);
    // To first order letting its prior go mends by its square, over what the readings leave of it (rank-one downdate).
    const moved = (posterior.value - prior.value) / prior.uncertainty;
    const learnt = 1 - Math.min(0.999999, (posterior.uncertainty / prior.uncertainty) ** 2);
    if (!part || moved ** 2 / learnt < HOPELESS) return [];
    const free: Unknown = {
      ref,
      field,
      prior: {
        value: prior.value,
        uncertainty: Math.max(prior.uncertainty, ANY_SHARE * Math.abs(prior.value), field === 'voltsShift' ? 5 : 0),
      },
    };
    const freed = tryFit(circuit, readings, fit, [free]);
    const value = freed.ok ? fieldValue(freed.value.circuit, { ref, field }) : Number.NaN;
    if (!isPossible(part, field, value)) return [];
    return [{ cause: 'part', ref, value, as: asOf(part, field, value, prior.value), mends: fallOf(fit, freed), unlikely: 1 }];
  });
}

/** A cause is offered only where there are such parts: no cell above its full volts, no chip far off its curve, nothing below nothing. */
function isPossible(part: Part, field: string, value: number): boolean {
  const [least, most] = deviceOf(part.kind).possible?.(part)[field] ?? [
    field === 'volts' ? Number.NEGATIVE_INFINITY : 0,
    Number.POSITIVE_INFINITY,
  ];
  return value >= least && value <= most && (value > 0 || least < 0);
}

const UNIT_OF_FIELD: Readonly<Record<string, Unit>> = {
  ohms: 'ohms',
  onOhms: 'ohms',
  farads: 'farads',
  henries: 'henries',
  amps: 'amps',
  limitAmps: 'amps',
  saturationAmps: 'amps',
  beta: 'one',
  gain: 'one',
  efficiency: 'one',
};

function asOf(part: Part, field: string, value: number, entered: number): PartAs {
  if (isKind(part, 'battery') && field === 'openVolts' && value < entered) {
    const charge = chargeOf(part, value);
    return { code: 'cell', entered, cells: part.series ?? 1, ...(charge !== undefined && { charge }) };
  }
  if (deviceOf(part.kind).source && (field === 'cellOhms' || field === 'ohms'))
    return { code: 'source-ohms', source: sourceSortOf(part), entered, cells: isKind(part, 'battery') ? (part.series ?? 1) : 1 };
  if (field === 'voltsShift') return { code: isKind(part, 'led') ? 'chip-volts' : 'junction-volts' };
  if (field === 'seriesOhms') return { code: 'chip-ohms', entered };
  if (isKind(part, 'sink') && field === 'referenceVolts') return { code: 'reference', entered, sense: part.sense ?? [] };
  return { code: 'value', unit: UNIT_OF_FIELD[field] ?? 'volts', entered };
}

/** Of less, an alternating source is a generator's: no socket gives it. */
const LEAST_MAINS_VOLTS = 50;

function sourceSortOf({ kind, ...part }: Part): SourceSort {
  const { source } = deviceOf(kind);
  if (source?.isCell) return 'cells';
  if (!source?.hertz) return 'supply';
  return source.volts({ kind, ...part } as Part) < LEAST_MAINS_VOLTS ? 'generator' : 'mains';
}

/** Two nets that are one in truth: each pair that a part lies between, bridged. */
function mistakenJoins(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  const supplies = new Set(suppliesOf(circuit).map(({ ref }) => ref));
  const seen = new Set<string>();
  return circuit.parts.flatMap((part): Suspect[] => {
    const [a, b] = part.pins as readonly string[];
    const key = [a, b].sort().join('\n');
    if (a === undefined || b === undefined || a === b || supplies.has(part.ref) || seen.has(key)) return [];
    seen.add(key);
    const ref = freshRef(circuit, 'R');
    const bridged = tryFit(
      { ...circuit, parts: [...circuit.parts, { ref, kind: 'resistor', pins: [a, b], ohms: BRIDGED_OHMS }] },
      readings,
      fit,
    );
    return [{ cause: 'join', ref: part.ref, nets: [a, b], mends: fallOf(fit, bridged), unlikely: 1 }];
  });
}

/** How much of the supply's volts the lead would take. */
function lostShare(freed: ReturnType<typeof fitReadings>, leadRef: string, supplyRef: string): number {
  if (!freed.ok) return 1;
  const { parts } = freed.value.solution;
  return (parts[leadRef]?.volts.rms ?? 0) / Math.max(1e-9, parts[supplyRef]?.volts.rms ?? 0);
}

/** What would stand at the two ends of the lead, where current is direct. */
function endsOfLead(freed: ReturnType<typeof fitReadings>, circuit: Circuit, supplyRef: string): LeadResistance['ends'] {
  const [plus, minus] = (partOf(circuit, supplyRef)?.pins ?? []) as readonly string[];
  if (!freed.ok || freed.value.solution.regime !== 'dc' || plus === undefined || minus === undefined) return undefined;
  const [source, board] = freed.value.figures([
    { of: 'part', ref: supplyRef, quantity: 'volts' },
    { of: 'nets', plus, minus },
  ]);
  return source && board && { sourceVolts: source.value, boardVolts: board.value };
}

/** How full a cell with these open volts would be, to the nearest twentieth: empty below what it has when empty; undefined above full. */
function chargeOf(part: BatteryPart, volts: number): number | undefined {
  const openVolts = (twentieths: number) => cellOf({ ...part, openVolts: undefined, charge: twentieths / 20 }).openVolts;
  if (!part.chemistry || volts > openVolts(20)) return undefined;
  const off = (twentieths: number) => Math.abs(openVolts(twentieths) - volts);
  let nearest = 20;
  for (let twentieths = 19; twentieths >= 0; twentieths--) if (off(twentieths) < off(nearest)) nearest = twentieths;
  return nearest / 20;
}
