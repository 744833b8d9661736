import {
  type Comparison,
  compare,
  comparisonCsv,
  comparisonDocument,
  comparisonTree,
  type Entry,
  markdownOf,
  type Result,
  replay,
  SpecimenAnalyses,
  succeed,
} from '@mindful-probe/core';
import { htmlOfTree } from './as-html.ts';

/** The ways that a comparison leaves. */
export const COMPARISON_WAYS = ['json', 'markdown', 'csv', 'html'] as const;
export type ComparisonWay = (typeof COMPARISON_WAYS)[number];

/** A specimen that is compared, in the state that it is in or after one of its reworks. */
export interface ComparedEntries {
  readonly id: string;
  readonly entries: readonly Entry[];
  /** 0 is as found. */
  readonly rework?: number;
}

/** Specimens side by side, as one file; an error where they are too few or too many. */
export function compareOut(specimens: readonly ComparedEntries[], way: ComparisonWay): Result<string> {
  const compared = compare(
    specimens.map(({ id, entries, rework }) => {
      const analyses = new SpecimenAnalyses(replay(entries));
      const { reworks, state } = analyses.specimen;
      return { id, analysis: analyses.after(Math.min(rework ?? state, reworks.length)) };
    }),
  );
  return compared.ok ? succeed(WRITERS[way](compared.value)) : compared;
}

const WRITERS: Readonly<Record<ComparisonWay, (comparison: Comparison) => string>> = {
  json: (comparison) => `${JSON.stringify(comparisonDocument(comparison), null, 2)}\n`,
  csv: comparisonCsv,
  markdown: (comparison) => `${markdownOf(comparisonTree(comparison))}\n`,
  html: (comparison) => htmlOfTree(comparisonTree(comparison), 'Compared'),
};
