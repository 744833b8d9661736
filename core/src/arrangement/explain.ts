import { type Circuit, switchingStageOf } from '../circuit/index.ts';
import type { Part, PartKind } from '../device/index.ts';
import { formatSignificant } from '../quantity/index.ts';
import type { Arrangement, ArrangementCode, Assumption, Role } from './arrangement.ts';
import { usualCircuit } from './usual.ts';

/** A piece of a sentence: words, or parts by their refs. */
export type Phrase = { readonly words: string } | { readonly refs: readonly string[] };

/** Why it is that, and what follows. */
const REASONS: Readonly<Record<ArrangementCode, string>> = {
  'resistor-ballast': 'Each string has its own resistor, which takes what the string leaves of the supply and so sets its current.',
  'shared-resistor':
    'One resistor feeds several LEDs in parallel: it sets what they take together, and how they share it is left to their own spread.',
  direct: 'Nothing but the source itself limits the current; fresh cells drive hardest.',
  'resistive-dropper': 'The resistor takes most of the mains and turns it into heat; the string gets the rest.',
  'capacitive-dropper': 'The capacitor passes a current set by its size and the mains, nearly whatever the string; it makes no heat of it.',
  'linear-sink': 'The chip holds the current where it was set, and dissipates what volts are left over.',
  'step-up': 'A coil is charged from the source and lets go above it, so that the string may want more volts than there are.',
  'step-down': 'A coil between a switch and the string passes on power at fewer volts, with little heat.',
  'module-converter': 'A converter of its own sets volts and a limit of current; its source sees power, not current.',
  'transistor-switch': 'A transistor lets the current through or not; its control current is small beside it.',
  'transistor-sink':
    'One transistor carries the current; the other takes its drive away as soon as the drop over the sense resistor turns it on, at about 0.65 V.',
  'back-to-back': 'Two LEDs the other way round light in turn with the direction of the current, and guard each other from reverse volts.',
  multiplex: 'A few wires light many LEDs, two at a time: each is on for a share of the time, and brighter then.',
  rectifier: 'The light goes to nothing between the half waves: no store bridges them.',
  'smoothed-rectifier': 'A store bridges the gaps between half waves, and charges in short peaks.',
  'parallel-strings': 'Strings share by what volts each needs; a resistor in each makes the shares even.',
  'parallel-regulators': 'Regulators add their currents; an uneven pair is no harm to the string.',
  flasher: 'Each transistor holds the other off until its capacitor has run through its resistor.',
};

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  source: 'fed from',
  fuse: 'fused by',
  'surge-resistor': 'inrush limited by',
  dropper: 'dropped by',
  bleeder: 'discharged by',
  rectifier: 'rectified by',
  reservoir: 'stored in',
  ballast: 'held back by',
  sense: 'set by',
  regulator: 'regulated by',
  switch: 'switched by',
  'base-resistor': 'controlled through',
  inductor: 'carried over by',
  string: 'lighting',
};

/** What a usual part is there for: the reason why its absence matters. */
const MISSING_WORDS: Readonly<Partial<Record<Role, string>>> = {
  bleeder: 'no bleeder: it can hold its charge long after it is unplugged',
  'surge-resistor': 'no surge resistor: switching on at the peak of the mains goes through everything',
  fuse: 'no fuse: nothing but the wires ends a short',
  ballast: 'no resistor: the spread of the LEDs and of the source decides the current',
  'base-resistor': 'no resistor at the base: what controls it is not limited',
  string: 'no LED of its own was found',
};

/** What is missing of an arrangement, and what that means for it. */
export function sayMissing(role: Role, of: ArrangementCode): string {
  if (role === 'ballast' && of === 'parallel-strings') return 'no resistor in each: the one with the lowest volts takes most';
  return MISSING_WORDS[role] ?? `no ${role.replace(/-/g, ' ')}`;
}

const ASSUMPTIONS: Readonly<Record<Assumption, string>> = {
  'rest-over-ohms': '(volts over the branch − string volts) ÷ ohms',
  'half-wave-over-string': 'constant string volts: the part of each half wave above them, over the resistance',
  'charge-one-way': 'one way of the charge reaches the string: f·C·(2·peak − string volts)',
  'charge-both-ways': 'every half wave charges the dropper by twice its peak less the string: 4·f·C·(peak − string volts)',
  'in-regulation': 'the sink is in regulation, above its dropout',
  'second-transistor': 'the second transistor turns on at 0.65 V: 0.65 V ÷ sense ohms',
};

/** A short reasoned paragraph, with the parts in it by their refs. */
export function explainArrangement({ code, roles, estimate }: Arrangement): readonly Phrase[] {
  const phrases: Phrase[] = [{ words: `${REASONS[code]} Here: ` }];
  const said = (Object.keys(ROLE_WORDS) as Role[]).filter((role) => (roles[role]?.length ?? 0) > 0);
  said.forEach((role, index) => {
    phrases.push({ words: `${index === 0 ? '' : ', '}${ROLE_WORDS[role]} ` }, { refs: roles[role] as readonly string[] });
  });
  phrases.push({ words: '.' });
  if (estimate && Number.isFinite(estimate.chipAmps))
    phrases.push({
      words: ` By hand about ${formatSignificant(1000 * estimate.chipAmps, 3)} mA a chip: ${ASSUMPTIONS[estimate.assumes]}.`,
    });
  return phrases;
}

export interface Difference {
  /** Usual, and not here. */
  readonly missing: readonly Role[];
  /** Here, and with no role in it. */
  readonly unusual: readonly string[];
}

/** Parts that belong anywhere and say nothing of the arrangement. */
const ANYWHERE: readonly PartKind[] = ['switch', 'fuse'];

/**
 * What tells a traced circuit from the usual one: by its own account, and by parts that no arrangement found in it has
 * a role for and that are of no kind which the usual one has. What is not joined to anything yet is no part of it yet.
 */
export function differenceOf(arrangement: Arrangement, all: readonly Arrangement[], circuit: Circuit): Difference {
  const { parts } = circuit;
  const stage = switchingStageOf(circuit);
  const withRole = new Set(all.flatMap(({ roles }) => Object.values(roles).flat()));
  const ends = parts.flatMap(({ pins }) => pins as readonly string[]);
  const isJoined = (net: string) => ends.filter((other) => other === net).length > 1;
  const usual = new Set<PartKind>([...ANYWHERE, ...usualCircuit(arrangement.code).parts.map(({ kind }) => kind)]);
  // A capacitor at the input or the output of a converter is usual, whatever else is.
  const converters = parts.flatMap((part) => (part.kind === 'converter' ? [new Set<string>(part.pins)] : []));
  const smooths = ({ kind, pins }: Part) => kind === 'capacitor' && converters.some((its) => pins.every((net) => its.has(net)));
  const others = parts
    .filter((part) => !smooths(part))
    .filter(
      ({ ref, kind, pins }) => !withRole.has(ref) && !stage.has(ref) && !usual.has(kind) && (pins as readonly string[]).every(isJoined),
    );
  return { missing: arrangement.missing, unusual: [...new Set([...arrangement.unusual, ...others.map(({ ref }) => ref)])] };
}
