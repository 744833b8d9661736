import type { Uncertain, Unit } from '../quantity/index.ts';
import { formatEngineering, formatUncertain } from '../quantity/index.ts';
import type { WriteUpFigure, WriteUpSectionId } from '../tape/index.ts';

/** Own words that stand in place of a sentence. */
export interface OwnWording {
  readonly text: string;
  /** The sentence when they were written, where it is another one now: its facts have changed. */
  readonly was?: string;
}

/** A sentence from the facts. */
export interface Sentence {
  /** The same for the same fact, whatever its figures. */
  readonly key: string;
  readonly text: string;
  /** The tape entries that it rests on, where it is some and not all. */
  readonly from: readonly string[];
  readonly own?: OwnWording;
}

interface Placed {
  /** Only at full length. */
  readonly full?: true;
}

export type WriteUpBlock = Placed &
  (
    | { readonly kind: 'sentence'; readonly sentence: Sentence }
    | { readonly kind: 'list'; readonly ordered: boolean; readonly sentences: readonly Sentence[] }
    | { readonly kind: 'table'; readonly key: string; readonly head: readonly string[]; readonly rows: readonly (readonly string[])[] }
    | { readonly kind: 'figure'; readonly figure: WriteUpFigure; readonly caption: string }
    | { readonly kind: 'picture'; readonly picture: PictureBlock }
    /** Markdown of the user's own. */
    | { readonly kind: 'own'; readonly markdown: string }
  );

/** A photo that was chosen, with the notes stuck into it. */
export interface PictureBlock {
  readonly id: string;
  readonly hash: string;
  readonly mediaType: 'image/jpeg' | 'image/png' | 'image/webp';
  readonly width: number;
  readonly height: number;
  readonly caption: string;
  readonly pins: readonly { readonly x: number; readonly y: number; readonly text: string }[];
}

/** A section as it is written out: of a stage, or of the slip. */
export interface WriteUpSection {
  readonly id: WriteUpSectionId | SlipSectionId;
  readonly title: string;
  readonly blocks: readonly WriteUpBlock[];
}

export const SLIP_SECTIONS = ['slip-wrong', 'slip-done', 'slip-watch', 'slip-not'] as const;
export type SlipSectionId = (typeof SLIP_SECTIONS)[number];

export function sentence(key: string, text: string, from: readonly string[] = []): WriteUpBlock {
  return { kind: 'sentence', sentence: { key, text: oneLine(text), from } };
}

/** Nothing where there are no sentences. */
export function list(
  sentences: readonly { readonly key: string; readonly text: string; readonly from?: readonly string[] }[],
  ordered = false,
): readonly WriteUpBlock[] {
  if (sentences.length === 0) return [];
  return [{ kind: 'list', ordered, sentences: sentences.map(({ key, text, from = [] }) => ({ key, text: oneLine(text), from })) }];
}

/** Nothing where there are no rows. */
export function table(key: string, head: readonly string[], rows: readonly (readonly string[])[]): readonly WriteUpBlock[] {
  return rows.length === 0 ? [] : [{ kind: 'table', key, head, rows: rows.map((row) => row.map(oneLine)) }];
}

/** The same blocks, said only at full length. */
export function inFull(blocks: readonly WriteUpBlock[]): readonly WriteUpBlock[] {
  return blocks.map((block) => ({ ...block, full: true }));
}

export function say(value: number, unit: Unit): string {
  return formatEngineering(value, unit).text;
}

/** For a table: 41.2 ±1.5 mA, the second at 95 %. */
export function sayUncertain({ value, uncertainty }: Uncertain, unit: Unit): string {
  const { figure, plusMinus, unit: symbol } = formatUncertain(value, 2 * uncertainty, unit);
  return [figure, plusMinus, symbol].filter(Boolean).join(' ');
}

/** Typed words may hold line breaks; a cell, an item or a heading does not. */
function oneLine(text: string): string {
  return text.replace(/\s*\r?\n\s*/g, ' ').trim();
}
