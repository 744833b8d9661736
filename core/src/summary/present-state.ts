import { type Analysis, appraise, type SpecimenAnalyses } from '../appraisal/index.ts';

/** The state that the specimen is in as far as it was measured: a rework counts once a reading after it tells a current. */
export function presentState(analyses: SpecimenAnalyses): Analysis {
  const after = appraise(analyses.last);
  return after.ok && after.value.measured ? analyses.last : analyses.found;
}
