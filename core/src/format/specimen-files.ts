import Papa from 'papaparse';
import { SpecimenAnalyses } from '../appraisal/index.ts';
import { drawSchematic, schematicSvg } from '../draw/index.ts';
import { formatSignificant } from '../quantity/index.ts';
import { type Entry, replay, type Specimen } from '../tape/index.ts';
import { writeUpFactsOf, writeUpMarkdown } from '../write-up/index.ts';
import { tapeText } from './tape-document.ts';

/** The file of a specimen's ZIP that the import reads; the others follow from it. */
export const TAPE_FILE = 'specimen.tape.json';
const SCHEMATIC_FILE = 'schematic.svg';

/** What an export holds: file name → text. */
export function specimenFiles(id: string, entries: readonly Entry[]): ReadonlyMap<string, string> {
  const specimen = replay(entries);
  const files = new Map<string, string>([[TAPE_FILE, tapeText(id, entries)]]);
  const schematic = drawSchematic(specimen.circuit);
  if (schematic) {
    files.set('specimen.circuit.json', `${JSON.stringify(specimen.circuit, null, 2)}\n`);
    files.set(SCHEMATIC_FILE, schematicSvg(schematic, specimen.name));
  }
  files.set('readings.csv', readingsCsv(specimen));
  files.set('write-up.md', writeUpOf(specimen, schematic ? SCHEMATIC_FILE : undefined));
  return files;
}

/** The write-up in one file: the schematic rides in it as a data address. */
export function selfContainedWriteUp(entries: readonly Entry[], encodeBase64: (text: string) => string): string {
  const specimen = replay(entries);
  const schematic = drawSchematic(specimen.circuit);
  const picture = schematic && `data:image/svg+xml;base64,${encodeBase64(schematicSvg(schematic, specimen.name))}`;
  return writeUpOf(specimen, picture);
}

function writeUpOf(specimen: Specimen, schematic: string | undefined): string {
  return writeUpMarkdown(writeUpFactsOf(new SpecimenAnalyses(specimen)), schematic);
}

/** A field that a spreadsheet would run as a formula, and is kept as text; a minus before nothing but figures is a number. */
const RUN_BY_SPREADSHEETS = /^(?:[=+@\t\r]|-(?![\d.]+(?:e[+-]?\d+)?$))/i;

/** Readings as CSV (RFC 4180), one figure a row, SI. */
export function readingsCsv(specimen: Specimen): string {
  const rows = [['time', 'where', 'unit', 'value', 'standard uncertainty', 'bench state', 'after reworks']];
  for (const { entry, rework } of specimen.readings) {
    const { place } = entry;
    const where =
      place.at === 'part'
        ? place.ref
        : place.at === 'nets'
          ? `${place.plus} to ${place.minus ?? 'minus'}`
          : place.at === 'surface'
            ? `T ${place.name}`
            : place.at;
    for (const { unit, value, uncertainty } of entry.figures) {
      rows.push([
        entry.at,
        where,
        unit,
        String(value),
        formatSignificant(uncertainty).replace('−', '-'),
        entry.condition.state ?? '',
        String(rework),
      ]);
    }
  }
  return `${Papa.unparse(rows, { newline: '\r\n', escapeFormulae: RUN_BY_SPREADSHEETS })}\r\n`;
}
