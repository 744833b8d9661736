export type { Arrangement, ArrangementCode, Role, Roles } from './arrangement.ts';
export { recognise } from './recognise.ts';
