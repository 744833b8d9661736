import type { Summary } from './summarise.ts';

/** A specimen on the shelf. */
export interface ShelfRow {
  readonly id: string;
  /** ISO 8601. */
  readonly createdAt: string;
  /** Of the last entry on its tape; 0 while there is none. */
  readonly lastSeq: number;
  /** Undefined while it is worked out for the first time; of the tape before, while it is worked out anew. */
  readonly summary?: Summary;
}

/** A part of the shelf, in the order that was asked for. */
export interface ShelfPart {
  readonly specimens: readonly ShelfRow[];
  /** Rows that the question finds, of which these are some. */
  readonly found: number;
  readonly total: number;
}
