export { slotWhere, type WriteUpFacts, type WriteUpSection, writeUpMarkdown, writeUpSections } from './write-up.ts';
