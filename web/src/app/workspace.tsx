import { ALTERED_ON_MAINS, isAlteredOnMains, type Stage, symptomsOf } from '@mindful-probe/core';
import { Camera } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, Outlet, useNavigate, useParams } from 'react-router';
import { BenchLine, type BenchLineHandle } from '../shared/bench-line/bench-line.tsx';
import { type OpenSpecimen, SpecimenProvider } from '../shared/data/open-specimen.tsx';
import { type SpecimenData, useSpecimen } from '../shared/data/use-specimen.ts';
import { titleOf } from '../shared/instruments/use-taking.ts';
import { fetchedDialog } from '../shared/kit/fetched.tsx';
import { Stale } from '../shared/kit/stale.tsx';
import { addPhotos } from '../shared/photos/photos.ts';
import { Patterns } from '../shared/pictures/patterns.tsx';
import { DueLine } from '../shared/rounds/due-line.tsx';
import { TapePanel } from '../shared/tape/tape-panel.tsx';
import { useAnalysis, useDiagnosis } from '../shared/worker/use-analysis.ts';
import { knownStage, STAGE_LIST } from '../stages/registry.ts';
import { BenchStateButton, BenchStrip } from './bench-state.tsx';
import { Brand } from './brand.tsx';
import { ComputingStrip } from './computing-strip.tsx';
import { GateDialog } from './gate/gate-dialog.tsx';
import { PowerStopDialog } from './gate/power-stop-dialog.tsx';
import { useGate } from './gate/use-gate.ts';
import { usePowerStop } from './gate/use-power-stop.ts';
import { InstrumentsButton } from './instruments/instruments-button.tsx';
import { SeriesStrip } from './instruments/series-strip.tsx';
import { useInstrumentLine } from './instruments/use-instrument-line.ts';
import { type KeyCommand, useKeys } from './keys.ts';
import { dischargeProbeOf, nextProbeOf, stateAfter, storesOf } from './next-probe.ts';
import { NotFoundPage } from './not-found-page.tsx';
import { PhoneButton } from './phone/phone-button.tsx';
import { Spine } from './spine.tsx';
import { toggleTheme } from './theme.ts';

/** One specimen's workspace: spine, stage, tape, next probe and bench line. */
export function Workspace() {
  const { id = '' } = useParams();
  const state = useSpecimen(id);
  if (state.kind === 'missing') return <NotFoundPage />;
  if (state.kind === 'unreachable') return <p className="p-6">The server does not answer. This page goes on by itself when it is back.</p>;
  if (state.kind === 'loading') return <p className="p-6 text-quiet">Opening…</p>;
  return <OpenWorkspace key={id} data={state} />;
}

const KeyHelp = fetchedDialog(async () => (await import('./key-help.tsx')).KeyHelp);

const NARROW = '(max-width: 1100px)';

