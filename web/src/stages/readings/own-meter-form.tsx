import { METER_ROLES, type Meter, type MeterRange, type MeterRole, meterSchema } from '@mindful-probe/core';
import { type FormEvent, useState } from 'react';

/** What each kind of meter reads, and what it may do to the circuit meanwhile. */
const UNITS: Readonly<Record<MeterRole, readonly MeterRange['unit'][]>> = {
  probes: ['volts', 'amps', 'ohms'],
  'in-line': ['volts', 'amps', 'watts'],
  light: ['lux', 'percent'],
  temperature: ['celsius'],
};
const LOADS: Readonly<Partial<Record<MeterRange['unit'], readonly [field: 'inputOhms' | 'burdenOhms', label: string]>>> = {
  volts: ['inputOhms', 'input, Ω'],
  amps: ['burdenOhms', 'burden, Ω'],
};

interface Row {
  readonly percent: string;
  readonly digits: string;
  readonly counts: string;
  readonly load: string;
}

const EMPTY: Row = { percent: '', digits: '', counts: '', load: '' };

/** A meter by what its leaflet says: one line for each thing that it reads; those left empty it does not. */
export function OwnMeterForm({ onSave }: { readonly onSave: (meter: Meter) => Promise<void> }) {
  const [name, setName] = useState('');
  const [role, setRole] = useState<MeterRole>('probes');
  const [trueRms, setTrueRms] = useState(false);
  const [category, setCategory] = useState('');
  const [rows, setRows] = useState<Readonly<Partial<Record<MeterRange['unit'], Row>>>>({});
  const [problem, setProblem] = useState<string>();

  async function save(event: FormEvent) {
    event.preventDefault();
    const ranges = UNITS[role].flatMap((unit) => rangeOf(unit, rows[unit] ?? EMPTY));
    if (ranges.length === 0) return setProblem('At least one line wants its percent: ± % of the reading, and digits.');
    const result = meterSchema.safeParse({ name, role, ranges, trueRms, ...(category.trim() !== '' && { category }) });
    if (!result.success) {
      const [issue] = result.error.issues;
      return setProblem(`${String(issue?.path.at(-1) ?? 'Something')}: ${name.trim() === '' ? 'a name is wanted' : issue?.message}.`);
    }
    try {
      await onSave(result.data);
    } catch (error) {
      setProblem((error as Error).message);
    }
  }

  return (
    <form onSubmit={(event) => void save(event)} className="grid gap-3">
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        <label>
          <span className="block text-12 text-quiet">Name</span>
          <input value={name} onChange={(event) => setName(event.target.value)} maxLength={60} />
        </label>
        <label>
          <span className="block text-12 text-quiet">Held</span>
          <select value={role} onChange={(event) => setRole(event.target.value as MeterRole)}>
            {METER_ROLES.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2 pb-1.5">
          <input type="checkbox" checked={trueRms} onChange={(event) => setTrueRms(event.target.checked)} /> true rms
        </label>
        <label>
          <span className="block text-12 text-quiet">Category</span>
          <input
            value={category}
            onChange={(event) => setCategory(event.target.value)}
            maxLength={40}
            placeholder="CAT II 300 V"
            className="w-[130px]"
          />
        </label>
      </div>
      {UNITS[role].map((unit) => (
        <fieldset key={unit} className="flex flex-wrap items-end gap-x-4">
          <legend className="font-[650]">{unit}</legend>
          <Field unit={unit} of="percent" label="± %" rows={rows} onChange={setRows} />
          <Field unit={unit} of="digits" label="+ digits" rows={rows} onChange={setRows} />
          <Field unit={unit} of="counts" label="counts" rows={rows} onChange={setRows} />
          {LOADS[unit] && <Field unit={unit} of="load" label={LOADS[unit][1]} rows={rows} onChange={setRows} />}
        </fieldset>
      ))}
      {problem !== undefined && (
        <p role="alert" className="text-brick">
          {problem}
        </p>
      )}
      <p>
        <button type="submit" className="action">
          Keep it
        </button>
      </p>
    </form>
  );
}

interface FieldProps {
  readonly unit: MeterRange['unit'];
  readonly of: keyof Row;
  readonly label: string;
  readonly rows: Readonly<Partial<Record<MeterRange['unit'], Row>>>;
  readonly onChange: (rows: Readonly<Partial<Record<MeterRange['unit'], Row>>>) => void;
}

function Field({ unit, of, label, rows, onChange }: FieldProps) {
  const row = rows[unit] ?? EMPTY;
  return (
    <label>
      <span className="block text-12 text-quiet">{label}</span>
      <input
        inputMode="decimal"
        className="w-[86px] font-figures"
        value={row[of]}
        onChange={(event) => onChange({ ...rows, [unit]: { ...row, [of]: event.target.value } })}
      />
    </label>
  );
}

/** A line of the form as a range; a line without its percent is none. */
function rangeOf(unit: MeterRange['unit'], { percent, digits, counts, load }: Row): readonly Record<string, unknown>[] {
  if (percent.trim() === '') return [];
  const number = (text: string) => Number(text.trim().replace(',', '.').replace(/\s*k$/i, 'e3').replace(/\s*M$/, 'e6'));
  const loaded = LOADS[unit];
  return [
    {
      unit,
      percent: number(percent),
      digits: digits.trim() === '' ? 0 : number(digits),
      ...(counts.trim() !== '' && { counts: number(counts) }),
      ...(loaded && load.trim() !== '' && { [loaded[0]]: number(load) }),
    },
  ];
}
