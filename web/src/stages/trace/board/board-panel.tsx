import {
  type Board,
  type BoardFrame,
  type BoardSide,
  boardFrame,
  type EntryDraft,
  type Point,
  photosOf,
  placeOnPhoto,
  type Size,
  type Strip,
} from '@mindful-probe/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';
import { fetchedDialog } from '../../../shared/kit/fetched.tsx';
import { useLit } from '../lit.tsx';
import { padMarks, shownPhotos, toneOf } from './board-marks.ts';
import { type BoardPick, BoardView, type ShownPhoto } from './board-view.tsx';
import { AlignPoints, StripDots } from './drawn-on-photo.tsx';
import { PadLines } from './pad-lines.tsx';
import { Keep, PickedPads } from './picked-pads.tsx';
import { SeeThrough } from './see-through.tsx';
import { StripForm } from './strip-form.tsx';
import { freePad, freeRef, lineOf, PART_LETTERS, startTool, TOOL_MODES, type Tool, type ToolMode, tapPad } from './tool.ts';

const BoardPhotosDialog = fetchedDialog(async () => (await import('./board-photos-dialog.tsx')).BoardPhotosDialog);

const MODE_WORDS: Readonly<Record<ToolMode, readonly [string, string]>> = {
  look: ['Look', 'Drag to move, wheel or + and − for nearer and further, 0 for all of it.'],
  pin: [
    'Pin',
    'Each pick is a pad, numbered by itself. One that shines through from the other side becomes the same pad; Shift makes it one of its own.',
  ],
  part: ['Part', 'Pick its pads, first pin first; then say on the bench line what it is.'],
  hold: ['Hold', 'Pick the held pad, then what beeps; again for silent. Enter on the bench line keeps it.'],
  align: ['Align', 'The same spot on the front, then on the back: two points at least, better four far apart.'],
  strip: ['Strip', ''],
};

interface BoardPanelProps {
  readonly board: Board;
  readonly big: boolean;
  readonly onBig: () => void;
}

/** A board: its photos, and what can be done on them. */
export function BoardPanel({ board, big, onBig }: BoardPanelProps) {
  const { specimen } = useOpenSpecimen();
  const [photosShown, setPhotosShown] = useState(false);
  const photos = useMemo(() => shownPhotos(board, specimen), [board, specimen]);
  const frame = useMemo(() => boardFrame(photosOf(board, specimen.pictures)), [board, specimen.pictures]);
  const onPhotos = () => setPhotosShown(true);
  return (
    <section aria-label={`Board ${board.name}`} className={frame ? 'flex min-w-0 flex-col gap-2' : 'flex items-center gap-4'}>
      {frame ? (
        <BoardTools board={board} photos={photos} frame={frame} big={big} onBig={onBig} onPhotos={onPhotos} />
      ) : (
        <>
          <button type="button" className="action" onClick={onPhotos}>
            Photos of the board
          </button>
          <p className="text-quiet">make pads of clicks; not needed, the bench line does it all.</p>
        </>
      )}
      {photosShown && <BoardPhotosDialog board={board} onClose={() => setPhotosShown(false)} />}
    </section>
  );
}

interface BoardToolsProps extends BoardPanelProps {
  readonly photos: Partial<Record<BoardSide, ShownPhoto>>;
  readonly frame: BoardFrame;
  readonly onPhotos: () => void;
}

