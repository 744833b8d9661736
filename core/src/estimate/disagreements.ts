import { type Circuit, freshRef, partOf, suppliesOf, withFields, withReplacement, withSeriesResistor } from '../circuit/index.ts';
import { type BatteryPart, cellOf, deviceOf, isKind } from '../device/index.ts';
import { formatEngineering } from '../quantity/index.ts';
import { fieldValue } from '../solve/index.ts';
import { type Fit, fitReadings } from './fit.ts';
import type { EstimateReading } from './readings.ts';
import type { Unknown } from './unknowns.ts';

/** One single thing that would make the readings fit, and by how much. */
export interface Disagreement {
  readonly cause: 'reading' | 'lead' | 'part' | 'join';
  /** Of the reading. */
  readonly id?: string;
  /** Of the part, or of the source that the lead comes from. */
  readonly ref?: string;
  /** Of the lead. */
  readonly ohms?: number;
  /** What the part would be instead, in the unit of its value. */
  readonly value?: number;
  readonly nets?: readonly [string, string];
  /** The fall of chi-square. */
  readonly mends: number;
  readonly text: string;
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

function wrongReadings(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return readings.map((reading): Suspect => {
    const others = fitReadings(
      circuit,
      readings.filter(({ id }) => id !== reading.id),
    );
    const expected = others.ok ? others.value.expected(reading) : Number.NaN;
    const ratio = Math.abs(reading.value / expected);
    const unit = reading.kind;
    const range = [0.001, 0.1, 10, 1000].find((factor) => Math.abs(ratio / factor - 1) < 0.1);
    const hint =
      range !== undefined
        ? `, a range of ${range > 1 ? range : 1 / range} ${range > 1 ? 'above' : 'below'} it`
        : reading.value * expected < 0
          ? ', with its leads the other way round'
          : '';
    const text = `Reading ${reading.id} is ${formatEngineering(reading.value, unit).text} where the others expect ${formatEngineering(expected, unit).text}${hint}: take it again.`;
    return { cause: 'reading', id: reading.id, mends: fallOf(fit, others), unlikely: hint === '' ? SLIP : 0, text };
  });
}

function leads(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return suppliesOf(circuit).flatMap((supply): Suspect[] => {
    const ref = freshRef(circuit, 'R');
    const wired = withSeriesResistor(circuit, supply.ref, 0, { ref, ohms: 0.1 });
    // What is read between the nets is read behind the lead; what is read across the source is read before it.
    const extra: Unknown = { ref, field: 'ohms', prior: { value: 0.1, uncertainty: LEAD_OHMS } };
    const freed = fitReadings(wired, readings, { freed: [extra] });
    const ohms = freed.ok ? fieldValue(freed.value.circuit, { ref, field: 'ohms' }) : 0;
    if (!(ohms > 0)) return [];
    const shown = formatEngineering(ohms, 'ohms').text;
    const text = `A lead, crimp or contact of ${shown} between ${supply.ref} and the board would explain it${boardWords(freed, circuit, supply.ref)}: read the volts at both ends of the lead while it runs.`;
    const unlikely = lostShare(freed, ref, supply.ref) > USUAL_LEAD_SHARE ? LARGE_LEAD : 0;
    return [{ cause: 'lead', ref: supply.ref, ohms, mends: fallOf(fit, freed), unlikely, text }];
  });
}

function wrongParts(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return fit.unknowns.map(({ ref, field, prior }): Suspect => {
    const part = partOf(circuit, ref);
    const free: Unknown = {
      ref,
      field,
      prior: {
        value: prior.value,
        uncertainty: Math.max(prior.uncertainty, ANY_SHARE * Math.abs(prior.value), field === 'voltsShift' ? 5 : 0),
      },
    };
    const freed = fitReadings(circuit, readings, { freed: [free] });
    const value = freed.ok ? fieldValue(freed.value.circuit, { ref, field }) : Number.NaN;
    const unit =
      field === 'ohms' ? 'ohms' : field === 'farads' ? 'farads' : field === 'henries' ? 'henries' : field === 'amps' ? 'amps' : 'volts';
    const shown = formatEngineering(value, unit).text;
    const text =
      isKind(part, 'battery') && value < prior.value
        ? `${(part.series ?? 1) > 1 ? `Each cell of ${ref}` : ref} would give ${shown} with nothing on it instead of ${formatEngineering(prior.value, unit).text}${chargeWords(part, value)}: take it out and read it alone.`
        : field === 'voltsShift'
          ? `${ref} would have chips ${shown} off what is usual for them: light one alone and read its volts.`
          : `${ref} would be ${shown} and not ${formatEngineering(prior.value, unit).text}: ${unit === 'volts' ? 'read it with nothing on it' : 'read it alone, dead'}.`;
    return { cause: 'part', ref, value, mends: fallOf(fit, freed), unlikely: 1, text };
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
    const bridged = fitReadings(
      { ...circuit, parts: [...circuit.parts, { ref, kind: 'resistor', pins: [a, b], ohms: BRIDGED_OHMS }] },
      readings,
    );
    const text = `Nets ${a} and ${b} would be one (${part.ref} bridged): look for solder between them, and beep it dead.`;
    return [{ cause: 'join', ref: part.ref, nets: [a, b], mends: fallOf(fit, bridged), unlikely: 1, text }];
  });
}

/** How much of the supply's volts the lead would take. */
function lostShare(freed: ReturnType<typeof fitReadings>, leadRef: string, supplyRef: string): number {
  if (!freed.ok) return 1;
  const { parts } = freed.value.solution;
  return (parts[leadRef]?.volts.rms ?? 0) / Math.max(1e-9, parts[supplyRef]?.volts.rms ?? 0);
}

/** What would stand at the two ends of the lead, where current is direct. */
function boardWords(freed: ReturnType<typeof fitReadings>, circuit: Circuit, supplyRef: string): string {
  const [plus, minus] = (partOf(circuit, supplyRef)?.pins ?? []) as readonly string[];
  if (!freed.ok || freed.value.solution.regime !== 'dc' || plus === undefined || minus === undefined) return '';
  const [source, board] = freed.value.figures([
    { of: 'part', ref: supplyRef, quantity: 'volts' },
    { of: 'nets', plus, minus },
  ]);
  if (!source || !board) return '';
  return `, with ${formatEngineering(source.value, 'volts').text} at the source and ${formatEngineering(board.value, 'volts').text} at the board`;
}

function chargeWords(part: BatteryPart, volts: number): string {
  const full = cellOf({ ...part, openVolts: undefined, charge: 1 }).openVolts;
  const empty = cellOf({ ...part, openVolts: undefined, charge: 0 }).openVolts;
  if (!part.chemistry || volts > full || volts < empty) return '';
  let charge = 1;
  while (charge > 0 && cellOf({ ...part, openVolts: undefined, charge }).openVolts > volts) charge -= 0.05;
  return `, about ${Math.round((100 * Math.max(0, charge)) / 5) * 5} % charged`;
}

/** A chip that is open among those side by side, or a shorted one in a row. */
function darkChips(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Suspect[] {
  return circuit.parts.flatMap((part): Suspect[] => {
    const { chips, fails } = deviceOf(part.kind);
    if (!chips) return [];
    const { ref } = part;
    const { parallel, series } = chips(part);
    const without = (changed: Circuit, value: number, text: string): Suspect => {
      return { cause: 'part', ref, value, mends: fallOf(fit, fitReadings(changed, readings)), unlikely: 1, text };
    };
    const dark: Suspect[] = [];
    if (parallel > 1)
      dark.push(
        without(
          withFields(circuit, ref, { parallel: parallel - 1 }),
          parallel - 1,
          `${ref} would have ${parallel - 1} of ${parallel} chips lit: look for a dark one, open or badly soldered.`,
        ),
      );
    if (series > 1)
      dark.push(
        without(
          withFields(circuit, ref, { series: series - 1 }),
          series - 1,
          `${ref} would have ${series - 1} of ${series} chips in its row, one shorted or missing: look for a dark one.`,
        ),
      );
    if (parallel === 1 && fails.includes('open')) {
      const open = withReplacement(circuit, ref, { ref, kind: 'resistor', pins: part.pins as [string, string], ohms: OPEN_OHMS });
      dark.push(without(open, 0, `${ref} would be open or missing: look whether it lights, and test it alone.`));
    }
    return dark;
  });
}
