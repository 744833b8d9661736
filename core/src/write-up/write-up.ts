import type { Specimen, WriteUpLength, WriteUpSectionId } from '../tape/index.ts';
import { ALTERED_ON_MAINS, isAlteredOnMains } from '../verdict/index.ts';
import { type PictureBlock, type Sentence, SLIP_SECTIONS, type SlipSectionId, type WriteUpBlock, type WriteUpSection } from './block.ts';
import type { WriteUpFacts } from './facts.ts';
import { writeUpFigure } from './figures.ts';
import { SECTION_TITLES, SLIP_TITLES } from './section-titles.ts';
import { writeFirstLight, writeOpening } from './sections/before-the-board.ts';
import { writeCircuit } from './sections/circuit.ts';
import { writeClaims } from './sections/claims.ts';
import { writeDrive } from './sections/drive.ts';
import { writeDiagnosis, writeFindings, writeUnknown, writeVerdict } from './sections/judgement.ts';
import { writeReadings } from './sections/readings.ts';
import { writeProof, writeRework } from './sections/rework.ts';
import { writeDone, writeNot, writeWatch, writeWrong } from './sections/slip.ts';
import type { WriteUp } from './written.ts';

type SectionWriter = (facts: WriteUpFacts) => readonly WriteUpBlock[];

const SECTIONS: Readonly<Record<WriteUpSectionId, SectionWriter>> = {
  claim: writeClaims,
  'first-light': writeFirstLight,
  opening: writeOpening,
  trace: writeCircuit,
  readings: writeReadings,
  drive: writeDrive,
  findings: writeFindings,
  diagnosis: writeDiagnosis,
  rework: writeRework,
  proof: writeProof,
  'write-up': writeVerdict,
  unknown: writeUnknown,
};

const SLIP: Readonly<Record<SlipSectionId, SectionWriter>> = {
  'slip-wrong': writeWrong,
  'slip-done': writeDone,
  'slip-watch': writeWatch,
  'slip-not': writeNot,
};

const FOOT =
  'Figures with ± or a range hold at about 95 %. This describes one specimen as found; local codes, licensed practice and the makers of the parts go first.';

/**
 * The write-up as its layout has it: sections in their order, those left out gone, own words in place.
 *
 * @param length other than the layout's
 * @param everything also sections that are left out or empty, as an editor shows them
 */
export function writeUp(
  facts: WriteUpFacts,
  { length, everything = false }: { length?: WriteUpLength; everything?: boolean } = {},
): WriteUp {
  const { specimen } = facts;
  const { layout, remarks } = specimen;
  const wanted = length ?? layout.length;
  const shown = (id: WriteUpSectionId) => everything || !layout.leftOut.includes(id);
  const sections =
    wanted === 'slip'
      ? SLIP_SECTIONS.map((id) => ({ id, title: SLIP_TITLES[id], blocks: SLIP[id](facts) }))
      : layout.order.filter(shown).map((id) => ({
          id,
          title: SECTION_TITLES[id],
          blocks: [
            ...SECTIONS[id](facts).filter((block) => isShown(block, wanted, facts)),
            ...picturesOf(specimen, id),
            ...(remarks.has(id) ? [{ kind: 'own', markdown: remarks.get(id) as string } as const] : []),
          ],
        }));
  const at = specimen.tape.at(-1)?.entry.at;
  return {
    name: specimen.name,
    length: wanted,
    warnings: isAlteredOnMains(specimen) ? [ALTERED_ON_MAINS] : [],
    sections: sections
      .map((section): WriteUpSection => ({ ...section, blocks: section.blocks.map((block) => withOwnWords(block, specimen)) }))
      .filter(({ blocks }) => everything || blocks.some(({ kind }) => kind !== 'figure')),
    foot: FOOT,
    ...(at !== undefined && { at }),
  };
}

function isShown(block: WriteUpBlock, length: WriteUpLength, facts: WriteUpFacts): boolean {
  if (block.full && length !== 'full') return false;
  return (
    block.kind !== 'figure' || (facts.specimen.layout.figures.includes(block.figure) && writeUpFigure(facts, block.figure) !== undefined)
  );
}

/** The photos that were chosen, each in the section of the stage that it was taken at. */
function picturesOf({ pictures, layout }: Specimen, section: WriteUpSectionId): readonly WriteUpBlock[] {
  return layout.pictures.flatMap(({ picture: id, caption }): WriteUpBlock[] => {
    const taken = pictures.find(({ entry }) => entry.id === id);
    if (!taken || taken.entry.stage !== section) return [];
    const { hash, mediaType, width, height, name = '' } = taken.entry;
    const picture: PictureBlock = {
      id,
      hash,
      mediaType,
      width,
      height,
      caption: caption ?? name,
      pins: taken.pins.map(({ x, y, text }) => ({ x, y, text })),
    };
    return [{ kind: 'picture', picture }];
  });
}

function withOwnWords(block: WriteUpBlock, specimen: Specimen): WriteUpBlock {
  if (block.kind === 'sentence') return { ...block, sentence: reworded(block.sentence, specimen) };
  if (block.kind === 'list') return { ...block, sentences: block.sentences.map((one) => reworded(one, specimen)) };
  return block;
}

function reworded(sentence: Sentence, { wordings }: Specimen): Sentence {
  const wording = wordings.get(sentence.key);
  if (!wording) return sentence;
  return { ...sentence, own: { text: wording.text, ...(wording.instead !== sentence.text && { was: wording.instead }) } };
}
