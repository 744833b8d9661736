import { useRef, useState } from 'react';
import { fetchedDialog } from '../../shared/kit/fetched.tsx';

const LoggedDialog = fetchedDialog(async () => (await import('./logged-dialog.tsx')).LoggedDialog);

/** Asks for a file, and opens what takes readings from it. */
export function LoggedFromCsv() {
  const [file, setFile] = useState<File>();
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="text-petrol underline" onClick={() => chooser.current?.click()}>
        Readings from a CSV
      </button>
      <input
        ref={chooser}
        type="file"
        accept=".csv,text/csv,.txt"
        hidden
        data-logged-csv
        onChange={(event) => {
          setFile(event.target.files?.[0]);
          // The same file may be chosen again.
          event.target.value = '';
        }}
      />
      {file && <LoggedDialog file={file} onClose={() => setFile(undefined)} />}
    </>
  );
}
