import { isDangerous } from '../caution/index.ts';
import type { Circuit } from '../circuit/index.ts';
import { isKind, type Part } from '../device/index.ts';
import {
  type GeneratorPower,
  generatorPower,
  type OtherSource,
  otherSources,
  type StoreDetails,
  storeDetails,
  storeIn,
} from '../energy/index.ts';
import type { Fit } from '../estimate/index.ts';

/** What the source could give, and what the gadget would do on another one. */
export interface SourceDetails {
  readonly ref: string;
  /** The source as it is, then in other states and others in its place. */
  readonly others: readonly OtherSource[];
  readonly generator?: GeneratorPower;
  readonly store?: StoreDetails;
}

/**
 * Of mains there is no other; what a lamp does on another country's is for Rework.
 *
 * @param hours on one set of its cells as they are, where that is known
 */
export function sourceDetails(
  circuit: Circuit,
  fit: Fit,
  supply: Part | undefined,
  ledRef: string | undefined,
  hours: number | undefined,
): SourceDetails | undefined {
  if (!supply || (isKind(supply, 'ac') && isDangerous(supply.voltsRms, true))) return undefined;
  const { ref } = supply;
  const generator = generatorPower(circuit, fit.solution, ref);
  const largest = storeIn(circuit);
  const store = largest && ledRef !== undefined ? storeDetails(circuit, largest, ledRef) : undefined;
  const others = otherSources(circuit, ref).map((one) => (one.change.is === 'as-found' && hours !== undefined ? { ...one, hours } : one));
  if (others.length < 2 && !generator && !store?.ok) return undefined;
  return { ref, others, ...(generator && { generator }), ...(store?.ok && { store: store.value }) };
}
