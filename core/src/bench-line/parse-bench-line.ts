import { deviceOf } from '../device/index.ts';
import { sayMeter } from '../meter/index.ts';
import { readFigure } from '../quantity/index.ts';
import {
  BENCH_STATES,
  type BenchState,
  completeDraft,
  type EntryDraft,
  entrySchema,
  netOf,
  replay,
  SENSES,
  type Sense,
  terminalName,
} from '../tape/index.ts';
import { type BenchContext, lastingName } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';
import { parseClaim } from './parse-claim.ts';
import { parseBeeper, parseHold, parsePad, parseSilence } from './parse-continuity.ts';
import { parseCost } from './parse-cost.ts';
import { parseGoal } from './parse-goal.ts';
import { parseKeep } from './parse-keep.ts';
import { parseMode } from './parse-mode.ts';
import { parseNothing, parseObserved, parseSuppose, parseWhole } from './parse-observed.ts';
import { parsePart } from './parse-part.ts';
import { parseQuestion } from './parse-question.ts';
import { parseReading } from './parse-reading.ts';
import { parseAgain, parseRun, RUN_VERBS } from './parse-run.ts';
import { parseStrip } from './parse-strip.ts';
import { parseWay } from './parse-way.ts';
import { wordsOf } from './words.ts';

/** A line longer than this is a paste that went astray. */
export const LONGEST_LINE = 2000;

type Verb = (words: readonly string[], context: BenchContext, line: string) => BenchOutcome;

/** Lines that begin with a word of their own. */
const VERBS: Readonly<Record<string, Verb>> = {
  claim: parseClaim,
  step: (words, _, line) => textEntry('step', words, line),
  mark: (_, __, line) => entry(`polarity: ${line.trim()}`, { kind: 'step', text: line.trim() }),
  note: (words, _, line) => textEntry('note', words, line),
  join: parseJoin,
  hold: parseHold,
  pad: parsePad,
  beeper: parseBeeper,
  meter: parseMeter,
  goal: parseGoal,
  mode: parseMode,
  it: parseWhole,
  nothing: parseNothing,
  strip: parseStrip,
  suppose: parseSuppose,
  way: parseWay,
  again: parseAgain,
  cost: parseCost,
  keep: parseKeep,
  ...Object.fromEntries(RUN_VERBS.map((of) => [of, (words: readonly string[], context: BenchContext) => parseRun(of, words, context)])),
  pic: () => ({ kind: 'picture', meaning: 'a picture, from the camera or a file' }),
  ...Object.fromEntries(SENSES.map((sense) => [sense, (words: readonly string[]) => parseSense(sense, words)])),
};

/** Words that can begin a line, for completion and help. */
export const BENCH_VERBS: readonly string[] = [...Object.keys(VERBS), 'in', 'source', 'correct', ...BENCH_STATES];

/**
 * Reads a bench line as typed so far. Never throws, and never loses what it cannot read: it says what is wrong and,
 * where it can, the nearest line that it could read.
 */
export function parseBenchLine(line: string, context: BenchContext): BenchOutcome {
  const outcome = readBenchLine(line, context);
  if (outcome.kind !== 'entry') return outcome;
  const unfit = [outcome.draft, ...(outcome.more ?? [])].map((draft) => unfitField(draft)).find(Boolean);
  if (unfit !== undefined) return unread(unfit);
  if (!CAN_BE_REFUSED.has(outcome.draft.kind)) return outcome;
  // What is accepted here is what the tape takes: it is tried on a copy.
  const tried = completeDraft(outcome.draft, 'tried-line', '2000-01-01T00:00:00Z');
  const problem = replay([...context.specimen.tape.map(({ entry: known }) => known), tried]).tape.at(-1)?.problem;
  return problem === undefined ? outcome : unread(problem);
}

/** What of a draft no tape takes, whatever is on it: the last word, after those that each line has for its own. */
function unfitField(draft: EntryDraft): string | undefined {
  const checked = entrySchema.safeParse(completeDraft(draft, 'tried-line', '2000-01-01T00:00:00Z'));
  if (checked.success) return undefined;
  const issue = checked.error.issues[0];
  return `${issue?.path.join(' ') || 'The line'}: ${issue?.message ?? 'not valid'}.`;
}

/** Entries that the tape can refuse for what is on it. */
const CAN_BE_REFUSED: ReadonlySet<string> = new Set(['part', 'place', 'join', 'reading', 'goal', 'mode', 'pad-name']);

