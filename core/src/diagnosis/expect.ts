import {
  type Circuit,
  celsiusOf,
  changesInTime,
  type LedPackage,
  packagesNamed,
  packagesOf,
  partOf,
  type Result,
} from '../circuit/index.ts';
import { deviceOf, isKind, type LedPart, ledVoltsAt, type Part } from '../device/index.ts';
import { type EstimateReading, type Fit, fitReadings, readingFigure, signOf } from '../estimate/index.ts';
import { shownStatistic } from '../meter/index.ts';
import { type Figure, figureIn, type SolveWarmed } from '../solve/index.ts';
import type { Broken } from './broken.ts';
import { bypassedWithin } from './bypass.ts';
import type { FaultReading } from './evidence.ts';
import type { Fault } from './fault.ts';

/** What a meter would show, with one standard deviation of what is not known of the parts; `beyond` its range. */
export type Expected = { readonly value: number; readonly spread: number } | 'beyond';

/** Most ohms that a meter shows. */
export const METER_OHMS = 40e6;
/** Clips, leads and a contact, Ω. */
const LEAD_OHMS = 0.2;
/** A lead's and a contact's own ohms are not known better, Ω. */
const LEAD_SPREAD = 0.2;
/** Relative, where a part says no tolerance. */
const USUAL_SHARE = 0.05;
/**
 * Of a figure on mains, whose fit takes as long as all faults together: mains within 10 % (EN 50160) and a capacitor within
 * 10 %, both at 95 %.
 */
const MAINS_SHARE = 0.07;
/** The uncertainty of a figure of a faulty circuit is at least so much of it, and of what the intact one has. */
const [LEAST_SHARE, LEAST_OF_INTACT] = [0.03, 0.002];
/** Of a silicon junction at a milliampere or less, V. */
const [JUNCTION_VOLTS, JUNCTION_SPREAD] = [0.58, 0.06];
const SCHOTTKY_VOLTS = 0.25;
/** Of a chip's class at a low current, where nothing says more, V. */
const CHIP_SPREAD = 0.1;
/** A capacitor that leaks fools a meter by about so much, relative. */
const LEAKY_SHARE = 0.3;

/** What is expected of an intact circuit, and of any broken one. */
export class Expectations {
  readonly packages: readonly LedPackage[];
  private readonly figures = new Map<string, { readonly figure: Figure; readonly share: number; readonly intact: number } | undefined>();
  private readonly fit: Result<Pick<Fit, 'figures'>> | undefined;

  constructor(
    readonly intact: Circuit,
    private readonly whole: Broken,
    solve: SolveWarmed,
  ) {
    this.packages = packagesOf(intact);
    // With no reading at all a fit has what the parts' own spreads make of any figure.
    this.fit = changesInTime(intact) ? undefined : fitReadings(intact, [], { solve });
  }

  /** What a meter shows with this broken. */
  of(reading: FaultReading, broken: Broken): Expected {
    if (reading.kind === 'ohms') return this.ohms(reading.across, broken);
    if (reading.kind === 'farads') return this.farads(reading.across, broken);
    if (reading.kind === 'volts' && reading.atAmps !== undefined && typeof reading.across === 'string')
      return this.alone(reading.across, reading.atAmps, broken);
    return this.live(reading, broken);
  }

  /** Whether a name is of packages, which are lit by themselves. */
  isPackages(name: string): boolean {
    return packagesNamed(this.packages, name).length > 0;
  }

  /** A package, or packages in a row, by themselves from a bench supply. */
  alone(name: string, atAmps: number, broken: Broken): Expected {
    const packages = packagesNamed(this.packages, name);
    if (packages.length === 0) return this.junction(name, broken);
    const names = packages.map((one) => one.name);
    const bypassed = bypassedWithin(this.packages, broken, names);
    let volts = 0;
    let variance = 0;
    for (const one of packages) {
      if (bypassed.has(one.name)) continue;
      const part = partOf(this.intact, one.ref) as LedPart;
      const own = voltsAlone(part, one, atAmps, broken, this.intact);
      if (own === 'beyond') {
        const inParallel = this.parallelVolts(part, atAmps);
        if (inParallel === undefined || packages.length > 1) return 'beyond';
        volts += inParallel;
      } else volts += own;
      variance += (one.series * CHIP_SPREAD) ** 2;
    }
    return { value: volts, spread: Math.sqrt(variance) };
  }

