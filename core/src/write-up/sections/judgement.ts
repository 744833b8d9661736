import { sayConclusion, sayEvidence, sayFound, sayProbability } from '../../diagnosis/index.ts';
import { isLit, LEVEL_WORDS } from '../../drive/index.ts';
import { openQuestionsOf, sayOpenQuestion } from '../../proof/index.ts';
import { type Finding, findingSource, sayFinding, sayRemedy, sayUndecided, shortFinding } from '../../safety/index.ts';
import { isContradicted } from '../../verdict/index.ts';
import { inFull, list, sentence, type WriteUpBlock } from '../block.ts';
import type { WriteUpFacts } from '../facts.ts';
import { costLines } from './rework.ts';

/** What is wrong with its present state, how grave, by which rule, and the remedy. */
export function writeFindings({ judgement }: WriteUpFacts): readonly WriteUpBlock[] {
  const findings = judgement?.findings ?? [];
  return list(
    findings.map((finding) => ({
      key: findingKey(finding),
      text: `${GRAVE[finding.severity]}: ${sayFinding(finding)}${finding.assumed ? ' (usual, not stated)' : ''} Remedy: ${sayRemedy(finding)} By: ${findingSource(finding)}`,
    })),
  );
}

const GRAVE: Readonly<Record<Finding['severity'], string>> = { unsafe: 'Unsafe', caution: 'Caution', note: 'Note' };

export function findingKey({ code, ref, facts, modes }: Finding): string {
  return `finding.${modes ? `${modes[0]}.` : ''}${code}.${ref}${'of' in facts ? `.${facts.of}` : ''}${'place' in facts ? `.${facts.place}` : ''}`;
}

/** What was broken, and by what that was found. */
export function writeDiagnosis({ specimen, diagnosis }: WriteUpFacts): readonly WriteUpBlock[] {
  const { decision } = specimen;
  const decided = decision
    ? [
        sentence('diagnosis.decision', `Decided: ${DECISIONS[decision.choice]}${decision.reason ? `, because ${decision.reason}` : ''}.`, [
          decision.id,
        ]),
      ]
    : [];
  if (!diagnosis) return decided;
  const [first, ...others] = diagnosis.faults;
  const conclusion = sayConclusion(diagnosis.circuit, diagnosis.conclusion, first);
  return [
    ...(conclusion ? [sentence('diagnosis.conclusion', conclusion)] : []),
    ...(first && diagnosis.conclusion.is !== 'named'
      ? [
          sentence(
            'diagnosis.likeliest',
            `Likeliest: ${[first, ...others.slice(0, 2)].map((found) => `${sayFound(diagnosis.circuit, found)}, ${sayProbability(found.probability)}`).join('; ')}.`,
          ),
        ]
      : []),
    { kind: 'figure', figure: 'string-map', caption: 'What was found of each package' },
    ...inFull(list(diagnosis.evidence.map((evidence, index) => ({ key: `diagnosis.evidence.${index}`, text: sayEvidence(evidence) })))),
    ...decided,
  ];
}

const DECISIONS = { repair: 'it is to be repaired', leave: 'it is left as it is', discard: 'it is to be discarded' } as const;

/** The last word, with its reasons. */
export function writeVerdict(facts: WriteUpFacts): readonly WriteUpBlock[] {
  const { specimen, found, after, judgement } = facts;
  const current = after?.measured && specimen.proof?.verdict !== 'back' ? after : found;
  const { hardest } = current ?? {};
  const ground = isContradicted(judgement)
    ? 'from readings that do not fit the circuit as traced'
    : current?.measured
      ? 'measured'
      : 'expected from the circuit, not yet measured';
  const reasons = (judgement?.findings ?? []).filter(({ severity }) => severity === (isUnsafe(judgement) ? 'unsafe' : 'caution'));
  const why = reasons.map((finding) => `${shortFinding(finding)}${finding.ref ? ` (${finding.ref})` : ''}`);
  return [
    ...(judgement
      ? [sentence('verdict', `Verdict: ${judgement.verdict}.${why.length > 0 ? ` Because: ${[...new Set(why)].join('; ')}.` : ''}`)]
      : []),
    ...(hardest && isLit(hardest)
      ? [
          sentence(
            'verdict.driven',
            `${hardest.ref} is driven ${LEVEL_WORDS[hardest.level]}: ${hardest.ratio.value.toFixed(2)}×, ${ground}.`,
          ),
        ]
      : []),
    ...costLines(facts),
  ];
}

function isUnsafe(judgement: WriteUpFacts['judgement']): boolean {
  return judgement?.findings.some(({ severity }) => severity === 'unsafe') ?? false;
}

/** What stayed unknown: rules that lack a fact, readings that contradict, predictions that were not checked. */
export function writeUnknown({ judgement, proof, found }: WriteUpFacts): readonly WriteUpBlock[] {
  const undecided = (judgement?.undecided ?? []).map((one) => {
    const { text, settleBy } = sayUndecided(one);
    return { key: `unknown.${one.modes ? `${one.modes[0]}.` : ''}${one.code}.${one.ref}`, text: `${text} ${settleBy}` };
  });
  const open = (proof ? openQuestionsOf(proof) : []).map((one) => ({
    key: `unknown.proof.${one.code}`,
    text: `Of the proof: ${sayOpenQuestion(one)}.`,
  }));
  const misfits = (found?.slots ?? []).filter(({ fits }) => !fits).length;
  const odd =
    misfits > 0 && !isContradicted(judgement)
      ? [{ key: 'unknown.misfits', text: `${misfits} ${misfits === 1 ? 'reading does' : 'readings do'} not fit the rest.` }]
      : [];
  return list([...undecided, ...open, ...odd]);
}