function BoardTools({ board, photos, frame, big, onBig, onPhotos }: BoardToolsProps) {
  const { specimen, record, write, suggest } = useOpenSpecimen();
  const [tool, setTool] = useState<Tool>({ mode: 'look' });
  const [seeThrough, setSeeThrough] = useState(0);
  const [strip, setStrip] = useState<Strip>();
  const [over, setOver] = useState<string>();
  const lit = useLit();
  const side: BoardSide = !photos.front || (photos.back && seeThrough > 0.5) ? 'back' : 'front';
  const nextHold = specimen.continuity?.nextHold ?? undefined;

  // What is picked stands on the bench line at once, where its meaning is said; focus stays on the photo.
  const line = lineOf(tool, specimen);
  const written = useRef<string>(undefined);
  useEffect(() => {
    if (line === written.current) return;
    written.current = line;
    if (line !== undefined) write(line);
  }, [line, write]);

  // What was held or placed is on the tape: the next begins.
  const swept = specimen.sweeps.length;
  const placed = specimen.circuit.parts.length + specimen.placed.length;
  const done = `${swept} ${placed}`;
  const [doneBefore, setDoneBefore] = useState(done);
  if (done !== doneBefore) {
    setDoneBefore(done);
    if (tool.mode === 'hold' || tool.mode === 'strip') setTool(startTool(tool.mode));
    if (tool.mode === 'part') setTool({ ...tool, pads: [] });
  }

  const marks = useMemo(
    () => padMarks(board, frame, photos, specimen.pads, side, (pad) => toneOf(pad, tool, lit, nextHold)),
    [board, frame, photos, specimen.pads, side, tool, lit, nextHold],
  );

  const shareOf = (of: BoardSide, at: Point): Point | undefined => {
    const map = frame.maps[of];
    const photo = photos[of];
    return map && photo ? placeOnPhoto(map, [photo.width, photo.height], at) : undefined;
  };

  function onPick({ at, pad, apart }: BoardPick) {
    if (tool.mode === 'look') return pad !== undefined ? setTool({ mode: 'pin', picked: [pad] }) : undefined;
    if (tool.mode === 'align') return pickAlign(at);
    if (tool.mode === 'strip' && (pad === undefined || tool.points.length === 0))
      return setTool({ ...tool, points: tool.points.length >= 3 ? [at] : [...tool.points, at] });
    if (tool.mode === 'pin') return pinAt(at, apart ? undefined : pad);
    if (pad !== undefined) setTool(tapPad(tool, pad));
  }

  /** A new pad, a known one seen on this side too, or one picked to be spoken of. */
  function pinAt(at: Point, hit: string | undefined) {
    const share = shareOf(side, at);
    const known = specimen.pads.find(({ name }) => name === hit);
    if (known && (known.places[side] || !share)) return setTool(tapPad(tool, known.name));
    if (!share) return;
    const through = known && marks.find(({ name }) => name === known.name);
    record({
      kind: 'pad',
      pad: known?.name ?? freePad(specimen.pads),
      board: board.name,
      side,
      point: [...(through ? (shareOf(side, through.at) ?? share) : share)] as [number, number],
    });
  }

  function pickAlign(at: Point) {
    if (tool.mode !== 'align') return;
    if (!tool.front) {
      const front = shareOf('front', at);
      if (!front) return;
      setTool({ mode: 'align', front });
      return setSeeThrough(1);
    }
    const back = shareOf('back', at);
    if (!back) return;
    const pairs = [...board.pairs, { front: tool.front, back }].map((pair) => ({
      front: [...pair.front] as [number, number],
      back: [...pair.back] as [number, number],
    }));
    record({ kind: 'align', board: board.name, pairs });
    setTool({ mode: 'align' });
    setSeeThrough(0);
  }

  const choose = (mode: ToolMode) => {
    setTool(startTool(mode));
    setStrip(undefined);
    if (mode === 'align') setSeeThrough(0);
  };
  const modes = TOOL_MODES.filter((mode) => mode !== 'align' || (photos.front && photos.back));
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <fieldset className="flex flex-wrap">
          <legend className="sr-only">What a pick does</legend>
          {modes.map((mode) => (
            <button
              key={mode}
              type="button"
              aria-pressed={tool.mode === mode}
              onClick={() => choose(mode)}
              className="border-b-[2.5px] border-transparent px-2 py-1 aria-pressed:border-petrol aria-pressed:font-[650] aria-pressed:text-petrol"
            >
              {MODE_WORDS[mode][0]}
            </button>
          ))}
        </fieldset>
        <span className="flex-1" />
        <button type="button" className="text-petrol underline" onClick={onBig}>
          {big ? 'smaller' : 'larger'}
        </button>
        <button type="button" className="text-petrol underline" onClick={onPhotos}>
          photos
        </button>
      </div>
      <div className={big ? 'h-[min(56vh,520px)]' : 'h-[226px]'}>
        <BoardView
          frame={frame}
          photos={photos}
          seeThrough={seeThrough}
          pads={marks}
          label={`Board ${board.name}, ${side}. Arrow keys move the crosshair, comma and full stop go from pad to pad, Enter picks, plus, minus and 0 zoom.`}
          onPick={onPick}
          onOver={(pad) => {
            setOver(pad);
            lit.light(pad === undefined ? undefined : { kind: 'pad', name: pad });
          }}
          drawn={
            <>
              <PadLines marks={marks} lit={lit.pads} doubtful={specimen.continuity?.doubtful ?? []} />
              {tool.mode === 'align' && <AlignPoints board={board} frame={frame} photos={photos} front={tool.front} />}
              {tool.mode === 'strip' && <StripDots points={strip?.leds ?? tool.points} size={frame.size} />}
            </>
          }
        />
      </div>
      {photos.front && photos.back && <SeeThrough value={seeThrough} onChange={setSeeThrough} mirrored={board.views.back.mirrored} />}
      {tool.mode !== 'strip' && (
        <p role="status" className="text-12 text-quiet">
          {over === undefined ? '' : `On pad ${over}. `}
          {tool.mode === 'align' ? sayAlignment(tool.front !== undefined, frame, board) : MODE_WORDS[tool.mode][1]}
        </p>
      )}
      {tool.mode === 'hold' && line !== undefined && <Keep line={line} />}
      {tool.mode === 'align' && board.pairs.length > 0 && (
        <p>
          <button
            type="button"
            className="text-petrol underline"
            onClick={() => record({ kind: 'align', board: board.name, pairs: withoutWorst(board, frame) })}
          >
            leave out {frame.alignment && board.pairs.length > 2 ? 'the point that fits worst' : 'the last point'}
          </button>
        </p>
      )}
      {tool.mode === 'pin' && tool.picked.length > 0 && <PickedPads picked={tool.picked} onDone={() => setTool(startTool('pin'))} />}
      {tool.mode === 'part' && (
        <fieldset className="flex flex-wrap gap-1">
          <legend className="sr-only">Which part</legend>
          {Object.entries(PART_LETTERS).map(([letter, count]) => (
            <button
              key={letter}
              type="button"
              aria-label={`${letter}, ${count} pads`}
              aria-pressed={tool.letter === letter}
              onClick={() => setTool({ mode: 'part', letter, pads: [] })}
              className="border border-rule px-2 py-0.5 font-figures aria-pressed:border-petrol aria-pressed:text-petrol"
            >
              {letter}
              {letter === 'B' ? ' bridge' : ''}
            </button>
          ))}
        </fieldset>
      )}
      {tool.mode === 'strip' && (
        <StripForm
          points={tool.points}
          pads={tool.pads}
          onCount={setStrip}
          onLine={(words) => {
            const ref = freeRef('D', specimen);
            if (strip) record(seatsOf(ref, strip.leds, frame.size));
            suggest(`${ref} ${words}`);
          }}
        />
      )}
    </>
  );
}

