import { replay } from '@mindful-probe/core';
import { useState } from 'react';
import { Dialog } from '../shared/kit/dialog.tsx';
import { SpecimenList } from '../shared/shelf/specimen-list.tsx';
import type { AskedColumn } from './asked-states.ts';
import { useTapes } from './use-tapes.ts';

interface AddDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly onAdd: (column: AskedColumn) => void;
}

/** Chooses one more: a specimen by its name, then which of its states where it has more than one. */
export function AddDialog({ open, onClose, onAdd }: AddDialogProps) {
  const [chosen, setChosen] = useState<string>();
  const close = () => {
    setChosen(undefined);
    onClose();
  };
  const take = (column: AskedColumn) => {
    onAdd(column);
    close();
  };
  return (
    <Dialog open={open} onOpenChange={(isOpen) => !isOpen && close()} title="Add one to compare">
      {chosen === undefined ? <SpecimenList onChoose={setChosen} /> : <StateChoice id={chosen} onTake={take} />}
    </Dialog>
  );
}

function StateChoice({ id, onTake }: { readonly id: string; readonly onTake: (column: AskedColumn) => void }) {
  const { tapes } = useTapes([id]);
  const entries = tapes?.get(id);
  if (!entries) return <p className="text-quiet">Opening…</p>;
  const { reworks, name } = replay(entries);
  return (
    <ul aria-label={`States of ${name}`}>
      <li className="border-t border-rule">
        <button type="button" className="w-full py-1.5 text-left" onClick={() => onTake({ id, rework: 0 })}>
          {name}, as found
        </button>
      </li>
      {reworks.map(({ id: entry, title }, index) => (
        <li key={entry} className="border-t border-rule">
          <button type="button" className="w-full py-1.5 text-left" onClick={() => onTake({ id, rework: index + 1 })}>
            {name}, {title}
          </button>
        </li>
      ))}
    </ul>
  );
}
