import { type EntryDraft, type InstrumentNow, type Specimen, supplyLimitsOf } from '@mindful-probe/core';
import { type FormEvent, useState } from 'react';
import { figureText } from '../../shared/figures/figure.tsx';
import { instrumentsApi } from '../../shared/instruments/use-instruments.ts';

interface SupplyPanelProps {
  readonly instrument: InstrumentNow;
  readonly specimen: Specimen;
  readonly specimenId: string;
  readonly gadget: string | undefined;
  readonly gates: number;
  /** A store on it may hold a charge after it is switched off. */
  readonly mayHold: boolean;
  readonly record: (draft: EntryDraft) => void;
  /** Something is to be confirmed first, elsewhere. */
  readonly onGate: () => void;
}

/** Sets a bench supply within what First light allows; its output goes off with this page. */
export function SupplyPanel({ instrument, specimen, specimenId, gadget, gates, mayHold, record, onGate }: SupplyPanelProps) {
  const limits = supplyLimitsOf(specimen);
  const allowed = 'refused' in limits ? undefined : limits;
  const [volts, setVolts] = useState(allowed ? String(allowed.volts) : '');
  const [milliamps, setMilliamps] = useState(allowed ? String(Math.floor(1000 * allowed.amps)) : '');
  const [problem, setProblem] = useState<string>();
  const { output } = instrument;

  async function turn(on: boolean) {
    setProblem(undefined);
    const number = (text: string) => Number(text.trim().replace(',', '.'));
    try {
      if (on && gates > 0) {
        // The gate opens over the page; what is asked there comes before any volts.
        record({ kind: 'state', state: 'live' });
        onGate();
        return;
      }
      if (on && !(number(volts) >= 0 && number(milliamps) > 0))
        return setProblem('Volts and milliamps are numbers, as 5 and 120; the milliamps are more than 0.');
      await instrumentsApi.supply(instrument.id, {
        specimenId,
        on,
        volts: on ? number(volts) : 0,
        limitAmps: on ? number(milliamps) / 1000 : 1,
        ...(gadget !== undefined && { gadget }),
      });
      const state = on ? 'live' : mayHold ? 'charged' : 'dead';
      if (specimen.benchState !== state) record({ kind: 'state', state });
    } catch (error) {
      setProblem((error as Error).message);
    }
  }

  if (!allowed) return <p className="mt-1 text-quiet">{'refused' in limits ? limits.refused : ''}</p>;
  return (
    <form
      className="mt-1 flex flex-wrap items-end gap-x-4 gap-y-2"
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        void turn(!output);
      }}
    >
      <Field label={`volts, up to ${allowed.volts}`} value={volts} onChange={setVolts} disabled={output !== undefined} />
      <Field
        label={`milliamps, up to ${Math.floor(1000 * allowed.amps)}`}
        value={milliamps}
        onChange={setMilliamps}
        disabled={output !== undefined}
      />
      <button type="submit" className="action">
        {output ? 'Switch off' : 'Switch on'}
      </button>
      {output && (
        <span className="pb-1.5">
          <b className="font-figures font-[650]">
            {figureText(output.volts, 'volts')} {figureText(output.amps, 'amps')}
          </b>
          {output.limited && <b className="text-ochre"> at its limit</b>}
        </span>
      )}
      {problem !== undefined && (
        <p role="alert" className="w-full text-brick">
          {problem}
        </p>
      )}
    </form>
  );
}

interface FieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly disabled: boolean;
}

function Field({ label, value, onChange, disabled }: FieldProps) {
  return (
    <label>
      <span className="block text-12 text-quiet">{label}</span>
      <input
        inputMode="decimal"
        className="w-[110px] font-figures"
        value={value}
        disabled={disabled}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
