import {
  type Dangers,
  type Gate,
  type GateItem,
  gatesFor,
  isDangerous,
  type PoweringFacts,
  type PoweringPart,
  poweringFor,
} from '../caution/index.ts';
import { partsOfKind } from '../circuit/index.ts';
import { type Chemistry, deviceOf, isKind, isRechargeableLithium } from '../device/index.ts';
import { isAlternating } from '../solve/index.ts';
import type { Specimen } from '../tape/index.ts';

/** A pause of so long ends a sitting: whoever comes back looks at the bench anew. */
const SITTING_GAP_SECONDS = 4 * 3600;
/** Volts from here up come from a socket, unless said otherwise. */
const SOCKET_VOLTS = 90;
/** Sizes and names of cells, as boxes print them; “alkaline” is none of lithium. */
const LITHIUM_WORDS = /\bli[- ]?(?:ion|po)|\blithium[- ]ion|\blifepo4|\b(?:18650|21700|26650|14500|16340|10440)\b/i;
const COIN_WORDS = /\b(?:CR|LR|SR|AG)-?\s?\d{1,4}\b|\b(?:coin|button)\b/i;
/** Lithium cells that are not charged: in sizes of alkaline ones. */
const PRIMARY_WORDS = /\bA{2,4}\b|\bFR-?\d/i;
/** Names like a coin cell's, of cells that are none. */
const ROUND_WORDS = /\b(?:LR0?3|LR6|LR14|LR20|CR123A?|CR2)\b/i;

/** What is dangerous about the specimen, by its parts and by what is claimed of it. */
export function dangersOf(specimen: Specimen): Dangers {
  const { parts } = specimen.circuit;
  const claimed = (field: string) => specimen.claims.filter((claim) => claim.field === field).map(({ value, upTo }) => upTo ?? value);
  const readings = [...specimen.readings, ...specimen.modes.flatMap((mode) => mode.readings)];
  const read = readings.flatMap(({ entry }) =>
    entry.place.at === 'in' ? entry.figures.filter(({ unit }) => unit === 'volts').map(({ value }) => Math.abs(value)) : [],
  );
  const fed = parts.flatMap((part) => {
    const { source } = deviceOf(part.kind);
    return source && !source.isCell ? [source.volts(part)] : [];
  });
  const volts = Math.max(0, ...claimed('volts'), ...read, ...fed);
  const packs = partsOfKind(specimen.circuit, 'battery');
  const words = specimen.claimTexts.filter(({ field }) => field === 'battery').map(({ text }) => text);
  return {
    volts,
    alternating: isAlternating(specimen.circuit) || volts >= SOCKET_VOLTS,
    supplyNotIsolated: specimen.facts.get('supply-isolation') === 'not isolated',
    lithium: packs.some(({ chemistry }) => isRechargeableLithium(chemistry)) || words.some((text) => saysLithium(text)),
    coin:
      packs.some(({ chemistry, size }) => chemistry === 'lithium-coin' || size === 'LR44') ||
      words.some((text) => COIN_WORDS.test(text) && !ROUND_WORDS.test(text)),
    lumens: Math.max(0, ...claimed('lumens')),
    watts: Math.max(0, ...claimed('watts')),
  };
}

/** The same for the choice of a first source. */
/** @param circuitAmps what its supply delivers by the trace, where that was solved */
export function poweringFacts(specimen: Specimen, circuitAmps?: number): PoweringFacts {
  const { volts, alternating, watts } = dangersOf(specimen);
  const amps = specimen.claims.find(({ field }) => field === 'amps')?.value;
  const cells =
    partsOfKind(specimen.circuit, 'battery').length > 0 ||
    specimen.claimTexts.some(({ field }) => field === 'battery') ||
    specimen.claims.some(({ field }) => field === 'cells');
  const mains = isDangerous(volts ?? 0, alternating);
  // Nothing flows in a trace that is not whole, and mains currents are read at the plug.
  const known = circuitAmps !== undefined && circuitAmps > 0 && !mains ? circuitAmps : undefined;
  return {
    volts: volts || undefined,
    watts: watts || undefined,
    amps,
    mains,
    cells,
    circuitAmps: known,
    parts: poweringParts(specimen.circuit),
  };
}

