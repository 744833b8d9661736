import type { EntryOf, Sense, Specimen } from '../tape/index.ts';

/** What a person notices without a meter, as it is now, and as it was in the state before. */
export interface Noticed {
  readonly of: Sense;
  readonly before?: EntryOf<'sense'>;
  readonly after?: EntryOf<'sense'>;
}

/** The last word on each sense since the last rework, beside the last one before it. */
export function noticedSince({ senses, state }: Pick<Specimen, 'senses' | 'state'>, kinds: readonly Sense[]): readonly Noticed[] {
  return kinds.map((of) => {
    const last = (isIn: (rework: number) => boolean) => senses.findLast(({ entry, rework }) => entry.of === of && isIn(rework))?.entry;
    const [before, after] = [last((rework) => rework < state), last((rework) => rework === state)];
    return { of, ...(before && { before }), ...(after && { after }) };
  });
}
