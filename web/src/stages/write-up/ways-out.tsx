import { Download } from 'lucide-react';
import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { LinkDialog } from './link-dialog.tsx';

const WAYS = [
  { name: 'HTML', extension: 'html', what: 'one file that any browser shows' },
  { name: 'PDF', extension: 'pdf', what: 'for paper' },
  { name: 'Markdown', extension: 'md', what: 'with its figures in it' },
  { name: 'Text', extension: 'txt', what: 'for a forum' },
] as const;

/** The files that a write-up leaves as. */
export function WaysOut() {
  const { id } = useOpenSpecimen();
  const [paper, setPaper] = useState<'A4' | 'LETTER'>('A4');
  const address = (extension: string, length?: string) => {
    const asked = new URLSearchParams({ ...(length && { length }), ...(extension === 'pdf' && { paper }) });
    return `/api/specimens/${id}/write-up.${extension}${asked.size > 0 ? `?${asked.toString()}` : ''}`;
  };
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-2">
      {WAYS.map(({ name, extension, what }) => (
        <a key={name} className="action inline-flex items-center gap-2" href={address(extension)} title={what} download>
          <Download size={16} aria-hidden /> {name}
        </a>
      ))}
      <label className="inline-flex items-center gap-2 text-12 text-quiet">
        Paper
        <select value={paper} onChange={(event) => setPaper(event.target.value as typeof paper)}>
          <option value="A4">A4</option>
          <option value="LETTER">Letter</option>
        </select>
      </label>
      <a className="action inline-flex items-center gap-2" href={address('pdf', 'slip')} title="One page for the owner" download>
        <Download size={16} aria-hidden /> Slip
      </a>
      <a className="action inline-flex items-center gap-2" href={`/api/specimens/${id}/label.svg`} title="To stick on the thing" download>
        <Download size={16} aria-hidden /> Label
      </a>
      <LinkDialog />
      <a
        className="action inline-flex items-center gap-2"
        href={`/api/specimens/${id}/export.zip`}
        title="Tape, photos and all files"
        download
      >
        <Download size={16} aria-hidden /> ZIP
      </a>
    </div>
  );
}
