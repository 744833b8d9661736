import { formatSignificant, type RunningSoak } from '@mindful-probe/core';
import { Area, ComposedChart, Line, ReferenceLine, Scatter, XAxis, YAxis } from 'recharts';
import { FigureBar } from '../kit/figure-bar.tsx';
import { clockAt } from './clock.ts';

const AXIS = { stroke: 'var(--ink)', tick: { fill: 'var(--ink)', fontSize: 12, fontFamily: 'var(--font-figures)' } };

interface SoakViewProps {
  readonly soak: RunningSoak;
  /** ISO 8601. */
  readonly now: string;
}

/** A soak as it goes: readings, where they lead, the limit, and when to read next. */
export function SoakView({ soak, now }: SoakViewProps) {
  const started = soak.item.startedAt ?? now;
  return (
    <div className="flex flex-wrap items-start gap-x-6 gap-y-2" data-soak>
      <SoakChart soak={soak} started={started} />
      <SoakWords soak={soak} started={started} now={now} />
    </div>
  );
}

function SoakChart({ soak: { item, band, times, name }, started }: { readonly soak: RunningSoak; readonly started: string }) {
  const points = item.soak?.points ?? [];
  const limit = item.soak?.limitCelsius;
  const rows = band.map(({ seconds, low, middle, high }) => ({ minutes: seconds / 60, band: [low, high], middle }));
  const next = times?.seconds.map((seconds) => ({ minutes: seconds / 60, next: middleAt(rows, seconds / 60) })) ?? [];
  const read = points.map(({ seconds, celsius }) => ({ minutes: seconds / 60, read: celsius }));
  const highest = Math.max(...read.map((one) => one.read), limit ?? 0, ...rows.map(({ middle }) => middle), 30);
  const lowest = Math.min(...read.map((one) => one.read), 20);
  return (
    <div
      role="img"
      aria-label={`${name}: ${read.map((one) => `${one.read} °C after ${Math.round(one.minutes)} min`).join(', ') || 'no reading yet'}`}
    >
      <div inert>
        <ComposedChart width={400} height={160} margin={{ top: 8, right: 24, bottom: 4, left: 0 }} accessibilityLayer={false}>
          <XAxis
            {...AXIS}
            dataKey="minutes"
            type="number"
            domain={[0, item.minutes]}
            tickFormatter={(minutes: number) => clockAt(started, minutes)}
            allowDuplicatedCategory={false}
          />
          <YAxis
            {...AXIS}
            width={44}
            domain={[Math.floor(lowest / 10) * 10, Math.ceil((highest + 2) / 10) * 10]}
            allowDataOverflow
            unit="°"
          />
          <Area data={rows} dataKey="band" stroke="none" fill="var(--rule)" isAnimationActive={false} />
          <Line data={rows} dataKey="middle" stroke="var(--ink)" strokeWidth={1.5} dot={false} isAnimationActive={false} />
          {limit !== undefined && (
            <ReferenceLine
              y={limit}
              stroke="var(--brick)"
              strokeWidth={1.5}
              label={{ value: `limit ${limit} °C`, position: 'insideBottomLeft', fill: 'var(--brick)', fontSize: 12 }}
            />
          )}
          <Scatter data={read} dataKey="read" fill="var(--ink)" isAnimationActive={false} />
          <Scatter data={next} dataKey="next" fill="var(--sheet)" stroke="var(--petrol)" strokeWidth={2} isAnimationActive={false} />
        </ComposedChart>
      </div>
    </div>
  );
}

function middleAt(rows: readonly { readonly minutes: number; readonly middle: number }[], minutes: number): number | undefined {
  return rows.find((row) => row.minutes >= minutes)?.middle;
}

function sayCount(count: number): string {
  return count === 0 ? 'no reading yet' : count === 1 ? 'one reading' : `${count} readings`;
}

function SoakWords({ soak, started, now }: { readonly soak: RunningSoak; readonly started: string; readonly now: string }) {
  const { item, fit, times, outlook } = soak;
  const elapsed = (Date.parse(now) - Date.parse(started)) / 60_000;
  const last = item.soak?.points.at(-1);
  const isOver = outlook?.level === 'over' || outlook?.level === 'will pass';
  const level = isOver ? 'over' : outlook?.level === 'may pass' ? 'caution' : fit?.outcome === 'fitted' ? 'within' : 'none';
  return (
    <div className="min-w-[260px] flex-1">
      <FigureBar level={level}>
        {fit?.outcome === 'fitted' ? (
          <>
            <b className="font-figures text-24 font-[650]">{formatSignificant(fit.final.value, 3)}</b>{' '}
            <span className="font-figures text-12">±{formatSignificant(2 * fit.final.uncertainty, 2)} °C</span>{' '}
            <span className="text-12 text-quiet">
              end temperature{last && `; read ${last.celsius} °C after ${Math.round(last.seconds / 60)} min`}
            </span>
          </>
        ) : fit ? (
          <>
            <b className="font-[650]">Too early to say.</b>{' '}
            <span className="text-quiet">
              The end lies between {Math.round(fit.low)} and {Math.round(fit.high)} °C.
            </span>
          </>
        ) : (
          <span className="text-quiet">{sayCount(item.soak?.points.length ?? 0)}; four tell where it goes.</span>
        )}
      </FigureBar>
      <ul>
        {isOver && (
          <li className="border-b border-rule py-1 font-[650] text-brick" role="alert">
            {outlook.level === 'over'
              ? 'It is over its limit: switch it off.'
              : `It will pass its limit${outlook.passesSeconds === undefined ? '' : ` at about ${clockAt(started, outlook.passesSeconds / 60)}`}: switch it off.`}
          </li>
        )}
        {outlook?.level === 'may pass' && (
          <li className="border-b border-rule py-1 text-ochre">
            It may pass its limit: {Math.round(100 * outlook.probability)} %
            {outlook.soonestSeconds === undefined ? '' : `, at the soonest ${clockAt(started, outlook.soonestSeconds / 60)}`}.
          </li>
        )}
        {fit?.outcome === 'fitted' && (
          <li className="border-b border-rule py-1">
            {fit.steadySeconds / 60 <= elapsed ? (
              'steady, within 1 K of its end'
            ) : (
              <>
                steady in <b>{Math.max(1, Math.round(fit.steadySeconds / 60 - elapsed))} min</b>, at{' '}
                {clockAt(started, fit.steadySeconds / 60)}
              </>
            )}
            <span className="text-12 text-quiet">
              {' '}
              {fit.exponentials === 1 ? 'one exponential' : 'two exponentials'}, {Math.max(1, Math.round(fit.constantSeconds.value / 60))}{' '}
              min
            </span>
          </li>
        )}
        {times && (
          <li className="border-b border-rule py-1">
            the next reading teaches most at <b className="text-petrol">{clockAt(started, (times.seconds[0] ?? 0) / 60)}</b>{' '}
            <span className="font-figures text-12 text-petrol">
              ±{formatSignificant(times.now, 2)} → ±{formatSignificant(times.afterNext, 2)} K
            </span>
          </li>
        )}
      </ul>
    </div>
  );
}