  /** What is in parallel with an LED conducts in its place. */
  private parallelVolts(part: LedPart, atAmps: number): number | undefined {
    if ((part.parallel ?? 1) > 1) return ledVoltsAt(part, atAmps, { celsius: celsiusOf(this.intact, part) });
    const other = this.intact.parts.find(
      (one): one is LedPart => isKind(one, 'led') && one.ref !== part.ref && one.pins[0] === part.pins[0] && one.pins[1] === part.pins[1],
    );
    return other && ledVoltsAt(other, atAmps, { celsius: celsiusOf(this.intact, other) });
  }

  private junction(ref: string, broken: Broken): Expected {
    const part = partOf(this.intact, ref);
    if (!part) return 'beyond';
    const fault = faultAt(broken, ref);
    if (fault === 'open' || fault === 'joint') return 'beyond';
    if (fault === 'short') return { value: 0, spread: 0.02 };
    const isSchottky = 'type' in part && part.type === 'schottky';
    return { value: isSchottky ? SCHOTTKY_VOLTS : JUNCTION_VOLTS, spread: JUNCTION_SPREAD };
  }

  private ohms(name: string, broken: Broken): Expected {
    const [one] = packagesNamed(this.packages, name);
    const part = partOf(this.intact, name) ?? partOf(this.intact, one?.ref ?? '');
    if (!part) return 'beyond';
    const ref = one?.name ?? part.ref;
    const here = broken.faults.find(({ fault }) => fault.ref === ref || fault.part === name);
    if (broken.blown === part.ref) return 'beyond';
    const jointOhms = here?.fault.fault === 'joint' ? (here.step?.value ?? Number.POSITIVE_INFINITY) : 0;
    if (jointOhms > METER_OHMS) return 'beyond';
    if (deviceOf(part.kind).source) return { value: LEAD_OHMS + jointOhms, spread: Math.hypot(LEAD_SPREAD, USUAL_SHARE * jointOhms) };
    switch (here?.fault.fault) {
      case 'open':
        return 'beyond';
      case 'short':
        return { value: LEAD_OHMS, spread: LEAD_SPREAD };
      case 'leaky':
        return { value: here.step?.value ?? 0, spread: LEAKY_SHARE * (here.step?.value ?? 0) };
    }
    const as = here?.fault.fault === 'drift' && here.step ? ({ ...part, ...here.step.fields } as Part) : part;
    const own = deviceOf(part.kind).deadOhms?.(as);
    if (own === undefined || own > METER_OHMS) return 'beyond';
    const share = (part.tolerance ?? deviceOf(part.kind).toleranced?.(part).usual ?? USUAL_SHARE) / 2;
    return { value: own + jointOhms, spread: Math.hypot(share * own, LEAD_SPREAD) };
  }

  private farads(ref: string, broken: Broken): Expected {
    const part = partOf(this.intact, ref);
    if (!isKind(part, 'capacitor')) return 'beyond';
    const here = broken.faults.find(({ fault }) => fault.part === ref);
    const share = (part.tolerance ?? deviceOf(part.kind).toleranced?.(part).usual ?? USUAL_SHARE) / 2;
    switch (here?.fault.fault) {
      case 'open':
      case 'joint':
        return { value: 0, spread: 0.01 * part.farads };
      case 'short':
        return 'beyond';
      case 'leaky':
        return { value: part.farads, spread: LEAKY_SHARE * part.farads };
      case 'drift':
        return { value: here.step?.value ?? part.farads, spread: share * (here.step?.value ?? part.farads) };
      default:
        return { value: part.farads, spread: share * part.farads };
    }
  }

