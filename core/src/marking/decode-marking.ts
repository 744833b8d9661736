import { resistorBands } from './bands/definition.ts';
import { capacitorCode } from './capacitor-code/definition.ts';
import { inductorCode } from './inductor-code/definition.ts';
import { packageName } from './package/definition.ts';
import type { MarkingFamily, MarkingReading } from './reading.ts';
import { resistorCode } from './resistor-code/definition.ts';

/** Every family of markings that can be read. A new family is one folder and one line here. */
export const MARKING_FAMILIES: readonly MarkingFamily[] = [resistorBands, resistorCode, capacitorCode, inductorCode, packageName];

/** Characters; six bands by their names have fifty. */
const LONGEST_MARKING = 100;

/**
 * What a marking can mean, likeliest first.
 *
 * @param kind only this family; every family where left out
 * @returns an empty list when no family knows the text
 */
export function decodeMarking(text: string, kind?: string): readonly MarkingReading[] {
  if (text.length > LONGEST_MARKING) return [];
  return MARKING_FAMILIES.filter((family) => kind === undefined || family.kind === kind).flatMap((family) => family.decode(text) ?? []);
}
