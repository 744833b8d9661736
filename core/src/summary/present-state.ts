import { type Analysis, appraise, type SpecimenAnalyses } from '../appraisal/index.ts';

/** The state that the specimen is in as far as it was measured: a rework counts once a reading after it tells a current. */
export function presentState(analyses: SpecimenAnalyses): Analysis {
  const { reworks, state } = analyses.specimen;
  for (let rework = state; rework > 0; rework = reworks[rework - 1]?.from ?? 0) {
    const after = appraise(analyses.after(rework));
    if (after.ok && after.value.measured) return analyses.after(rework);
  }
  return analyses.found;
}
