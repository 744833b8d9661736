import { partsOfCircuit } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Dialog } from '../../shared/kit/dialog.tsx';

interface CircuitDialogProps {
  /** What was typed or read so far: it stays when the dialog is closed. */
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly onClose: () => void;
}

/** A circuit document from a file or as pasted text, as parts on the tape. */
export function CircuitDialog({ text, onText, onClose }: CircuitDialogProps) {
  const { specimen, record } = useOpenSpecimen();
  const taken = text.trim() === '' ? undefined : partsOfCircuit(text, specimen);
  const take = () => {
    if (!taken?.ok) return;
    for (const draft of taken.value.drafts) record(draft);
    onText('');
    onClose();
  };
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title="Circuit from a file"
      description="A circuit document (specimen.circuit.json of an export, or your own), or a table of parts as CSV with columns ref, kind, value and nets. Parts that are on the board stay as they are."
    >
      <label className="block">
        <span className="sr-only">Circuit document</span>
        <textarea
          className="h-48 w-full font-figures text-12"
          value={text}
          placeholder='{ "format": "mindful-probe.circuit", "version": 1, "parts": […] }'
          onChange={(event) => onText(event.target.value)}
        />
      </label>
      <label className="mt-2 block">
        or a file:{' '}
        <input
          type="file"
          accept=".json,.csv,application/json,text/csv"
          data-circuit-file
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) void file.text().then(onText);
          }}
        />
      </label>
      {taken && !taken.ok && (
        <p role="alert" className="pt-2 text-brick">
          {taken.error.message} {taken.error.path && <span className="font-figures">({taken.error.path})</span>}
        </p>
      )}
      {taken?.ok && (
        <p role="status" className="pt-2">
          {taken.value.drafts.length} parts go on the tape
          {taken.value.left.length > 0 && `; ${taken.value.left.join(', ')} are on the board already and stay`}.
        </p>
      )}
      <button type="button" className="action mt-3" disabled={!taken?.ok || taken.value.drafts.length === 0} onClick={take}>
        Put them on the tape
      </button>
    </Dialog>
  );
}
