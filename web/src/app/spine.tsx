import { doubtsOf, formatEngineering, type Specimen, type Stage, type StageMark, sayClaim } from '@mindful-probe/core';
import { NavLink } from 'react-router';
import { mainsSetting } from '../shared/data/mains-setting.ts';
import type { OpenSpecimen } from '../shared/data/open-specimen.tsx';
import { multipleText } from '../shared/figures/figure.tsx';
import { STAGE_KEYS } from './keys.ts';
import { STAGE_TITLES } from './stage-titles.ts';

/** The nine stages in the order of the work, each with how far it is and one line of fact. */
export function Spine({ open }: { readonly open: OpenSpecimen }) {
  const marks = open.analysis?.spine ?? [];
  return (
    <nav
      aria-label="Stages"
      className="flex overflow-x-auto border-rule max-md:border-b md:h-full md:flex-col md:overflow-y-auto md:border-r"
    >
      {(Object.keys(STAGE_TITLES) as Stage[]).map((stage) => (
        <SpineItem
          key={stage}
          stage={stage}
          mark={marks.find((line) => line.stage === stage)?.mark ?? 'nothing'}
          fact={factOf(stage, open)}
        />
      ))}
      <p className="mt-auto hidden px-4 py-3 text-12 text-quiet md:block">
        <kbd className="key-hint">g</kbd> then a letter
      </p>
    </nav>
  );
}

function SpineItem({ stage, mark, fact }: { readonly stage: Stage; readonly mark: StageMark; readonly fact: string }) {
  return (
    <NavLink
      to={stage}
      className="group relative flex shrink-0 border-y border-transparent aria-[current=page]:border-rule aria-[current=page]:bg-sheet max-md:px-3 max-md:py-2 md:min-h-[60px] md:flex-[0_1_72px] md:pr-1.5 md:pl-[34px]"
    >
      <Stitch mark={mark} />
      <span className="min-w-0 flex-1 md:pt-2.5">
        <span className="block text-17 group-aria-[current=page]:font-[650] group-aria-[current=page]:text-petrol">
          {STAGE_TITLES[stage]}
        </span>
        <span className="hidden truncate text-12 text-quiet md:block">{fact}</span>
        <span className="sr-only">, {mark}</span>
      </span>
      <kbd className="key-hint absolute top-3.5 right-2.5 hidden h-[17px] md:block">{STAGE_KEYS[stage]}</kbd>
    </NavLink>
  );
}

/** A stitch on the thread: a tick for nothing, half for begun, full for enough, broken and offset for contradicted. */
function Stitch({ mark }: { readonly mark: StageMark }) {
  return (
    <svg width="16" height="100%" aria-hidden="true" className="absolute top-0 left-2.5 hidden md:block" data-mark={mark}>
      <path d="M8 0V400" className="stroke-quiet" />
      {mark === 'nothing' && <path d="M4 22H12" className="stroke-quiet" />}
      {mark === 'begun' && (
        <>
          <rect x="5" y="14" width="6" height="18" className="fill-ink group-aria-[current=page]:fill-petrol" />
          <path d="M4 50H12" className="stroke-quiet" />
        </>
      )}
      {mark === 'enough' && <rect x="5" y="12" width="6" height="40" className="fill-ink group-aria-[current=page]:fill-petrol" />}
      {mark === 'contradicted' && (
        <>
          <rect x="1.5" y="12" width="6" height="20" className="fill-brick" />
          <rect x="8.5" y="30" width="6" height="20" className="fill-brick" />
        </>
      )}
    </svg>
  );
}

function factOf(stage: Stage, { specimen, analysis }: OpenSpecimen): string {
  const found = analysis?.found.ok ? analysis.found.value : undefined;
  const after = analysis?.after?.ok ? analysis.after.value : undefined;
  switch (stage) {
    case 'claim':
      return claimFact(specimen);
    case 'first-light': {
      const figures = specimen.readings.find(({ entry }) => entry.place.at === 'in')?.entry.figures ?? [];
      return figures.map(({ value, unit }) => formatEngineering(value, unit).text).join(', ');
    }
    case 'opening':
      return specimen.steps.length === 0 ? '' : plural(specimen.steps.length, 'step');
    case 'trace':
      return specimen.circuit.parts.length === 0
        ? ''
        : `${plural(specimen.circuit.parts.length, 'part')}, ${plural(specimen.nets.filter(({ pins }) => pins.length > 1).length, 'net')}`;
    case 'readings': {
      if (!found) return '';
      const off = found.slots.filter(({ fits }) => !fits).length;
      return off > 0
        ? `${off} ${off === 1 ? 'does' : 'do'} not fit`
        : `${found.slots.filter(({ read }) => read).length} of ${found.slots.length} slots`;
    }
    case 'drive':
      return found?.hardest ? `${multipleText(found.hardest.ratio.value)} ${found.measured ? 'measured' : 'expected'}` : '';
    case 'rework':
      return specimen.reworks.length > 0
        ? (specimen.reworks.at(-1)?.title ?? '')
        : specimen.goal
          ? `wanted ${formatEngineering(specimen.goal.chipAmps, 'amps').text}`
          : '';
    case 'proof':
      if (specimen.proof) return specimen.proof.verdict === 'keep' ? 'kept' : 'taken back';
      return after?.hardest && after.measured ? multipleText(after.hardest.ratio.value) : '';
    case 'write-up':
      return '';
  }
}

function claimFact(specimen: Specimen): string {
  const doubts = doubtsOf(specimen, mainsSetting()).filter(({ severity }) => severity === 'impossible').length;
  if (doubts > 0) return `${doubts} cannot be`;
  return specimen.claims
    .filter(({ field }) => field === 'watts' || field === 'lumens' || field === 'volts')
    .slice(0, 2)
    .map(sayClaim)
    .join(', ');
}

function plural(count: number, word: string): string {
  return `${count} ${word}${count === 1 ? '' : 's'}`;
}
