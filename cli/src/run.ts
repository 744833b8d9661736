import { parseArgs } from 'node:util';
import { misused, type Outcome, type Refusal } from './outcome.ts';
import { auditText } from './verbs/audit.ts';
import { compareFiles } from './verbs/compare.ts';
import { decodeText } from './verbs/decode.ts';
import { diagnoseText } from './verbs/diagnose.ts';
import { estimateText } from './verbs/estimate.ts';
import { netsText } from './verbs/nets.ts';
import { reworkText } from './verbs/rework.ts';
import { roundsText } from './verbs/rounds.ts';
import { runtimeText } from './verbs/runtime.ts';
import { solveText } from './verbs/solve.ts';
import { writeUpFile } from './verbs/write-up.ts';

const VERBS = [
  'solve FILE [--sensitivity FIGURE] [--from cold|settled --seconds S]',
  'audit FILE',
  'nets FILE',
  'estimate FILE --readings FILE',
  'rework FILE --goal FILE',
  'diagnose FILE --readings FILE',
  'runtime FILE [--from REF] [--led REF] [--until half-light, dark, cut-off]',
  'rounds FILE',
  'write-up SPECIMEN.zip [--as markdown, html, text, pdf, label] [--length slip, review, full] [--paper A4, Letter]',
  'compare SPECIMEN.zip SPECIMEN.zip … [--as json, markdown, csv, html]',
  'decode --text "…" [--as resistor-bands, resistor-code, capacitor-code, inductor-code, package]',
];

const OPTIONS = {
  text: { type: 'string' },
  as: { type: 'string' },
  sensitivity: { type: 'string' },
  from: { type: 'string' },
  seconds: { type: 'string' },
  readings: { type: 'string' },
  goal: { type: 'string' },
  led: { type: 'string' },
  until: { type: 'string' },
  length: { type: 'string' },
  paper: { type: 'string' },
} as const;

/**
 * Runs a command line.
 *
 * @param readText reads a path, or standard input for `-`; throws where it cannot
 */
export function run(args: readonly string[], readText: (path: string) => string): Outcome {
  const parsed = parsedArgs(args);
  if ('error' in parsed) return parsed;
  const [verb, file, ...more] = parsed.positionals;
  if (more.length > 0) return misused(`One file at a time; “${more[0]}” is too many.`);
  switch (verb) {
    case 'solve':
      return withFile(file, readText, (text) => solveText(text, parsed.values));
    case 'audit':
      return withFile(file, readText, auditText);
    case 'estimate':
      return withFile(file, readText, (circuit) =>
        withFile(parsed.values.readings, readText, (readings) => estimateText(circuit, readings), 'Which readings? --readings FILE.'),
      );
    case 'diagnose':
      return withFile(file, readText, (circuit) =>
        withFile(parsed.values.readings, readText, (readings) => diagnoseText(circuit, readings), 'Which readings? --readings FILE.'),
      );
    case 'rework':
      return withFile(file, readText, (circuit) =>
        withFile(parsed.values.goal, readText, (goal) => reworkText(circuit, goal), 'Which goal? --goal FILE.'),
      );
    case 'runtime':
      return withFile(file, readText, (text) => runtimeText(text, parsed.values));
    case 'rounds':
      return withFile(file, readText, roundsText);
    case 'nets':
      return withFile(file, readText, netsText);
    case 'decode':
      return decodeText(parsed.values.text, parsed.values.as);
    default:
      return misused(`${verb === undefined ? 'No verb' : `“${verb}” is not a verb`}. There are: ${VERBS.join('; ')}.`);
  }
}

/** The verbs that take specimens as their ZIPs; undefined for the others. */
export async function runOnFiles(args: readonly string[], readBytes: (path: string) => Uint8Array): Promise<Outcome | undefined> {
  const parsed = parsedArgs(args);
  if ('error' in parsed) return parsed;
  const { positionals, values } = parsed;
  const [verb, ...paths] = positionals;
  if (verb !== 'write-up' && verb !== 'compare') return undefined;
  const files: { path: string; bytes: Uint8Array }[] = [];
  for (const path of paths) {
    try {
      files.push({ path, bytes: readBytes(path) });
    } catch (error) {
      return unreadable(path, error);
    }
  }
  if (verb === 'compare') return compareFiles(files, values.as);
  const [file, ...more] = files;
  if (!file) return misused('Which specimen? The path of its ZIP.');
  if (more.length > 0) return misused(`One specimen at a time; “${more[0]?.path}” is too many.`);
  return writeUpFile(file.bytes, file.path, values);
}

interface ParsedArgs {
  readonly values: Partial<Record<keyof typeof OPTIONS, string>>;
  readonly positionals: readonly string[];
}

function parsedArgs(args: readonly string[]): ParsedArgs | Refusal {
  try {
    return parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  } catch (error) {
    return misused(error instanceof Error ? error.message : String(error));
  }
}

function unreadable(path: string, error: unknown): Refusal {
  const message = `${path} cannot be read: ${error instanceof Error ? error.message : String(error)}.`;
  return { error: { code: 'unreadable-file', message, path }, status: 2 };
}

function withFile(
  file: string | undefined,
  readText: (path: string) => string,
  then: (text: string) => Outcome,
  missing = 'Which file? A path, or - for standard input.',
): Outcome {
  if (file === undefined) return misused(missing);
  let text: string;
  try {
    text = readText(file);
  } catch (error) {
    return unreadable(file, error);
  }
  return then(text);
}
