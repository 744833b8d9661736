import {
  type LoggedColumn,
  type LoggedTable,
  loggedReadings,
  loggedStatistics,
  type Place,
  parseLogged,
  type ReadingFigure,
  type Specimen,
} from '@mindful-probe/core';
import { useEffect, useState } from 'react';
import { browserStorage } from '../../shared/data/browser-storage.ts';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { figureText } from '../../shared/figures/figure.tsx';
import { Dialog } from '../../shared/kit/dialog.tsx';

type ReadingUnit = ReadingFigure['unit'];

const UNITS: readonly ReadingUnit[] = ['volts', 'amps', 'watts', 'celsius', 'lux'];
const LARGEST_BYTES = 60 * 1024 * 1024;
const REMEMBERED = 'probe.logged';

interface Choice {
  readonly unit: ReadingUnit;
  /** As `placesOf` names it; empty leaves the column out. */
  readonly place: string;
  readonly ripple?: boolean;
}

const SWINGING: readonly ReadingUnit[] = ['volts', 'amps'];

interface LoggedDialogProps {
  readonly file: File;
  readonly onClose: () => void;
}

/** Readings from the CSV of an oscilloscope or a logger; which column is what is remembered by its header. */
export function LoggedDialog({ file, onClose }: LoggedDialogProps) {
  const [read, setRead] = useState<ReadFile>();
  useEffect(() => {
    let isWanted = true;
    void tableOf(file).then((found) => isWanted && setRead(found));
    return () => {
      isWanted = false;
    };
  }, [file]);
  return (
    <Dialog open onOpenChange={onClose} title="Readings from a CSV" description="As an oscilloscope or a logger wrote it.">
      {read?.problem !== undefined && (
        <p role="alert" className="text-brick">
          {file.name}: {read.problem}
        </p>
      )}
      {read?.table && <Columns table={read.table} onDone={onClose} />}
    </Dialog>
  );
}

/** What a file holds, or why it cannot be taken. */
interface ReadFile {
  readonly table?: LoggedTable;
  readonly problem?: string;
}

async function tableOf(file: File): Promise<ReadFile> {
  if (file.size > LARGEST_BYTES) return { problem: 'it is larger than 60 MB.' };
  const parsed = parseLogged(await file.text());
  return parsed.ok ? { table: parsed.value } : { problem: parsed.error.message };
}

