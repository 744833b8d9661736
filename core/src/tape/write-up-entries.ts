import { z } from 'zod';

/** The sections of a write-up, in the order of the work: those of the stages, and three of their own. */
export const WRITE_UP_SECTIONS = [
  'claim',
  'first-light',
  'opening',
  'trace',
  'readings',
  'drive',
  'findings',
  'diagnosis',
  'rework',
  'proof',
  'write-up',
  'unknown',
] as const;
export type WriteUpSectionId = (typeof WRITE_UP_SECTIONS)[number];

/** For the owner, on one page; for a reader; with every table and step. */
export const WRITE_UP_LENGTHS = ['slip', 'review', 'full'] as const;
export type WriteUpLength = (typeof WRITE_UP_LENGTHS)[number];

export const WRITE_UP_FIGURES = ['circuit', 'watt-plan', 'ruler', 'waves', 'heat-path', 'string-map'] as const;
export type WriteUpFigure = (typeof WRITE_UP_FIGURES)[number];

/** Names a sentence of the write-up, the same for the same fact. */
const sentenceKeySchema = z.string().min(1).max(160);

/** Own words in place of a sentence; empty brings the sentence back. */
export const WORDING = {
  of: sentenceKeySchema,
  text: z.string().max(4000),
  /** The sentence as it was then: where it is another one now, its facts have changed. */
  instead: z.string().max(4000),
};

/** How the write-up is laid out; what is left out stays as it was. */
export const LAYOUT = {
  length: z.enum(WRITE_UP_LENGTHS).optional(),
  /** Sections in this order; those not named follow in theirs. */
  order: z.array(z.enum(WRITE_UP_SECTIONS)).max(WRITE_UP_SECTIONS.length).optional(),
  leftOut: z.array(z.enum(WRITE_UP_SECTIONS)).max(WRITE_UP_SECTIONS.length).optional(),
  figures: z.array(z.enum(WRITE_UP_FIGURES)).max(WRITE_UP_FIGURES.length).optional(),
  /** Photos that are shown, by their entries, each with its caption. */
  pictures: z
    .array(z.strictObject({ picture: z.string().min(8).max(64), caption: z.string().max(300).optional() }))
    .max(60)
    .optional(),
};

/** The last word on each part of the layout. */
export interface WriteUpLayout {
  readonly length: WriteUpLength;
  readonly order: readonly WriteUpSectionId[];
  readonly leftOut: readonly WriteUpSectionId[];
  readonly figures: readonly WriteUpFigure[];
  readonly pictures: readonly { readonly picture: string; readonly caption?: string }[];
}

export const USUAL_LAYOUT: WriteUpLayout = {
  length: 'review',
  order: WRITE_UP_SECTIONS,
  leftOut: [],
  figures: ['circuit', 'watt-plan', 'ruler', 'heat-path', 'string-map'],
  pictures: [],
};

/** A layout with what an entry says of it; every section stands in it once. */
export function withLayout(layout: WriteUpLayout, said: Partial<WriteUpLayout>): WriteUpLayout {
  const order = [...new Set([...(said.order ?? layout.order), ...WRITE_UP_SECTIONS])];
  return {
    length: said.length ?? layout.length,
    order,
    leftOut: said.leftOut ?? layout.leftOut,
    figures: said.figures ?? layout.figures,
    pictures: said.pictures ?? layout.pictures,
  };
}
