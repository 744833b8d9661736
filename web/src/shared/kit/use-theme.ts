import { useSyncExternalStore } from 'react';

function themeNow(): 'bone' | 'lamp-black' {
  return document.documentElement.dataset.theme === 'lamp-black' ? 'lamp-black' : 'bone';
}

function onTheme(listener: () => void): () => void {
  const observer = new MutationObserver(listener);
  observer.observe(document.documentElement, { attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}

/** The theme that the page is drawn in, for what is drawn as a picture. */
export function useTheme(): 'bone' | 'lamp-black' {
  return useSyncExternalStore(onTheme, themeNow);
}
