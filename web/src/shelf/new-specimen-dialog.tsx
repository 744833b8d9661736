import { completeDraft } from '@mindful-probe/core';
import { useForm } from 'react-hook-form';
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
  const { register, handleSubmit, reset, setError, formState } = useForm<{ name: string }>({ defaultValues: { name: '' } });
  const make = handleSubmit(({ name }) => {
    const id = specimenIdFrom(name, newId());
    const isKept = appendFirst(id, completeDraft({ kind: 'name', name: name.trim() }, newId(), new Date().toISOString()));
    if (!isKept) return setError('name', { message: waitingEntries.problem() });
    reset();
    onOpenChange(false);
    void navigate(`/specimens/${id}/claim`);
  });
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="New specimen"
      description="What lies on the bench: “USB book clip”, “hall lamp, left one”."
    >
      <form onSubmit={make} className="flex items-end gap-4">
        <label className="flex-1">
          <span className="block text-12 text-quiet">Name</span>
          <input
            className="w-full text-17"
            autoComplete="off"
            maxLength={120}
            aria-invalid={formState.errors.name !== undefined}
            {...register('name', { validate: (name) => name.trim() !== '' || 'It needs a name to be found by.' })}
          />
        </label>
        <button type="submit" className="action">
          Open it
        </button>
      </form>
      {formState.errors.name && (
        <p role="alert" className="mt-2 text-brick">
          {formState.errors.name.message}
        </p>
      )}
    </Dialog>
  );
}
