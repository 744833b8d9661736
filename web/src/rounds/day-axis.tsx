import { type BenchState, type DayPlan, type DayTask, INSTRUMENT_NAMES, sayDue } from '@mindful-probe/core';
import { useRef } from 'react';
import { clockAt } from '../shared/rounds/clock.ts';
import { wantsHands } from '../shared/rounds/next-due.ts';
import { useWidth } from './use-width.ts';

const [ROW, HEAD, LABEL, USE_ROW] = [32, 26, 180, 18];
/** More rows than these are in the list beside. */
const MOST_ROWS = 8;
/** Between two times on the axis, minutes. */
const HOUR_STEPS = [30, 60, 120, 240, 480, 720];
/** What runs already is shown so far back, minutes. */
const BACK = 4;

interface DayAxisProps {
  readonly plan: DayPlan;
  /** The specimen whose soak is shown below. */
  readonly selected?: string | undefined;
}

/** The day on a time axis: a row a specimen, and below who and what is in use. */
export function DayAxis({ plan, selected }: DayAxisProps) {
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const all = specimensOf(plan);
  const specimens = all.slice(0, MOST_ROWS);
  const span = Math.max(30, plan.minutes);
  const scale = { x: (minutes: number) => LABEL + ((minutes + BACK) / (span + BACK)) * Math.max(0, width - LABEL), width };
  const uses = usesOf(plan);
  const height = HEAD + ROW * specimens.length + HEAD + USE_ROW * uses.length + 4;
  return (
    <div ref={frame}>
      {width > 0 && (
        <svg width={width} height={height} role="img" aria-label={sayDay(plan)}>
          <Hours plan={plan} x={scale.x} height={height} />
          <text y={16} className="fill-ink text-14 font-[650]">
            Specimen
          </text>
          <path d={`M0 ${HEAD - 2}H${LABEL - 12}`} className="stroke-ink" />
          {specimens.map(({ id, name, tasks }, index) => (
            <SpecimenRow
              key={id}
              name={name}
              tasks={tasks}
              top={HEAD + index * ROW}
              x={scale.x}
              width={width}
              isSelected={id === selected}
            />
          ))}
          <text y={HEAD + ROW * specimens.length + 17} className="fill-ink text-14 font-[650]">
            Hands and instruments
          </text>
          {all.length > specimens.length && (
            <text x={width} y={HEAD + ROW * specimens.length + 17} textAnchor="end" className="fill-quiet text-12">
              and {all.length - specimens.length} more in the list
            </text>
          )}
          {uses.map(({ name, spans }, index) => {
            const y = HEAD + ROW * specimens.length + HEAD + index * USE_ROW;
            return (
              <g key={name}>
                <text y={y + 14} className="fill-ink text-12">
                  {name}
                </text>
                {spans.map(({ start, end }) => (
                  <rect
                    key={start}
                    x={scale.x(Math.max(-BACK, start))}
                    y={y + 5}
                    width={Math.max(2, scale.x(end) - scale.x(Math.max(-BACK, start)))}
                    height={9}
                    className="fill-quiet"
                  />
                ))}
                <path d={`M0 ${y + USE_ROW}H${width}`} className="stroke-rule" />
              </g>
            );
          })}
          <path d={`M${scale.x(0)} ${HEAD - 12}V${height}`} className="stroke-petrol" strokeWidth="2" />
          <text x={scale.x(0)} y={11} textAnchor="middle" className="fill-petrol text-12 font-[650]">
            now
          </text>
        </svg>
      )}
    </div>
  );
}

function Hours({ plan, x, height }: { readonly plan: DayPlan; readonly x: (minutes: number) => number; readonly height: number }) {
  // A time of day takes so much room.
  const step = HOUR_STEPS.find((one) => x(one) - x(0) > 52) ?? 1440;
  const first = new Date(plan.now);
  const into = (first.getHours() * 60 + first.getMinutes()) % step;
  const moments: number[] = [];
  for (let minutes = step - into - first.getSeconds() / 60; minutes <= plan.minutes; minutes += step) moments.push(minutes);
  return (
    <g>
      {moments.map((minutes) => (
        <g key={minutes}>
          <path d={`M${x(minutes)} ${HEAD - 2}V${height}`} className="stroke-rule" />
          {/* Beside “now” there is no room for another word. */}
          {x(minutes) - x(0) > 36 && (
            <text
              x={x(minutes)}
              y={14}
              textAnchor={x(minutes) > x(plan.minutes) - 20 ? 'end' : 'middle'}
              className="fill-ink font-figures text-12"
            >
              {clockAt(plan.now, minutes)}
            </text>
          )}
        </g>
      ))}
      <path d={`M${LABEL} ${HEAD - 2}H${x(plan.minutes)}`} className="stroke-ink" />
    </g>
  );
}