/** Where each LED of a strip is, as shares of the board. */
function seatsOf(ref: string, leds: readonly Point[], [width, height]: Size): EntryDraft {
  const share = (value: number) => Math.min(1, Math.max(0, Number(value.toFixed(4))));
  return {
    kind: 'seats',
    ref,
    points: leds.map(([x, y]) => [share(x / width), share(y / height)]),
    aspect: Number((width / height).toFixed(4)),
  };
}

function sayAlignment(isOnBack: boolean, { alignment, problem }: BoardFrame, board: Board): string {
  const asked = isOnBack ? 'Now the same spot on the back.' : MODE_WORDS.align[1];
  if (problem) return `${problem.message} ${asked}`;
  if (!alignment) return asked;
  const off = alignment.rmsPixels === undefined ? 'too few points to tell how well' : `${alignment.rmsPixels.toFixed(1)} px off on average`;
  return `${board.pairs.length} points, ${alignment.kind}: ${off}. ${asked}`;
}

function withoutWorst({ pairs }: Board, { alignment }: BoardFrame) {
  const worst = alignment && pairs.length > 2 ? alignment.misses.indexOf(Math.max(...alignment.misses)) : pairs.length - 1;
  return pairs
    .filter((_, index) => index !== worst)
    .map(({ front, back }) => ({ front: [...front] as [number, number], back: [...back] as [number, number] }));
}