function OpenWorkspace({ data: ungated }: { readonly data: SpecimenData }) {
  const { specimen, entries, id } = ungated;
  const { record: gated, gates, open: gateShown, refuse } = useGate(specimen, ungated.record);
  const { stage } = useParams();
  const navigate = useNavigate();
  const { analysis, isStale, again } = useAnalysis(id, entries);
  const stops = analysis?.proof?.stops ?? [];
  const powerStop = usePowerStop(specimen, stops, gated);
  const { record } = powerStop;
  const data = useMemo((): SpecimenData => ({ ...ungated, record }), [ungated, record]);
  const benchLine = useRef<BenchLineHandle>(null);
  const [tapeShown, setTapeShown] = useState(() => !window.matchMedia(NARROW).matches);
  const [helpShown, setHelpShown] = useState(false);
  const suggest = useCallback((line: string) => benchLine.current?.suggest(line), []);
  const write = useCallback((line: string) => benchLine.current?.write(line), []);
  const open = useMemo((): OpenSpecimen => ({ ...data, analysis, isStale, suggest, write }), [data, analysis, isStale, suggest, write]);
  const stores = storesOf(specimen, analysis);
  const isFaulty = symptomsOf(specimen).length > 0;
  const { found: faulty } = useDiagnosis(id, entries, specimen.state, isFaulty);
  const next =
    dischargeProbeOf(specimen, stores.discharges) ??
    nextProbeOf(specimen, analysis, isFaulty && faulty?.ok ? faulty.value.diagnosis : undefined);
  const chooser = useRef<HTMLInputElement>(null);
  // What is read dead waits until it is, and the other way round.
  const elsewhere = next?.state !== undefined && next.state !== (specimen.benchState === 'live' ? 'live' : 'dead');
  const line = useInstrumentLine({
    data,
    analysis,
    slot: () => benchLine.current?.read().trim() || (elsewhere ? '' : (next?.line ?? '')),
    onTaken: () => write(''),
  });
  const armed = next && !elsewhere && line.taking.armedFor(next.line);

  useEffect(() => {
    const narrow = window.matchMedia(NARROW);
    const onChange = () => setTapeShown(!narrow.matches);
    narrow.addEventListener('change', onChange);
    return () => narrow.removeEventListener('change', onChange);
  }, []);

  useEffect(() => {
    document.title = `${specimen.name}, ${knownStage(stage)?.title ?? ''} — Mindful Probe`;
  }, [specimen.name, stage]);

  const nextState = () => {
    record({ kind: 'state', state: stateAfter(specimen.benchState, stores.mayHold) });
  };

  const undo = () => {
    const last = specimen.tape.findLast(({ struck, entry }) => !struck && entry.kind !== 'strike' && entry.kind !== 'name');
    if (last) record({ kind: 'strike', entry: last.entry.id, reason: 'undone' });
  };

  useKeys((command: KeyCommand) => {
    switch (command.kind) {
      case 'stage':
        return void navigate(`/specimens/${id}/${command.stage}`);
      case 'neighbour': {
        const index = STAGE_LIST.findIndex((definition) => definition.stage === stage) + command.step;
        return void navigate(`/specimens/${id}/${STAGE_LIST[Math.min(STAGE_LIST.length - 1, Math.max(0, index))]?.stage}`);
      }
      case 'bench-line':
        return benchLine.current?.focus();
      case 'next-probe':
        return next && suggest(next.line);
      case 'bench-state':
        return nextState();
      case 'tape':
        return setTapeShown((shown) => !shown);
      case 'shelf':
        return void navigate('/');
      case 'slide-rules':
        return void navigate('/slide-rules');
      case 'drawer':
        return void navigate('/drawer');
      case 'compare':
        return void navigate(`/compare?of=${id}`);
      case 'rounds':
        return void navigate('/rounds');
      case 'undo':
        return undo();
      case 'help':
        return setHelpShown(true);
      case 'theme':
        return toggleTheme();
    }
  }, line.space);

  return (
    <SpecimenProvider value={open}>
      <Patterns />
      <div className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[6px_44px_minmax(0,1fr)_auto_auto]">
        <BenchStrip state={specimen.benchState} />
        <header className="flex items-center border-b border-ink pl-3.5">
          <span className="hidden w-[194px] md:block">
            <Brand />
          </span>
          <p className="flex min-w-0 flex-1 items-center gap-2 text-17 text-quiet">
            <Link to="/">Shelf</Link>
            <span aria-hidden>▸</span>
            <b className="truncate font-[650] text-ink">{specimen.name}</b>
          </p>
          <button type="button" onClick={() => setHelpShown(true)} className="px-3 text-quiet max-md:hidden">
            keys <kbd className="key-hint">?</kbd>
          </button>
          <button type="button" onClick={() => chooser.current?.click()} className="px-3 md:hidden" aria-label="Take a picture">
            <Camera size={22} aria-hidden />
          </button>
          <input
            ref={chooser}
            type="file"
            accept="image/jpeg,image/png,image/webp"
            capture="environment"
            multiple
            hidden
            onChange={(event) => addPhotos(event.target.files ?? [], id, (stage as Stage) ?? 'opening')}
          />
          <InstrumentsButton
            line={line}
            specimen={specimen}
            mayHold={stores.mayHold}
            specimenId={id}
            gates={gates.length}
            record={record}
          />
          <PhoneButton />
          <BenchStateButton state={specimen.benchState} onNext={nextState} />
        </header>
        <div
          className={`grid min-h-0 max-md:grid-rows-[auto_minmax(0,1fr)] ${tapeShown ? 'md:grid-cols-[132px_minmax(0,1fr)_260px]' : 'md:grid-cols-[132px_minmax(0,1fr)_36px]'}`}
        >
          <Spine open={open} />
          <main className="relative min-w-0 overflow-auto bg-sheet px-6 pt-5 pb-6 max-md:px-3">
            <Stale when={isStale}>
              {isAlteredOnMains(specimen) && (
                <p className="mb-3 border-l-4 border-brick py-1 pl-3" data-altered>
                  {ALTERED_ON_MAINS}
                </p>
              )}
              <Outlet />
            </Stale>
          </main>
          <TapePanel shown={tapeShown} onToggle={() => setTapeShown((shown) => !shown)} />
        </div>
        <div>
          <ComputingStrip again={again} />
          <SeriesStrip taking={line.taking} />
          <DueLine specimenId={id} />
        </div>
        <footer className="grid border-t border-ink md:grid-cols-[minmax(0,620fr)_minmax(0,660fr)]">
          <section aria-label="Next probe" className="flex min-h-[51px] items-center gap-3 border-rule px-4 max-md:border-b md:border-r">
            <span className="w-10 shrink-0 text-12 leading-[14px] text-quiet">next probe</span>
            {next && (
              <>
                {next.line === '' ? (
                  <span className="font-figures text-17 font-[650] whitespace-nowrap text-petrol">{next.what}</span>
                ) : (
                  <button
                    type="button"
                    onClick={() => suggest(next.line)}
                    className="font-figures text-17 font-[650] whitespace-nowrap text-petrol underline decoration-1 underline-offset-4"
                  >
                    {next.what}
                  </button>
                )}
                <span className="line-clamp-2 min-w-0 flex-1">{next.why}</span>
                {elsewhere && (
                  <span className="text-12 whitespace-nowrap text-quiet max-lg:hidden">
                    <kbd className="key-hint">b</kbd> first, to {next.state}
                  </span>
                )}
                {armed && (
                  <span className="text-12 whitespace-nowrap text-quiet max-lg:hidden">
                    <kbd className="key-hint">Space</kbd> {titleOf(armed)}
                  </span>
                )}
                {next.line !== '' && <kbd className="key-hint">n</kbd>}
              </>
            )}
          </section>
          <BenchLine
            circuit={analysis?.now.learnt}
            mainSupply={analysis?.now.appraisal.ok ? analysis.now.appraisal.value.mainSupply : undefined}
            ref={benchLine}
            specimenId={id}
            specimen={specimen}
            record={record}
            onPicture={() => chooser.current?.click()}
            space={line.instruments.length > 0 ? line.space : undefined}
            note={line.taking.note}
            onTyped={line.taking.clear}
          />
        </footer>
      </div>
      <GateDialog gates={gates} open={gateShown} record={ungated.record} onRefuse={() => suggest(refuse() ?? '')} />
      <PowerStopDialog stops={stops} open={powerStop.open} onRefuse={() => suggest(powerStop.refuse() ?? '')} onAnyway={powerStop.anyway} />
      {helpShown && <KeyHelp onClose={() => setHelpShown(false)} />}
    </SpecimenProvider>
  );
}
