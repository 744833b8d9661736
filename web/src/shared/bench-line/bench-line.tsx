import {
  benchContext,
  type Circuit,
  completeBenchLine,
  type EntryDraft,
  type Goal,
  LONGEST_LINE,
  parseBenchLine,
  type Specimen,
  sayProbability,
  sayWay,
  symptomsOf,
} from '@mindful-probe/core';
import { type ClipboardEvent, type KeyboardEvent, type Ref, useImperativeHandle, useMemo, useRef, useState } from 'react';
import { useMarks, useMeters } from '../data/use-bench-list.ts';
import type { SpaceKey } from '../instruments/use-space-key.ts';
import { useTriedFault, useTriedWay } from '../worker/use-analysis.ts';
import { useBenchDraft } from './bench-draft.ts';

export interface BenchLineHandle {
  focus(): void;
  /** Puts words there, ready to go on. */
  suggest(line: string): void;
  /** Puts words there, and the focus stays where it is. */
  write(line: string): void;
  /** What stands there. */
  read(): string;
}

/** Something that is said over the line until the next letter is typed. */
interface BenchNote {
  readonly text: string;
  readonly tone: 'busy' | 'done' | 'problem';
}

interface BenchLineProps {
  readonly ref: Ref<BenchLineHandle>;
  readonly specimenId: string;
  readonly specimen: Specimen;
  /** False where it could not be kept: the line then stays. */
  readonly record: (draft: EntryDraft) => boolean;
  /** `pic`: opens the camera or the file chooser. */
  readonly onPicture: () => void;
  /** Space where no letter is missing before it: takes from an instrument. Undefined with none on the line. */
  readonly space: SpaceKey | undefined;
  readonly note: BenchNote | undefined;
  readonly onTyped: () => void;
  /** What a way of one's own begins from, with what readings taught; undefined until it is known. */
  readonly circuit: Circuit | undefined;
  /** Of several supplies the one that feeds the LEDs; undefined until it is known. */
  readonly mainSupply: string | undefined;
}

