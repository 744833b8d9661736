/** What the browser keeps for this address, over reloads and for all its tabs. */
export interface BrowserStorage {
  get(key: string): string | undefined;
  /** False where it is not kept: the browser has no room, or lets the page keep nothing. */
  set(key: string, value: string): boolean;
  remove(key: string): void;
  keys(): readonly string[];
}

/** Asking for the storage throws where the user denied it, and so does every call to a full one. */
export const browserStorage: BrowserStorage = storageBehind(() => window.localStorage);

export function storageBehind(storage: () => Storage): BrowserStorage {
  return {
    get: (key) => tried(() => storage().getItem(key) ?? undefined, undefined),
    set: (key, value) =>
      tried(() => {
        storage().setItem(key, value);
        return true;
      }, false),
    remove: (key) => tried(() => storage().removeItem(key), undefined),
    keys: () => tried(() => Object.keys(storage()), []),
  };
}

function tried<T>(what: () => T, otherwise: T): T {
  try {
    return what();
  } catch {
    return otherwise;
  }
}
