import Papa from 'papaparse';
import { benchContext, parseBenchLine } from '../bench-line/index.ts';
import { type Circuit, fail, type Result, succeed } from '../circuit/index.ts';
import { type Part, partSchema, partValue } from '../device/index.ts';
import { csvText, readableCsv } from '../logged/index.ts';
import { cellText } from '../marking/index.ts';
import { completeDraft, type Entry, type EntryDraft, replay, type Specimen } from '../tape/index.ts';

const COLUMNS = ['ref', 'kind', 'value', 'marking', 'nets', 'fields'] as const;
type Row = Readonly<Record<(typeof COLUMNS)[number], string>>;

/** Parts for a tape, and those that are on the board already, which are left as they are. */
export interface TakenParts {
  readonly drafts: readonly EntryDraft[];
  readonly left: readonly string[];
}

/** More is no list of parts. */
const MOST_ROWS = 5000;

/**
 * Parts as CSV (RFC 4180): one a row, its value in words, its nets in the order of its pins, and all its fields as JSON,
 * which are read back.
 */
export function partsCsv({ parts }: Circuit): string {
  const rows = parts.map((part) => {
    const { ref, kind, pins, marking = '', ...fields } = part;
    return [ref, kind, plain(partValue(part)), marking, pins.join(' '), JSON.stringify(fields)];
  });
  return csvText([COLUMNS, ...rows]);
}

export function plain(text: string): string {
  return text.replaceAll('\u2009', ' ');
}

/**
 * A table of parts as entries for a tape. A row without fields is read as the bench line reads it: `R1`, `resistor`,
 * `33r 1%`, nets `A B`.
 *
 * @returns an error that names the line and what is wrong with it
 */
export function partsFromCsv(text: string, specimen: Specimen): Result<TakenParts> {
  const parsed = Papa.parse<Record<string, string>>(readableCsv(text), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (header) => header.trim().toLowerCase(),
  });
  const headers = parsed.meta.fields ?? [];
  if (!headers.includes('ref') || !headers.includes('nets'))
    return fail(
      'bad-document',
      `Neither a circuit document nor a table of parts: the first line of a table names its columns, “ref” and “nets” at least; found ${headers.slice(0, 6).join(', ') || 'none'}.`,
      'line 1',
    );
  if (parsed.data.length > MOST_ROWS) return fail('bad-document', `${parsed.data.length} rows are more than ${MOST_ROWS}.`, 'rows');
  const present = new Set(specimen.circuit.parts.map(({ ref }) => ref));
  const drafts: EntryDraft[] = [];
  const left: string[] = [];
  const entries: Entry[] = specimen.tape.map(({ entry }) => entry);
  for (const [index, cells] of parsed.data.entries()) {
    const row = Object.fromEntries(COLUMNS.map((column) => [column, cellText(cells[column]) ?? ''])) as Row;
    if (present.has(row.ref.toUpperCase())) {
      left.push(row.ref.toUpperCase());
      continue;
    }
    const draft = row.fields === '' ? draftOfWords(row, replay(entries)) : draftOfFields(row);
    if (typeof draft === 'string') return fail('bad-document', `Line ${index + 2}: ${draft}`, `line ${index + 2}`);
    drafts.push(draft);
    entries.push(completeDraft(draft, `row-${index}-of-a-table`, specimen.tape.at(-1)?.entry.at ?? NO_TIME));
  }
  return succeed({ drafts, left });
}

/** The rows are tried on a tape that nobody keeps. */
const NO_TIME = '2000-01-01T00:00:00Z';

function draftOfFields({ ref, kind, marking, nets, fields }: Row): EntryDraft | string {
  let said: unknown;
  try {
    said = JSON.parse(fields);
  } catch {
    return `${ref}: its fields are no JSON.`;
  }
  const pins = nets.split(/\s+/).filter(Boolean);
  const parsed = partSchema.safeParse({ ...(said as object), ref, kind, pins, ...(marking !== '' && { marking }) });
  if (parsed.success) return { kind: 'part', part: parsed.data as Part };
  const [issue] = parsed.error.issues;
  return `${ref}: ${issue?.path.join('.') ?? ''} ${issue?.message ?? 'not valid'}.`;
}

function draftOfWords({ ref, kind, value, marking, nets }: Row, specimen: Specimen): EntryDraft | string {
  const words = value === '' && marking !== '' ? `mark ${marking}` : value;
  const line = [ref, kind, words, ...(nets === '' ? [] : ['on', nets])].filter(Boolean).join(' ');
  const outcome = parseBenchLine(line, benchContext(specimen));
  if (outcome.kind === 'entry' && outcome.draft.kind === 'part') return outcome.draft;
  return 'message' in outcome ? outcome.message : `“${line}” is no part.`;
}
