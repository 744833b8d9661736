import { browserStorage } from './browser-storage.ts';

const ASK_MS = 1000;
/** Of the last time that the page was loaded again, ms. */
const LOADED_AGAIN = 'probe.loaded-again';
/** A script that even a new page cannot fetch does not make it load for ever. */
const BETWEEN_LOADS_MS = 60_000;

/** Calls once when the server answers. Browsers remember of a script that it could not be fetched: only a new page gets it. */
export function whenAnswered(answered: () => void): () => void {
  const timer = setInterval(async () => {
    if (Date.now() - Number(browserStorage.get(LOADED_AGAIN) ?? 0) < BETWEEN_LOADS_MS) return;
    const { ok } = await fetch('/api/health').catch(() => ({ ok: false }));
    if (!ok) return;
    clearInterval(timer);
    browserStorage.set(LOADED_AGAIN, String(Date.now()));
    answered();
  }, ASK_MS);
  return () => clearInterval(timer);
}
