import type { Circuit } from '../circuit/index.ts';
import type { LedPart } from '../device/index.ts';
import {
  type BoardSeat,
  candelaFromLux,
  type DarkChip,
  darkChipOf,
  type FlickerRegion,
  fitSoak,
  flickerRegion,
  type HeatPath,
  heatPathOf,
  type Life,
  type Limit,
  LUMENS_FACTOR,
  lifeAt,
  lifeRatio,
  lightRatio,
  lightShareOf,
  lightWhenWarm,
  lumensFromCandela,
  ratedChipAmps,
  ratedJunctionCelsius,
  type Sharing,
  type Soak,
  type SoakPoint,
  sharingOf,
  throwMetres,
  usualLumensPerWatt,
} from '../drive/index.ts';
import { dischargeRuntime, type Runtime } from '../energy/index.ts';
import { type Solution, solveTimeCourse, type Waveform } from '../solve/index.ts';
import type { Appraisal } from './appraise.ts';
import { mainSupply } from './found-circuit.ts';
import type { Specimen, SpecimenReading } from './replay.ts';
import { whatIf } from './what-if.ts';

/** A figure that is no better than a factor either way. */
export interface Guess {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/** How one LED of a circuit fares: heat, light, life, company. */
export interface LedDetails {
  readonly ref: string;
  readonly chips: number;
  readonly heat: HeatPath;
  readonly junctionLimit: Limit;
  /** What the heat does to the current: a chip that warms needs fewer volts, and what holds the current lets more through. */
  readonly drift?: { readonly kelvin: number; readonly chipVolts: number; readonly ampsRatio: number };
  /** Of all its chips, from what is usual for its colour; undefined for one that is not seen. */
  readonly lumens?: Guess;
  readonly life: Life;
  /** Times as long as at its rated current with a junction of 85 °C. */
  readonly ofRatedLife: number;
  readonly flicker?: { readonly percent: number; readonly index: number; readonly hertz: number; readonly region: FlickerRegion };
  readonly sharing: readonly Sharing[];
  readonly dark?: DarkChip;
}

/** Light as a lux meter saw it. */
export interface ReadLight {
  readonly lux: number;
  readonly metres: number;
  readonly candela: number;
  readonly throwMetres: number;
  /** By the beam angle that is claimed, or that of a bare chip. */
  readonly lumens: number;
  readonly beamDegrees: number;
  readonly beamClaimed: boolean;
}

/** A wave over one period, with the limit that it should keep. */
export interface DriveWave {
  readonly name: string;
  readonly unit: 'volts' | 'amps';
  readonly wave: Waveform;
  readonly limit?: { readonly value: number; readonly words: string };
}

/** What lies between the source and the gadget's own end. */
export interface LeadLoss {
  readonly sourceVolts: number;
  readonly boardVolts: number;
  readonly ohms: number;
  readonly watts: number;
}

/** Whatever of Drive takes longer than the figures themselves. */
export interface DriveDetails {
  readonly supply: {
    readonly ref: string;
    readonly watts: number;
    readonly voltAmps: number;
    readonly powerFactor: number | null;
    readonly distortion: number | null;
    readonly ledWatts: number;
    /** LED watts over supply watts. */
    readonly efficiency: number;
  };
  readonly leds: readonly LedDetails[];
  readonly light?: ReadLight;
  readonly soaks: readonly { readonly place: string; readonly points: readonly SoakPoint[]; readonly soak: Soak }[];
  readonly runtime?: Runtime;
  readonly lead?: LeadLoss;
  /** One period of the settled state; empty where all is direct current. */
  readonly waves: readonly DriveWave[];
}

const ROOM_CELSIUS = 25;
/** Light shines on both halves of a rectified sine. */
const HALVES = 2;

/** The details of the circuit as it was after `rework` reworks, once it is appraised. */
export function driveDetails(specimen: Specimen, appraisal: Appraisal, rework: number): DriveDetails {
  const { circuit, solution } = appraisal;
  const leds = circuit.parts.filter((part): part is LedPart => part.kind === 'led' && (solution.leds[part.ref]?.chip.watts ?? 0) > 0);
  const soaks = soaksOf(specimen, rework);
  const thermal = thermalOf(specimen, rework, soaks);
  const heatOf = (part: LedPart) => (solution.leds[part.ref]?.chip.watts ?? 0) * (1 - lightShareOf(part));
  const allHeatWatts = leds.reduce((sum, part) => sum + heatOf(part) * chipsOf(part), 0);
  const battery = circuit.parts.some((part) => part.kind === 'battery' && part.chemistry !== undefined);
  const runtime = battery && appraisal.hardest ? dischargeRuntime(circuit, appraisal.hardest.ref) : undefined;
  const light = readLight(specimen, rework);
  const lead = leadLossOf(specimen, appraisal, rework);
  return {
    supply: supplyOf(circuit, solution, leds),
    leds: leds.map((part) => ledDetails(part, leds, appraisal, { ...thermal, chipHeatWatts: heatOf(part), allHeatWatts, body: part.body })),
    ...(light && { light }),
    soaks,
    ...(runtime?.ok && { runtime: runtime.value }),
    ...(lead && { lead }),
    waves: wavesOf(appraisal),
  };
}

function chipsOf({ series = 1, parallel = 1 }: LedPart): number {
  return series * parallel;
}

function supplyOf(circuit: Circuit, { supplies, leds: solved }: Solution, leds: readonly LedPart[]): DriveDetails['supply'] {
  const ref = mainSupply(circuit)?.ref ?? '';
  const { watts = 0, voltAmps = 0, powerFactor = null, distortion = null } = supplies[ref] ?? {};
  const ledWatts = leds.reduce((sum, part) => sum + (solved[part.ref]?.chip.watts ?? 0) * chipsOf(part), 0);
  return { ref, watts, voltAmps, powerFactor, distortion, ledWatts, efficiency: watts > 0 ? ledWatts / watts : Number.NaN };
}

function ledDetails(part: LedPart, all: readonly LedPart[], appraisal: Appraisal, thermal: Parameters<typeof heatPathOf>[0]): LedDetails {
  const { circuit, solution } = appraisal;
  const led = solution.leds[part.ref] as Solution['leds'][string];
  const { chip } = led;
  const heat = heatPathOf(thermal);
  const rated = ratedChipAmps(part).value;
  const drive = { ofRated: Math.max(1e-6, chip.amps.avg / rated), junctionCelsius: heat.junctionCelsius };
  const lumens = lumensOf(part, chip.watts, chip.amps.avg, rated, heat.junctionCelsius);
  const mains = circuit.parts.find((other) => other.kind === 'ac');
  const dark = darkChipOf(circuit, solution, part.ref);
  const drift = driftOf(part, appraisal, heat.junctionCelsius);
  return {
    ref: part.ref,
    chips: chipsOf(part),
    heat,
    junctionLimit: ratedJunctionCelsius(part),
    ...(drift && { drift }),
    ...(lumens && { lumens }),
    life: lifeAt(drive, part.body),
    ofRatedLife: lifeRatio(drive, { ofRated: 1, junctionCelsius: 85 }),
    ...(mains?.kind === 'ac' &&
      led.flickerPercent !== null && { flicker: flickerOf(circuit, mains.hertz, led.flickerPercent, led.flickerIndex ?? 0) }),
    sharing: sharingAmong(part, all, solution, heat.junctionCelsius),
    ...(dark && { dark }),
  };
}

/** Where nothing is said of a chip's volts against temperature. */
const VOLTS_PER_KELVIN = -0.002;

function driftOf(part: LedPart, { circuit, solution }: Appraisal, junctionCelsius: number): LedDetails['drift'] {
  const cold = solution.leds[part.ref]?.chip;
  if (!cold) return undefined;
  const warm = whatIf(circuit, part.ref, { supplyShare: 1, celsius: junctionCelsius }, solution);
  if (!warm.ok || !(cold.amps.avg > 0)) return undefined;
  const kelvin = junctionCelsius - cold.junctionCelsius;
  return { kelvin, chipVolts: (part.voltsPerKelvin ?? VOLTS_PER_KELVIN) * kelvin, ampsRatio: warm.value.chipAmps / cold.amps.avg };
}

function flickerOf(circuit: Circuit, mainsHertz: number, percent: number, index: number): NonNullable<LedDetails['flicker']> {
  const diodes = circuit.parts.filter(({ kind }) => kind === 'diode').length;
  const hertz = mainsHertz * (circuit.parts.some(({ kind }) => kind === 'bridge') || diodes >= 4 ? HALVES : 1);
  return { percent, index, hertz, region: flickerRegion(percent, hertz) };
}

/** Electrical watts by what is usual for the colour, less for droop above rated current and for a warm junction. */
function lumensOf(part: LedPart, watts: number, amps: number, ratedAmps: number, junctionCelsius: number): Guess | undefined {
  const perWatt = usualLumensPerWatt(part.colour);
  if (perWatt === undefined || !(amps > 0)) return undefined;
  const droop = lightRatio(amps, ratedAmps) / (amps / ratedAmps);
  const value = perWatt * watts * chipsOf(part) * droop * lightWhenWarm(junctionCelsius, part.colour);
  return { value, low: value / LUMENS_FACTOR, high: value * LUMENS_FACTOR };
}

/** Chips on the same two nets share one volts, whether they are one folded part or several. */
function sharingAmong(part: LedPart, all: readonly LedPart[], { leds }: Solution, celsius: number): readonly Sharing[] {
  const beside = all.filter(
    ({ pins, series = 1 }) => pins[0] === part.pins[0] && pins[1] === part.pins[1] && series === (part.series ?? 1),
  );
  if (beside[0]?.ref !== part.ref) return [];
  const count = beside.reduce((sum, { parallel = 1 }) => sum + parallel, 0);
  const amps = beside.reduce((sum, { ref, parallel = 1 }) => sum + (leds[ref]?.chip.amps.avg ?? 0) * parallel, 0);
  return (['of one bin', 'mixed'] as const).flatMap((spread) => sharingOf({ ...part, parallel: count }, amps, celsius, spread) ?? []);
}

const BOARD_PLACES = /board|disc|pcb|led|chip|solder|strip/i;
const CASE_PLACES = /case|body|head|shell|tube|sink|housing/i;
const ROOM_PLACES = /ambient|room|air/i;
/** A reading so soon after the power came on says nothing of where it ends. */
const SETTLED_SECONDS = 600;

/** What is known of the way of the heat, from Opening and from the thermometer. */
function thermalOf({ facts, readings }: Specimen, rework: number, soaks: DriveDetails['soaks']) {
  const surfaces = readings.flatMap(({ entry, rework: taken }) =>
    taken === rework && entry.place.at === 'surface' ? [{ name: entry.place.name, entry, figure: entry.figures[0] }] : [],
  );
  const room = surfaces.findLast(({ name }) => ROOM_PLACES.test(name))?.figure?.value ?? ROOM_CELSIUS;
  const settledAt = (places: RegExp) => {
    const soak = soaks.find(({ place }) => places.test(place))?.soak;
    if (soak) return { celsius: soak.final.value, uncertainty: soak.final.uncertainty };
    const last = surfaces.findLast(
      ({ name, entry }) =>
        places.test(name) && !entry.condition.cold && (entry.condition.afterSeconds ?? SETTLED_SECONDS) >= SETTLED_SECONDS,
    );
    return last?.figure && { celsius: last.figure.value, uncertainty: last.figure.uncertainty };
  };
  const board = settledAt(BOARD_PLACES);
  const outside = settledAt(CASE_PLACES);
  const read = board ? { at: 'board' as const, ...board } : outside && { at: 'case' as const, ...outside };
  return { seat: facts.get('heat-path') as BoardSeat | undefined, ambientCelsius: room, read };
}

function soaksOf({ readings }: Specimen, rework: number): DriveDetails['soaks'] {
  const places = new Map<string, SoakPoint[]>();
  for (const { entry, rework: taken } of readings) {
    const seconds = entry.condition.afterSeconds ?? (entry.condition.cold ? 0 : undefined);
    const figure = entry.figures.find(({ unit }) => unit === 'celsius');
    if (taken !== rework || entry.place.at !== 'surface' || seconds === undefined || !figure) continue;
    places.set(entry.place.name, [
      ...(places.get(entry.place.name) ?? []),
      { seconds, celsius: figure.value, uncertainty: figure.uncertainty },
    ]);
  }
  return [...places].flatMap(([place, points]) => {
    const ordered = points.toSorted((one, other) => one.seconds - other.seconds);
    const soak = fitSoak(ordered);
    return soak ? [{ place, points: ordered, soak }] : [];
  });
}

const BARE_BEAM = 180;

function readLight({ readings, claims }: Specimen, rework: number): ReadLight | undefined {
  const last = readings.findLast(
    ({ entry, rework: taken }) => taken === rework && entry.place.at === 'light' && entry.place.metres !== undefined,
  );
  const lux = last?.entry.figures.find(({ unit }) => unit === 'lux')?.value;
  if (last?.entry.place.at !== 'light' || lux === undefined || last.entry.place.metres === undefined) return undefined;
  const { metres } = last.entry.place;
  const claimed = claims.find(({ field }) => field === 'beamDegrees')?.value;
  const candela = candelaFromLux(lux, metres);
  const beamDegrees = claimed ?? BARE_BEAM;
  return {
    lux,
    metres,
    candela,
    throwMetres: throwMetres(candela),
    lumens: lumensFromCandela(candela, beamDegrees),
    beamDegrees,
    beamClaimed: claimed !== undefined,
  };
}

/** Volts read at the source, by itself or in line, against those at the gadget's own end. */
function leadLossOf({ readings, circuit }: Specimen, { supplyAmps }: Appraisal, rework: number): LeadLoss | undefined {
  const supply = mainSupply(circuit);
  const volts = (isThere: (place: SpecimenReading['entry']['place']) => boolean) =>
    readings
      .filter(({ entry, rework: taken }) => taken === rework && isThere(entry.place))
      .flatMap(({ entry }) => entry.figures.filter(({ unit }) => unit === 'volts'))
      .at(-1);
  const board = volts((place) => place.at === 'part' && place.ref === supply?.ref);
  const source = volts((place) => place.at === 'source') ?? volts((place) => place.at === 'in');
  if (!board || !source || supply?.kind === 'ac' || !(supplyAmps.value > 0)) return undefined;
  const lost = source.value - board.value;
  if (lost < 3 * Math.hypot(source.uncertainty, board.uncertainty)) return undefined;
  return { sourceVolts: source.value, boardVolts: board.value, ohms: lost / supplyAmps.value, watts: lost * supplyAmps.value };
}

/** The supply, the reservoir and the hardest driven LED, over one period. */
function wavesOf({ circuit, solution, hardest }: Appraisal): readonly DriveWave[] {
  const mains = circuit.parts.find((part) => part.kind === 'ac');
  if (solution.regime !== 'periodic' || mains?.kind !== 'ac') return [];
  const course = solveTimeCourse(circuit, { from: 'settled', seconds: 1 / mains.hertz });
  if (!course.ok) return [];
  const { parts } = course.value.waveforms;
  const reservoir = circuit.parts
    .filter(
      (part) =>
        part.kind === 'capacitor' && Math.abs(solution.parts[part.ref]?.volts.avg ?? 0) > 0.5 * (solution.parts[part.ref]?.volts.rms ?? 0),
    )
    .sort((a, b) => (b.kind === 'capacitor' ? b.farads : 0) - (a.kind === 'capacitor' ? a.farads : 0))[0];
  const led = circuit.parts.find((part): part is LedPart => part.ref === hardest?.ref && part.kind === 'led');
  const waves: DriveWave[] = [];
  const add = (name: string, unit: DriveWave['unit'], wave: Waveform | undefined, scale = 1, limit?: DriveWave['limit']) => {
    if (wave)
      waves.push({
        name,
        unit,
        wave: { seconds: wave.seconds, values: wave.values.map((value) => value * scale) },
        ...(limit && { limit }),
      });
  };
  add(`${mains.ref} volts`, 'volts', parts[mains.ref]?.volts);
  add(`${mains.ref} current`, 'amps', parts[mains.ref]?.amps, -1);
  if (reservoir) {
    const most = reservoir.rated?.volts;
    add(
      `${reservoir.ref} volts`,
      'volts',
      parts[reservoir.ref]?.volts,
      1,
      most === undefined ? undefined : { value: most, words: `${reservoir.ref} rated` },
    );
  }
  if (led) {
    const { value } = ratedChipAmps(led);
    add(`${led.ref} chip current`, 'amps', parts[led.ref]?.amps, 1 / (led.parallel ?? 1), { value, words: `${led.ref} rated` });
  }
  return waves;
}
