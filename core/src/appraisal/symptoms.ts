import { isSymptom, type Observation, saysItWorks } from '../diagnosis/index.ts';
import type { Specimen } from '../tape/index.ts';

/** What was said to be wrong with a specimen since it last worked, the last word on each. */
export function symptomsOf(specimen: Specimen): readonly Observation[] {
  const said = new Map<string, Observation>();
  for (const { entry } of specimen.observed) {
    for (const thing of entry.things) {
      if (saysItWorks(thing)) said.clear();
      // What it does not do is no symptom, and takes back what was said of it before.
      else if (thing.kind === 'lights' ? thing.of === 'all' : !('of' in thing)) said.set(thing.kind, thing);
    }
  }
  return [...said.values()].filter(isSymptom);
}

/** What was read so long before somebody said that it does not work was of the same thing, ms: one sitting. */
const ONE_SITTING_MS = 3_600_000;

/** The ids of all entries of the time in which it has not worked; empty while it works. */
export function entriesWhileFaulty(specimen: Specimen): ReadonlySet<string> {
  if (symptomsOf(specimen).length === 0) return new Set();
  const { tape } = specimen;
  const worked = tape.findLastIndex(({ entry, struck }) => !struck && entry.kind === 'observed' && entry.things.some(saysItWorks));
  const said = tape.findIndex(
    ({ entry, struck }, index) => index > worked && !struck && entry.kind === 'observed' && entry.things.some(isSymptom),
  );
  const from = Date.parse(tape[said]?.entry.at ?? '') - ONE_SITTING_MS;
  return new Set(tape.filter(({ entry }, index) => index > worked && Date.parse(entry.at) >= from).map(({ entry }) => entry.id));
}
