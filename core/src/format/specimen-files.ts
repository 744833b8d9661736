import { SpecimenAnalyses } from '../appraisal/index.ts';
import { drawSchematic, schematicSvg } from '../draw/index.ts';
import { csvText } from '../logged/index.ts';
import { formatSignificant } from '../quantity/index.ts';
import { type Entry, replay, type Specimen, type WriteUpFigure } from '../tape/index.ts';
import { markdownOf, treeOf, writeUp, writeUpFactsOf, writeUpFigure } from '../write-up/index.ts';
import { soaksCsv } from './courses-csv.ts';
import { partsCsv } from './parts-csv.ts';
import { netlistText } from './parts-list.ts';
import { tapeText } from './tape-document.ts';

/** The file of a specimen's ZIP that the import reads; the others follow from it. */
export const TAPE_FILE = 'specimen.tape.json';
const SCHEMATIC_FILE = 'schematic.svg';

/** The files of the write-up's figures. */
const FIGURE_FILES: Readonly<Record<WriteUpFigure, string>> = {
  circuit: SCHEMATIC_FILE,
  'watt-plan': 'watt-plan.svg',
  ruler: 'drive-ruler.svg',
  waves: 'waves.svg',
  'heat-path': 'heat-path.svg',
  'string-map': 'string-map.svg',
};

/**
 * What an export holds: file name → text.
 *
 * @param fileOf where a photo lies in it, by its hash and media type
 */
export function specimenFiles(
  id: string,
  entries: readonly Entry[],
  fileOf: (hash: string, mediaType: string) => string | undefined = () => undefined,
): ReadonlyMap<string, string> {
  const specimen = replay(entries);
  const files = new Map<string, string>([[TAPE_FILE, tapeText(id, entries)]]);
  const schematic = drawSchematic(specimen.circuit);
  if (schematic) {
    files.set('specimen.circuit.json', `${JSON.stringify(specimen.circuit, null, 2)}\n`);
    files.set(SCHEMATIC_FILE, schematicSvg(schematic, specimen.name));
    files.set('parts.csv', partsCsv(specimen.circuit));
    files.set('netlist.txt', netlistText(specimen.circuit));
  }
  files.set('readings.csv', readingsCsv(specimen));
  const soaks = soaksCsv(specimen);
  if (soaks !== undefined) files.set('soak.csv', soaks);
  const facts = writeUpFactsOf(new SpecimenAnalyses(specimen));
  const tree = treeOf(writeUp(facts), (block) => {
    if (block.kind === 'picture') return fileOf(block.picture.hash, block.picture.mediaType);
    const name = FIGURE_FILES[block.figure];
    if (!files.has(name)) {
      const svg = writeUpFigure(facts, block.figure, 'plain');
      if (svg === undefined) return undefined;
      files.set(name, svg);
    }
    return name;
  });
  files.set('write-up.md', `${markdownOf(tree)}\n`);
  return files;
}

/** Readings as CSV (RFC 4180), one figure a row, SI. */
export function readingsCsv(specimen: Specimen): string {
  const rows = [['time', 'where', 'unit', 'value', 'standard uncertainty', 'bench state', 'after reworks', 'mode']];
  for (const { entry, rework } of [...specimen.readings, ...specimen.modes.flatMap((mode) => mode.readings)]) {
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
        entry.condition.mode ?? '',
      ]);
    }
  }
  return csvText(rows);
}
