import type { SpecimenPicture } from '@mindful-probe/core';
import { type FormEvent, type MouseEvent, useState } from 'react';
import { useOpenSpecimen } from '../data/open-specimen.tsx';
import { Dialog } from '../kit/dialog.tsx';
import { photoAddress } from './photo-address.ts';
import { PhotoMark } from './photo-mark.tsx';

/** A picture whole, with the notes stuck into it; a press sets where the next one goes, the keyboard puts it in the middle. */
export function PhotoDialog({ picture, onClose }: { readonly picture: SpecimenPicture; readonly onClose: () => void }) {
  return (
    <Dialog open onOpenChange={onClose} title={picture.entry.name ?? 'Picture'}>
      <Pinned key={picture.entry.id} picture={picture} />
    </Dialog>
  );
}

function Pinned({ picture: { entry, pins } }: { readonly picture: SpecimenPicture }) {
  const { record } = useOpenSpecimen();
  const [place, setPlace] = useState({ x: 0.5, y: 0.5 });
  const [text, setText] = useState('');
  const put = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return;
    record({ kind: 'pin', picture: entry.id, ...place, text: text.trim() });
    setText('');
  };
  const point = (event: MouseEvent<HTMLElement>) => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    setPlace({ x: clamp((event.clientX - left) / width), y: clamp((event.clientY - top) / height) });
  };
  return (
    <>
      {/* The pointer sets the place; the fields below do the same by keyboard. */}
      {/* biome-ignore lint/a11y/noStaticElementInteractions lint/a11y/useKeyWithClickEvents: the two number fields are its keyboard */}
      <div className="relative inline-block cursor-crosshair" onClick={point}>
        <img
          src={photoAddress(entry.hash, 'whole')}
          alt={entry.name ?? 'as taken'}
          className="max-h-[52vh] w-auto"
          width={entry.width}
          height={entry.height}
        />
        {pins.map((pin, index) => (
          <PhotoMark key={pin.id} x={pin.x} y={pin.y} label={String(index + 1)} />
        ))}
        {text !== '' && <PhotoMark x={place.x} y={place.y} label="+" />}
      </div>
      <ol className="mt-3">
        {pins.map((pin, index) => (
          <li key={pin.id} className="flex gap-3 border-b border-rule py-1.5">
            <span className="w-5 font-figures text-petrol">{index + 1}</span>
            {pin.text}
          </li>
        ))}
      </ol>
      <form onSubmit={put} className="mt-3 flex flex-wrap items-end gap-3">
        <label className="min-w-[200px] flex-1">
          <span className="block text-12 text-quiet">Note for a place in the picture</span>
          <input className="w-full" value={text} onChange={(event) => setText(event.target.value)} maxLength={300} />
        </label>
        <Share label="across, %" value={place.x} onChange={(x) => setPlace({ ...place, x })} />
        <Share label="down, %" value={place.y} onChange={(y) => setPlace({ ...place, y })} />
        <button type="submit" className="action">
          Pin
        </button>
      </form>
    </>
  );
}

function Share({ label, value, onChange }: { readonly label: string; readonly value: number; readonly onChange: (value: number) => void }) {
  return (
    <label>
      <span className="block text-12 text-quiet">{label}</span>
      <input
        type="number"
        min={0}
        max={100}
        className="w-[72px] font-figures"
        value={Math.round(100 * value)}
        onChange={(event) => onChange(clamp(Number(event.target.value) / 100))}
      />
    </label>
  );
}

function clamp(share: number): number {
  return Math.min(1, Math.max(0, Number.isFinite(share) ? share : 0));
}
