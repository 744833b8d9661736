import { browserStorage } from '../shared/data/browser-storage.ts';

export type Theme = 'bone' | 'lamp-black';

const KEY = 'probe.theme';

/** The theme chosen before, else what the system prefers. */
export function storedTheme(): Theme {
  const stored = browserStorage.get(KEY);
  if (stored === 'bone' || stored === 'lamp-black') return stored;
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'lamp-black' : 'bone';
}

export function applyTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
}

export function toggleTheme(): void {
  const next: Theme = document.documentElement.dataset.theme === 'lamp-black' ? 'bone' : 'lamp-black';
  browserStorage.set(KEY, next);
  applyTheme(next);
}
