import type { ReactNode } from 'react';

const BARS = {
  within: 'border-moss',
  caution: 'border-[var(--ochre)] border-dotted',
  over: 'border-brick border-double',
  none: 'border-rule',
} as const;

/** What a figure comes to, under a bar that says how good it is. */
export function FigureBar({ level, children }: { readonly level: keyof typeof BARS; readonly children: ReactNode }) {
  return <div className={`border-t-4 pt-2 pb-1 ${BARS[level]}`}>{children}</div>;
}
