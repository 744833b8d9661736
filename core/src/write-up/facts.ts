import { type Appraisal, appraise, faultEvidence, SpecimenAnalyses } from '../appraisal/index.ts';
import { type DriveDetails, driveDetails, type ModeFigures, modesOf } from '../details/index.ts';
import { type Diagnosis, diagnose } from '../diagnosis/index.ts';
import { type Proof, proofOf } from '../proof/index.ts';
import { replay, type Specimen } from '../tape/index.ts';
import { type Judgement, judge } from '../verdict/index.ts';

/** What a write-up is made from. */
export interface WriteUpFacts {
  readonly specimen: Specimen;
  readonly found?: Appraisal;
  readonly foundJudged?: Judgement;
  readonly foundDetails?: DriveDetails;
  /** What it can be switched to, as found. */
  readonly foundModes: readonly ModeFigures[];
  /** What the last rework was done to. */
  readonly before?: Appraisal;
  /** After the last rework. */
  readonly after?: Appraisal;
  /** The same as it was predicted, before the first reading after it. */
  readonly predicted?: Appraisal;
  /** What proves the last rework. */
  readonly proof?: Proof;
  /** Of its present state. */
  readonly judgement?: Judgement;
  /** Of its present state. */
  readonly details?: DriveDetails;
  /** What was broken, by all that was seen before it was worked on. */
  readonly diagnosis?: Diagnosis;
}

/** Everything that a write-up says of a specimen. */
export function writeUpFactsOf(analyses: SpecimenAnalyses): WriteUpFacts {
  const { specimen } = analyses;
  const state = specimen.proof?.verdict === 'back' ? analyses.found : analyses.last;
  const okOf = (result: ReturnType<typeof appraise> | undefined) => (result?.ok ? result.value : undefined);
  const found = okOf(appraise(analyses.found));
  const foundJudged = judge(analyses.found);
  const foundDetails = driveDetails(analyses.found);
  const after = specimen.reworks.length > 0 ? okOf(appraise(analyses.last)) : undefined;
  const before = okOf(analyses.last.before && appraise(analyses.last.before));
  const predicted = okOf(analyses.predicted && appraise(analyses.predicted));
  const proof = proofOf(analyses);
  const judgement = judge(state);
  const details = driveDetails(state);
  const diagnosis = diagnosisOf(specimen);
  return {
    specimen,
    ...(found && { found }),
    ...(foundJudged && { foundJudged }),
    foundModes: modesOf(analyses.found),
    ...(foundDetails.ok && { foundDetails: foundDetails.value }),
    ...(before && { before }),
    ...(after && { after }),
    ...(predicted && { predicted }),
    ...(proof && { proof }),
    ...(judgement && { judgement }),
    ...(details.ok && { details: details.value }),
    ...(diagnosis && { diagnosis }),
  };
}

/** By the tape up to the first rework: what is repaired since says nothing of what was broken. */
function diagnosisOf(specimen: Specimen): Diagnosis | undefined {
  if (specimen.observed.length === 0) return undefined;
  const entries = specimen.tape.map(({ entry }) => entry);
  const repaired = entries.findIndex(({ id }) => id === specimen.reworks[0]?.id);
  const analyses = new SpecimenAnalyses(repaired < 0 ? specimen : replay(entries.slice(0, repaired)));
  const evidence = faultEvidence(analyses.found);
  if (!evidence || evidence.evidence.length === 0) return undefined;
  const weighed = diagnose(
    evidence.circuit,
    evidence.evidence.map(({ what }) => what),
  );
  return weighed.ok ? weighed.value : undefined;
}
