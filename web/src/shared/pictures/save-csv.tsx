import { offerFile } from './offer-file.ts';

interface SaveCsvProps {
  /** Of the file. */
  readonly name: string;
  /** What is in it, worked out when it is asked for. */
  readonly text: () => string;
}

/** Offers what is shown as a CSV file. */
export function SaveCsv({ name, text }: SaveCsvProps) {
  return (
    <button
      type="button"
      className="text-12 text-petrol underline"
      onClick={() => offerFile(new Blob([text()], { type: 'text/csv' }), name)}
    >
      Save as CSV
    </button>
  );
}
