import { fail, type Result, succeed } from '../circuit/index.ts';
import { type Rounds, roundsSchema, type Task } from './task.ts';

/** Checks an unknown value as a rounds document. The first thing wrong is named with its place. */
export function parseRounds(json: unknown): Result<Rounds> {
  if (typeof json !== 'object' || json === null || Array.isArray(json)) return fail('bad-document', 'A rounds document is a JSON object.');
  const { format, version } = json as { format?: unknown; version?: unknown };
  if (format !== 'mindful-probe.rounds')
    return fail('bad-document', `The format is ${JSON.stringify(format)}; rounds say "mindful-probe.rounds".`, 'format');
  if (version !== 1) return fail('unsupported-version', `Version ${JSON.stringify(version)} is not known; this reader knows 1.`, 'version');
  const parsed = roundsSchema.safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const path = issue?.path.join('.') ?? '';
    return fail('bad-document', `${path || 'The rounds'}: ${issue?.message ?? 'not valid'}.`, path);
  }
  return checkTasks(parsed.data);
}

/** What the schema cannot say: ids are there once, windows have a beginning before their end, nothing waits for itself. */
function checkTasks(rounds: Rounds): Result<Rounds> {
  const byId = new Map<string, Task>();
  for (const [index, task] of rounds.tasks.entries()) {
    if (byId.has(task.id)) return fail('bad-document', `tasks.${index}: there are two tasks ${task.id}.`, `tasks.${index}.id`);
    byId.set(task.id, task);
  }
  for (const [index, { id, since, earliest, latest }] of rounds.tasks.entries()) {
    if (since !== undefined && !byId.has(since))
      return fail(
        'bad-document',
        `tasks.${index}: ${id} counts from the start of ${since}, which is no task here.`,
        `tasks.${index}.since`,
      );
    if (earliest !== undefined && latest !== undefined && earliest > latest)
      return fail('bad-document', `tasks.${index}: ${id} begins at ${earliest} or later, and at ${latest} or sooner.`, `tasks.${index}`);
  }
  const circle = circleIn(rounds.tasks, byId);
  if (circle) {
    const index = rounds.tasks.findIndex(({ id }) => id === circle);
    return fail('bad-document', `tasks.${index}: ${circle} waits for itself.`, `tasks.${index}`);
  }
  return succeed(rounds);
}

/** A task that comes before itself. */
function circleIn(tasks: readonly Task[], byId: ReadonlyMap<string, Task>): string | undefined {
  const state = new Map<string, 'open' | 'done'>();
  for (const { id } of tasks) {
    const stack = [id];
    while (stack.length > 0) {
      const top = stack.at(-1) as string;
      if (state.get(top) === 'done') {
        stack.pop();
        continue;
      }
      state.set(top, 'open');
      const next = before(byId.get(top)).filter((one) => byId.has(one) && state.get(one) !== 'done');
      const again = next.find((one) => state.get(one) === 'open');
      if (again !== undefined) return again;
      if (next.length === 0) state.set(stack.pop() as string, 'done');
      else stack.push(next[0] as string);
    }
  }
  return undefined;
}

function before(task: Task | undefined): readonly string[] {
  return task ? [...task.after, ...(task.since === undefined ? [] : [task.since])] : [];
}
