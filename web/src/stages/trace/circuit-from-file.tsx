import { useState } from 'react';
import { fetchedDialog } from '../../shared/kit/fetched.tsx';

const CircuitDialog = fetchedDialog(async () => (await import('./circuit-dialog.tsx')).CircuitDialog);

/** Opens the dialog that takes a whole circuit. */
export function CircuitFromFile() {
  const [isOpen, setOpen] = useState(false);
  const [text, setText] = useState('');
  return (
    <>
      <button type="button" className="text-12 text-petrol underline" onClick={() => setOpen(true)}>
        Circuit from a file
      </button>
      {isOpen && <CircuitDialog text={text} onText={setText} onClose={() => setOpen(false)} />}
    </>
  );
}
