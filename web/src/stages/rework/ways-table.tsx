import {
  type Appraisal,
  formatEngineering,
  lifeRatio,
  type NamedFinding,
  type Rework,
  type ReworkWay,
  sayBreak,
  saySeen,
  shortFinding,
} from '@mindful-probe/core';
import { multipleText } from '../../shared/figures/figure.tsx';
import { DriveRuler, RulerAxis } from '../../shared/pictures/drive-ruler.tsx';

const RULER_WIDTH = 168;
const ROW_HEIGHT = 44;
/** From here on a way that keeps the limits is none to the goal. */
const MISSES = 0.2;
/** Where an LED's temperature is not known, its life is compared at one and the same: by its current alone. */
const ANY_CELSIUS = 85;

/** One row: found, or somebody's own. */
export interface ShownWay {
  readonly way: ReworkWay;
  readonly isOwn: boolean;
}

interface WaysTableProps {
  readonly shown: readonly ShownWay[];
  readonly rework: Pick<Rework, 'before' | 'findings'> | undefined;
  readonly appraisal: Appraisal;
  readonly goalRatio: number | undefined;
  /** What is less than the goal is no miss of it. */
  readonly atMost: boolean;
  readonly chosen: ReworkWay | undefined;
  readonly onChoose: (way: ReworkWay) => void;
}

/** Ways as rows on the drive ruler, before and after. */
export function WaysTable({ shown, rework, appraisal, goalRatio, atMost, chosen, onChoose }: WaysTableProps) {
  const hasHours = shown.some(({ way }) => way.after.hours !== undefined);
  const asked = (rework?.findings ?? []).filter(({ severity }) => severity !== 'note');
  return (
    <div className="overflow-x-auto">
      <table className="mt-1 w-full border-collapse">
        <caption className="sr-only">Ways to the goal, each before and after</caption>
        <thead>
          <tr className="border-b border-ink align-bottom">
            <th scope="col" className="pb-1">
              Ways
            </th>
            <th scope="col" className="pr-4 pb-1 text-right">
              After
            </th>
            <th scope="col" className="max-lg:hidden" aria-label="Before and after, on the ruler">
              <RulerAxis width={RULER_WIDTH} />
            </th>
            <th scope="col" className="pb-1 pl-3 text-right">
              Supply
            </th>
            <th scope="col" className="pb-1 pl-3">
              <span className="whitespace-nowrap">As seen</span>
            </th>
            <th scope="col" className="pb-1 pl-3">
              {hasHours ? 'Runs' : 'Life'}
            </th>
            <th scope="col" className="pb-1 pl-3">
              Hardest
            </th>
            <th scope="col" className="pr-2 pb-1 pl-3 text-right">
              Joints
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map(({ way, isOwn }) => (
            <WayRow
              key={`${isOwn} ${way.text}`}
              way={way}
              isOwn={isOwn}
              asked={asked}
              before={rework?.before}
              appraisal={appraisal}
              goalRatio={goalRatio}
              atMost={atMost}
              isChosen={way === chosen}
              onChoose={() => onChoose(way)}
            />
          ))}
        </tbody>
      </table>
      {asked.length > 0 && (
        <p className="mt-1 text-12 text-quiet">
          squares: {asked.map((finding) => `${finding.ref} ${shortFinding(finding)}`).join('; ')}. Empty is mended, hatched stays.
        </p>
      )}
    </div>
  );
}

