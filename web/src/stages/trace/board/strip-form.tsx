import { type Point, STRIP_PATTERNS, type Strip, type StripPattern, stripOf } from '@mindful-probe/core';
import { useMemo, useState } from 'react';

interface StripFormProps {
  /** The first LED, the last of its row, the first of the next row: as far as they were picked. */
  readonly points: readonly Point[];
  /** Plus and minus end, as far as they were picked. */
  readonly pads: readonly string[];
  readonly onCount: (strip: Strip | undefined) => void;
  readonly onLine: (words: string) => void;
}

/** Counts a chain of LEDs by one row and how often it comes again. */
export function StripForm({ points, pads, onCount, onLine }: StripFormProps) {
  const [inRow, setInRow] = useState(12);
  const [rows, setRows] = useState(1);
  const [perGroup, setPerGroup] = useState(2);
  const [pattern, setPattern] = useState<StripPattern>('series');
  const [first, last, nextRow] = points;
  const strip = useMemo(() => {
    if (!first) return undefined;
    return stripOf({ first, last: last ?? first, inRow, rows, perGroup, pattern, ...(nextRow && { nextRow }) });
  }, [first, last, nextRow, inRow, rows, perGroup, pattern]);
  const counted = typeof strip === 'string' ? undefined : strip;
  const [shown, setShown] = useState<Strip>();
  if (shown !== counted) {
    setShown(counted);
    onCount(counted);
  }
  const [plus, minus] = pads;
  const asked = !first
    ? 'Pick the first LED, then the last of its row; of several rows also the first of the next.'
    : minus === undefined
      ? 'Now the pads at its plus and at its minus end.'
      : undefined;
  return (
    <form
      className="flex flex-wrap items-end gap-x-4 gap-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (counted && plus !== undefined && minus !== undefined) onLine(stripWords(counted, plus, minus));
      }}
    >
      <Count label="in a row" value={inRow} onChange={setInRow} />
      <Count label="rows" value={rows} onChange={setRows} />
      <label>
        <span className="block text-12 text-quiet">joined</span>
        <select value={pattern} onChange={(event) => setPattern(event.target.value as StripPattern)}>
          {STRIP_PATTERNS.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </label>
      {pattern === 'parallel groups' && <Count label="a group" value={perGroup} onChange={setPerGroup} />}
      <button type="submit" className="action" disabled={!counted || minus === undefined}>
        Put on the bench line
      </button>
      <p role="status" className="w-full text-quiet">
        {typeof strip === 'string'
          ? strip
          : (asked ?? `${(counted?.series ?? 0) * (counted?.parallel ?? 0)} LEDs, plus end on ${plus}, minus end on ${minus}.`)}
      </p>
    </form>
  );
}

/** As the bench line has it, without its ref. */
function stripWords({ series, parallel }: Strip, plus: string, minus: string): string {
  const count = [...(series > 1 ? [`${series} series`] : []), ...(parallel > 1 ? [`${parallel} parallel`] : [])].join(' ');
  return `led white ${count} on ${plus} ${minus}`.replace(/ +/g, ' ');
}

function Count({ label, value, onChange }: { readonly label: string; readonly value: number; readonly onChange: (value: number) => void }) {
  return (
    <label>
      <span className="block text-12 text-quiet">{label}</span>
      <input
        type="number"
        min={1}
        max={2000}
        className="w-[64px] font-figures"
        value={Number.isNaN(value) ? '' : value}
        onChange={(event) => onChange(event.target.valueAsNumber)}
      />
    </label>
  );
}
