import { Smartphone } from 'lucide-react';
import { useState } from 'react';
import { fetchedDialog } from '../../shared/kit/fetched.tsx';
import { isAtTheMachine } from './at-the-machine.ts';

const PhoneDialog = fetchedDialog(async () => (await import('./phone-dialog.tsx')).PhoneDialog);

/** Opens what a phone needs to come to the bench. */
export function PhoneButton() {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className={`px-3 text-quiet ${isAtTheMachine() ? 'max-md:hidden' : ''}`}
        aria-label="Phone at the bench"
      >
        <Smartphone size={18} aria-hidden />
      </button>
      {isOpen && <PhoneDialog onClose={() => setOpen(false)} />}
    </>
  );
}
