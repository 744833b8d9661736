import { type Circuit, fail, type Result, succeed } from '../circuit/index.ts';
import type { WattPlan } from '../draw/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import type { Judgement } from '../verdict/index.ts';
import { changesBetween, type PartChange } from './changes.ts';
import { type ComparedFacts, type ComparedState, factsOf } from './column.ts';
import { figureOutcome, sayDifference } from './figure-row.ts';
import { type ComparisonCell, SUBJECTS, type Subject } from './subjects.ts';

export interface ComparisonColumn {
  readonly id: string;
  readonly rework: number;
  readonly name: string;
  readonly state: string;
  readonly drive?: { readonly ratio: Uncertain; readonly measured: boolean };
  readonly plan?: WattPlan;
  /** What the plan's largest rectangles are called after. */
  readonly circuit?: Circuit;
  readonly verdict?: Judgement['verdict'];
}

export interface ComparisonRow {
  readonly code: string;
  readonly subject: string;
  /** One a column; undefined where nothing is known. */
  readonly cells: readonly (ComparisonCell | undefined)[];
  readonly differs: boolean;
  /** Columns that are better; empty where none is, or better and worse have no meaning. */
  readonly better: readonly number[];
  /** The difference with its uncertainty, or that there is none. */
  readonly why: string;
}

export interface Comparison {
  readonly columns: readonly ComparisonColumn[];
  readonly rows: readonly ComparisonRow[];
  /** Parts that are not the same, by ref. */
  readonly changes: readonly PartChange[];
  /** Which is better for what, a sentence each. */
  readonly better: readonly string[];
}

export const MOST_COMPARED = 6;

/** Compares states of specimens, two to six. */
export function compare(states: readonly ComparedState[]): Result<Comparison> {
  if (states.length < 2 || states.length > MOST_COMPARED)
    return fail('bad-document', `Two to ${MOST_COMPARED} can be compared; these are ${states.length}.`, 'columns');
  const all = states.map(factsOf);
  const rows = SUBJECTS.flatMap((subject) => rowOf(subject, all));
  return succeed({ columns: all.map(columnOf), rows, changes: changesBetween(all), better: sayBetter(all, rows) });
}

function columnOf({ id, rework, name, state, appraisal, plan, judgement }: ComparedFacts): ComparisonColumn {
  return {
    id,
    rework,
    name,
    state,
    ...(appraisal?.hardest && { drive: { ratio: appraisal.hardest.ratio, measured: appraisal.measured } }),
    ...(plan && { plan }),
    ...(appraisal && { circuit: appraisal.circuit }),
    ...(judgement && { verdict: judgement.verdict }),
  };
}

function rowOf({ code, name, unit, good, cell }: Subject, all: readonly ComparedFacts[]): readonly ComparisonRow[] {
  const cells = all.map((facts) => cell(facts));
  if (cells.every((one) => one === undefined)) return [];
  const row = { code, subject: name, cells };
  if (unit === undefined) {
    const known = cells.filter((one) => one !== undefined);
    const differs = known.some(({ text, more }) => text !== known[0]?.text || more !== known[0]?.more);
    const levels = cells.map((one) => (one ? LEVEL_ORDER.indexOf(one.level ?? 'within') : Number.POSITIVE_INFINITY));
    const best = Math.min(...levels);
    const isGraded = differs && levels.some((level) => Number.isFinite(level) && level > best);
    return [
      { ...row, differs, better: isGraded ? columnsWhere(levels, (level) => level === best) : [], why: differs ? '' : 'no difference' },
    ];
  }
  const outcome = figureOutcome(
    cells.map((one) => one?.value),
    good,
  );
  return [{ ...row, differs: outcome.differs, better: outcome.better, why: sayDifference(outcome, unit) }];
}

const LEVEL_ORDER = ['within', 'caution', 'over'] as const;

function columnsWhere(values: readonly number[], is: (value: number) => boolean): readonly number[] {
  return values.flatMap((value, column) => (is(value) ? [column] : []));
}

/** Worst first: a lamp that must not be used is not better for anything. */
const VERDICT_ORDER: readonly Judgement['verdict'][] = [
  'do not use',
  'cautions, not enough known',
  'not enough known',
  'sound with cautions',
  'sound',
];

function sayBetter(all: readonly ComparedFacts[], rows: readonly ComparisonRow[]): readonly string[] {
  const title = (column: number) => titleOf(all[column] as ComparedFacts, all);
  const names = (columns: readonly number[]) => columns.map(title).join(' and ');
  const unsafe = all.flatMap(({ judgement }, column) => (judgement?.verdict === 'do not use' ? [column] : []));
  const graded = all.map(({ judgement }) => (judgement ? VERDICT_ORDER.indexOf(judgement.verdict) : Number.NEGATIVE_INFINITY));
  const best = columnsWhere(graded, (grade) => grade === Math.max(...graded) && Number.isFinite(grade));
  const safest =
    best.length > 0 && best.length < all.length
      ? [`By its verdict ${names(best)} ${best.length === 1 ? 'is' : 'are'} the better: ${all[best[0] as number]?.judgement?.verdict}.`]
      : [];
  const byColumns = new Map<string, { readonly columns: readonly number[]; readonly subjects: string[] }>();
  for (const { better, subject, code } of rows) {
    if (better.length === 0 || better.length === all.length || code === 'findings') continue;
    const key = better.join(' ');
    const known = byColumns.get(key) ?? { columns: better, subjects: [] };
    known.subjects.push(subject.toLowerCase().replace(/^led/, 'LED'));
    byColumns.set(key, known);
  }
  const sentences = [...byColumns.values()].map(
    ({ columns, subjects }) =>
      `Better in ${subjects.join(', ')}: ${names(columns)}${columns.some((one) => unsafe.includes(one)) ? ', but see its verdict' : ''}.`,
  );
  const alike = rows.every(({ differs }) => !differs) ? ['Nothing that is known of them differs by more than its uncertainty.'] : [];
  return [...safest, ...sentences, ...alike];
}

/** The name, with the state where another column has the same name. */
export function titleOf(
  column: { readonly name: string; readonly state: string },
  all: readonly { readonly name: string; readonly state: string }[],
): string {
  return all.filter(({ name }) => name === column.name).length > 1 ? `${column.name}, ${column.state}` : column.name;
}
