import { BOARD_SIDES, type Board, type BoardSide, type BoardView, type SpecimenPicture } from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';
import { Dialog } from '../../../shared/kit/dialog.tsx';
import { PhotoStrip } from '../../../shared/photos/photo-strip.tsx';

interface BoardPhotosDialogProps {
  readonly board: Board;
  readonly onClose: () => void;
}

const TITLES: Readonly<Record<BoardSide, string>> = { front: 'Front', back: 'Back' };

/** Which photos show the board, and how each is looked at. */
export function BoardPhotosDialog({ board, onClose }: BoardPhotosDialogProps) {
  const { specimen } = useOpenSpecimen();
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title={`Photos of board ${board.name}`}
      description="Taken straight from above, in even light. The back is laid over the front by matching points."
    >
      <PhotoStrip stage="trace" label="Pictures of boards" />
      {BOARD_SIDES.map((side) => (
        <Side key={`${side} ${JSON.stringify(board.views[side])}`} board={board} side={side} pictures={specimen.pictures} />
      ))}
    </Dialog>
  );
}

interface SideProps {
  readonly board: Board;
  readonly side: BoardSide;
  readonly pictures: readonly SpecimenPicture[];
}

const EDGES = ['left', 'top', 'right', 'bottom'] as const;

function Side({ board, side, pictures }: SideProps) {
  const { record } = useOpenSpecimen();
  const view = board.views[side];
  const change = (part: Partial<BoardView>) => record({ kind: 'board-view', board: board.name, side, ...view, ...part });
  const crop = view.crop ?? [0, 0, 1, 1];
  return (
    <fieldset className="mt-4 border-t border-ink pt-2">
      <legend className="pr-3 font-[650]">{TITLES[side]}</legend>
      <div className="flex flex-wrap items-end gap-x-5 gap-y-3">
        <label>
          <span className="block text-12 text-quiet">Picture</span>
          <select
            value={board.photos[side] ?? ''}
            onChange={(event) => event.target.value !== '' && record({ kind: 'board', board: board.name, [side]: event.target.value })}
          >
            <option value="">none yet</option>
            {pictures.map(({ entry }, index) => (
              <option key={entry.id} value={entry.id}>
                {entry.name ?? `picture ${index + 1}`}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="block text-12 text-quiet">Turned</span>
          <select value={view.turn} onChange={(event) => change({ turn: Number(event.target.value) as BoardView['turn'] })}>
            {[0, 90, 180, 270].map((turn) => (
              <option key={turn} value={turn}>
                {turn}°
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2 pb-1.5">
          <input type="checkbox" checked={view.mirrored} onChange={(event) => change({ mirrored: event.target.checked })} />
          mirrored
        </label>
        <Slider label="Brightness" value={view.brightness} onDone={(brightness) => change({ brightness })} />
        <Slider label="Contrast" value={view.contrast} onDone={(contrast) => change({ contrast })} />
      </div>
      <div className="mt-2 flex flex-wrap items-end gap-4">
        {EDGES.map((edge, index) => (
          <label key={edge}>
            <span className="block text-12 text-quiet">cut {edge}, %</span>
            <input
              type="number"
              min={0}
              max={100}
              className="w-[72px] font-figures"
              defaultValue={Math.round(100 * (crop[index] as number))}
              onBlur={(event) => {
                const share = Math.min(1, Math.max(0, Number(event.target.value) / 100));
                if (!Number.isFinite(share) || Math.abs(share - (crop[index] as number)) < 0.005) return;
                const next = crop.map((value, at) => (at === index ? share : value)) as [number, number, number, number];
                change({ crop: next });
              }}
            />
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** Moves freely, and is kept when it is let go. */
function Slider({ label, value, onDone }: { readonly label: string; readonly value: number; readonly onDone: (value: number) => void }) {
  const [now, setNow] = useState(value);
  const done = () => now !== value && onDone(now);
  return (
    <label>
      <span className="block text-12 text-quiet">
        {label} <span className="font-figures">{now.toFixed(2)}</span>
      </span>
      <input
        type="range"
        min={0.4}
        max={2.5}
        step={0.05}
        value={now}
        onChange={(event) => setNow(Number(event.target.value))}
        onPointerUp={done}
        onBlur={done}
        onKeyUp={(event) => event.key.startsWith('Arrow') && done()}
      />
    </label>
  );
}
