import {
  type Appraisal,
  darkLedOf,
  type Finding,
  isContradicted,
  isLit,
  isModeKnown,
  type Judgement,
  sayDarkLed,
} from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { fetchedPart } from '../../shared/kit/fetched.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { Stale } from '../../shared/kit/stale.tsx';
import { ModesTable } from '../../shared/modes/modes-table.tsx';
import { useDriveDetails, useModeView } from '../../shared/worker/use-analysis.ts';
import { Caveats } from './caveats.tsx';
import { ChargingPanel } from './charging-panel.tsx';
import { Findings } from './findings.tsx';
import { Verdict } from './verdict.tsx';

// The verdict does not wait for these.
const AsClaimed = fetchedPart(async () => (await import('./as-claimed.tsx')).AsClaimed);
const Details = fetchedPart(async () => (await import('./details.tsx')).Details);

/** As claimed, as found, or after one of the reworks that were tried: their numbers from 1. */
type View = 'as claimed' | 'as found' | number;

/** The verdict: how hard it is driven, where the watts go, and whether it is safe. */
export function DriveStage() {
  const { analysis, specimen } = useOpenSpecimen();
  const [wanted, setWanted] = useState<View>('as found');
  const [mode, setMode] = useState<string>();
  if (!analysis) return <StageHeader title="Drive" fact="computing…" />;
  const { found, trials } = analysis;
  if (!found.ok) {
    return (
      <>
        <StageHeader title="Drive" />
        <Empty>
          <p>{found.error.message} How hard it is driven follows from the circuit and a reading.</p>
        </Empty>
      </>
    );
  }
  const views: readonly View[] = ['as claimed', 'as found', ...trials.flatMap(({ appraisal }, index) => (appraisal.ok ? [index + 1] : []))];
  const view = views.includes(wanted) ? wanted : 'as found';
  const trial = typeof view === 'number' ? trials[view - 1] : undefined;
  const appraisal = trial?.appraisal.ok ? trial.appraisal.value : found.value;
  const judgement = trial ? trial.judged : analysis.judged;
  const reworked = trials[specimen.state - 1]?.appraisal;
  return (
    <>
      <StageHeader title="Drive" {...(mode === undefined && { fact: factOf(view, appraisal, judgement) })}>
        <ViewChoice views={views} view={view} onChoose={setWanted} />
        {view !== 'as claimed' && <ModeChoice mode={mode} onChoose={setMode} />}
      </StageHeader>
      {view === 'as claimed' ? (
        <AsClaimed appraisal={found.value} />
      ) : (
        <AsIs
          key={`${view} ${mode ?? ''}`}
          mode={mode}
          appraisal={appraisal}
          judgement={judgement}
          rework={trial ? Number(view) : 0}
          {...(view === 'as found' && reworked?.ok && { after: reworked.value })}
        />
      )}
    </>
  );
}

interface AsIsProps {
  /** What it is switched to; left out as it was traced. */
  readonly mode: string | undefined;
  readonly appraisal: Appraisal;
  readonly after?: Appraisal;
  readonly judgement: Judgement | undefined;
  readonly rework: number;
}

function AsIs(props: AsIsProps) {
  const { id, entries } = useOpenSpecimen();
  const inMode = useModeView(id, entries, props.rework, props.mode);
  if (props.mode === undefined) return <State {...props} />;
  if (!inMode) return <p className="text-quiet">computing…</p>;
  const { after: _, ...rest } = props;
  return (
    <>
      <p className="pb-2 text-quiet">
        {inMode.appraisal.measured
          ? `In mode ${props.mode}, from the readings in it.`
          : `In mode ${props.mode}, as expected from the circuit; no reading in it tells a current yet.`}
      </p>
      <State {...rest} appraisal={inMode.appraisal} judgement={inMode.judged} />
    </>
  );
}

function State({ appraisal, after, judgement, rework, mode }: AsIsProps) {
  const { hardest } = appraisal;
  return (
    <>
      {judgement && <SafetyLine judgement={judgement} />}
      {hardest && !isLit(hardest) ? (
        <NoCurrent led={hardest.ref} appraisal={appraisal} judgement={judgement} rework={rework} mode={mode} />
      ) : (
        <Lit appraisal={appraisal} judgement={judgement} rework={rework} mode={mode} {...(after && { after })} />
      )}
    </>
  );
}

function Lit({ appraisal, after, judgement, rework, mode }: AsIsProps) {
  const { id, entries } = useOpenSpecimen();
  const { details, isStale } = useDriveDetails(id, entries, rework, mode);
  return (
    <>
      <Caveats judgement={judgement} />
      <Verdict appraisal={appraisal} judgement={judgement} rework={rework} mode={mode} {...(after && { after })} />
      <ModesTable rework={rework} mode={mode} />
      {details && (
        <Stale when={isStale}>
          <Details details={details} appraisal={appraisal} faults={judgement?.faults ?? []} />
        </Stale>
      )}
    </>
  );
}

