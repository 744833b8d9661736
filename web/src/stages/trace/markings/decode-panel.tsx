import {
  bandColour,
  decodeMarking,
  findMarks,
  GENERIC_MARKS,
  MARKING_FAMILIES,
  type MarkingReading,
  parseQuantity,
  rankByMeter,
  sayMistaken,
} from '@mindful-probe/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';
import { useMarks } from '../../../shared/data/use-bench-list.ts';
import { freeRef } from '../board/tool.ts';
import { BandsPicture } from './bands-picture.tsx';

const FAMILY_WORDS: Readonly<Record<string, string>> = {
  'resistor-bands': 'bands',
  'resistor-code': 'resistor',
  'capacitor-code': 'capacitor',
  'inductor-code': 'coil',
  package: 'body',
};
const LETTERS: Readonly<Record<string, string>> = {
  'resistor-bands': 'R',
  'resistor-code': 'R',
  'capacitor-code': 'C',
  'inductor-code': 'L',
};
/** More than these only by asking. */
const SHOWN_AT_FIRST = 6;

/** What a marking can mean, likeliest first, each with its reason; a meter reading decides between them. */
export function DecodePanel() {
  const { specimen, suggest } = useOpenSpecimen();
  const { marks: own } = useMarks();
  const [text, setText] = useState('');
  const [kind, setKind] = useState('');
  const [metered, setMetered] = useState('');
  const [all, setAll] = useState(false);
  const readings = useMemo(() => {
    const found = text.trim() === '' ? [] : decodeMarking(text.trim(), kind === '' ? undefined : kind);
    const meter = parseQuantity(metered.trim());
    return meter && meter.value > 0 ? rankByMeter(found, meter.value, meter.unit ?? 'ohms') : found;
  }, [text, kind, metered]);
  const marks = useMemo(() => findMarks(text, [...own, ...GENERIC_MARKS]), [text, own]);
  const shown = all ? readings : readings.slice(0, SHOWN_AT_FIRST);
  const take = (reading: MarkingReading) => {
    const letter = LETTERS[reading.kind];
    if (letter === undefined) return;
    const words = reading.bands?.join(' ') ?? (reading.kind === 'resistor-code' ? `mark ${text.trim()}` : text.trim());
    suggest(`${freeRef(letter, specimen)} ${words} `);
  };
  return (
    <section aria-label="Markings" className="mt-5 border-t border-rule pt-3">
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        <h2 className="pb-1.5">A marking</h2>
        <label>
          <span className="block text-12 text-quiet">as printed, or its colours from left to right</span>
          <input
            value={text}
            onChange={(event) => {
              setText(event.target.value);
              setAll(false);
            }}
            maxLength={80}
            placeholder="red violet black gold"
            className="w-[270px] font-figures"
          />
        </label>
        <label>
          <span className="block text-12 text-quiet">on</span>
          <select value={kind} onChange={(event) => setKind(event.target.value)}>
            <option value="">anything</option>
            {MARKING_FAMILIES.map((family) => (
              <option key={family.kind} value={family.kind}>
                {FAMILY_WORDS[family.kind] ?? family.kind}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="block text-12 text-quiet">the meter says</span>
          <input
            value={metered}
            onChange={(event) => setMetered(event.target.value)}
            placeholder="26.8r"
            className="w-[86px] font-figures"
          />
        </label>
        <span className="flex-1" />
        <Link to="/marks" className="pb-1.5 text-petrol underline">
          table of marks
        </Link>
      </div>
      {text.trim() !== '' && readings.length + marks.length === 0 && (
        <p role="status" className="py-2 text-quiet">
          {looksLikeColours(text)
            ? 'No legal row of bands, in either direction: 3 to 6 colours, the digits first.'
            : 'Nothing that I can read, and not in the table of marks.'}
        </p>
      )}
      <ul className="mt-2">
        {shown.map((reading) => (
          <li
            key={`${reading.kind} ${reading.text} ${reading.why}`}
            className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1"
          >
            {reading.bands && <BandsPicture bands={reading.bands} />}
            {LETTERS[reading.kind] === undefined ? (
              <span className="font-figures font-[650]">{reading.text}</span>
            ) : (
              <button type="button" className="font-figures font-[650] text-petrol underline" onClick={() => take(reading)}>
                {reading.text}
              </button>
            )}
            <span className="text-quiet">
              {FAMILY_WORDS[reading.kind] ?? reading.kind}: {reading.why}
            </span>
          </li>
        ))}
        {marks.map((found) => (
          <li key={`${found.mark.mark} ${found.mark.package}`} className="flex flex-wrap gap-x-4 border-b border-rule py-1">
            <b className="font-figures">{found.mark.mark}</b>
            <span>
              {found.mark.what}
              {found.mark.package && `, ${found.mark.package}`}
            </span>
            <span className="text-quiet">
              {[sayMistaken(found), found.mark.pins && `pins ${found.mark.pins}`, found.mark.limits, found.mark.note, found.mark.source]
                .filter(Boolean)
                .join('; ')}
            </span>
          </li>
        ))}
      </ul>
      {readings.length > shown.length && (
        <button type="button" className="py-1 text-petrol underline" onClick={() => setAll(true)}>
          {readings.length - shown.length} more, less likely
        </button>
      )}
    </section>
  );
}

function looksLikeColours(text: string): boolean {
  return text
    .trim()
    .split(/[\s,/-]+/)
    .some((word) => bandColour(word) !== undefined);
}
