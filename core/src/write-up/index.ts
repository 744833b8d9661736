export { textOf } from './as-text.ts';
export {
  type OwnWording,
  type PictureBlock,
  type Sentence,
  SLIP_SECTIONS,
  type SlipSectionId,
  type WriteUpBlock,
  type WriteUpSection,
} from './block.ts';
export { type WriteUpFacts, writeUpFactsOf } from './facts.ts';
export { writeUpFigure } from './figures.ts';
export { markdownOf } from './markdown.ts';
export { SECTION_TITLES } from './section-titles.ts';
export { slotWhere } from './sections/readings.ts';
export { type AddressOf, said, treeOf } from './tree.ts';
export { writeUp } from './write-up.ts';
export { outdatedIn, type WriteUp } from './written.ts';
