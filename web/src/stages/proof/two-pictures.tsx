import { formatSignificant, type SpecimenPicture } from '@mindful-probe/core';
import { useState } from 'react';
import useSWR from 'swr';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { photoAddress } from '../../shared/photos/photo-address.ts';
import { PhotoStrip } from '../../shared/photos/photo-strip.tsx';
import { meanLuminance } from './mean-luminance.ts';

/** A picture of the light before the rework, one after it, and the ratio of their mean luminances. */
export function TwoPictures() {
  const { specimen } = useOpenSpecimen();
  const pictures = specimen.pictures.filter(
    ({ entry }) => entry.stage === 'first-light' || entry.stage === 'drive' || entry.stage === 'proof',
  );
  const [chosen, setChosen] = useState<readonly [string?, string?]>([]);
  const before = pictures.find(({ entry }) => entry.id === chosen[0]) ?? pictures[0];
  const after = pictures.find(({ entry }) => entry.id === chosen[1]) ?? pictures.at(-1);
  const hasTwo = before !== undefined && after !== undefined && before !== after;
  const { data: ratio } = useSWR(
    hasTwo ? ['luminance', before.entry.hash, after.entry.hash] : null,
    async () => {
      const [was, is] = await Promise.all(
        [before, after].map((picture) => meanLuminance(photoAddress((picture as SpecimenPicture).entry.hash, 'thumbnail'))),
      );
      return was && is ? is / was : undefined;
    },
    { revalidateOnFocus: false },
  );
  return (
    <div className="pt-2">
      <p className="text-quiet">
        By eye: one picture before and one after, from the same place in the same dark, with exposure and white balance fixed by hand.
      </p>
      <PhotoStrip stage="proof" label="Pictures of the light" />
      {hasTwo && (
        <div className="grid max-w-[760px] grid-cols-2 gap-3" data-two-pictures>
          {([before, after] as const).map((picture, side) => (
            <figure key={side === 0 ? 'before' : 'after'}>
              <img
                src={photoAddress(picture.entry.hash, 'whole')}
                alt={`${side === 0 ? 'before' : 'after'}: ${picture.entry.name ?? 'picture'}`}
                className="w-full border border-rule"
              />
              <figcaption>
                <label className="flex items-center gap-2 text-12 text-quiet">
                  {side === 0 ? 'before' : 'after'}
                  <select
                    value={picture.entry.id}
                    onChange={(event) =>
                      setChosen(side === 0 ? [event.target.value, after.entry.id] : [before.entry.id, event.target.value])
                    }
                  >
                    {pictures.map(({ entry }, index) => (
                      <option key={entry.id} value={entry.id}>
                        {entry.name ?? `picture ${index + 1}`}
                      </option>
                    ))}
                  </select>
                </label>
              </figcaption>
            </figure>
          ))}
        </div>
      )}
      {ratio !== undefined && (
        <p className="pt-1">
          The picture after is <b className="font-figures">{formatSignificant(100 * ratio, 2)} %</b> as bright on the average
          <span className="text-quiet">: true only with the exposure fixed, and where nothing is white throughout.</span>
        </p>
      )}
    </div>
  );
}
