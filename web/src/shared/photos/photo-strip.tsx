import type { SpecimenPicture, Stage } from '@mindful-probe/core';
import { Camera, ImagePlus } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useOpenSpecimen } from '../data/open-specimen.tsx';
import { fetchedDialog } from '../kit/fetched.tsx';
import { photoAddress } from './photo-address.ts';
import { addPhotos, dropPhoto, usePhotosOnTheWay } from './photos.ts';

const PhotoDialog = fetchedDialog(async () => (await import('./photo-dialog.tsx')).PhotoDialog);

interface PhotoStripProps {
  readonly stage: Stage;
  /** Only those of this entry, and new ones become its own. */
  readonly of?: string;
  readonly label: string;
}

const ACCEPTED = 'image/jpeg,image/png,image/webp';

/** The pictures of a stage, small; chosen, pasted, dropped, or taken with a phone's camera. */
export function PhotoStrip({ stage, of, label }: PhotoStripProps) {
  const { specimen, id } = useOpenSpecimen();
  const onTheWay = usePhotosOnTheWay(id).filter((photo) => photo.stage === stage);
  const [problems, setProblems] = useState<readonly string[]>([]);
  const [shown, setShown] = useState<string>();
  const chooser = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  const pictures = specimen.pictures.filter(({ entry }) => entry.stage === stage && (of === undefined || entry.of === of));
  const whole = pictures.find(({ entry }) => entry.id === shown);
  const take = (files: Iterable<File> | null) => files && setProblems(addPhotos(files, id, stage, of));

  useEffect(() => {
    // A strip of one entry leaves pasting to the stage's own.
    if (of !== undefined) return;
    function onPaste(event: ClipboardEvent) {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length === 0) return;
      event.preventDefault();
      setProblems(addPhotos(files, id, stage));
    }
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, [id, stage, of]);

  return (
    <section
      aria-label={label}
      className={`flex flex-wrap items-center gap-3 ${of === undefined ? 'py-2' : 'pt-1'}`}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        take(event.dataTransfer.files);
      }}
    >
      {pictures.map((picture, index) => (
        <Thumbnail key={picture.entry.id} picture={picture} number={index + 1} onOpen={() => setShown(picture.entry.id)} />
      ))}
      {of === undefined &&
        onTheWay.map((photo) => (
          <span key={photo.id} role="status" className="w-[120px] border border-rule p-2 text-12">
            <span className="block truncate">{photo.name}</span>
            {photo.refused === undefined ? (
              <progress className="w-full" value={photo.share} aria-label={`${photo.name} on its way`} />
            ) : (
              <>
                <span className="block text-brick">{photo.refused}</span>
                <button type="button" className="text-petrol underline" onClick={() => dropPhoto(photo.id)}>
                  Leave it out
                </button>
              </>
            )}
          </span>
        ))}
      {of === undefined ? (
        <>
          <button type="button" className="action flex items-center gap-2" onClick={() => chooser.current?.click()}>
            <ImagePlus size={16} aria-hidden /> Picture
          </button>
          <button type="button" className="action flex items-center gap-2 md:hidden" onClick={() => camera.current?.click()}>
            <Camera size={16} aria-hidden /> Camera
          </button>
        </>
      ) : (
        <button
          type="button"
          aria-label={`${label}: add one`}
          className="border border-rule p-1 text-quiet"
          onClick={() => chooser.current?.click()}
        >
          <ImagePlus size={16} aria-hidden />
        </button>
      )}
      <input
        ref={chooser}
        type="file"
        accept={ACCEPTED}
        multiple
        hidden
        data-photo-chooser={of ?? stage}
        onChange={(event) => take(event.target.files)}
      />
      <input ref={camera} type="file" accept={ACCEPTED} capture="environment" hidden onChange={(event) => take(event.target.files)} />
      {problems.map((problem) => (
        <p key={problem} role="alert" className="w-full text-brick">
          {problem}
        </p>
      ))}
      {whole && <PhotoDialog picture={whole} onClose={() => setShown(undefined)} />}
    </section>
  );
}

function Thumbnail({
  picture,
  number,
  onOpen,
}: {
  readonly picture: SpecimenPicture;
  readonly number: number;
  readonly onOpen: () => void;
}) {
  const { entry, pins } = picture;
  const what = entry.name ?? `picture ${number}`;
  return (
    <button type="button" onClick={onOpen} className="relative border border-rule" aria-label={`${what}, ${pins.length} pins`}>
      <img src={photoAddress(entry.hash, 'thumbnail')} alt="" loading="lazy" className="h-[84px] w-[112px] object-cover" />
      {pins.length > 0 && <span className="absolute right-0 bottom-0 bg-sheet px-1 font-figures text-12">{pins.length}</span>}
    </button>
  );
}
