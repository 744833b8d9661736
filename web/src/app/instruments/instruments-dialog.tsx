import {
  type EntryDraft,
  INSTRUMENT_FACTS,
  INSTRUMENT_KINDS,
  type InstrumentKind,
  type InstrumentNow,
  type Specimen,
} from '@mindful-probe/core';
import { type FormEvent, useId, useState } from 'react';
import { figureText } from '../../shared/figures/figure.tsx';
import { instrumentsApi } from '../../shared/instruments/use-instruments.ts';
import { titleOf } from '../../shared/instruments/use-taking.ts';
import { Dialog } from '../../shared/kit/dialog.tsx';
import { SupplyPanel } from './supply-panel.tsx';
import type { InstrumentLine } from './use-instrument-line.ts';
import { Waveform } from './waveform.tsx';

export interface InstrumentsDialogProps {
  readonly line: InstrumentLine;
  readonly specimen: Specimen;
  readonly specimenId: string;
  /** Gates that are still to be confirmed before anything is powered. */
  readonly gates: number;
  readonly mayHold: boolean;
  readonly record: (draft: EntryDraft) => void;
  readonly onClose: () => void;
}

/** The instruments on the line: who they are, what they last said, and how one comes on the list. */
export function InstrumentsDialog({ line, specimen, mayHold, specimenId, gates, record, onClose }: InstrumentsDialogProps) {
  const { instruments, gadgets, gadget, chooseGadget, everySeconds, chooseInterval } = line;
  const [lookProblem, setLookProblem] = useState<string>();
  const look = async (instrument: string) => setLookProblem(await line.taking.look(line.slot(), instrument));
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title="Instruments"
      description="On this machine or a private network, by SCPI over TCP. Space takes a value into the slot; held, it logs a series."
    >
      {instruments.length === 0 && <p className="mb-4">None is on the list. Type the address that its own menu shows, with its port.</p>}
      <ul>
        {instruments.map((instrument) => (
          <li key={instrument.id} className="border-b border-rule py-2">
            <InstrumentRow instrument={instrument} />
            {instrument.kind === 'bench-supply' && instrument.line.kind === 'ready' && (
              <SupplyPanel
                instrument={instrument}
                specimen={specimen}
                specimenId={specimenId}
                gadget={gadget}
                gates={gates}
                mayHold={mayHold}
                record={record}
                onGate={onClose}
              />
            )}
            {instrument.kind === 'oscilloscope' && (
              <>
                <button type="button" className="text-petrol underline" onClick={() => void look(instrument.id)}>
                  take the waveform of {slotName(line.slot())}
                </button>
                {lookProblem !== undefined && (
                  <p role="alert" className="text-brick">
                    {lookProblem}
                  </p>
                )}
                {instrument.last?.measured.waveform && <Waveform waveform={instrument.last.measured.waveform} />}
              </>
            )}
          </li>
        ))}
      </ul>
      <div className="mt-4 flex flex-wrap items-end gap-x-6 gap-y-3">
        {gadgets.length > 0 && (
          <label>
            <span className="block text-12 text-quiet">The stand-ins look at</span>
            <select value={gadget ?? ''} onChange={(event) => chooseGadget(event.target.value)}>
              <option value="" disabled>
                choose a gadget
              </option>
              {gadgets.map((name) => (
                <option key={name} value={name}>
                  {name.replaceAll('-', ' ')}
                </option>
              ))}
            </select>
          </label>
        )}
        <label>
          <span className="block text-12 text-quiet">A series takes a value every</span>
          <select value={everySeconds} onChange={(event) => chooseInterval(Number(event.target.value))}>
            {[1, 2, 5, 10, 30, 60, 300].map((seconds) => (
              <option key={seconds} value={seconds}>
                {seconds} s
              </option>
            ))}
          </select>
        </label>
      </div>
      <AddInstrument />
    </Dialog>
  );
}

function slotName(slot: string): string {
  return slot.trim() === '' ? 'the slot on the bench line' : slot.trim();
}

function InstrumentRow({ instrument }: { readonly instrument: InstrumentNow }) {
  const { id, identity, line, last } = instrument;
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <b className="font-[650]">{titleOf(instrument)}</b>
      <span className="font-figures">{id}</span>
      <span className={line.kind === 'away' ? 'text-brick' : 'text-quiet'}>
        {line.kind === 'away' ? `away: ${line.why}` : line.kind === 'ready' ? 'ready' : 'connecting…'}
      </span>
      {last && <span className="font-figures">{last.measured.figures.map(({ value, unit }) => figureText(value, unit)).join(' ')}</span>}
      <button
        type="button"
        className="ml-auto text-petrol underline"
        aria-label={`take off the ${titleOf(instrument)}`}
        onClick={() => void instrumentsApi.unlist(id)}
      >
        take off
      </button>
      {identity !== undefined && <span className="w-full truncate text-12 text-quiet">{identity}</span>}
    </div>
  );
}

function AddInstrument() {
  const [address, setAddress] = useState('');
  const [kind, setKind] = useState<InstrumentKind | ''>('');
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const problemId = useId();

  async function add(event: FormEvent) {
    event.preventDefault();
    setBusy(true);
    setProblem(undefined);
    try {
      await instrumentsApi.list({ address, ...(kind !== '' && { kind }) });
      setAddress('');
    } catch (error) {
      setProblem((error as Error).message);
    } finally {
      setBusy(false);
    }
  }

  return (
    <form onSubmit={(event) => void add(event)} className="mt-5 flex flex-wrap items-end gap-x-4 gap-y-2 border-t border-ink pt-4">
      <label>
        <span className="block text-12 text-quiet">Address</span>
        <input
          value={address}
          onChange={(event) => setAddress(event.target.value)}
          placeholder="192.168.1.20:5025"
          maxLength={300}
          spellCheck={false}
          className="w-[200px] font-figures"
          {...(problem !== undefined && { 'aria-invalid': true, 'aria-describedby': problemId })}
        />
      </label>
      <label>
        <span className="block text-12 text-quiet">It is</span>
        <select value={kind} onChange={(event) => setKind(event.target.value as InstrumentKind | '')}>
          <option value="">what it says itself</option>
          {INSTRUMENT_KINDS.map((each) => (
            <option key={each} value={each}>
              {INSTRUMENT_FACTS[each].title}
            </option>
          ))}
        </select>
      </label>
      <button type="submit" className="action" disabled={busy}>
        Put it on the list
      </button>
      {problem !== undefined && (
        <p id={problemId} role="alert" className="w-full text-brick">
          {problem}
        </p>
      )}
    </form>
  );
}
