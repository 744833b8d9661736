export type { AlternatingTerms, Arrangement, ArrangementCode, ClosedForm, Role, Roles } from './arrangement.ts';
export { ARRANGEMENT_NAMES, type Difference, differenceOf, explainArrangement, type Phrase, sayMissing } from './explain.ts';
export { recognise, stringsOf } from './recognise.ts';
export { remarksOf, type TraceRemark } from './remarks.ts';
export { usualCircuit } from './usual.ts';