function readBenchLine(line: string, context: BenchContext): BenchOutcome {
  if (line.length > LONGEST_LINE) return unread(`${line.length} characters are too many for one line; ${LONGEST_LINE} go in.`);
  if (line.trim() === '') return { kind: 'empty' };
  if (/[\r\n]/.test(line.trim())) return unread('More than one line: enter them one by one.', line.trim().split(/[\r\n]+/)[0]);
  const trimmed = line.trim();
  if (trimmed.startsWith('?')) return parseQuestion(wordsOf(trimmed.slice(1)));
  const words = wordsOf(trimmed);
  const [first = '', ...rest] = words;
  const lower = first.toLowerCase();
  const verb = Object.hasOwn(VERBS, lower) ? VERBS[lower] : undefined;
  if (verb) return verb(rest, context, trimmed);
  if (rest.length === 0 && (BENCH_STATES as readonly string[]).includes(lower)) {
    return entry(`bench state: ${lower}`, { kind: 'state', state: lower as BenchState });
  }
  return (
    parseSilence(words, context) ??
    parseObserved(words, context) ??
    parseReading(words, context) ??
    parsePart(words, context) ??
    strayLine(words, context)
  );
}

/** What a person noticed: “flicker none”, “smell of hot varnish”. */
function parseSense(of: Sense, words: readonly string[]): BenchOutcome {
  const text = words.join(' ');
  return text === '' ? unread(`${of}: and what of it? As “${of} none”.`) : entry(`${of}: ${text}`, { kind: 'sense', of, text });
}

function textEntry(kind: 'step' | 'note', words: readonly string[], line: string): BenchOutcome {
  const text = line.replace(/^\S+\s*/, '').trim();
  return words.length === 0 ? unread(`${kind}: and then what was done or seen.`) : entry(`${kind}: ${text}`, { kind, text });
}

function parseJoin(words: readonly string[], { specimen }: BenchContext): BenchOutcome {
  const terminals = words.filter((word) => !/^(and|to|with)$/i.test(word));
  if (terminals.length < 2) return unread('join: two or more pins or nets, as “join R1.2 D1.+” or “join A B”.');
  const names: string[] = [];
  for (const terminal of terminals) {
    const name = terminalName(specimen.circuit.parts, terminal);
    if (name === undefined) return unread(`${terminal} is not a pin on the board. Pins are as R1.1, R1.2, D1.+, D1.-.`);
    names.push(name);
  }
  const nets = names.map((name) => netOf(specimen.nets, name));
  const joined = new Set(names.flatMap((name, index) => nets[index]?.pins ?? [name]));
  if (new Set(names).size < names.length) return unread(`${terminals.join(' and ')}: that is one and the same.`);
  if (nets.every((net) => net !== undefined && net === nets[0])) return unread(`${terminals.join(' and ')} are one net already.`);
  const shorted = specimen.circuit.parts.find(({ ref, pins }) => pins.every((_, index) => joined.has(`${ref}.${index + 1}`)));
  if (shorted) {
    const what = deviceOf(shorted.kind).source ? `a short across ${shorted.ref}` : `${shorted.ref} joined to itself`;
    return unread(`That would put both pins of ${shorted.ref} on one net: ${what}. Nothing was changed.`);
  }
  return entry(`joined: ${[...joined].join(', ')}`, { kind: 'join', terminals: names.map((name) => lastingName(name, specimen)) });
}

/** `meter bench`: which is in hand from now on. */
function parseMeter(words: readonly string[], { meters }: BenchContext): BenchOutcome {
  const wanted = words.join(' ').toLowerCase();
  const found = wanted === '' ? undefined : meters.find(({ name }) => name.toLowerCase().startsWith(wanted));
  if (!found) return unread(`meter: which? ${meters.map(({ name }) => name).join(', ')}.`);
  return entry(`in hand: ${found.name}, ${sayMeter(found)}`, { kind: 'meter', meter: found });
}

function strayLine(words: readonly string[], { specimen }: BenchContext): BenchOutcome {
  const { nets } = specimen;
  const [first = ''] = words;
  const refs = specimen.circuit.parts.map(({ ref }) => ref);
  const near = refs.find((ref) => ref.toLowerCase().startsWith(first.toLowerCase()));
  if (near !== undefined && words.length > 1)
    return unread(`${first} is not on the board; ${near} is.`, [near, ...words.slice(1)].join(' '));
  const [, second = '', ...figures] = words;
  if (netOf(nets, first) && netOf(nets, second))
    return unread(`Between two nets: “${first} to ${second} …”.`, [first, 'to', second, ...figures].join(' '));
  const verb = BENCH_VERBS.find((candidate) => candidate.startsWith(first.toLowerCase()));
  if (verb !== undefined) return unread(`${verb} …`, [verb, ...words.slice(1)].join(' '));
  const wrong = words.map(readFigure).find((figure) => figure && 'wrong' in figure);
  if (wrong && 'wrong' in wrong) return unread(wrong.wrong);
  const figure = readFigure(first);
  if (figure) return unread(`${first} of what? Begin with a part, a net or “in”.`, `in ${words.join(' ')}`);
  return unread(`“${first}” is not on the board, and no word of the bench line. As a note it would be kept.`, `note ${words.join(' ')}`);
}
