import { Link } from 'react-router';
import { Brand } from './brand.tsx';

/** The head of a page beside the shelf: where it is, and the way back. */
export function PageHeader({ title }: { readonly title: string }) {
  return (
    <header className="flex h-[50px] shrink-0 items-center gap-6 border-b border-ink px-3.5">
      <Brand />
      <p className="flex items-center gap-2 text-17 text-quiet">
        <Link to="/">Shelf</Link>
        <span aria-hidden>▸</span>
        <b className="font-[650] text-ink">{title}</b>
      </p>
    </header>
  );
}
