import { divide, multiply, sayAbout } from '../../quantity/index.ts';
import type { EntryOf } from '../../tape/index.ts';
import { dangersOf } from '../../verdict/index.ts';
import { list, type WriteUpBlock } from '../block.ts';
import type { WriteUpFacts } from '../facts.ts';

/** What was read at its supply, and what a person noticed. */
export function writeFirstLight({ specimen }: WriteUpFacts): readonly WriteUpBlock[] {
  const { alternating } = dangersOf(specimen);
  const lines = specimen.readings.filter(({ entry, rework }) => rework === 0 && entry.place.at === 'in');
  const noticed = specimen.senses
    .filter(({ rework }) => rework === 0)
    .map(({ entry: { id, of, text } }) => ({ key: `first-light.${id}`, text: `Noticed, ${of}: ${text}.`, from: [id] }));
  return list([
    ...lines.map(({ entry }) => ({
      key: `first-light.${entry.id}`,
      text: `At the supply: ${entry.figures.map(({ value, uncertainty, unit, statistic }) => `${statistic ? `${statistic} ` : ''}${unit === 'one' ? 'power factor ' : ''}${sayAbout({ value, uncertainty }, unit)}`).join('; ')}.${alternating ? sayApparent(entry) : ''}`,
      from: [entry.id],
    })),
    ...noticed,
  ]);
}

/** On alternating current volts times amps are not the watts: what share of them is. */
function sayApparent({ figures }: EntryOf<'reading'>): string {
  const of = (wanted: string) => figures.find(({ unit }) => unit === wanted);
  const [volts, amps, watts] = [of('volts'), of('amps'), of('watts')];
  if (!volts || !amps || !watts || of('one') || !(volts.value * amps.value > 0)) return '';
  const apparent = multiply(volts, amps);
  return ` Volts times amps are ${sayAbout(apparent, 'voltAmps')}: a power factor of ${sayAbout(divide(watts, apparent), 'one')}.`;
}

/** How it opens, in the order that was done. */
export function writeOpening({ specimen }: WriteUpFacts): readonly WriteUpBlock[] {
  return list(
    specimen.steps.map((step) => ({ key: `opening.${step.id}`, text: sayStep(step), from: [step.id] })),
    true,
  );
}

function sayStep({ text, heldBy, tool, risk, reversible, keeps }: EntryOf<'step'>): string {
  const more = [
    heldBy && `held by ${heldBy}`,
    tool && `with ${tool}`,
    keeps && `comes loose: ${keeps}`,
    risk && `mind: ${risk}`,
    reversible === false && 'cannot be undone',
  ].filter(Boolean);
  return more.length === 0 ? text : `${text} (${more.join('; ')})`;
}
