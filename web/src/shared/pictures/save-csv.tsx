import { useState } from 'react';
import { offerFile } from './offer-file.ts';

interface SaveCsvProps {
  /** Of the file. */
  readonly name: string;
  /** What is in it, worked out when it is asked for; what writes it may have to be fetched. */
  readonly text: () => string | Promise<string>;
}

/** Offers what is shown as a CSV file. */
export function SaveCsv({ name, text }: SaveCsvProps) {
  const [isRefused, setRefused] = useState(false);
  const save = async () => {
    try {
      offerFile(new Blob([await text()], { type: 'text/csv' }), name);
      setRefused(false);
    } catch {
      setRefused(true);
    }
  };
  return (
    <>
      <button type="button" className="text-12 text-petrol underline" onClick={() => void save()}>
        Save as CSV
      </button>
      {isRefused && (
        <span role="alert" className="text-12 text-brick">
          {' '}
          {name} could not be made: the server does not answer. The figures stand here.
        </span>
      )}
    </>
  );
}