interface SpecimenRowProps {
  readonly name: string;
  readonly tasks: readonly DayTask[];
  readonly top: number;
  readonly x: (minutes: number) => number;
  readonly width: number;
  readonly isSelected: boolean;
}

function SpecimenRow({ name, tasks, top, x, width, isSelected }: SpecimenRowProps) {
  const [first] = tasks;
  const runs = tasks.filter(({ item }) => !item.attended);
  const blocks = tasks.filter(({ item }) => item.attended);
  const said = first ? sayDue(first.item) : '';
  return (
    <g>
      {isSelected && <rect x={-1} y={top + 5} width={4} height={ROW - 10} className="fill-petrol" />}
      <text x={isSelected ? 8 : 0} y={top + 15} className="fill-ink text-14 font-[650]">
        {name.length > 24 ? `${name.slice(0, 23)}…` : name}
      </text>
      <text x={isSelected ? 8 : 0} y={top + 29} className="fill-quiet text-12">
        {said.length > 30 ? `${said.slice(0, 29)}…` : said}
      </text>
      {runs.map(({ id, item, start, end }) => (
        <RunBar key={id} from={x(Math.max(-BACK, start))} to={Math.min(x(end), width)} top={top + 7} state={item.state} />
      ))}
      {blocks.map(({ id, start, end, window }) => (
        <g key={id}>
          {window && (
            <path
              d={`M${x(Math.max(0, window.earliest))} ${top + 24}v6H${Math.min(width - 1, x(window.latest + (end - start)))}v-6`}
              className="fill-none stroke-petrol"
              strokeWidth="1.5"
            />
          )}
          <rect x={x(start)} y={top + 6} width={Math.max(4, x(end) - x(start))} height={20} className="fill-ink stroke-sheet" />
        </g>
      ))}
      <path d={`M0 ${top + ROW}H${width}`} className="stroke-rule" />
    </g>
  );
}

const EDGES: Readonly<Record<BenchState, string>> = { live: 'url(#hatch)', charged: 'url(#dots)', dead: 'var(--rule)' };

/** What runs by itself: hollow, with the bench state along its upper edge. */
function RunBar({
  from,
  to,
  top,
  state,
}: {
  readonly from: number;
  readonly to: number;
  readonly top: number;
  readonly state: BenchState;
}) {
  const width = Math.max(3, to - from);
  return (
    <g>
      <rect x={from} y={top} width={width} height={18} className="fill-sheet" />
      <rect x={from} y={top} width={width} height={5} fill={EDGES[state]} />
      <rect x={from} y={top} width={width} height={18} className="fill-none stroke-ink" strokeWidth="1.5" />
    </g>
  );
}

function specimensOf({ tasks }: DayPlan): readonly { id: string; name: string; tasks: readonly DayTask[] }[] {
  const found = new Map<string, { id: string; name: string; tasks: DayTask[] }>();
  for (const task of tasks) {
    const known = found.get(task.specimenId) ?? { id: task.specimenId, name: task.name, tasks: [] };
    known.tasks.push(task);
    found.set(task.specimenId, known);
  }
  return [...found.values()];
}

interface Span {
  readonly start: number;
  readonly end: number;
}

function usesOf(plan: DayPlan): readonly { name: string; spans: readonly Span[] }[] {
  const hands = wantsHands(plan).map(({ start, end }) => ({ start, end }));
  const instruments = INSTRUMENT_NAMES.map((name) => ({
    name,
    spans: merged(plan.tasks.filter(({ item }) => item.needs.includes(name)).map(({ start, end }) => ({ start, end }))),
  }));
  return [{ name: 'hands', spans: merged([...hands, ...plan.busy]) }, ...instruments.filter(({ spans }) => spans.length > 0)];
}

function merged(spans: readonly Span[]): readonly Span[] {
  const joined: Span[] = [];
  for (const span of spans.toSorted((a, b) => a.start - b.start)) {
    const last = joined.at(-1);
    if (last && span.start <= last.end) joined[joined.length - 1] = { start: last.start, end: Math.max(last.end, span.end) };
    else joined.push({ start: span.start, end: span.end });
  }
  return joined;
}

function sayDay(plan: DayPlan): string {
  const said = wantsHands(plan).map(({ name, item, start }) => `${clockAt(plan.now, start)} ${name}, ${sayDue(item)}`);
  return `The day from ${clockAt(plan.now, 0)} to ${clockAt(plan.now, plan.minutes)}: ${said.join('; ') || 'nothing planned'}`;
}
