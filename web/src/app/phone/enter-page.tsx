import { type FormEvent, useEffect, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { enterCode, ProblemError } from '../../shared/data/api.ts';
import { waitingEntries } from '../../shared/data/waiting.ts';

/** Where another device shows that it belongs to the bench: by the code, typed or from the address that was scanned. */
export function EnterPage() {
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const [code, setCode] = useState(() => window.location.hash.slice(1));
  const [problem, setProblem] = useState<string>();

  async function enter(typed: string) {
    try {
      await enterCode(typed);
    } catch (error) {
      return setProblem(error instanceof ProblemError ? error.message : 'The machine at the bench does not answer.');
    }
    waitingEntries.nudge();
    navigate(placeBefore(params.get('back')), { replace: true });
  }

  // biome-ignore lint/correctness/useExhaustiveDependencies: what was scanned is tried once
  useEffect(() => {
    if (code !== '') void enter(code);
  }, []);

  const submit = (event: FormEvent) => {
    event.preventDefault();
    void enter(code);
  };
  return (
    <main className="p-6">
      <h1>Access code</h1>
      <p className="mt-2">The machine at the bench shows it under its phone sign.</p>
      <form onSubmit={submit} className="mt-4 flex flex-wrap items-end gap-3">
        <label>
          <span className="block text-12 text-quiet">Code</span>
          <input
            className="w-[200px] font-figures text-24"
            value={code}
            onChange={(event) => setCode(event.target.value)}
            autoCapitalize="off"
            autoComplete="off"
            spellCheck={false}
          />
        </label>
        <button type="submit" className="action">
          Enter
        </button>
      </form>
      {problem && (
        <p role="alert" className="mt-3 text-brick">
          {problem}
        </p>
      )}
    </main>
  );
}

/** A place in this application, and nothing that leads out of it. */
function placeBefore(back: string | null): string {
  return back !== null && /^\/(?!\/)/.test(back) ? back : '/';
}
