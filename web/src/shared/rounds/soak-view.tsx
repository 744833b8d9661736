import { formatSignificant, type RunningSoak } from '@mindful-probe/core';
import { lazy } from 'react';
import { ChartInView } from '../figures/chart-in-view.tsx';
import { FigureBar } from '../kit/figure-bar.tsx';
import { clockAt } from './clock.ts';

const SoakChart = lazy(async () => ({ default: (await import('./soak-chart.tsx')).SoakChart }));

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
      <ChartInView label={`${soak.name}: ${sayPoints(soak)}`} width={400} height={160}>
        <SoakChart soak={soak} started={started} />
      </ChartInView>
      <SoakWords soak={soak} started={started} now={now} />
    </div>
  );
}

function sayPoints({ item }: RunningSoak): string {
  return (
    item.soak?.points.map(({ seconds, celsius }) => `${celsius} °C after ${Math.round(seconds / 60)} min`).join(', ') || 'no reading yet'
  );
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
