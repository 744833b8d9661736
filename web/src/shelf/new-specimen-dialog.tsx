import { completeDraft } from '@mindful-probe/core';
import { type FormEvent, useState } from 'react';
import { useNavigate } from 'react-router';
import { newId } from '../shared/data/new-id.ts';
import { appendFirst, waitingEntries } from '../shared/data/waiting.ts';
import { Dialog } from '../shared/kit/dialog.tsx';
import { specimenIdFrom } from './specimen-id.ts';

interface NewSpecimenDialogProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** Asks for a name and opens the new specimen at its first stage; works without the server, too. */
export function NewSpecimenDialog({ open, onOpenChange }: NewSpecimenDialogProps) {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string>();
  const close = () => {
    setProblem(undefined);
    onOpenChange(false);
  };
  const make = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get('name')).trim();
    if (name === '') return setProblem('It needs a name to be found by.');
    const id = specimenIdFrom(name, newId());
    const isKept = appendFirst(id, completeDraft({ kind: 'name', name }, newId(), new Date().toISOString()));
    if (!isKept) return setProblem(waitingEntries.problem());
    close();
    void navigate(`/specimens/${id}/claim`);
  };
  return (
    <Dialog
      open={open}
      onOpenChange={close}
      title="New specimen"
      description="What lies on the bench: “USB book clip”, “hall lamp, left one”."
    >
      <form onSubmit={make} className="flex items-end gap-4">
        <label className="flex-1">
          <span className="block text-12 text-quiet">Name</span>
          <input className="w-full text-17" autoComplete="off" maxLength={120} aria-invalid={problem !== undefined} name="name" />
        </label>
        <button type="submit" className="action">
          Open it
        </button>
      </form>
      {problem !== undefined && (
        <p role="alert" className="mt-2 text-brick">
          {problem}
        </p>
      )}
    </Dialog>
  );
}
