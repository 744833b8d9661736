import { type Circuit, type LedPackage, packagesOf, partsOfKind, suppliesOf } from '../circuit/index.ts';
import { type Drifted, deviceOf, type Failure, isKind, type Part, ratedChipAmps } from '../device/index.ts';
import { sharesOf } from '../drive/index.ts';
import type { Solution } from '../solve/index.ts';

/** `joint`: its joint, crimp or contact is open or of high ohms. */
export type FaultKind = Failure | 'joint';

/** One thing that can be broken. */
export interface Fault {
  /** The part, or the package of a row. */
  readonly ref: string;
  readonly fault: FaultKind;
  /** The part of the circuit that it is of. */
  readonly part: string;
  /** How likely before anything was seen, next to one chip that goes open undriven. */
  readonly weight: number;
  /** Of a package: its dies. */
  readonly dies?: Pick<LedPackage, 'series' | 'parallel'>;
  /** What it may have come to, from the least on: drifted values, or ohms of a leak or a joint. */
  readonly steps: readonly Drifted[];
  /** Of what is shorted by something that conducts across it from end to end: its dies in series, by the parts that they are of. */
  readonly across?: readonly { readonly part: string; readonly series: number }[];
}

/**
 * Joints, next to one chip that goes open: what is crimped, pressed or screwed for the user is handled, and what is
 * soldered once is not. Like the weights of parts they only begin a diagnosis.
 */
const JOINT_WEIGHTS = { cells: 4, lead: 2, switch: 1, led: 0.3, other: 0.15 } as const;
/** Ohms of a bad joint, next to those that the whole gadget has at its supply. */
const JOINT_SHARES = [0.1, 0.4, 2, 20] as const;
/** A cold joint that still conducts makes itself felt from about twice what all else has. */
const SOLDERED_SHARES = [2] as const;
/** Beyond any meter's range. */
const OPEN_OHMS = 1e8;
/** A supply that delivers nothing has no ohms of its own to tell a joint by. */
const USUAL_LOAD_OHMS = 100;

/** A part at half its rating fails as often as its weight says; the harder driven the more often, within these limits. */
const [AT_SHARE, STRESS_POWER, LEAST_STRESS, MOST_STRESS] = [0.5, 2, 0.5, 4];

/**
 * Every single fault of a circuit with how likely it is before anything was seen: by kind and body from the parts'
 * definitions, times how hard each is driven in the intact circuit.
 */
export function faultsOf(circuit: Circuit, intact: Solution): readonly Fault[] {
  const packages = packagesOf(circuit);
  const stress = stressFactors(circuit, intact);
  return circuit.parts.flatMap((part) => {
    const factor = stress.get(part.ref) ?? 1;
    const own = packages.filter(({ ref }) => ref === part.ref);
    if (own.length === 0) return [...failuresOf(part, part.ref, factor), ...jointOf(circuit, intact, part, part.ref)];
    return own.flatMap(({ name, series, parallel }) =>
      [...failuresOf(part, name, factor), ...jointOf(circuit, intact, part, name)].map((fault) => ({
        ...fault,
        dies: { series, parallel },
      })),
    );
  });
}

function failuresOf(part: Part, name: string, factor: number): readonly Fault[] {
  return deviceOf(part.kind).fails.map((mode): Fault => {
    const steps =
      mode.how === 'drift'
        ? mode.drifted(part)
        : mode.how === 'leaky'
          ? mode.ohms.map((ohms): Drifted => ({ fields: {}, value: ohms, unit: 'ohms' }))
          : [];
    return { ref: name, fault: mode.how, part: part.ref, weight: factor * mode.weight, steps };
  });
}

function jointOf(circuit: Circuit, intact: Solution, part: Part, name: string): readonly Fault[] {
  const { source } = deviceOf(part.kind);
  const weight = source
    ? source.isCell
      ? JOINT_WEIGHTS.cells
      : JOINT_WEIGHTS.lead
    : isKind(part, 'switch')
      ? JOINT_WEIGHTS.switch
      : isKind(part, 'led')
        ? JOINT_WEIGHTS.led
        : JOINT_WEIGHTS.other;
  const isHandled = source !== undefined || isKind(part, 'switch');
  const load = loadOhms(circuit, intact);
  const ohms = [...(isHandled ? JOINT_SHARES : SOLDERED_SHARES).map((share) => share * load), OPEN_OHMS];
  return [{ ref: name, fault: 'joint', part: part.ref, weight, steps: ohms.map((value) => ({ fields: {}, value, unit: 'ohms' })) }];
}

/** Volts over amps at the supply. */
function loadOhms(circuit: Circuit, { supplies }: Solution): number {
  const [supply] = suppliesOf(circuit).flatMap(({ ref }) => supplies[ref] ?? []);
  return supply && supply.ampsRms > 0 ? supply.voltsRms / supply.ampsRms : USUAL_LOAD_OHMS;
}

function stressFactors(circuit: Circuit, intact: Solution): ReadonlyMap<string, number> {
  const worst = new Map<string, number>();
  for (const { ref, share } of sharesOf(circuit, intact)) worst.set(ref, Math.max(worst.get(ref) ?? 0, share));
  for (const part of partsOfKind(circuit, 'led'))
    worst.set(part.ref, intact.leds[part.ref] ? (intact.leds[part.ref]?.chip.amps.avg ?? 0) / ratedChipAmps(part).value : AT_SHARE);
  return new Map(
    [...worst].map(([ref, share]) => [ref, Math.min(MOST_STRESS, Math.max(LEAST_STRESS, (share / AT_SHARE) ** STRESS_POWER))]),
  );
}

/** Names a fault among all of a circuit. */
export function faultKey({ ref, fault }: Pick<Fault, 'ref' | 'fault'>): string {
  return `${ref} ${fault}`;
}
