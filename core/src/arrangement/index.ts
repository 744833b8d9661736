export { type AroundFound, aroundChip, type ChipSurroundings } from './around-chip.ts';
export {
  type AlternatingTerms,
  ARRANGEMENT_CODES,
  type Arrangement,
  type ArrangementCode,
  type ClosedForm,
  type Role,
  type Roles,
} from './arrangement.ts';
export { type Difference, differenceOf, explainArrangement, type Phrase, sayMissing } from './explain.ts';
export { ARRANGEMENT_NAMES } from './names.ts';
export { recognise, stringsOf } from './recognise.ts';
export { remarksOf, type TraceRemark } from './remarks.ts';
export { sayRemark } from './say-remark.ts';
export { supposedCircuit, usualCircuit } from './usual.ts';
