import useSWR from 'swr';
import { request } from '../../shared/data/api.ts';
import { Dialog } from '../../shared/kit/dialog.tsx';
import { QrCode } from '../../shared/kit/qr-code.tsx';
import { isAtTheMachine } from './at-the-machine.ts';

interface AccessState {
  readonly open: boolean;
  readonly addresses: readonly string[];
  readonly code?: string;
}

interface PhoneDialogProps {
  readonly onClose: () => void;
}

/** How a phone comes to the bench: a code to point its camera at, or how to let the network in at all. */
export function PhoneDialog({ onClose }: PhoneDialogProps) {
  const { data, mutate } = useSWR<AccessState>('/api/access', request);
  return (
    <Dialog open onOpenChange={onClose} title="Phone at the bench" description="For pictures, with both devices on one tape.">
      {data &&
        (data.code ? <Codes addresses={data.addresses} code={data.code} onChanged={() => void mutate()} /> : <HowTo open={data.open} />)}
    </Dialog>
  );
}

function Codes({
  addresses,
  code,
  onChanged,
}: {
  readonly addresses: readonly string[];
  readonly code: string;
  readonly onChanged: () => void;
}) {
  if (addresses.length === 0) return <p>This machine is on no network that a phone could be on.</p>;
  return (
    <>
      <p>
        The access code is <b className="font-figures text-24">{code}</b>. It holds until the next start; who is in stays for twelve hours.
      </p>
      <ul className="mt-4 flex flex-wrap gap-6">
        {addresses.map((address) => (
          <li key={address}>
            <QrCode value={`${address}/enter#${code}`} title={`${address} with the access code`} />
            <span className="mt-1 block font-figures">{address}</span>
          </li>
        ))}
      </ul>
      <button type="button" className="action mt-4" onClick={() => void endAllSessions().then(onChanged)}>
        Send everybody out, with a new code
      </button>
      <p className="mt-4 text-quiet">Only on a network of your own: what goes over it is not encrypted.</p>
    </>
  );
}

function HowTo({ open }: { readonly open: boolean }) {
  if (open && !isAtTheMachine())
    return (
      <>
        <p>The code is shown at the machine that runs Mindful Probe. This device is in with it.</p>
        <button type="button" className="action mt-4" onClick={() => void endSession().then(() => window.location.assign('/enter'))}>
          End this session
        </button>
      </>
    );
  return (
    <p>
      Only this machine is answered now. Stop it and start it with <code className="font-figures">npm start -- --lan</code>; it then shows
      an address and a code here.
    </p>
  );
}

function endSession(): Promise<unknown> {
  return fetch('/api/access', { method: 'DELETE' });
}

function endAllSessions(): Promise<unknown> {
  return fetch('/api/access/sessions', { method: 'DELETE' });
}
