import { Link2 } from 'lucide-react';
import { useState } from 'react';
import useSWR from 'swr';
import { postJson, request } from '../../shared/data/api.ts';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Dialog } from '../../shared/kit/dialog.tsx';
import { QrCode } from '../../shared/kit/qr-code.tsx';

interface ReadingLink {
  readonly token: string;
  readonly endsAt: string;
}

/** A link by which somebody without the code reads this write-up, for one sitting. */
export function LinkDialog() {
  const { id } = useOpenSpecimen();
  const [isOpen, setOpen] = useState(false);
  const [link, setLink] = useState<ReadingLink>();
  const [said, setSaid] = useState('');
  const { data: access } = useSWR<{ open: boolean; addresses: readonly string[] }>(isOpen ? '/api/access' : null, request);
  const begin = async () => {
    setSaid('');
    try {
      setLink(await postJson<ReadingLink>(`/api/specimens/${id}/links`, {}));
    } catch (error) {
      setSaid(error instanceof Error ? error.message : String(error));
    }
  };
  const end = async () => {
    const answer = await fetch(`/api/specimens/${id}/links`, { method: 'DELETE' }).catch(() => undefined);
    if (!answer?.ok) return setSaid('The server does not answer: the link was not ended.');
    setLink(undefined);
    setSaid('Every link to this write-up has ended.');
  };
  const here = window.location.origin;
  const addresses = access && access.addresses.length > 0 ? access.addresses : [here];
  return (
    <>
      <button
        type="button"
        className="action inline-flex items-center gap-2"
        onClick={() => {
          setOpen(true);
          void begin();
        }}
      >
        <Link2 size={16} aria-hidden /> Link
      </button>
      <Dialog
        open={isOpen}
        onOpenChange={setOpen}
        title="A link to read it"
        description="Whoever has it reads this write-up and nothing else, without the code, for four hours."
      >
        {said && <p role="status">{said}</p>}
        {link && (
          <>
            <ul className="flex flex-wrap gap-6">
              {addresses.map((address) => (
                <li key={address}>
                  <QrCode value={`${address}/api/read/${link.token}`} title={`Link at ${address}`} />
                  <a
                    className="mt-1 block max-w-[260px] font-figures text-12 break-all underline"
                    href={`${address}/api/read/${link.token}`}
                  >
                    {address}/api/read/{link.token}
                  </a>
                </li>
              ))}
            </ul>
            <p className="pt-3">
              It ends at {new Date(link.endsAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}, or when the server stops.
              {access && !access.open && ' Only this machine is answered now: with “npm start -- --lan” others on the network are, too.'}
            </p>
            <button type="button" className="action mt-3" onClick={() => void end()}>
              End every link to it
            </button>
          </>
        )}
      </Dialog>
    </>
  );
}