/** The one-line entry: its meaning above it while it is typed, Enter puts it on the tape, Tab completes. */
export function BenchLine({ ref, specimenId, specimen, record, onPicture, space, note, onTyped, circuit, mainSupply }: BenchLineProps) {
  const [text, setText] = useBenchDraft(specimenId);
  const [refused, setRefused] = useState<string>();
  const [asked, setAsked] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  const { marks } = useMarks();
  const { meters } = useMeters();
  const context = useMemo(() => benchContext(specimen, { marks, meters, mainSupply }), [specimen, marks, meters, mainSupply]);
  const outcome = useMemo(() => parseBenchLine(text, context), [text, context]);
  const completion = useMemo(() => completeBenchLine(text, context), [text, context]);

  const own = outcome.kind === 'entry' && outcome.draft.kind === 'way' ? outcome.draft.moves : undefined;
  const goal: Goal = { format: 'mindful-probe.goal', version: 1, ...(specimen.goal ?? { aim: 'none' }) };
  const tried = useTriedWay(circuit, goal, own);
  const isFaulty = symptomsOf(specimen).length > 0;
  const isEvidence = outcome.kind === 'entry' && (outcome.draft.kind === 'observed' || outcome.draft.kind === 'reading');
  const fault = useTriedFault(
    specimenId,
    specimen.tape.map(({ entry }) => entry),
    specimen.state,
    isFaulty && isEvidence ? outcome.draft : undefined,
  );

  useImperativeHandle(ref, () => ({
    focus: () => input.current?.focus(),
    suggest: (line) => {
      setText(line);
      input.current?.focus();
    },
    write: setText,
    read: () => text,
  }));

  function enter() {
    if (outcome.kind === 'entry') {
      const drafts = [outcome.draft, ...(outcome.more ?? [])];
      // A line that is many entries stands before the first; the others say themselves what they are.
      if (drafts.every((draft, index) => record(index === 0 ? { ...draft, typed: text } : draft))) setText('');
    } else if (outcome.kind === 'picture') {
      onPicture();
      setText('');
    } else if (outcome.kind === 'answer') {
      // The first Enter only shows the answer, the second keeps it.
      if (asked !== text) return setAsked(text);
      if (record({ ...outcome.draft, typed: text })) setText('');
    } else if (outcome.kind === 'unread') setRefused(text);
  }

  function onKeyDown(event: KeyboardEvent) {
    if (event.key === ' ' && space && isSlotEnd(text)) {
      event.preventDefault();
      space.onSpaceDown(event.repeat);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      enter();
    } else if (event.key === 'Tab' && !event.shiftKey && completion !== '') {
      event.preventDefault();
      setText(text + completion);
    } else if (event.key === 'ArrowDown' && outcome.kind === 'unread' && outcome.nearest !== undefined) {
      event.preventDefault();
      setText(outcome.nearest);
    }
  }

  function onPaste(event: ClipboardEvent) {
    const pasted = event.clipboardData.getData('text');
    if (pasted.length + text.length <= LONGEST_LINE) return;
    event.preventDefault();
    setRefused(text);
    setTooLong(pasted.length);
  }

  const [tooLong, setTooLong] = useState<number>();
  const shownRefusal = refused === text;
  return (
    <section aria-label="Bench line" className="flex min-h-[51px] items-center gap-2.5 bg-sheet px-4">
      <span aria-hidden className="font-figures text-24 font-[650] text-petrol">
        ›
      </span>
      <div className="relative min-w-0 flex-1 py-0.5">
        <p
          id="bench-meaning"
          role="status"
          className={`truncate text-14 ${note ? (note.tone === 'problem' ? 'font-[650] text-brick' : 'text-ink') : outcome.kind === 'unread' ? (shownRefusal ? 'font-[650] text-brick' : 'text-quiet') : 'text-ink'}`}
        >
          {note
            ? note.text
            : tooLong !== undefined
              ? `${tooLong.toLocaleString('en')} characters are too many for one line; ${LONGEST_LINE.toLocaleString('en')} go in. Nothing was pasted.`
              : outcome.kind === 'entry' || outcome.kind === 'picture'
                ? `${outcome.meaning}${tried ? `: ${tried.ok ? sayWay(tried.value) : tried.error.message}` : ''}${
                    fault ? `: ${fault.words}, ${sayProbability(fault.before)} → ${sayProbability(fault.after)}` : ''
                  }`
                : outcome.kind === 'answer'
                  ? `${outcome.meaning}${asked === text ? ' · Enter keeps it' : ''}`
                  : outcome.kind === 'unread'
                    ? outcome.message
                    : ' '}
        </p>
        <div className="relative">
          <span aria-hidden className="pointer-events-none absolute inset-0 font-figures text-17 font-medium whitespace-pre">
            <span className="invisible">{text}</span>
            <span className="text-quiet">{completion}</span>
          </span>
          <input
            ref={input}
            aria-label="Bench line"
            aria-describedby="bench-meaning"
            value={text}
            onChange={(event) => {
              setTooLong(undefined);
              onTyped();
              setText(event.target.value);
            }}
            onKeyDown={onKeyDown}
            onKeyUp={(event) => event.key === ' ' && space?.onSpaceUp()}
            onPaste={onPaste}
            placeholder="a reading, a part, a step or a question"
            spellCheck={false}
            autoComplete="off"
            autoCapitalize="off"
            className="relative w-full border-0 bg-transparent p-0 font-figures text-17 font-medium placeholder:font-words placeholder:text-14"
          />
        </div>
      </div>
      {outcome.kind === 'unread' && outcome.nearest !== undefined ? (
        <button
          type="button"
          className="max-w-[40%] truncate text-12 text-quiet"
          onClick={() => setText(outcome.nearest ?? '')}
          title={outcome.nearest}
        >
          ↓ {outcome.nearest}
        </button>
      ) : (
        <kbd className="key-hint">{outcome.kind === 'empty' ? '/' : completion !== '' ? 'Tab' : 'Enter'}</kbd>
      )}
    </section>
  );
}

/** Nothing is begun, or a word is: a further space would say nothing. */
function isSlotEnd(text: string): boolean {
  return text === '' || text.endsWith(' ');
}
