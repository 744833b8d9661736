export { csvText, readableCsv } from './csv-text.ts';
export { type LoggedStatistics, loggedStatistics } from './logged-statistics.ts';
export { type LoggedColumn, type LoggedProblem, type LoggedTable, parseLogged } from './logged-table.ts';
