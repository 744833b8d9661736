export { type Completed, completeInLine, type InLineFigures } from './complete.ts';