  private live(reading: FaultReading, broken: Broken): Expected {
    const known = this.figureOf(reading);
    if (!known) return 'beyond';
    const { figure, share, intact } = known;
    const value = this.valueIn(figure, broken);
    return {
      value,
      spread: Math.max(Math.max(LEAST_SHARE, share) * Math.abs(value), LEAST_OF_INTACT * Math.abs(intact)),
    };
  }

  private valueIn(figure: Figure, broken: Broken): number {
    const own = figureIn(broken.solution, figure);
    const sign = signOf(this.intact, figure);
    if (Number.isFinite(own)) return sign * own;
    // A part that is gone has the volts between the nets that it was on, and nothing flows through it.
    if (figure.of !== 'part' || figure.quantity !== 'volts') return 0;
    const [plus, minus] = (partOf(this.intact, figure.ref)?.pins ?? []) as readonly string[];
    const between = figureIn(broken.solution, { of: 'nets', plus: plus ?? '', minus: minus ?? '' });
    return Number.isFinite(between) ? between : 0;
  }

  private figureOf(reading: FaultReading) {
    const key = JSON.stringify([reading.kind, 'across' in reading ? reading.across : '', reading.statistic]);
    if (!this.figures.has(key)) this.figures.set(key, this.findFigure(reading));
    return this.figures.get(key);
  }

  private findFigure(reading: FaultReading) {
    const { value: _, uncertainty: __, id: ___, ...place } = withShownStatistic(reading, this.whole.solution);
    const figure = readingFigure(this.intact, { ...place, id: '-', value: 0, uncertainty: 1 } as EstimateReading);
    if (!figure) return undefined;
    const intact = this.valueIn(figure, this.whole);
    const [found] = this.fit?.ok ? this.fit.value.figures([figure]) : [];
    const share = found && Math.abs(found.value) > 0 ? found.uncertainty / Math.abs(found.value) : MAINS_SHARE;
    return { figure, share: Number.isFinite(share) ? Math.min(share, 1) : MAINS_SHARE, intact };
  }
}

/** What a meter shows of a part on mains, where the reading does not say. */
function withShownStatistic(reading: FaultReading, whole: Broken['solution']): FaultReading {
  const place = reading.kind === 'amps' ? reading.through : reading.kind === 'volts' ? reading.across : undefined;
  const volts = typeof place === 'string' && whole.regime !== 'dc' ? whole.parts[place]?.volts : undefined;
  return volts && reading.statistic === undefined ? { ...reading, statistic: shownStatistic(volts) } : reading;
}

/** The fault of a part or package in a broken circuit. */
export function faultAt(broken: Broken, name: string): Fault['fault'] | undefined {
  if (broken.blown === name) return 'open';
  return broken.faults.find(({ fault }) => fault.ref === name || fault.part === name)?.fault.fault;
}

const LEAK_ROUNDS = 20;

/** Volts of one package by itself at a current; `beyond` where nothing passes. */
function voltsAlone(
  part: LedPart,
  { name, series, parallel }: LedPackage,
  atAmps: number,
  broken: Broken,
  circuit: Circuit,
): number | 'beyond' {
  const around = { celsius: celsiusOf(circuit, part) };
  const at = (amps: number, dies = series) =>
    dies === 0 ? 0 : ledVoltsAt({ ...part, series: dies, parallel }, Math.max(amps, 1e-9), around);
  const here = broken.faults.find(({ fault }) => fault.ref === name && !fault.across);
  switch (here?.fault.fault) {
    case 'open':
    case 'joint':
      return 'beyond';
    case 'short':
      return at(atAmps, series - 1);
    case 'leaky': {
      const ohms = here.step?.value ?? Number.POSITIVE_INFINITY;
      // What the leak takes and what the chip takes are together what is sent.
      let [low, high] = [0, Math.min(at(atAmps), ohms * atAmps)];
      for (let round = 0; round < LEAK_ROUNDS; round++) {
        const volts = (low + high) / 2;
        if (at(atAmps - volts / ohms) > volts) low = volts;
        else high = volts;
      }
      return (low + high) / 2;
    }
    default:
      return at(atAmps);
  }
}
