import { useState } from 'react';
import { useShelf, WHOLE_SHELF } from '../data/use-shelf.ts';

const MOST_SHOWN = 20;

/** Specimens by name, found by typing; a press chooses one. */
export function SpecimenList({ onChoose }: { readonly onChoose: (id: string) => void }) {
  const [search, setSearch] = useState('');
  const { part } = useShelf({ ...WHOLE_SHELF, search, sort: 'name', count: MOST_SHOWN });
  return (
    <>
      <input
        className="w-full"
        aria-label="Search the shelf"
        placeholder="name"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
      />
      <ul className="pt-3">
        {(part?.specimens ?? []).map(({ id, summary }) => (
          <li key={id} className="border-t border-rule">
            <button type="button" className="w-full py-1.5 text-left" onClick={() => onChoose(id)}>
              {summary?.name ?? id} <span className="text-12 text-quiet">{summary?.supply}</span>
            </button>
          </li>
        ))}
      </ul>
      {part && part.found > part.specimens.length && (
        <p className="text-12 text-quiet">
          {part.specimens.length} of {part.found}; type more of the name.
        </p>
      )}
      {part && part.specimens.length === 0 && <p className="text-quiet">Nothing on the shelf is called so.</p>}
    </>
  );
}