function poweringParts({ parts }: Specimen['circuit']): readonly PoweringPart[] {
  return parts.flatMap((part): PoweringPart[] => {
    const { ref } = part;
    if (isKind(part, 'ac') && !isDangerous(part.voltsRms, true)) return [{ of: 'generator', ref }];
    if (isKind(part, 'dc') && /usb/i.test(part.note ?? '')) return [{ of: 'usb', ref }];
    if (isKind(part, 'dc')) return [{ of: 'adapter', ref }];
    if (isKind(part, 'converter')) return [{ of: 'converter', ref, mostVolts: part.outVolts }];
    if (isKind(part, 'capacitor'))
      return [{ of: 'store', ref, farads: part.farads, ...(part.rated?.volts !== undefined && { volts: part.rated.volts }) }];
    return [];
  });
}

/** What a bench supply may give the specimen. */
export interface SupplyLimits {
  readonly volts: number;
  readonly amps: number;
}

/** The limits that First light computes for a bench supply, or why there are none. */
export function supplyLimitsOf(specimen: Specimen): SupplyLimits | { readonly refused: string } {
  const facts = poweringFacts(specimen);
  if (facts.mains)
    return { refused: 'This runs on mains: it meets its own supply through an in-line meter, never a bench supply’s direct volts.' };
  const { volts, limitAmps } = poweringFor(facts);
  if (volts === undefined) return { refused: 'First light knows no volts yet: claim what body or box says, as “claim 5v body”.' };
  if (limitAmps === undefined)
    return { refused: 'First light knows no current yet, so there is no limit to set: claim watts or milliamps, as “claim 1w listing”.' };
  return { volts, amps: limitAmps };
}

/**
 * When the present sitting began, in milliseconds of the epoch: the first entry that no long pause follows.
 *
 * @param now ISO 8601
 */
export function sittingSince(specimen: Specimen, now: string): number {
  let since = Date.parse(now);
  for (const { entry } of [...specimen.tape].reverse()) {
    const at = Date.parse(entry.at);
    if (since - at > 1000 * SITTING_GAP_SECONDS) break;
    since = Math.min(since, at);
  }
  return since;
}

/** A gate with what of it is confirmed in this sitting. */
export interface OpenGate {
  readonly gate: Gate;
  readonly missing: readonly GateItem[];
}

/** The gates before the specimen's next powering that are not wholly confirmed in this sitting. */
export function gatesOf(specimen: Specimen, now: string): readonly OpenGate[] {
  const since = sittingSince(specimen, now);
  return gatesFor(dangersOf(specimen)).flatMap((gate) => {
    const confirmed = specimen.confirmed.filter((entry) => entry.gate === gate.code && Date.parse(entry.at) >= since);
    const missing = gate.items.filter(({ code }) => !confirmed.some(({ item }) => item === code));
    return missing.length > 0 ? [{ gate, missing }] : [];
  });
}

/** “Lithium” by itself is a cell that is charged, unless a coin's or another cell's name stands beside it. */
function saysLithium(text: string): boolean {
  const isOther = [COIN_WORDS, ROUND_WORDS, PRIMARY_WORDS].some((names) => names.test(text));
  return LITHIUM_WORDS.test(text) || (/\blithium\b/i.test(text) && !isOther);
}

/** The cells of a specimen, each chemistry once: their cautions are their own. */
export function chemistriesOf({ circuit, claimTexts }: Specimen): readonly Chemistry[] {
  const traced = partsOfKind(circuit, 'battery').flatMap(({ chemistry }) => chemistry ?? []);
  const claimed = claimTexts.filter(({ field }) => field === 'battery').map(({ text }) => text);
  const named: readonly Chemistry[] = claimed.flatMap((text): readonly Chemistry[] => {
    if (saysLithium(text)) return [/lifepo4/i.test(text) ? 'lifepo4' : 'li-ion'];
    if (/\bCR-?\s?\d{4}\b/i.test(text)) return ['lithium-coin'];
    if (/ni-?mh/i.test(text)) return ['nimh'];
    if (/ni-?ca?d/i.test(text)) return ['nicd'];
    return /alkaline|\bLR\d/i.test(text) ? ['alkaline'] : [];
  });
  return [...new Set([...traced, ...named])];
}
