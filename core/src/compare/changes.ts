import type { Analysis } from '../appraisal/index.ts';
import type { Circuit } from '../circuit/index.ts';
import { deviceOf, type Part, partValue } from '../device/index.ts';
import { applyMoves } from '../rework/index.ts';
import type { ComparedFacts } from './column.ts';

/** A part that is not the same in two circuits, by its ref. */
export interface PartChange {
  readonly ref: string;
  /** What it is in each column; undefined where it is not there. */
  readonly parts: readonly (string | undefined)[];
}

/** Things look the same where they share so many of their parts' refs and kinds. */
const LOOKS_THE_SAME = 0.5;

/**
 * What was changed between things that look the same, as traced: parts of one ref whose kind, value or marking differ.
 * Things of another build have nothing to hold against each other part by part.
 */
export function changesBetween(columns: readonly ComparedFacts[]): readonly PartChange[] {
  const circuits = columns.map(({ analysis }) => tracedCircuit(analysis).parts);
  const refs = [...new Set(circuits.flatMap((parts) => parts.map(({ ref }) => ref)))];
  const isShared = (ref: string) => {
    const kinds = circuits.map((parts) => parts.find((part) => part.ref === ref)?.kind);
    return kinds.every((kind) => kind !== undefined && kind === kinds[0]);
  };
  if (refs.length === 0 || refs.filter(isShared).length < LOOKS_THE_SAME * refs.length) return [];
  return refs.flatMap((ref): PartChange[] => {
    const parts = circuits.map((all) => all.find((part) => part.ref === ref)).map((part) => part && partWords(part));
    return parts.every((part) => part === parts[0]) ? [] : [{ ref, parts }];
  });
}

function tracedCircuit({ specimen, rework, before }: Analysis): Circuit {
  return before ? applyMoves(tracedCircuit(before), specimen.reworks[rework - 1]?.moves ?? []) : specimen.circuit;
}

function partWords(part: Part): string {
  const words = `${deviceOf(part.kind).name} ${partValue(part)}`.trim();
  return part.marking ? `${words}, marked ${part.marking}` : words;
}
