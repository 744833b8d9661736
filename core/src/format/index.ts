export { runtimeCsv, soaksCsv } from './courses-csv.ts';
export { formatSchemas } from './json-schemas.ts';
export { partsCsv, type TakenParts } from './parts-csv.ts';
export { netlistText, partsOfCircuit } from './parts-list.ts';
export { readingsCsv, specimenFiles, TAPE_FILE } from './specimen-files.ts';
export { parseJson, parseTape, specimenIdSchema, type TapeDocument, tapeDocument, tapeSchema, tapeText } from './tape-document.ts';
