import { whatIf } from '../appraisal/index.ts';
import { type LedPart, type Limit, ratedChipAmps, ratedJunctionCelsius, voltsPerKelvinOf } from '../device/index.ts';
import {
  chipsOf,
  type DarkChip,
  type Drive,
  darkChipOf,
  type FlickerRegion,
  flickerRegion,
  type HeatPath,
  heatPathIn,
  type Life,
  lifeAt,
  lifeRatio,
  type Sharing,
  sharingOf,
  type Thermal,
  usualLifeHours,
} from '../drive/index.ts';
import type { Fit } from '../estimate/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import type { Solution, SolveWarmed } from '../solve/index.ts';
import { type UsualLumens, usualLumensOf } from './light-details.ts';

/** How one LED of a circuit fares: heat, light, life, company. */
export interface LedDetails {
  readonly ref: string;
  readonly chips: number;
  readonly drive: Drive;
  readonly heat: HeatPath;
  readonly junctionLimit: Limit;
  /** What the heat does to the current: a chip that warms needs fewer volts, and what holds the current lets more through. */
  readonly drift?: { readonly kelvin: number; readonly chipVolts: number; readonly ampsRatio: number };
  /** Of all its chips, from what is usual for its colour; undefined for one that is not seen. */
  readonly lumens?: UsualLumens;
  readonly life: Life;
  /** Times as long as at its rated current with a junction of 85 °C. */
  readonly ofRatedLife: number;
  /** To 70 % at its rated current with a junction of 85 °C, usual for its body. */
  readonly lifeBaseHours: number;
  readonly flicker?: {
    readonly percent: Uncertain;
    readonly index: Uncertain;
    readonly hertz: number;
    readonly region: FlickerRegion;
    /** A chip's current at its lowest and highest, reverse current as none: A. */
    readonly least: number;
    readonly most: number;
  };
  readonly sharing: readonly SharedLife[];
  readonly dark?: DarkChip;
}

/** Sharing, with what it does to the life of the hardest driven of them: against an even share. */
export interface SharedLife extends Sharing {
  readonly lifeOfOneInTwenty: number;
}

const REFERENCE: Drive = { ofRated: 1, junctionCelsius: 85 };

export function ledDetails(part: LedPart, all: readonly LedPart[], fit: Fit, thermal: Thermal, solve: SolveWarmed): LedDetails {
  const { circuit, solution } = fit;
  const { chip } = solution.leds[part.ref] as Solution['leds'][string];
  const heat = heatPathIn(part, circuit, solution, thermal);
  const rated = ratedChipAmps(part).value;
  const drive = { ofRated: Math.max(1e-6, chip.amps.avg / rated), junctionCelsius: heat.junctionCelsius };
  const { junctionCelsius } = heat;
  const lumens = usualLumensOf(part, { watts: chip.watts, amps: chip.amps.avg, ratedAmps: rated, junctionCelsius });
  const dark = darkChipOf(circuit, solution, part.ref, solve);
  const drift = driftOf(part, fit, junctionCelsius, solve);
  const flicker = flickerOf(part.ref, fit);
  return {
    ref: part.ref,
    chips: chipsOf(part),
    drive,
    heat,
    junctionLimit: ratedJunctionCelsius(part),
    ...(drift && { drift }),
    ...(lumens && { lumens }),
    life: lifeAt(drive, part.body, heat),
    ofRatedLife: lifeRatio(drive, REFERENCE),
    lifeBaseHours: usualLifeHours(part.body),
    ...(flicker && { flicker }),
    sharing: sharingAmong(part, all, solution, heat).map((shared) => ({
      ...shared,
      lifeOfOneInTwenty: lifeOfShare(drive, heat, shared.oneInTwenty),
    })),
    ...(dark && { dark }),
  };
}

/** How many times as long a chip lasts that carries a multiple of its even share; what it dissipates grows with its current. */
export function lifeOfShare(even: Drive, heat: HeatPath, multiple: number): number {
  const end = heat.joints.at(-1)?.celsius ?? even.junctionCelsius;
  const junctionCelsius = end + (even.junctionCelsius - end) * multiple;
  return lifeRatio({ ofRated: Math.max(1e-6, even.ofRated * multiple), junctionCelsius }, even);
}

function driftOf(part: LedPart, { circuit, solution }: Fit, junctionCelsius: number, solve: SolveWarmed): LedDetails['drift'] {
  const cold = solution.leds[part.ref]?.chip;
  if (!cold) return undefined;
  const warm = whatIf(circuit, part.ref, { supplyShare: 1, celsius: junctionCelsius }, solution, solve);
  if (!warm.ok || !(cold.amps.avg > 0)) return undefined;
  const kelvin = junctionCelsius - cold.junctionCelsius;
  return { kelvin, chipVolts: voltsPerKelvinOf(part) * kelvin, ampsRatio: warm.value.chipAmps / cold.amps.avg };
}

function flickerOf(ref: string, { solution, figures }: Fit): LedDetails['flicker'] {
  const { flickerHertz: hertz = null, flickerPercent } = solution.leds[ref] ?? {};
  if (hertz === null || typeof flickerPercent !== 'number') return undefined;
  const [percent, index] = figures([
    { of: 'light', ref, quantity: 'flickerPercent' },
    { of: 'light', ref, quantity: 'flickerIndex' },
  ]);
  const { min, max } = (solution.leds[ref] as Solution['leds'][string]).chip.amps;
  return { percent, index, hertz, region: flickerRegion(percent.value, hertz), least: Math.max(0, min), most: max };
}

/** Chips on the same two nets share one volts, whether they are one folded part or several. */
function sharingAmong(part: LedPart, all: readonly LedPart[], { leds }: Solution, { junctionCelsius }: HeatPath): readonly Sharing[] {
  const beside = all.filter(
    ({ pins, series = 1 }) => pins[0] === part.pins[0] && pins[1] === part.pins[1] && series === (part.series ?? 1),
  );
  if (beside[0]?.ref !== part.ref) return [];
  const count = beside.reduce((sum, { parallel = 1 }) => sum + parallel, 0);
  const amps = beside.reduce((sum, { ref, parallel = 1 }) => sum + (leds[ref]?.chip.amps.avg ?? 0) * parallel, 0);
  return (['of one bin', 'mixed'] as const).flatMap(
    (spread) => sharingOf({ ...part, parallel: count }, amps, junctionCelsius, spread) ?? [],
  );
}
