export { slotWhere, type WriteUpFacts, type WriteUpSection, writeUpFactsOf, writeUpMarkdown, writeUpSections } from './write-up.ts';
