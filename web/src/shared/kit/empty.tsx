import type { ReactNode } from 'react';

/** What stands where nothing is yet: what goes there, and the first step. */
export function Empty({ children }: { readonly children: ReactNode }) {
  return <div className="max-w-[60ch] py-6 text-14 text-quiet">{children}</div>;
}
