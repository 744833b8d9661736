import { Archive } from 'lucide-react';
import { useRef, useState } from 'react';
import { type BroughtBack, bringBack } from '../shared/data/api.ts';
import { Dialog } from '../shared/kit/dialog.tsx';

/** Everything out into one file, and back from one. */
export function BackupDialog({ onBroughtBack }: { readonly onBroughtBack: () => void }) {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState<string>();
  const [busy, setBusy] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);

  async function restore(file: File | undefined) {
    if (!file) return;
    setBusy(true);
    setSaid(undefined);
    try {
      setSaid(sayBroughtBack(await bringBack(file)));
      onBroughtBack();
    } catch (problem) {
      setSaid(`${file.name}: ${problem instanceof Error ? problem.message : String(problem)}`);
    } finally {
      setBusy(false);
      // The same file may be chosen again.
      if (chooser.current) chooser.current.value = '';
    }
  }

  return (
    <>
      <button type="button" className="flex h-full items-center gap-2 border-l border-rule px-4" onClick={() => setOpen(true)}>
        <Archive size={16} aria-hidden /> <span className="max-sm:sr-only">Backup</span>
      </button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Backup"
        description="Every tape, every picture, and the bench’s marks, meters and instruments, in one file of open formats."
      >
        <div className="flex flex-wrap gap-4">
          <a className="action inline-flex items-center no-underline" href="/api/backup.zip" download>
            Export everything
          </a>
          <button type="button" className="action" disabled={busy} onClick={() => chooser.current?.click()}>
            Bring everything back
          </button>
        </div>
        <input
          ref={chooser}
          type="file"
          accept=".zip"
          aria-label="Backup file"
          className="hidden"
          onChange={(event) => void restore(event.target.files?.[0])}
        />
        {busy && (
          <p role="status" className="mt-4">
            Reading it, picture by picture…
          </p>
        )}
        {said !== undefined && (
          <p role="alert" className="mt-4 font-[650]">
            {said}
          </p>
        )}
        <p className="mt-4 text-quiet">
          What is on the shelf stays as it is; what the file has and the shelf has not is added. A copy a day is made by itself into the
          folder “backups” of the data folder, and ten are kept: put one elsewhere now and then.
        </p>
      </Dialog>
    </>
  );
}

function sayBroughtBack({ specimens, entries, pictures, refused }: BroughtBack): string {
  const what = `${specimens} specimens and ${pictures} pictures in it; ${entries === 0 ? 'the shelf had every entry' : `${entries} entries were added`}.`;
  return [what, ...refused.map(({ specimen, why }) => `“${specimen}” was left out: ${why}`)].join(' ');
}
