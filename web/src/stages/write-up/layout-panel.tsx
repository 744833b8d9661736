import { type EntryDraft, SECTION_TITLES, WRITE_UP_FIGURES, WRITE_UP_LENGTHS, type WriteUpSectionId } from '@mindful-probe/core';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { photoAddress } from '../../shared/photos/photo-address.ts';

const LENGTH_WORDS = { slip: 'Slip, a page for the owner', review: 'Review', full: 'Full, with every table and step' } as const;
const FIGURE_WORDS = {
  circuit: 'Circuit',
  'watt-plan': 'Watt plan',
  ruler: 'Drive ruler',
  waves: 'Waves',
  'heat-path': 'Heat path',
  'string-map': 'String map',
} as const;

/** How long it is, which sections in which order, which figures and photos. */
export function LayoutPanel() {
  const { specimen, record } = useOpenSpecimen();
  const { layout, pictures } = specimen;
  const lay = (said: Omit<Extract<EntryDraft, { kind: 'layout' }>, 'kind'>) => record({ kind: 'layout', ...said });
  const move = (id: WriteUpSectionId, step: -1 | 1) => {
    const order = [...layout.order];
    const from = order.indexOf(id);
    const to = from + step;
    if (to < 0 || to >= order.length) return;
    order.splice(from, 1);
    order.splice(to, 0, id);
    lay({ order });
  };
  const without = <T,>(all: readonly T[], one: T) => all.filter((other) => other !== one);
  return (
    <section aria-label="Layout" className="border-t border-ink pt-2 text-14 xl:sticky xl:top-0">
      <fieldset>
        <legend className="font-bold">Length</legend>
        {WRITE_UP_LENGTHS.map((length) => (
          <label key={length} className="flex items-center gap-2 py-0.5">
            <input type="radio" name="length" checked={layout.length === length} onChange={() => lay({ length })} /> {LENGTH_WORDS[length]}
          </label>
        ))}
      </fieldset>
      {layout.length !== 'slip' && (
        <>
          <fieldset className="pt-3">
            <legend className="font-bold">Sections</legend>
            <ul>
              {layout.order.map((id, index) => (
                <li key={id} className="flex items-center gap-1">
                  <label className="flex flex-1 items-center gap-2 py-0.5">
                    <input
                      type="checkbox"
                      checked={!layout.leftOut.includes(id)}
                      onChange={(event) => lay({ leftOut: event.target.checked ? without(layout.leftOut, id) : [...layout.leftOut, id] })}
                    />
                    {SECTION_TITLES[id]}
                  </label>
                  <button
                    type="button"
                    className="p-1"
                    aria-label={`${SECTION_TITLES[id]} up`}
                    disabled={index === 0}
                    onClick={() => move(id, -1)}
                  >
                    <ArrowUp size={14} aria-hidden />
                  </button>
                  <button
                    type="button"
                    className="p-1"
                    aria-label={`${SECTION_TITLES[id]} down`}
                    disabled={index === layout.order.length - 1}
                    onClick={() => move(id, 1)}
                  >
                    <ArrowDown size={14} aria-hidden />
                  </button>
                </li>
              ))}
            </ul>
          </fieldset>
          <fieldset className="pt-3">
            <legend className="font-bold">Figures</legend>
            {WRITE_UP_FIGURES.map((name) => (
              <label key={name} className="flex items-center gap-2 py-0.5">
                <input
                  type="checkbox"
                  checked={layout.figures.includes(name)}
                  onChange={(event) => lay({ figures: event.target.checked ? [...layout.figures, name] : without(layout.figures, name) })}
                />
                {FIGURE_WORDS[name]}
              </label>
            ))}
          </fieldset>
          {pictures.length > 0 && (
            <fieldset className="pt-3">
              <legend className="font-bold">Photos</legend>
              <ul className="flex flex-col gap-2">
                {pictures.map(({ entry }, index) => {
                  const chosen = layout.pictures.find(({ picture }) => picture === entry.id);
                  const others = layout.pictures.filter((one) => one !== chosen);
                  const name = entry.name ?? `Photo ${index + 1}`;
                  return (
                    <li key={entry.id}>
                      <label className="flex items-center gap-2">
                        <input
                          type="checkbox"
                          checked={chosen !== undefined}
                          onChange={(event) => lay({ pictures: event.target.checked ? [...others, { picture: entry.id }] : others })}
                        />
                        <img src={photoAddress(entry.hash, 'thumbnail')} alt="" className="h-10 w-14 object-cover" />
                        <span className="min-w-0 truncate">{name}</span>
                      </label>
                      {chosen && (
                        <input
                          key={chosen.caption ?? ''}
                          className="mt-1 w-full"
                          aria-label={`Caption of ${name}`}
                          placeholder="caption"
                          maxLength={300}
                          defaultValue={chosen.caption ?? ''}
                          onBlur={({ target: { value } }) =>
                            value !== (chosen.caption ?? '') &&
                            lay({
                              pictures: layout.pictures.map((one) => (one === chosen ? { picture: one.picture, caption: value } : one)),
                            })
                          }
                        />
                      )}
                    </li>
                  );
                })}
              </ul>
            </fieldset>
          )}
        </>
      )}
    </section>
  );
}
