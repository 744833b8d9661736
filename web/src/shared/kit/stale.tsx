import type { ReactNode } from 'react';

/** Figures from before the last entry, in quiet ink and said to be so, while those of now are computed. */
export function Stale({ when, children }: { readonly when: boolean; readonly children: ReactNode }) {
  return (
    <div data-stale={when || undefined} className="group/stale data-stale:text-quiet">
      {when && (
        <p role="status" className="float-right ml-4 text-12 text-quiet">
          from before
        </p>
      )}
      {children}
    </div>
  );
}
