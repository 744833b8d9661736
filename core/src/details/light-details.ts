import type { LedPart } from '../device/index.ts';
import {
  type Beam,
  type BeamPoint,
  beamOf,
  candelaFromLux,
  chipsOf,
  LUMENS_FACTOR,
  lambertLumens,
  lightRatio,
  lightWhenWarm,
  lumensFromCandela,
  throwMetres,
  usualLumensPerWatt,
} from '../drive/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import type { Specimen } from '../tape/index.ts';

/** A figure that is no better than a factor either way. */
export interface Guess {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/** Lumens by what is usual for the colour, with what they were reckoned from. */
export interface UsualLumens extends Guess {
  /** Of an electrical watt at rated current, 25 °C. */
  readonly perWatt: number;
  /** Electrical, of all chips. */
  readonly watts: number;
  /** What is left of that at this current, and at this junction. */
  readonly droop: number;
  readonly warm: number;
}

/** Light as a lux meter saw it. */
export interface ReadLight {
  /** What readings beside the axis tell of its shape. */
  readonly beam?: Beam;
  readonly lux: Uncertain;
  readonly metres: Uncertain;
  readonly candela: Uncertain;
  readonly throwMetres: Uncertain;
  /** By the beam as read, where it was read out to its edge; else by the angle claimed, or of a bare chip, whose shape is not in the uncertainty. */
  readonly lumens: Uncertain;
  readonly beamDegrees: number;
  readonly beamClaimed: boolean;
  /** The lumens are summed over the angles that were read. */
  readonly beamRead: boolean;
}

/** Electrical watts by what is usual for the colour, less for droop above rated current and for a warm junction. */
export function usualLumensOf(
  part: LedPart,
  chip: { readonly watts: number; readonly amps: number; readonly ratedAmps: number; readonly junctionCelsius: number },
): UsualLumens | undefined {
  const perWatt = usualLumensPerWatt(part.colour);
  if (perWatt === undefined || !(chip.amps > 0)) return undefined;
  const watts = chip.watts * chipsOf(part);
  const droop = lightRatio(chip.amps, chip.ratedAmps) / (chip.amps / chip.ratedAmps);
  const warm = lightWhenWarm(chip.junctionCelsius, part.colour);
  const value = perWatt * watts * droop * warm;
  return { value, low: value / LUMENS_FACTOR, high: value * LUMENS_FACTOR, perWatt, watts, droop, warm };
}

/** What the lumens of a light reading rest on. */
export function sayBeam({
  beamClaimed,
  beamDegrees,
  beamRead,
  beam,
}: Pick<ReadLight, 'beamClaimed' | 'beamDegrees' | 'beamRead' | 'beam'>): string {
  if (beamRead && beam) return `summed over the beam as read, to ${beam.readTo}° off its axis`;
  return beamClaimed ? `if it is an even beam of ${beamDegrees}° as claimed` : 'if the light falls off as the cosine, as of a bare chip';
}

const BARE_BEAM = 180;
/** A tape measure from the lamp to the meter, held by hand: one standard deviation, m. */
const HELD_METRES = 0.005;

export function readLight({ readings, claims }: Specimen, rework: number): ReadLight | undefined {
  const last = readings.findLast(
    ({ entry, rework: taken }) =>
      taken === rework && entry.place.at === 'light' && entry.place.metres !== undefined && entry.place.degrees === undefined,
  );
  const lux = last?.entry.figures.find(({ unit }) => unit === 'lux');
  if (last?.entry.place.at !== 'light' || lux === undefined || last.entry.place.metres === undefined) return undefined;
  const { metres } = last.entry.place;
  const claimed = claims.find(({ field }) => field === 'beamDegrees')?.value;
  const beamDegrees = claimed ?? BARE_BEAM;
  const candela = candelaFromLux(lux.value, metres);
  // Distance goes in as its square, throw as the root of candela.
  const share = Math.hypot(lux.uncertainty / lux.value, (2 * HELD_METRES) / metres);
  const within = (value: number, ofShare = 1): Uncertain => ({ value, uncertainty: ofShare * share * value });
  const beam = beamOf(beamPoints(readings, rework));
  // What is left beside the last angle is little: the sum over the beam is its light.
  const beamRead = beam !== undefined && beam.between === 'straight lines' && beam.lastShare < EDGE_SHARE;
  return {
    lux: { value: lux.value, uncertainty: lux.uncertainty },
    metres: { value: metres, uncertainty: HELD_METRES },
    candela: within(candela),
    throwMetres: within(throwMetres(beam?.peak.candela.value ?? candela), 0.5),
    lumens: beamRead ? beam.lumens : within(claimed === undefined ? lambertLumens(candela) : lumensFromCandela(candela, claimed)),
    beamDegrees,
    beamClaimed: claimed !== undefined,
    beamRead,
    ...(beam && { beam }),
  };
}

/** Light at the last angle of less than this share of the highest leaves out little: the field ends at a tenth. */
const EDGE_SHARE = 0.1;

/** Every lux reading with its distance, as candela at its angle. */
function beamPoints(readings: Specimen['readings'], rework: number): readonly BeamPoint[] {
  return readings.flatMap(({ entry, rework: taken }): BeamPoint[] => {
    const figure = entry.figures.find(({ unit }) => unit === 'lux');
    if (taken !== rework || entry.place.at !== 'light' || entry.place.metres === undefined || !figure) return [];
    const { metres, degrees = 0 } = entry.place;
    const value = candelaFromLux(figure.value, metres);
    // A dark place is read to the last digit of its meter and no better.
    const share = figure.value > 0 ? Math.hypot(figure.uncertainty / figure.value, (2 * HELD_METRES) / metres) : 0;
    return [{ degrees, candela: { value, uncertainty: figure.value > 0 ? share * value : candelaFromLux(figure.uncertainty, metres) } }];
  });
}
