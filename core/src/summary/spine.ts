import { type Appraisal, symptomsOf } from '../appraisal/index.ts';
import { type Specimen, STAGES, type Stage } from '../tape/index.ts';
import { doubtsOf } from '../verdict/index.ts';

/** How far a stage is. */
export type StageMark = 'nothing' | 'begun' | 'enough' | 'contradicted';

/**
 * The mark of each stage, in the order of work.
 *
 * @param appraisal of the specimen as it is now; left out where the circuit cannot be solved yet
 */
export function spineOf(specimen: Specimen, appraisal: Appraisal | undefined): readonly { stage: Stage; mark: StageMark }[] {
  return STAGES.map((stage) => ({ stage, mark: MARKS[stage](specimen, appraisal) }));
}

type MarkOf = (specimen: Specimen, appraisal: Appraisal | undefined) => StageMark;

const MARKS: Readonly<Record<Stage, MarkOf>> = {
  claim: (specimen) => {
    if (specimen.claims.length + specimen.claimTexts.length === 0) return 'nothing';
    if (doubtsOf(specimen).some(({ severity }) => severity === 'impossible')) return 'contradicted';
    return specimen.claims.some(({ field }) => field === 'volts') ? 'enough' : 'begun';
  },
  'first-light': (specimen) => {
    if (symptomsOf(specimen).length > 0) return 'contradicted';
    const atSupply = specimen.readings.filter(({ entry }) => entry.place.at === 'in').flatMap(({ entry }) => entry.figures);
    if (atSupply.length === 0) return 'nothing';
    return new Set(atSupply.map(({ unit }) => unit)).size > 1 ? 'enough' : 'begun';
  },
  opening: (specimen) => (specimen.steps.length === 0 ? 'nothing' : specimen.steps.length === 1 ? 'begun' : 'enough'),
  trace: (specimen, appraisal) => {
    if (specimen.tape.some(({ problem, struck, entry }) => problem && !struck && (entry.kind === 'part' || entry.kind === 'join')))
      return 'contradicted';
    if (specimen.continuity && specimen.continuity.contradictions.length > 0) return 'contradicted';
    if (specimen.circuit.parts.length === 0) return specimen.pads.length + specimen.boards.length > 0 ? 'begun' : 'nothing';
    if (specimen.continuity && specimen.sweeps.length > 0 && !specimen.continuity.settled) return 'begun';
    return appraisal && specimen.nets.every(({ pins }) => pins.length > 1) ? 'enough' : 'begun';
  },
  readings: (specimen, appraisal) => {
    if (specimen.readings.length === 0) return 'nothing';
    if (appraisal?.slots.some(({ fits }) => !fits)) return 'contradicted';
    return appraisal?.measured && appraisal.next.length === 0 ? 'enough' : 'begun';
  },
  drive: (_, appraisal) => (appraisal?.hardest && appraisal.measured ? 'enough' : 'nothing'),
  rework: (specimen) => (specimen.reworks.length > 0 ? 'enough' : specimen.goal ? 'begun' : 'nothing'),
  proof: (specimen, appraisal) => {
    if (specimen.proof) return 'enough';
    if (specimen.reworks.length === 0 || !specimen.readings.some(({ rework }) => rework > 0)) return 'nothing';
    return appraisal?.slots.some(({ fits }) => !fits) ? 'contradicted' : 'begun';
  },
  'write-up': (specimen) => (specimen.remarks.has('write-up') ? 'enough' : specimen.remarks.size > 0 ? 'begun' : 'nothing'),
};