function Columns({ table, onDone }: { readonly table: LoggedTable; readonly onDone: () => void }) {
  const { specimen, record } = useOpenSpecimen();
  const places = placesOf(specimen);
  const [choices, setChoices] = useState<readonly Choice[]>(() => remembered(table) ?? table.columns.map(guessed));
  const keep = () => {
    remember(table, choices);
    table.columns.forEach((column, index) => {
      const choice = choices[index];
      const place = choice && places.get(choice.place);
      if (!choice || !place) return;
      const meter = specimen.meters.get(choice.unit === 'celsius' ? 'temperature' : choice.unit === 'lux' ? 'light' : 'probes');
      const { seconds, hasTime } = table;
      const ripple = (choice.ripple ?? false) && SWINGING.includes(choice.unit);
      for (const draft of loggedReadings({ column, seconds, hasTime, place, unit: choice.unit, ripple, ...(meter && { meter }) }))
        record(draft);
    });
    onDone();
  };
  const change = (index: number, part: Partial<Choice>) =>
    setChoices(choices.map((choice, at) => (at === index ? { ...choice, ...part } : choice)));
  return (
    <>
      <p className="text-quiet">
        {table.seconds.length} rows
        {table.hasTime ? ` over ${figureText((table.seconds.at(-1) ?? 0) - (table.seconds[0] ?? 0), 'seconds')}` : ', no time among them'}.
      </p>
      <ul className="mt-2">
        {table.columns.map((column, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: columns can share a name, and keep their order
          <li key={`${column.name} ${index}`} className="border-b border-rule py-2">
            <p>
              <b className="font-[650]">{column.name}</b>{' '}
              <span className="text-quiet">{sayColumn(column, table.seconds, choices[index]?.unit)}</span>
            </p>
            <p className="mt-1 flex flex-wrap gap-4">
              <label>
                is{' '}
                <select
                  value={choices[index]?.unit}
                  disabled={column.unit !== undefined}
                  onChange={(event) => change(index, { unit: event.target.value as ReadingUnit })}
                >
                  {UNITS.map((unit) => (
                    <option key={unit}>{unit}</option>
                  ))}
                </select>
              </label>
              {SWINGING.includes(choices[index]?.unit ?? 'celsius') && (
                <label>
                  as{' '}
                  <select
                    value={choices[index]?.ripple ? 'ripple' : 'a meter'}
                    onChange={(event) => change(index, { ripple: event.target.value === 'ripple' })}
                  >
                    <option value="a meter">a meter shows it</option>
                    <option value="ripple">ripple, lowest to highest</option>
                  </select>
                </label>
              )}
              <label>
                at{' '}
                <select value={choices[index]?.place} onChange={(event) => change(index, { place: event.target.value })}>
                  <option value="">leave it out</option>
                  {[...places.keys()].map((place) => (
                    <option key={place}>{place}</option>
                  ))}
                </select>
              </label>
            </p>
          </li>
        ))}
      </ul>
      <button type="button" className="action mt-3" disabled={choices.every(({ place }) => place === '')} onClick={keep}>
        Keep as readings
      </button>
    </>
  );
}

function sayColumn(column: LoggedColumn, seconds: readonly number[], unit: ReadingUnit | undefined): string {
  const found = loggedStatistics(seconds, column.values);
  if (!found || unit === undefined) return 'no figures';
  const { mean, rms, min, max, hertz, count } = found;
  const gaps = column.values.length - count;
  return [
    `${figureText(mean, unit)} on average`,
    ...(SWINGING.includes(unit) ? [`${figureText(rms, unit)} rms`] : []),
    `from ${figureText(min, unit)} to ${figureText(max, unit)}`,
    ...(hertz === undefined ? [] : [figureText(hertz, 'hertz')]),
    ...(gaps === 0 ? [] : [`${gaps} ${gaps === 1 ? 'row' : 'rows'} without a figure`]),
  ].join(', ');
}

/** Where a reading can be, by the words it goes by here. */
function placesOf({ circuit }: Specimen): ReadonlyMap<string, Place> {
  return new Map<string, Place>([
    ['the supply', { at: 'in' }],
    ...circuit.parts.map(({ ref }): [string, Place] => [ref, { at: 'part', ref }]),
    ['light', { at: 'light' }],
    ['the case', { at: 'surface', name: 'case' }],
    ['the board', { at: 'surface', name: 'board' }],
  ]);
}

function guessed({ unit }: LoggedColumn): Choice {
  const known = UNITS.find((candidate) => candidate === unit) ?? 'volts';
  return { unit: known, place: known === 'celsius' ? 'the case' : known === 'lux' ? 'light' : '' };
}

function remembered({ header, columns }: LoggedTable): readonly Choice[] | undefined {
  try {
    const kept = (JSON.parse(browserStorage.get(REMEMBERED) ?? '{}') as Record<string, readonly Choice[]>)[header];
    return kept?.length === columns.length ? kept : undefined;
  } catch {
    // What another version left there is no reason to fail.
    return undefined;
  }
}

function remember({ header }: LoggedTable, choices: readonly Choice[]): void {
  try {
    const kept = JSON.parse(browserStorage.get(REMEMBERED) ?? '{}') as Record<string, readonly Choice[]>;
    browserStorage.set(REMEMBERED, JSON.stringify({ ...kept, [header]: choices }));
  } catch {
    // A full or closed store only means that it is asked again.
  }
}
