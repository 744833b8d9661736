export { formatSchemas } from './json-schemas.ts';
export { readingsCsv, selfContainedWriteUp, specimenFiles, TAPE_FILE } from './specimen-files.ts';
export { parseJson, parseTape, specimenIdSchema, type TapeDocument, tapeDocument, tapeSchema, tapeText } from './tape-document.ts';
