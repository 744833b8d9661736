import { beforeEach, describe, expect, it } from '@jest/globals';
import { ProblemError, UnreachableError } from './api.ts';
import { storageBehind } from './browser-storage.ts';
import { DrawerCalls } from './drawer-calls.ts';

function calls(...answers: (Error | string)[]) {
  const [sent, answered]: [string[], string[]] = [[], []];
  const queue = new DrawerCalls<string>({
    storage: storageBehind(() => localStorage),
    send: async (path) => {
      sent.push(path);
      const answer = answers.shift() ?? 'taken';
      if (answer instanceof Error) throw answer;
      return answer;
    },
    onAnswer: (answer) => void answered.push(answer),
    retryMs: 5,
  });
  return { queue, sent, answered };
}

const quiet = () => new Promise((resolve) => setTimeout(resolve, 60));

describe('what is said to the drawer', () => {
  beforeEach(() => localStorage.clear());

  it('waits while the server is away, and is said in its order when it is back', async () => {
    const { queue, sent, answered } = calls(new UnreachableError(), new ProblemError('busy', 503, 'busy'));
    queue.say({ path: '/settle', body: { by: 'a' } });
    queue.say({ path: '', body: { by: 'b' } });
    await quiet();
    expect(sent).toEqual(['/settle', '/settle', '/settle', '']);
    expect(answered).toEqual(['taken', 'taken']);
    expect(queue.waiting()).toEqual([]);
  });

  it('outlives the page that said it', async () => {
    const gone = calls(...Array.from({ length: 99 }, () => new UnreachableError()));
    gone.queue.say({ path: '/settle', body: { by: 'a' } });
    await quiet();
    const { queue, sent } = calls();
    expect(queue.waiting()).toEqual([{ path: '/settle', body: { by: 'a' } }]);
    await queue.flush();
    expect(sent).toEqual(['/settle']);
  });

  it('is not said again where it is refused', async () => {
    const { queue, sent, answered } = calls(new ProblemError('stock-not-found', 404, 'none'));
    queue.say({ path: '/settle', body: {} });
    await quiet();
    expect([sent, answered, queue.waiting()]).toEqual([['/settle'], [], []]);
  });
});
