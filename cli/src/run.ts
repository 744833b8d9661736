import { parseArgs } from 'node:util';
import { misused, type Outcome } from './outcome.ts';
import { auditText } from './verbs/audit.ts';
import { decodeText } from './verbs/decode.ts';
import { diagnoseText } from './verbs/diagnose.ts';
import { estimateText } from './verbs/estimate.ts';
import { netsText } from './verbs/nets.ts';
import { reworkText } from './verbs/rework.ts';
import { runtimeText } from './verbs/runtime.ts';
import { solveText } from './verbs/solve.ts';

const VERBS = [
  'solve FILE [--sensitivity FIGURE] [--from cold|settled --seconds S]',
  'audit FILE',
  'nets FILE',
  'estimate FILE --readings FILE',
  'rework FILE --goal FILE',
  'diagnose FILE --readings FILE',
  'runtime FILE [--from REF] [--led REF] [--until half-light, dark, cut-off]',
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
} as const;

/**
 * Runs a command line.
 *
 * @param readText reads a path, or standard input for `-`; throws where it cannot
 */
export function run(args: readonly string[], readText: (path: string) => string): Outcome {
  let parsed: { values: Partial<Record<keyof typeof OPTIONS, string>>; positionals: string[] };
  try {
    parsed = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  } catch (error) {
    return misused(error instanceof Error ? error.message : String(error));
  }
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
    case 'nets':
      return withFile(file, readText, netsText);
    case 'decode':
      return decodeText(parsed.values.text, parsed.values.as);
    default:
      return misused(`${verb === undefined ? 'No verb' : `“${verb}” is not a verb`}. There are: ${VERBS.join('; ')}.`);
  }
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
    const message = `${file} cannot be read: ${error instanceof Error ? error.message : String(error)}.`;
    return { error: { code: 'unreadable-file', message, path: file }, status: 2 };
  }
  return then(text);
}