interface NoCurrentProps {
  readonly led: string;
  readonly appraisal: Appraisal;
  readonly rework: number;
  readonly mode: string | undefined;
  readonly judgement: Judgement | undefined;
}

/** Where no current flows there is no drive, heat or life: only why it may be so, and what the rules say all the same. */
function NoCurrent({ led, appraisal: { circuit, solution }, judgement, rework, mode }: NoCurrentProps) {
  const { specimen, id, entries } = useOpenSpecimen();
  const { details } = useDriveDetails(id, entries, rework, mode);
  const dark = darkLedOf(circuit, solution, led);
  const loose = specimen.nets.filter(({ pins }) => pins.length === 1).flatMap(({ pins }) => pins);
  const open = specimen.circuit.parts.filter((part) => part.kind === 'switch' && part.closed === false).map(({ ref }) => ref);
  return (
    <>
      <p className="max-w-[70ch] pb-2 text-17" data-no-current>
        In the circuit as traced no current flows through {led}.
      </p>
      <p className="max-w-[70ch] text-quiet">
        {dark && `${sayDarkLed(dark)} `}
        {loose.length > 0 && `Joined to nothing yet: ${loose.join(', ')}. `}
        {open.length > 0 && `Open: ${open.join(', ')}. `}
        {isContradicted(judgement) && 'Readings say otherwise: a join or a part is missing, or is not where it was traced. '}
        How hard it is driven follows when it is whole.
      </p>
      {details?.charging && (
        <div className="mt-4">
          <ChargingPanel charging={details.charging} />
        </div>
      )}
      <ModesTable rework={rework} mode={mode} />
      {judgement && <Findings judgement={judgement} mode={mode} onPoint={() => undefined} />}
    </>
  );
}

const LEVELS = {
  sound: 'within',
  'not enough known': 'none',
  'sound with cautions': 'caution',
  'cautions, not enough known': 'caution',
  'do not use': 'over',
} as const;

/** The last word on safety, and what it rests on. */
function SafetyLine({ judgement: { verdict, findings, undecided } }: { readonly judgement: Judgement }) {
  const count = (severity: Finding['severity']) => findings.filter((finding) => finding.severity === severity).length;
  const words = [
    [count('unsafe'), 'unsafe'],
    [count('caution'), 'to be careful of'],
    [count('note'), 'to know'],
    [undecided.length, 'to be looked at'],
  ] as const;
  const said = words.flatMap(([number, what]) => (number > 0 ? [`${number} ${what}`] : []));
  return (
    <p className="mb-3 flex items-center gap-2.5 text-17" data-verdict={verdict}>
      <LevelMark level={LEVELS[verdict]} />
      <b className={`font-[650] ${verdict === 'do not use' ? 'text-brick' : ''}`}>{verdict}</b>
      <a href="#findings" className="text-14 text-petrol underline decoration-1 underline-offset-2">
        {said.length === 0 ? 'by the rules that are known' : said.join(', ')}
      </a>
    </p>
  );
}

interface ModeChoiceProps {
  readonly mode: string | undefined;
  readonly onChoose: (mode: string | undefined) => void;
}

function ModeChoice({ mode, onChoose }: ModeChoiceProps) {
  const { specimen } = useOpenSpecimen();
  const known = specimen.modes.filter((one) => isModeKnown(specimen.circuit, one)).map(({ name }) => name);
  if (known.length === 0) return null;
  return (
    <fieldset className="flex flex-wrap gap-x-4">
      <legend className="float-left mr-3 text-quiet">Mode:</legend>
      {[undefined, ...known].map((name) => (
        <label key={name ?? ''} className={`flex items-center gap-1.5 ${name === mode ? 'font-[650]' : 'text-quiet'}`}>
          <input type="radio" name="drive-mode" checked={name === mode} onChange={() => onChoose(name)} />
          {name ?? 'as traced'}
        </label>
      ))}
    </fieldset>
  );
}

interface ViewChoiceProps {
  readonly views: readonly View[];
  readonly view: View;
  readonly onChoose: (view: View) => void;
}

function ViewChoice({ views, view, onChoose }: ViewChoiceProps) {
  return (
    <fieldset className="flex gap-x-4">
      <legend className="sr-only">Which circuit</legend>
      {views.map((name) => (
        <label key={name} className={`flex items-center gap-1.5 ${name === view ? 'font-[650]' : 'text-quiet'}`}>
          <input type="radio" name="drive-view" checked={name === view} onChange={() => onChoose(name)} />
          {typeof name === 'number' ? `trial ${name}` : name}
        </label>
      ))}
    </fieldset>
  );
}

function factOf(view: View, { measured }: Appraisal, judgement: Judgement | undefined): string {
  if (view === 'as claimed') return 'what body, box and listing would mean';
  if (isContradicted(judgement)) return 'from readings that do not fit the circuit';
  if (typeof view === 'number') return measured ? 'from the readings after it' : 'as predicted; no reading after it yet';
  return measured ? 'from the readings' : 'as expected from the circuit; no live reading stands behind it yet';
}
