import { touchableMains } from '../../caution/index.ts';
import { partsOfKind } from '../../circuit/index.ts';
import { chemistryName } from '../../device/index.ts';
import { sayConclusion, sayObservation } from '../../diagnosis/index.ts';
import { LEVEL_WORDS } from '../../drive/index.ts';
import { sayAbout } from '../../quantity/index.ts';
import { type Finding, sayFinding, sayRemedy } from '../../safety/index.ts';
import { ALTERED_ON_MAINS, isAlteredOnMains, isContradicted } from '../../verdict/index.ts';
import { list, sentence, type WriteUpBlock } from '../block.ts';
import type { WriteUpFacts } from '../facts.ts';
import { findingKey } from './judgement.ts';

/** What a figure of drive rests on, where that is not a reading. */
function groundOf(found: WriteUpFacts['found'], judged: WriteUpFacts['foundJudged']): string {
  if (isContradicted(judged)) return ', if its circuit was traced rightly: readings do not fit it';
  return found?.measured ? '' : ', by its circuit and not by a reading';
}

/** For the owner: what was wrong with it when it came. */
export function writeWrong({ specimen, found, foundJudged, diagnosis }: WriteUpFacts): readonly WriteUpBlock[] {
  const symptoms = specimen.observed.flatMap(({ entry }) => entry.things.map(sayObservation));
  const conclusion = diagnosis ? sayConclusion(diagnosis.circuit, diagnosis.conclusion, diagnosis.faults[0]) : '';
  const grave = gravest(foundJudged?.findings ?? []);
  const { hardest } = found ?? {};
  const isHard = hardest && hardest.level !== 'within';
  return [
    ...(symptoms.length > 0 ? [sentence('slip.symptoms', `It came so: ${[...new Set(symptoms)].slice(0, 6).join('; ')}.`)] : []),
    ...(conclusion ? [sentence('slip.diagnosis', conclusion)] : []),
    ...(isHard
      ? [
          sentence(
            'slip.drive',
            `The hardest driven of its LEDs was ${LEVEL_WORDS[hardest.level]}: ${sayAbout(hardest.ratio, 'one')} times${groundOf(found, foundJudged)}.`,
          ),
        ]
      : []),
    ...list(grave.map((finding) => ({ key: `slip.${findingKey(finding)}`, text: sayFinding(finding) }))),
  ];
}

/** What was done to it, as it is handed back. */
export function writeDone({ specimen, found, after }: WriteUpFacts): readonly WriteUpBlock[] {
  const { reworks, state, proof } = specimen;
  const kept = takenUpTo(specimen);
  if (reworks.length > 0 && state === 0)
    return [sentence('slip.back', 'A change was tried and taken back: it is as it came.', proof ? [proof.id] : [])];
  if (kept.length === 0) return [sentence('slip.none', 'Nothing was changed.')];
  const proven = proof?.verdict === 'keep' ? 'It was measured afterwards and kept.' : 'It was not signed off yet.';
  const light =
    found?.hardest && after?.hardest
      ? [
          sentence(
            'slip.now',
            `Its LEDs are driven at ${after.hardest.ratio.value.toFixed(2)} times their rating now, ${found.hardest.ratio.value.toFixed(2)} before.`,
          ),
        ]
      : [];
  return [
    ...list(kept.map(({ id, title }) => ({ key: `slip.rework.${id}`, text: title, from: [id] }))),
    ...light,
    sentence('slip.proof', proven),
  ];
}

/** The reworks that the state it is in came by. */
function takenUpTo({ reworks, state }: WriteUpFacts['specimen']) {
  const taken: (typeof reworks)[number][] = [];
  for (let at = state; at > 0; ) {
    const rework = reworks[at - 1];
    if (!rework) break;
    taken.unshift(rework);
    at = rework.from;
  }
  return taken;
}

/** What to keep an eye on. */
export function writeWatch({ specimen, judgement }: WriteUpFacts): readonly WriteUpBlock[] {
  const cautions = (judgement?.findings ?? []).filter(({ severity }) => severity === 'caution');
  const looks = specimen.looks.filter(({ ended }) => !ended);
  return list([
    ...cautions.map((finding) => ({ key: `slip.watch.${findingKey(finding)}`, text: `${sayFinding(finding)} ${sayRemedy(finding)}` })),
    ...looks.map(({ entry }) => ({ key: `slip.look.${entry.id}`, text: `To be looked at again: ${entry.text}.`, from: [entry.id] })),
    {
      key: 'slip.watch.usual',
      text: 'Smell, smoke, a hum that is new, flicker or a case that is hotter than it was: switch off, pull the plug or take the cells out, and bring it back.',
    },
  ]);
}

/** What not to do with it. */
export function writeNot({ specimen, judgement }: WriteUpFacts): readonly WriteUpBlock[] {
  const unsafe = (judgement?.findings ?? []).filter(({ severity }) => severity === 'unsafe');
  const mains = touchableMains(specimen.circuit) !== undefined;
  const cells = partsOfKind(specimen.circuit, 'battery');
  return [
    ...(unsafe.length > 0
      ? [
          sentence('slip.not.use', 'Do not use it until this is mended:'),
          ...list(
            unsafe.map((finding) => ({ key: `slip.not.${findingKey(finding)}`, text: `${sayFinding(finding)} ${sayRemedy(finding)}` })),
          ),
        ]
      : []),
    ...(isAlteredOnMains(specimen) ? [sentence('slip.not.altered', ALTERED_ON_MAINS)] : []),
    ...list([
      ...(mains
        ? [
            {
              key: 'slip.not.open',
              text: 'Do not open it, and do not use it wet, covered or in a lamp that is closed all round. Its parts hold mains volts, some for a while after it is unplugged. Work on it is for who may do it where you live.',
            },
          ]
        : []),
      ...cells.map(({ ref, chemistry }) => ({
        key: `slip.not.cells.${ref}`,
        text: `Do not mix old and new cells or kinds of cells, and use ${chemistry ? chemistryName(chemistry) : 'the same kind of'} cells as now. Do not charge cells that are not made for it, nor unattended.`,
      })),
    ]),
  ];
}

function gravest(findings: readonly Finding[]): readonly Finding[] {
  const unsafe = findings.filter(({ severity }) => severity === 'unsafe');
  return unsafe.length > 0 ? unsafe : findings.filter(({ severity }) => severity === 'caution');
}
