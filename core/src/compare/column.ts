import { type Analysis, type Appraisal, appraise, symptomsOf } from '../appraisal/index.ts';
import { type DriveDetails, driveDetails } from '../details/index.ts';
import { sayObservation } from '../diagnosis/index.ts';
import { planWatts, type WattPlan } from '../draw/index.ts';
import { isLit } from '../drive/index.ts';
import { isContradicted, type Judgement, judge } from '../verdict/index.ts';

/** A state of a specimen that is compared: as found, or after one of its reworks. */
export interface ComparedState {
  readonly id: string;
  readonly analysis: Analysis;
}

/** What is known of a state, gathered once for all rows. */
export interface ComparedFacts {
  readonly id: string;
  readonly rework: number;
  readonly name: string;
  /** Which state, in words. */
  readonly state: string;
  readonly analysis: Analysis;
  readonly appraisal?: Appraisal;
  readonly judgement?: Judgement;
  readonly details?: DriveDetails;
  readonly plan?: WattPlan;
}

export function factsOf({ id, analysis }: ComparedState): ComparedFacts {
  const { specimen, rework } = analysis;
  const appraised = appraise(analysis);
  const judgement = judge(analysis);
  const details = driveDetails(analysis);
  const isOff = isContradicted(judgement);
  const [symptom] = rework === specimen.reworks.length ? symptomsOf(specimen) : [];
  // A circuit that is not whole yet, that does not work, or that its readings speak against, has nothing to compare but
  // what was read.
  const whole = appraised.ok && appraised.value.hardest && isLit(appraised.value.hardest) ? appraised.value : undefined;
  const known = isOff || symptom ? undefined : whole;
  const named = rework === 0 ? 'as found' : (specimen.reworks[rework - 1]?.title ?? `after rework ${rework}`);
  const doubt = symptom ? `it ${sayObservation(symptom)}` : isOff ? 'its readings do not fit its circuit' : undefined;
  const plan = known && planWatts(known.circuit, known.solution, judgement?.arrangements ?? []);
  return {
    id,
    rework,
    name: specimen.name,
    state: doubt === undefined ? named : `${named}; ${doubt}`,
    analysis,
    ...(known && { appraisal: known }),
    // What is dangerous in it by now stays said; that nothing more was found says nothing.
    ...(judgement && (known || judgement.verdict === 'do not use') && { judgement }),
    ...(details.ok && { details: known ? details.value : { ...details.value, leds: [] } }),
    ...(plan && { plan }),
  };
}
