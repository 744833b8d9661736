import { type Circuit, partOf, withPart } from '../circuit/index.ts';
import { deviceOf } from '../device/index.ts';
import type { Figure } from '../solve/index.ts';
import { isAlone } from './alone.ts';
import type { EstimateReading } from './readings.ts';

/** Statistics of a size only. */
const UNSIGNED: ReadonlySet<string> = new Set(['rms', 'ripple']);

/** Ohms of a meter that loads nothing. */
const METER_OHMS = 1e12;
const METER_REF = 'Meter-';

/** A root mean square between two nets is no difference of theirs: a part that draws nothing stands between them and has its own. */
export function withMeters(
  circuit: Circuit,
  figures: readonly Figure[],
): { readonly circuit: Circuit; readonly figures: readonly Figure[] } {
  let metered = circuit;
  const across = figures.map((figure, index): Figure => {
    if (figure.of !== 'nets' || (figure.statistic ?? 'avg') === 'avg') return figure;
    const ref = `${METER_REF}${index + 1}`;
    metered = withPart(metered, { ref, kind: 'resistor', pins: [figure.plus, figure.minus], ohms: METER_OHMS });
    return { of: 'part', ref, quantity: 'volts', statistic: figure.statistic };
  });
  return { circuit: metered, figures: across };
}

export function withoutMeters(circuit: Circuit): Circuit {
  const parts = circuit.parts.filter(({ ref }) => !ref.startsWith(METER_REF));
  return parts.length === circuit.parts.length ? circuit : { ...circuit, parts };
}

/** What a live reading measures, as a figure of the solver; undefined where the part or net is not there, and of a part read alone. */
export function readingFigure(circuit: Circuit, reading: EstimateReading): Figure | undefined {
  if (isAlone(reading)) return undefined;
  const { statistic } = reading;
  switch (reading.kind) {
    case 'volts':
      return typeof reading.across === 'string'
        ? partFigure(circuit, reading.across, 'volts', statistic)
        : netsFigure(circuit, reading.across, statistic);
    case 'amps':
      return partFigure(circuit, reading.through, 'amps', statistic);
    case 'watts':
      return partFigure(circuit, reading.of, 'watts', undefined);
  }
}

type Statistic = EstimateReading['statistic'];

function partFigure(circuit: Circuit, ref: string, quantity: 'volts' | 'amps' | 'watts', statistic: Statistic): Figure | undefined {
  const part = partOf(circuit, ref);
  // What a meter shows of mains is its rms; of anything else its average, unless the reading says otherwise.
  return part && { of: 'part', ref, quantity, statistic: statistic ?? (deviceOf(part.kind).source?.hertz ? 'rms' : 'avg') };
}

function netsFigure(circuit: Circuit, [plus, minus]: readonly [string, string], statistic: Statistic): Figure | undefined {
  const has = (net: string) => circuit.parts.some((part) => (part.pins as readonly string[]).includes(net));
  if (!has(plus) || !has(minus)) return undefined;
  // Of what has no sign, any part between the two nets tells as much as they do.
  const between =
    statistic !== undefined &&
    UNSIGNED.has(statistic) &&
    circuit.parts.find(({ pins: [a, b, ...more] }) => more.length === 0 && ((a === plus && b === minus) || (a === minus && b === plus)));
  return between ? { of: 'part', ref: between.ref, quantity: 'volts', statistic } : { of: 'nets', plus, minus, statistic };
}

/** A supply's amps and watts are counted positive when it delivers, its parts' when they take up. */
export function signOf(circuit: Circuit, figure: Figure): number {
  if (
    figure.of !== 'part' ||
    figure.quantity === 'volts' ||
    (figure.quantity === 'amps' && figure.statistic !== undefined && UNSIGNED.has(figure.statistic))
  )
    return 1;
  const part = circuit.parts.find((candidate) => candidate.ref === figure.ref);
  return part && deviceOf(part.kind).source ? -1 : 1;
}
