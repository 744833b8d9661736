import type { Share } from '../drive/index.ts';
import { type Consequence, consequencesOf, isMended, whyDied } from './consequences.ts';
import type { Diagnosis } from './diagnose.ts';
import type { FaultBench } from './fault-bench.ts';
import { stringMapOf } from './string-map.ts';
import { type Surge, surgeOf } from './surge.ts';
import { type Worth, worthOf } from './worth.ts';

/** What the likeliest fault did, what mending it does, and whether that is worth it. */
export interface Aftermath {
  readonly consequences: readonly Consequence[];
  /** Where a contact may be bad on mains. */
  readonly surge?: Surge;
  readonly why: readonly Share[];
  readonly worth?: Worth;
}

/** A loose contact so likely, or a sign of one, asks what it does when it closes. */
const LOOSE_FROM = 0.02;

/**
 * @param unsafe findings that mending does not take away, in words
 */
export function aftermathOf(bench: FaultBench, diagnosis: Diagnosis, unsafe: readonly string[]): Aftermath {
  const [first] = diagnosis.faults;
  const fault = first?.faults[0];
  if (!fault) return { consequences: [], why: [] };
  const map = stringMapOf(bench.circuit, diagnosis.evidence);
  const dead = first.faults.map(({ ref }) => ref).filter((ref) => map.some(({ name }) => name === ref));
  const worn = map.filter(({ state, name }) => !dead.includes(name) && (state === 'dim' || state === 'short')).map(({ name }) => name);
  const consequences = dead.length > 0 ? consequencesOf(bench, dead, worn) : [];
  const [asBuilt] = consequencesOf(bench, []);
  const mended = consequences.find(isMended) ?? asBuilt;
  const isLoose =
    diagnosis.faults.some(({ faults, probability }) => probability > LOOSE_FROM && faults.some(({ fault: how }) => how === 'joint')) ||
    diagnosis.evidence.some((item) => 'value' in item && (item.kind === 'tapped' || item.kind === 'flickers') && item.value === true);
  const surge = isLoose ? surgeOf(bench.circuit, bench.whole.solution) : undefined;
  return {
    consequences,
    ...(surge?.ok && surge.value && { surge: surge.value }),
    why: whyDied(bench, fault.part),
    ...(mended && { worth: worthOf(bench, fault, mended, { worn, unsafe }) }),
  };
}
