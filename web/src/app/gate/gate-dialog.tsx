import type { EntryDraft, OpenGate } from '@mindful-probe/core';
import { Dialog } from '../../shared/kit/dialog.tsx';

interface GateDialogProps {
  /** What is not confirmed yet; the first is shown. */
  readonly gates: readonly OpenGate[];
  readonly open: boolean;
  readonly record: (draft: EntryDraft) => void;
  /** Backs out: what was to be done is not done. */
  readonly onRefuse: () => void;
}

/** What must be true before it is powered, confirmed item by item; each goes on the tape. */
export function GateDialog({ gates, open, record, onRefuse }: GateDialogProps) {
  const [current] = gates;
  return (
    <Dialog
      open={open && current !== undefined}
      onOpenChange={(next) => !next && onRefuse()}
      title={current?.gate.title ?? ''}
      description={current?.gate.why ?? ''}
    >
      {current && (
        <>
          <ul data-gate={current.gate.code}>
            {current.gate.items.map(({ code, text }) => {
              const isMissing = current.missing.some((item) => item.code === code);
              return (
                <li key={code} className="border-b border-rule">
                  <label className="flex items-start gap-3 py-2">
                    <input
                      type="checkbox"
                      className="mt-1 h-4 w-4"
                      checked={!isMissing}
                      disabled={!isMissing}
                      onChange={() => record({ kind: 'confirm', gate: current.gate.code, item: code })}
                    />
                    <span>{text}</span>
                  </label>
                </li>
              );
            })}
          </ul>
          <p className="mt-3 text-quiet">
            {current.missing.length} to confirm. Each goes on the tape, and is asked again in a new sitting. What was entered waits for it.
          </p>
          <button type="button" className="action mt-3" onClick={onRefuse}>
            Not now: stay unpowered
          </button>
        </>
      )}
    </Dialog>
  );
}
