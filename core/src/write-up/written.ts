import type { WriteUpLength } from '../tape/index.ts';
import type { Sentence, WriteUpSection } from './block.ts';

/** A write-up: what is said, in the order it is said in; how it looks is for who writes it out. */
export interface WriteUp {
  readonly name: string;
  readonly length: WriteUpLength;
  /** What stands before everything else. */
  readonly warnings: readonly string[];
  readonly sections: readonly WriteUpSection[];
  /** What stands at its foot. */
  readonly foot: string;
  /** When the last entry was made, ISO 8601; undefined for an empty tape. */
  readonly at?: string;
}

/** The sentences whose own words were written for other facts than today's. */
export function outdatedIn({ sections }: WriteUp): readonly Sentence[] {
  return sections
    .flatMap(({ blocks }) => blocks)
    .flatMap((block) => (block.kind === 'sentence' ? [block.sentence] : block.kind === 'list' ? block.sentences : []))
    .filter(({ own }) => own?.was !== undefined);
}
