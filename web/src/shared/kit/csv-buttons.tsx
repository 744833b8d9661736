import { useRef } from 'react';

const LARGEST_CSV_BYTES = 5 * 1024 * 1024;

interface CsvButtonsProps {
  /** What the table is of: the page's tests find its chooser by it. */
  readonly of: string;
  readonly canExport: boolean;
  readonly onExport: () => void;
  readonly onText: (text: string, fileName: string) => void;
  readonly onProblem: (words: string) => void;
}

/** A table goes out as CSV and comes in as one. */
export function CsvButtons({ of, canExport, onExport, onText, onProblem }: CsvButtonsProps) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="action" onClick={() => chooser.current?.click()}>
        Import CSV
      </button>
      <button type="button" className="action" disabled={!canExport} onClick={onExport}>
        Export CSV
      </button>
      <input
        ref={chooser}
        type="file"
        accept=".csv,text/csv"
        hidden
        data-csv={of}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file && file.size > LARGEST_CSV_BYTES) onProblem(`${file.name} is larger than 5 MB.`);
          else if (file) void file.text().then((text) => onText(text, file.name));
          event.target.value = '';
        }}
      />
    </>
  );
}
