import { Gauge } from 'lucide-react';
import { useState } from 'react';
import { figureText } from '../../shared/figures/figure.tsx';
import { fetchedDialog } from '../../shared/kit/fetched.tsx';
import type { InstrumentsDialogProps } from './instruments-dialog.tsx';

const InstrumentsDialog = fetchedDialog(async () => (await import('./instruments-dialog.tsx')).InstrumentsDialog);

/** How many instruments there are, whether one is away or gives power; opens them. */
export function InstrumentsButton(props: Omit<InstrumentsDialogProps, 'onClose'>) {
  const { instruments } = props.line;
  const [isOpen, setOpen] = useState(false);
  const away = instruments.filter((instrument) => instrument.line.kind === 'away').length;
  const on = instruments.find(({ output }) => output)?.output;
  const fact = on
    ? `on, ${figureText(on.amps, 'amps')}`
    : away > 0
      ? `${away} away`
      : instruments.length > 0
        ? `${instruments.length}`
        : '';
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className={`flex items-center gap-1.5 px-3 whitespace-nowrap max-md:hidden ${on ? 'font-[650] text-brick' : 'text-quiet'}`}
        aria-label={`Instruments${fact === '' ? '' : `: ${fact}`}`}
      >
        <Gauge size={18} aria-hidden /> {fact}
      </button>
      {isOpen && <InstrumentsDialog {...props} onClose={() => setOpen(false)} />}
    </>
  );
}
