export { type Answer, ask, SLIDE_RULES } from './ask.ts';
export type { SlideRule } from './slide-rule.ts';
