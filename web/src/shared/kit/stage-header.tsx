import type { ReactNode } from 'react';

interface StageHeaderProps {
  readonly title: string;
  /** One line of fact. */
  readonly fact?: ReactNode;
  readonly children?: ReactNode;
}

export function StageHeader({ title, fact, children }: StageHeaderProps) {
  return (
    <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1 pb-3">
      <h1>{title}</h1>
      {fact !== undefined && <p className="text-quiet">{fact}</p>}
      <span className="flex-1" />
      {children}
    </header>
  );
}
