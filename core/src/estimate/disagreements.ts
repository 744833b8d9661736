import {
  type Circuit,
  freshRef,
  partOf,
  partsOfKind,
  suppliesOf,
  withFields,
  withReplacement,
  withSeriesResistor,
} from '../circuit/index.ts';
import {
  type BatteryPart,
  CHEMISTRIES,
  type Chemistry,
  cellOf,
  cellSize,
  deviceOf,
  isKind,
  LED_BODIES,
  LED_COLOURS,
  type LedBodyName,
  type LedColourName,
  ledClassOf,
  type Part,
} from '../device/index.ts';
import type { Unit } from '../quantity/index.ts';
import { fieldValue } from '../solve/index.ts';
import { fitReadings } from './fit.ts';
import type { Fit } from './fit-once.ts';
import type { EstimateReading } from './readings.ts';
import type { Unknown } from './unknowns.ts';

/** One single thing that would make the readings fit, and by how much. `sayDisagreement` has it in words. */
export type Disagreement = {
  /** The fall of chi-square. */
  readonly mends: number;
} & (WrongReading | LeadResistance | WrongPart | MistakenJoin | UnjoinedPins);

interface WrongReading {
  readonly cause: 'reading';
  readonly id: string;
  readonly kind: Unit;
  readonly read: number;
  /** By the others. */
  readonly expected: number;
  /** The factor of a range that explains it; −1: its leads the other way round. */
  readonly factor?: number;
}

interface LeadResistance {
  readonly cause: 'lead';
  /** Of the source that the lead comes from. */
  readonly ref: string;
  readonly source: SourceSort;
  readonly ohms: number;
  /** What would stand at the two ends of the lead, where current is direct. */
  readonly ends?: { readonly sourceVolts: number; readonly boardVolts: number };
}

interface WrongPart {
  readonly cause: 'part';
  readonly ref: string;
  /** What the part would be instead, in the unit of its value; of `lit-*` how many chips. */
  readonly value: number;
  readonly as: PartAs;
}

/** What a source is, for what its resistance is called. */
export type SourceSort = 'cells' | 'generator' | 'mains' | 'supply';

/** How a part would differ from what was entered. */
export type PartAs =
  | { readonly code: 'value'; readonly unit: Unit; readonly entered: number }
  | { readonly code: 'reference'; readonly entered: number; readonly sense: readonly string[] }
  | { readonly code: 'cell'; readonly entered: number; readonly cells: number /** 0 to 1. */; readonly charge?: number }
  | { readonly code: 'source-ohms'; readonly source: SourceSort; readonly entered: number; readonly cells: number }
  | { readonly code: 'other-cells'; readonly chemistry: Chemistry; readonly cells: number; readonly entered: string }
  | { readonly code: 'chip-volts' | 'junction-volts' }
  | { readonly code: 'chip-ohms'; readonly entered: number }
  | { readonly code: 'colour'; readonly colour: LedColourName; readonly entered: LedColourName; readonly volts: number }
  | { readonly code: 'body'; readonly body: LedBodyName; readonly entered: LedBodyName | undefined }
  | { readonly code: 'lit-in-parallel' | 'lit-in-series'; readonly of: number }
  | { readonly code: 'open' };

interface MistakenJoin {
  readonly cause: 'join';
  /** Of the part that would be bridged. */
  readonly ref: string;
  readonly nets: readonly [string, string];
}

/** No current flows as it is traced, and one was read. */
interface UnjoinedPins {
  readonly cause: 'unjoined';
  readonly pins: readonly string[];
}

/** Readings that fit this badly by chance are rarer than one in twenty: then a cause is looked for. */
const SUSPICIOUS = 0.05;
/** A cause takes one degree of freedom; a fall of less than this is chance (χ² of 1, 95 %). */
const WORTH_NAMING = 3.84;
/** A lead, a crimp or a cell box can have about this. */
const LEAD_OHMS = 20;
/** A part can be another of the drawer altogether. */
const ANY_SHARE = 10;
const BRIDGED_OHMS = 1e-3;
const OPEN_OHMS = 1e9;
/** A cause that mends less than this to first order does not mend enough in full. */
const HOPELESS = 1;
/** Each step on alternating current is a settled period with its slopes: so many show whether a cause mends. */
const STEPS_IN_TIME = 6;

/** A fit that tells how much a cause mends. */
function tryFit(
  circuit: Circuit,
  readings: readonly EstimateReading[],
  fit: Fit,
  freed: readonly Unknown[] = [],
): ReturnType<typeof fitReadings> {
  return fitReadings(circuit, readings, { freed, ...(fit.solution.regime !== 'dc' && { steps: STEPS_IN_TIME }) });
}

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
    ...darkChips(circuit, readings, fit),
    ...wrongBodies(circuit, readings, fit),
    ...wrongGreens(circuit, readings, fit),
    ...wrongCells(circuit, readings, fit),
  ];
  return causes
    .filter(({ mends }) => mends > WORTH_NAMING)
    .sort((a, b) => b.mends - b.unlikely - (a.mends - a.unlikely))
    .map(({ unlikely: _, ...cause }) => cause);
}

/**
 * A cause with what speaks against it before any reading, in the unit of chi-square: −2 ln of how much rarer it is
 * than the commonest. Two causes often mend nearly the same; then the commoner one comes first.
 */
