import { type SemiconductorMark, semiconductorMarkSchema } from '@mindful-probe/core';
import { type FormEvent, useState } from 'react';
import { Dialog } from '../shared/kit/dialog.tsx';

interface MarkDialogProps {
  readonly mark: Partial<SemiconductorMark>;
  readonly onClose: () => void;
  /** Throws where it is not taken, in words. */
  readonly onSave: (mark: SemiconductorMark) => Promise<void>;
}

type Field = keyof SemiconductorMark;

const FIELDS: readonly { readonly field: Field; readonly label: string; readonly hint?: string; readonly wide?: boolean }[] = [
  { field: 'mark', label: 'Mark, as printed' },
  { field: 'package', label: 'Body', hint: 'sot-23' },
  { field: 'what', label: 'What it is', wide: true },
  { field: 'enters', label: 'As the bench line enters it', hint: 'zener 5v1', wide: true },
  { field: 'pins', label: 'Pins from 1 on', hint: 'gate, source, drain', wide: true },
  { field: 'joins', label: 'Which of them the circuit has', hint: 'led, sense', wide: true },
  { field: 'setBy', label: 'Current set between', hint: 'sense-ground' },
  { field: 'arrangement', label: 'Usually in' },
  { field: 'around', label: 'Usually around it', hint: 'C 1u supply-ground; L 22uH supply-switch', wide: true },
  { field: 'referenceVolts', label: 'Reference, volts', hint: '0.6' },
  { field: 'limits', label: 'Limits', hint: '20 V, 2 A' },
  { field: 'source', label: 'Learnt from' },
  { field: 'note', label: 'Note', wide: true },
];

/** One mark, to be added or changed. */
export function MarkDialog({ mark, onClose, onSave }: MarkDialogProps) {
  const [values, setValues] = useState(() => Object.fromEntries(FIELDS.map(({ field }) => [field, String(mark[field] ?? '')])));
  const [problem, setProblem] = useState<string>();
  const save = async (event: FormEvent) => {
    event.preventDefault();
    const filled = Object.fromEntries(Object.entries(values).filter(([, value]) => value.trim() !== ''));
    const volts = filled.referenceVolts?.replace(',', '.').replace(/\s*v$/i, '');
    const result = semiconductorMarkSchema.safeParse({ ...filled, ...(volts !== undefined && { referenceVolts: Number(volts) }) });
    if (!result.success) {
      const [issue] = result.error.issues;
      const label = FIELDS.find(({ field }) => field === issue?.path[0])?.label ?? 'Something';
      return setProblem(`${label}: ${values[String(issue?.path[0])] === '' ? 'is wanted' : (issue?.message ?? 'not valid')}.`);
    }
    try {
      await onSave(result.data);
      onClose();
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={mark.what === undefined ? 'Add a mark' : `Change ${mark.mark}`}>
      <form onSubmit={(event) => void save(event)} className="grid grid-cols-2 gap-x-5 gap-y-3">
        {FIELDS.map(({ field, label, hint, wide }) => (
          <label key={field} className={wide ? 'col-span-2' : ''}>
            <span className="block text-12 text-quiet">{label}</span>
            <input
              className="w-full"
              value={values[field]}
              placeholder={hint}
              maxLength={300}
              onChange={(event) => setValues({ ...values, [field]: event.target.value })}
            />
          </label>
        ))}
        {problem !== undefined && (
          <p role="alert" className="col-span-2 text-brick">
            {problem}
          </p>
        )}
        <p className="col-span-2">
          <button type="submit" className="action">
            Keep it
          </button>
        </p>
      </form>
    </Dialog>
  );
}