interface WayRowProps {
  readonly way: ReworkWay;
  readonly isOwn: boolean;
  readonly asked: readonly Pick<NamedFinding, 'code' | 'ref'>[];
  readonly before: Rework['before'] | undefined;
  readonly appraisal: Appraisal;
  readonly goalRatio: number | undefined;
  /** What is less than the goal is no miss of it. */
  readonly atMost: boolean;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function WayRow({ way, isOwn, asked, before, appraisal, goalRatio, atMost, isChosen, onChoose }: WayRowProps) {
  const { after, worst, breaks, keeps } = way;
  const spread = way.chipAmpsUncertainty === undefined ? 0 : (after.ofRated * way.chipAmpsUncertainty) / after.chipAmps;
  const beforeRatio = before?.ofRated ?? appraisal.hardest?.ratio.value ?? Number.NaN;
  return (
    <tr className={`border-b border-rule align-middle ${isChosen ? 'outline-2 -outline-offset-1 outline-petrol' : ''}`}>
      <th scope="row" className="min-w-[210px] py-1 pr-3 pl-2 font-normal">
        <button type="button" aria-pressed={isChosen} onClick={onChoose} className="text-left">
          <span className="block font-[650]">
            {isOwn && <span className="text-petrol">own way: </span>}
            {way.text}
          </span>
        </button>
        <WayFindings way={way} asked={asked} />
        {keeps && (atMost ? way.miss : Math.abs(way.miss)) > MISSES && (
          <span className="block text-12 font-[650] text-ochre">misses the goal</span>
        )}
        {breaks.length > 0 && <span className="block text-12 font-[650] text-brick">{breaks.slice(0, 3).map(sayBreak).join('; ')}</span>}
      </th>
      <td className={`pr-4 text-right font-figures text-17 ${after.ofRated > 1 ? 'font-[650] text-brick' : ''}`}>
        {multipleText(after.ofRated)}
        <span className="block text-12 text-quiet">{formatEngineering(after.chipAmps, 'amps').text}</span>
      </td>
      <td className="p-0 max-lg:hidden">
        <DriveRuler
          width={RULER_WIDTH}
          height={ROW_HEIGHT}
          ratio={{ value: beforeRatio, uncertainty: 0 }}
          guessed={!appraisal.measured}
          predicted={{ value: after.ofRated, uncertainty: spread }}
          worst={(after.ofRated * after.high.chipAmps) / after.chipAmps}
          {...(goalRatio !== undefined && { goal: goalRatio })}
          label={`${way.text}: from ${multipleText(beforeRatio)} to ${multipleText(after.ofRated)}, at worst ${multipleText((after.ofRated * after.high.chipAmps) / after.chipAmps)} (${after.high.label})`}
        />
      </td>
      <td className="pl-3 text-right font-figures whitespace-nowrap">
        {formatEngineering(after.supplyWatts, 'watts').text}
        <span className="block text-12 text-quiet">{before && percentWords(after.supplyWatts / before.supplyWatts - 1)}</span>
      </td>
      <td className="pl-3 whitespace-nowrap">
        {saySeen(after.seenChange)}
        <span className="block text-12 text-quiet">light {percentWords(after.lightRatio - 1)}</span>
      </td>
      <td className="pl-3 font-figures whitespace-nowrap">
        {after.hours === undefined ? (
          <LifeCell after={after.ofRated} before={beforeRatio} />
        ) : (
          <HoursCell own={way.ownHours} common={after.hours} before={before?.hours} />
        )}
      </td>
      <td className={`pl-3 font-figures whitespace-nowrap ${(worst?.share ?? 0) > 1 ? 'text-brick' : ''}`}>
        {worst ? `${worst.ref} ${worst.share.toFixed(2)}` : '–'}
        <span className="block font-words text-12 text-quiet">of its {worst?.of.replace('-', ' ') ?? 'rating'}</span>
      </td>
      <td className="pr-2 pl-3 text-right font-figures whitespace-nowrap">
        {way.joints}
        <span className="block font-words text-12 text-quiet">
          {way.fromDrawer ? 'drawer' : way.parts === 1 ? '1 part' : `${way.parts} parts`}
          {way.reversible ? '' : ', for good'}
        </span>
      </td>
      <td className="sr-only">{keeps ? 'keeps all limits' : 'does not keep all limits'}</td>
    </tr>
  );
}

/** What was found before, a square each: mended or not; and what it newly makes. */
function WayFindings({ way, asked }: { readonly way: ReworkWay; readonly asked: WayRowProps['asked'] }) {
  const isMended = ({ code, ref }: Pick<NamedFinding, 'code' | 'ref'>) => way.mends.some((one) => one.code === code && one.ref === ref);
  const stays = asked.filter((finding) => !isMended(finding));
  const makes = way.makes.filter(({ severity }) => severity !== 'note');
  if (asked.length === 0 && makes.length === 0) return null;
  const words = [
    ...(asked.length === 0 ? [] : [stays.length === 0 ? 'all mended' : `${stays.length} ${stays.length === 1 ? 'stays' : 'stay'}`]),
    ...makes.slice(0, 1).map((finding) => `makes: ${finding.ref} ${shortFinding(finding)}`),
    ...(makes.length > 1 ? [`and ${makes.length - 1} more`] : []),
  ];
  return (
    <span className="flex items-center gap-1 text-12 text-quiet">
      {asked.map((finding) => (
        <svg key={`${finding.code} ${finding.ref}`} width="11" height="11" aria-hidden="true" className="shrink-0">
          <rect
            x="0.75"
            y="0.75"
            width="9.5"
            height="9.5"
            strokeWidth="1.5"
            {...(isMended(finding) ? { className: 'fill-sheet stroke-moss' } : { className: 'stroke-brick', fill: 'url(#hatch)' })}
          />
        </svg>
      ))}
      <span className={makes.length > 0 ? 'text-brick' : ''}>{words.join('; ')}</span>
    </span>
  );
}

/** By its current alone, with exponents of 1 to 2. */
function LifeCell({ after, before }: { readonly after: number; readonly before: number }) {
  const at = (exponent: number) =>
    lifeRatio({ ofRated: after, junctionCelsius: ANY_CELSIUS }, { ofRated: before, junctionCelsius: ANY_CELSIUS }, undefined, exponent);
  const [low, usual, high] = [at(1), at(1.5), at(2)].sort((a, b) => a - b) as [number, number, number];
  return (
    <span title="by its current alone, a model">
      ×{usual.toFixed(1)}
      <span className="block text-12 text-quiet">
        {low.toFixed(1)} to {high.toFixed(1)}
      </span>
    </span>
  );
}

interface HoursCellProps {
  readonly own: number | undefined;
  /** To half of the light that it has now: what two ways can be compared by. */
  readonly common: number;
  readonly before: number | undefined;
}

function HoursCell({ own = Number.NaN, common, before = Number.NaN }: HoursCellProps) {
  return (
    <span title="on fresh cells, to half of its own first light; below, to half of the light that it has now">
      {formatEngineering(own, 'hours').text}
      <span className="block text-12 text-quiet">
        was {formatEngineering(before, 'hours').text}
        {common > 0 ? `; ${formatEngineering(common, 'hours').text} to one light` : ''}
      </span>
    </span>
  );
}

function percentWords(change: number): string {
  const percent = Math.round(100 * change);
  return percent === 0 ? '±0 %' : `${percent < 0 ? '−' : '+'}${Math.abs(percent)} %`;
}
