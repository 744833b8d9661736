import { type Circuit, freshRef, suppliesOf, withSeriesResistor } from '../circuit/index.ts';
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
  ];
  return causes.filter(({ mends }) => mends > WORTH_NAMING).sort((a, b) => b.mends - a.mends);
}

/** The fall of chi-square under another circuit, other readings or freer unknowns; 0 where that has no solution. */
function fallOf(fit: Fit, other: ReturnType<typeof fitReadings>): number {
  return other.ok ? Math.max(0, fit.chiSquare - other.value.chiSquare) : 0;
}

function wrongReadings(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Disagreement[] {
  return readings.map((reading): Disagreement => {
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
    return { cause: 'reading', id: reading.id, mends: fallOf(fit, others), text };
  });
}

function leads(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Disagreement[] {
  return suppliesOf(circuit).flatMap((supply): Disagreement[] => {
    const ref = freshRef(circuit, 'R');
    const wired = withSeriesResistor(circuit, supply.ref, 0, { ref, ohms: 0.1 });
    // What is read between the nets is read behind the lead; what is read across the source is read before it.
    const extra: Unknown = { ref, field: 'ohms', prior: { value: 0.1, uncertainty: LEAD_OHMS } };
    const freed = fitReadings(wired, readings, [extra]);
    const ohms = freed.ok ? fieldValue(freed.value.circuit, { ref, field: 'ohms' }) : 0;
    if (!(ohms > 0)) return [];
    const shown = formatEngineering(ohms, 'ohms').text;
    const text = `A lead, crimp or contact of ${shown} between ${supply.ref} and the board would explain it: read the volts at both ends of the lead while it runs.`;
    return [{ cause: 'lead', ref: supply.ref, ohms, mends: fallOf(fit, freed), text }];
  });
}

function wrongParts(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Disagreement[] {
  return fit.unknowns.map(({ ref, field, prior }): Disagreement => {
    const free: Unknown = {
      ref,
      field,
      prior: {
        value: prior.value,
        uncertainty: Math.max(prior.uncertainty, ANY_SHARE * Math.abs(prior.value), field === 'voltsShift' ? 5 : 0),
      },
    };
    const freed = fitReadings(circuit, readings, [free]);
    const value = freed.ok ? fieldValue(freed.value.circuit, { ref, field }) : Number.NaN;
    const unit =
      field === 'ohms' ? 'ohms' : field === 'farads' ? 'farads' : field === 'henries' ? 'henries' : field === 'amps' ? 'amps' : 'volts';
    const shown = formatEngineering(value, unit).text;
    const text =
      field === 'voltsShift'
        ? `${ref} would have chips ${shown} off what is usual for them: light one alone and read its volts.`
        : `${ref} would be ${shown} and not ${formatEngineering(prior.value, unit).text}: ${unit === 'volts' ? 'read it with nothing on it' : 'read it alone, dead'}.`;
    return { cause: 'part', ref, value, mends: fallOf(fit, freed), text };
  });
}

/** Two nets that are one in truth: each pair that a part lies between, bridged. */
function mistakenJoins(circuit: Circuit, readings: readonly EstimateReading[], fit: Fit): Disagreement[] {
  const supplies = new Set(suppliesOf(circuit).map(({ ref }) => ref));
  const seen = new Set<string>();
  return circuit.parts.flatMap((part): Disagreement[] => {
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
    return [{ cause: 'join', ref: part.ref, nets: [a, b], mends: fallOf(fit, bridged), text }];
  });
}
