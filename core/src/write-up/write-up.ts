import type { Specimen, WriteUpLength, WriteUpSectionId } from '../tape/index.ts';
import { ALTERED_ON_MAINS, isAlteredOnMains } from '../verdict/index.ts';
import { type PictureBlock, type Sentence, SLIP_SECTIONS, type SlipSectionId, type WriteUpBlock, type WriteUpSection } from './block.ts';
import type { WriteUpFacts } from './facts.ts';
import { writeUpFigure } from './figures.ts';
import { writeFirstLight, writeOpening } from './sections/before-the-board.ts';
import { writeCircuit } from './sections/circuit.ts';
import { writeClaims } from './sections/claims.ts';
import { writeDrive } from './sections/drive.ts';
import { writeDiagnosis, writeFindings, writeUnknown, writeVerdict } from './sections/judgement.ts';
import { writeReadings } from './sections/readings.ts';
import { writeProof, writeRework } from './sections/rework.ts';
import { writeDone, writeNot, writeWatch, writeWrong } from './sections/slip.ts';

/** A write-up: what is said, in the order it is said in; how it looks is for who writes it out. */
export interface WriteUp {
  readonly name: string;
  readonly length: WriteUpLength;
  /** What stands before everything else. */
  readonly warnings: readonly string[];
  readonly sections: readonly WriteUpSection[];
  /** What stands at its foot. */
  readonly foot: string;
  /** When the last entry was made, ISO 8601; undefined for an empty tape. */
  readonly at?: string;
}

type SectionWriter = (facts: WriteUpFacts) => readonly WriteUpBlock[];

const SECTIONS: Readonly<Record<WriteUpSectionId, { readonly title: string; readonly write: SectionWriter }>> = {
  claim: { title: 'What it claims', write: writeClaims },
  'first-light': { title: 'First light', write: writeFirstLight },
  opening: { title: 'Opening', write: writeOpening },
  trace: { title: 'Circuit', write: writeCircuit },
  readings: { title: 'Readings', write: writeReadings },
  drive: { title: 'How hard it is driven', write: writeDrive },
  findings: { title: 'Findings', write: writeFindings },
  diagnosis: { title: 'What was broken', write: writeDiagnosis },
  rework: { title: 'Rework', write: writeRework },
  proof: { title: 'Proof', write: writeProof },
  'write-up': { title: 'Verdict', write: writeVerdict },
  unknown: { title: 'What stayed unknown', write: writeUnknown },
};

const SLIP: Readonly<Record<SlipSectionId, { readonly title: string; readonly write: SectionWriter }>> = {
  'slip-wrong': { title: 'What was wrong', write: writeWrong },
  'slip-done': { title: 'What was done', write: writeDone },
  'slip-watch': { title: 'What to watch', write: writeWatch },
  'slip-not': { title: 'What not to do', write: writeNot },
};

export const SECTION_TITLES = Object.fromEntries(Object.entries(SECTIONS).map(([id, { title }]) => [id, title])) as Readonly<
  Record<WriteUpSectionId, string>
>;

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
      ? SLIP_SECTIONS.map((id) => ({ id, title: SLIP[id].title, blocks: SLIP[id].write(facts) }))
      : layout.order.filter(shown).map((id) => ({
          id,
          title: SECTIONS[id].title,
          blocks: [
            ...SECTIONS[id].write(facts).filter((block) => isShown(block, wanted, facts)),
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

/** The sentences whose own words were written for other facts than today's. */
export function outdatedIn({ sections }: WriteUp): readonly Sentence[] {
  return sections
    .flatMap(({ blocks }) => blocks)
    .flatMap((block) => (block.kind === 'sentence' ? [block.sentence] : block.kind === 'list' ? block.sentences : []))
    .filter(({ own }) => own?.was !== undefined);
}
