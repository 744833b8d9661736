import { type ReactNode, useState } from 'react';

interface DisclosureProps {
  readonly summary: ReactNode;
  readonly children: ReactNode;
  readonly className?: string;
}

/** What is behind a line that opens it: made when that is first done. */
export function Disclosure({ summary, children, className = 'mt-2' }: DisclosureProps) {
  const [wasOpened, setOpened] = useState(false);
  return (
    <details className={className} onToggle={(event) => event.currentTarget.open && setOpened(true)}>
      <summary className="cursor-pointer text-petrol underline">{summary}</summary>
      {wasOpened && children}
    </details>
  );
}