type Suspect = Disagreement & { readonly unlikely: number };

/** A reading off by nothing that a range or a swapped lead explains: a slip of reading or typing. */
const SLIP = 4;
/** Above this share of the supply a lead would be hot; below it, leads, crimps and cell boxes are the commonest of all. */
const USUAL_LEAD_SHARE = 0.12;
const LARGE_LEAD = 6;

/** The fall of chi-square under another circuit, other readings or freer unknowns; 0 where that has no solution. */
function fallOf(fit: Fit, other: ReturnType<typeof fitReadings>): number {
  return other.ok ? Math.max(0, fit.chiSquare - other.value.chiSquare) : 0;
}

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

/** An LED whose curve is its body's, in every other body that carries another current. */
function wrongBodies(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return partsOfKind(circuit, 'led').flatMap((part): Suspect[] => {
    if (part.model || part.points || part.seriesOhms !== undefined) return [];
    const own = ledClassOf(part.colour, part.body).atAmps;
    return REPRESENTATIVE_BODIES.filter((body) => LED_BODIES[body].ratedAmps !== own).map((body): Suspect => {
      const mends = fallOf(fit, tryFit(withFields(circuit, part.ref, { body }), readings, fit));
      return {
        cause: 'part',
        ref: part.ref,
        value: LED_BODIES[body].ratedAmps,
        as: { code: 'body', body, entered: part.body },
        mends,
        unlikely: 1,
      };
    });
  });
}

/** One for each usual current. */
const REPRESENTATIVE_BODIES = ['5mm', '2835', '5730', '3535'] as const satisfies readonly LedBodyName[];

/** What looks green is of one of two materials, a volt apart. */
const OTHER_GREEN: Readonly<Partial<Record<LedColourName, LedColourName>>> = { green: 'yellow-green', 'yellow-green': 'green' };

function wrongGreens(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return partsOfKind(circuit, 'led').flatMap((part): Suspect[] => {
    const { ref, colour: entered, model, points, voltsShift } = part;
    const colour = entered && OTHER_GREEN[entered];
    if (!entered || !colour || model || points || voltsShift !== undefined) return [];
    const mends = fallOf(fit, tryFit(withFields(circuit, ref, { colour }), readings, fit));
    const as: PartAs = { code: 'colour', colour, entered, volts: LED_COLOURS[entered].volts };
    return [{ cause: 'part', ref, value: LED_COLOURS[colour].volts, as, mends, unlikely: 1 }];
  });
}

/** Cells of another number or chemistry than was entered. */
const OTHER_CELLS = 2;

function wrongCells(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return partsOfKind(circuit, 'battery').flatMap((part): Suspect[] => {
    const { ref, chemistry, size, series = 1 } = part;
    if (!chemistry || part.openVolts !== undefined) return [];
    const others = [
      ...[series - 1, series + 1].filter((cells) => cells > 0).map((cells) => ({ chemistry, cells })),
      ...CHEMISTRIES.filter((other) => other !== chemistry && (size === undefined || cellSize(other, size))).map((other) => ({
        chemistry: other,
        cells: series,
      })),
    ];
    return others.map((other): Suspect => {
      const changed = withFields(circuit, ref, { chemistry: other.chemistry, series: other.cells });
      const as: PartAs = { code: 'other-cells', ...other, entered: `${series} × ${chemistry}` };
      return { cause: 'part', ref, value: other.cells, as, mends: fallOf(fit, tryFit(changed, readings, fit)), unlikely: OTHER_CELLS };
    });
  });
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

/** How full a cell with these open volts would be, to a twentieth; undefined for one that cannot have them. */
function chargeOf(part: BatteryPart, volts: number): number | undefined {
  const openVolts = (charge: number) => cellOf({ ...part, openVolts: undefined, charge }).openVolts;
  if (!part.chemistry || volts > openVolts(1) || volts < openVolts(0)) return undefined;
  let twentieths = 20;
  while (twentieths > 0 && openVolts(twentieths / 20) > volts) twentieths -= 1;
  return twentieths / 20;
}

/** A chip that is open among those in parallel, or a shorted one in a row. */
function darkChips(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return circuit.parts.flatMap((part): Suspect[] => {
    const { chips, fails } = deviceOf(part.kind);
    if (!chips) return [];
    const { ref } = part;
    const { parallel, series } = chips(part);
    const without = (changed: Circuit, value: number, as: PartAs): Suspect => {
      return { cause: 'part', ref, value, as, mends: fallOf(fit, tryFit(changed, readings, fit)), unlikely: 1 };
    };
    const dark: Suspect[] = [];
    if (parallel > 1) {
      const fewer = withFields(circuit, ref, { parallel: parallel - 1 });
      dark.push(without(fewer, parallel - 1, { code: 'lit-in-parallel', of: parallel }));
    }
    if (series > 1) {
      const fewer = withFields(circuit, ref, { series: series - 1 });
      dark.push(without(fewer, series - 1, { code: 'lit-in-series', of: series }));
    }
    if (parallel === 1 && fails.some(({ how }) => how === 'open')) {
      const open = withReplacement(circuit, ref, { ref, kind: 'resistor', pins: part.pins as [string, string], ohms: OPEN_OHMS });
      dark.push(without(open, 0, { code: 'open' }));
    }
    return dark;
  });
}
