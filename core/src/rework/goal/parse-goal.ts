import { fail, type Result, succeed } from '../../circuit/index.ts';
import { type Goal, goalSchema, stockPart, type Wanted } from './goal.ts';

const WANTS_VALUE: Readonly<Partial<Record<Wanted['aim'], string>>> = {
  'chip-amps': 'amps of a chip',
  'rated-share': 'a multiple of the rating',
  'supply-watts': 'watts at the supply',
};

/** Checks an unknown value as a goal document. The first thing wrong is named with its place. */
export function parseGoal(json: unknown): Result<Goal> {
  if (typeof json !== 'object' || json === null || Array.isArray(json)) return fail('bad-document', 'A goal document is a JSON object.');
  const { format, version } = json as { format?: unknown; version?: unknown };
  if (format !== 'mindful-probe.goal')
    return fail('bad-document', `The format is ${JSON.stringify(format)}; a goal says "mindful-probe.goal".`, 'format');
  if (version !== 1) return fail('unsupported-version', `Version ${JSON.stringify(version)} is not known; this reader knows 1.`, 'version');
  const parsed = goalSchema.safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const path = issue?.path.join('.') ?? '';
    return fail('bad-document', `${path || 'The goal'}: ${issue?.message ?? 'not valid'}.`, path);
  }
  const goal = parsed.data;
  const unread = (goal.drawer ?? []).findIndex((item) => stockPart(item) === undefined);
  if (unread !== -1)
    return fail(
      'bad-document',
      `drawer.${unread}: ${JSON.stringify(goal.drawer?.[unread])} is no part with its value.`,
      `drawer.${unread}`,
    );
  const checked = checkWanted(goal);
  return checked.ok ? succeed(goal) : checked;
}

/** What the schema cannot say: an aim has its value. */
export function checkWanted({ aim, value }: Wanted): Result<void> {
  const wants = WANTS_VALUE[aim];
  if (wants !== undefined && value === undefined) return fail('bad-document', `The aim ${aim} wants a value: ${wants}.`, 'value');
  return succeed(undefined);
}
