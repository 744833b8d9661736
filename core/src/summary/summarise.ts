import { type Appraisal, appraise, SpecimenAnalyses, symptomsOf } from '../appraisal/index.ts';
import { suppliesOf } from '../circuit/index.ts';
import { partValue } from '../device/index.ts';
import { sayObservation } from '../diagnosis/index.ts';
import { isLit, stressUnit } from '../drive/index.ts';
import { type DueItem, dueItemsOf } from '../due/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import { type Finding, shortFinding } from '../safety/index.ts';
import type { Specimen, Stage } from '../tape/index.ts';
import { type ClaimComparison, compareClaims, doubtsOf, isContradicted, judge } from '../verdict/index.ts';
import { presentState } from './present-state.ts';
import { type StageMark, spineOf } from './spine.ts';

/** A specimen as the shelf shows it. */
export interface Summary {
  readonly name: string;
  readonly supply: string;
  readonly entryCount: number;
  readonly spine: readonly { readonly stage: Stage; readonly mark: StageMark }[];
  /** The stage begun last, in the order of work. */
  readonly furthest: Stage;
  /** Chip current over rating; undefined until there is a circuit. */
  readonly drive?: { readonly ratio: Uncertain; readonly measured: boolean; readonly assumedRating: boolean };
  /** What a rework that was not yet proven predicts. */
  readonly predicted?: Uncertain;
  readonly watts: { readonly claimed?: number; readonly measured?: number };
  readonly doubts: number;
  /** Of the claims that were measured: how many hold. */
  readonly honesty?: { readonly held: number; readonly compared: number };
  readonly worst?: string;
  /** What to be careful of, where nothing is worse. */
  readonly caution?: string;
  /** How many safety rules cannot tell yet; undefined where there is nothing to judge. */
  readonly undecided?: number;
  /** What it wants at a time; the rounds plan it. */
  readonly due: readonly DueItem[];
}

/** The row of a specimen on the shelf. */
export function summarise(specimen: Specimen): Summary {
  const analyses = new SpecimenAnalyses(specimen);
  const after = specimen.state > 0 ? appraise(analyses.after(specimen.state)) : undefined;
  const state = presentState(analyses);
  const appraised = appraise(state);
  const current = appraised.ok ? appraised.value : undefined;
  const spine = spineOf(specimen, current);
  const claimedWatts = specimen.claims.find(({ field }) => field === 'watts')?.value;
  const doubts = doubtsOf(specimen).filter(({ severity }) => severity !== 'question');
  const comparisons = compareClaims(specimen);
  const judgement = judge(state);
  const findings = judgement?.findings ?? [];
  const unsafe = findingsInWords(findings, 'unsafe');
  const caution = findingsInWords(findings, 'caution');
  const [symptom] = symptomsOf(specimen);
  const worst =
    (symptom && sayObservation(symptom)) ??
    (unsafe && `do not use: ${unsafe}`) ??
    overInWords(current) ??
    doubts.find(({ severity }) => severity === 'impossible')?.text;
  return {
    name: specimen.name,
    supply: supplyInWords(specimen),
    entryCount: specimen.tape.length,
    spine,
    furthest: spine.findLast(({ mark }) => mark !== 'nothing')?.stage ?? 'claim',
    // Where no current flows, the circuit as traced is not whole: nothing is known of how hard it is driven.
    ...(current?.hardest &&
      isLit(current.hardest) && {
        drive: {
          ratio: current.hardest.ratio,
          measured: current.measured && !isContradicted(judgement),
          assumedRating: current.hardest.limit.assumed,
        },
      }),
    ...(after?.ok && !after.value.measured && after.value.hardest && { predicted: after.value.hardest.ratio }),
    watts: { ...(claimedWatts !== undefined && { claimed: claimedWatts }), ...(measuredWatts(current) ?? inLineWatts(comparisons)) },
    doubts: doubts.length,
    ...(comparisons.length > 0 && { honesty: { held: comparisons.filter(({ holds }) => holds).length, compared: comparisons.length } }),
    ...(worst && { worst }),
    ...(caution && { caution }),
    ...(judgement && { undecided: judgement.undecided.length }),
    due: dueItemsOf(analyses, judgement?.discharges ?? []),
  };
}

/** The first of a severity in a few words, and how many more. */
function findingsInWords(findings: readonly Finding[], severity: Finding['severity']): string | undefined {
  const [first, ...others] = findings.filter((finding) => finding.severity === severity);
  return first && `${shortFinding(first)}${others.length > 0 ? `, ${others.length} more` : ''}`;
}

/** What is furthest over its rating. */
function overInWords(appraisal: Appraisal | undefined): string | undefined {
  const over = [...(appraisal?.stresses ?? [])].filter(({ level }) => level === 'over').sort((a, b) => b.ratio.value - a.ratio.value)[0];
  if (!over) return undefined;
  const what =
    over.of === 'chip-amps'
      ? `${over.ref} over its rating`
      : over.of === 'watts'
        ? `${over.ref} over its watts`
        : `${over.ref} over its ${stressUnit(over)}`;
  return appraisal?.measured ? what : `${what}, it seems`;
}

/** What an in-line meter showed, where no circuit says more. */
function inLineWatts(comparisons: readonly ClaimComparison[]): { measured: number } | undefined {
  const watts = comparisons.find(({ unit }) => unit === 'watts');
  return watts && { measured: watts.measured.value };
}

function measuredWatts(appraisal: Appraisal | undefined): { measured: number } | undefined {
  return appraisal?.measured && (!appraisal.hardest || isLit(appraisal.hardest)) ? { measured: appraisal.supplyWatts.value } : undefined;
}

function supplyInWords({ circuit }: Specimen): string {
  const [supply] = suppliesOf(circuit);
  return supply ? partValue(supply) : 'supply not traced';
}
