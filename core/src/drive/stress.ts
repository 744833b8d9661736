import type { Circuit } from '../circuit/index.ts';
import { celsiusOf } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import type { Fit } from '../estimate/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import type { Figure } from '../solve/index.ts';
import { type Limit, ratedChipAmps, ratedResistorWatts, withDerating } from './ratings.ts';

/** What is held against a limit: of a chip its average and peak current, of a part its watts, peak volts or heating amps. */
export type StressKind = 'chip-amps' | 'chip-peak-amps' | 'chip-watts' | 'chip-reverse-volts' | 'watts' | 'volts' | 'amps';

/** How each is called, and its unit. */
const KINDS: Readonly<Record<StressKind, { readonly words: string; readonly unit: 'amps' | 'watts' | 'volts' }>> = {
  'chip-amps': { words: 'current', unit: 'amps' },
  'chip-peak-amps': { words: 'peak current', unit: 'amps' },
  'chip-watts': { words: 'power of a chip', unit: 'watts' },
  'chip-reverse-volts': { words: 'volts backwards', unit: 'volts' },
  watts: { words: 'power', unit: 'watts' },
  volts: { words: 'peak volts', unit: 'volts' },
  amps: { words: 'heating current', unit: 'amps' },
};

export function stressName({ ref, of }: Pick<Stress, 'ref' | 'of'>): string {
  return `${ref} ${KINDS[of].words}`;
}

export function stressUnit({ of }: Pick<Stress, 'of'>): 'amps' | 'watts' | 'volts' {
  return KINDS[of].unit;
}

/** A figure of a part against its limit. */
export interface Stress {
  readonly ref: string;
  readonly of: StressKind;
  readonly figure: Uncertain;
  readonly limit: Limit;
  /** Multiples of the limit. */
  readonly ratio: Uncertain;
  readonly level: StressLevel;
}

/** Comfort is up to 0.8 of a rating; above 1 it is over. */
export type StressLevel = 'within' | 'caution' | 'over';

export const COMFORT = { low: 0.4, high: 0.8 } as const;

export function stressLevel(ratio: number): StressLevel {
  return ratio > 1 ? 'over' : ratio > COMFORT.high ? 'caution' : 'within';
}

interface StressRow {
  readonly ref: string;
  readonly of: StressKind;
  readonly figure: Figure;
  /** −1 for what is counted the other way round. */
  readonly sign?: -1;
  readonly limit: Limit;
}

/**
 * Every part against what it may take, in the circuit's order: what is rated, and of LEDs and resistors what is usual.
 *
 * @param aroundCelsius of what the parts sit on; a part with a temperature of its own has that
 */
export function stressesOf(circuit: Circuit, fit: Fit, aroundCelsius = celsiusOf(circuit)): readonly Stress[] {
  const rows = circuit.parts.flatMap((part) => rowsOf(part, part.celsius ?? aroundCelsius));
  const figures = fit.figures(rows.map(({ figure }) => figure));
  return rows.map(({ ref, of, limit, sign = 1 }, index) => {
    const { value, uncertainty } = figures[index];
    const figure = { value: sign * value, uncertainty };
    const ratio = { value: figure.value / limit.value, uncertainty: figure.uncertainty / limit.value };
    return { ref, of, figure, limit, ratio, level: stressLevel(ratio.value) };
  });
}

/** The LED driven hardest: what the shelf and the verdict speak of first. Undefined without an LED. */
export function hardestDriven(stresses: readonly Stress[]): Stress | undefined {
  return stresses
    .filter(({ of }) => of === 'chip-amps')
    .reduce<Stress | undefined>((most, stress) => (most && most.ratio.value >= stress.ratio.value ? most : stress), undefined);
}

function rowsOf(part: Part, celsius: number): readonly StressRow[] {
  const { ref, rated } = part;
  const maker = (value: number): Limit => ({ value, assumed: false, source: 'rated' });
  const ofPart = (of: StressKind, quantity: 'volts' | 'amps' | 'watts', limit: Limit, statistic?: 'max' | 'rms'): StressRow => ({
    ref,
    of,
    figure: { of: 'part', ref, quantity, ...(statistic && { statistic }) },
    limit,
  });
  if (part.kind === 'led') {
    const chip = (of: StressKind, limit: Limit, statistic?: 'max'): StressRow => ({
      ref,
      of,
      figure: { of: 'chip', ref, quantity: 'amps', ...(statistic && { statistic }) },
      limit,
    });
    const peak = rated?.peakAmps;
    const reverse = rated?.reverseVolts;
    return [
      chip('chip-amps', ratedChipAmps(part)),
      ...(peak === undefined ? [] : [chip('chip-peak-amps', maker(peak), 'max')]),
      ...(rated?.watts === undefined
        ? []
        : [
            { ref, of: 'chip-watts' as const, figure: { of: 'chip' as const, ref, quantity: 'watts' as const }, limit: maker(rated.watts) },
          ]),
      ...(reverse === undefined
        ? []
        : [
            {
              ref,
              of: 'chip-reverse-volts' as const,
              figure: { of: 'chip' as const, ref, quantity: 'volts' as const, statistic: 'min' as const },
              sign: -1 as const,
              limit: maker(reverse),
            },
          ]),
    ];
  }
  const watts =
    part.kind === 'resistor'
      ? part.ohms > 0
        ? withDerating(ratedResistorWatts(part), celsius)
        : undefined
      : rated?.watts === undefined
        ? undefined
        : maker(rated.watts);
  return [
    ...(watts ? [ofPart('watts', 'watts', watts)] : []),
    ...(rated?.volts !== undefined && part.kind === 'capacitor' ? [ofPart('volts', 'volts', maker(rated.volts), 'max')] : []),
    ...(rated?.amps !== undefined && part.kind !== 'sink' ? [ofPart('amps', 'amps', maker(rated.amps), 'rms')] : []),
  ];
}
