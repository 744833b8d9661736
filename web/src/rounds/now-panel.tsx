import { type DayPlan, type DayTask, sayDue, sayLeft } from '@mindful-probe/core';
import { LevelMark } from '../shared/kit/level-mark.tsx';
import { clockAt, countdown } from '../shared/rounds/clock.ts';
import { startableNow, wantsHands } from '../shared/rounds/next-due.ts';

/** What is shown behind the one due now. */
const NEXT_SHOWN = 6;

interface NowPanelProps {
  readonly plan: DayPlan;
  /** ms */
  readonly now: number;
  readonly onTake: (task: DayTask) => void;
  readonly onLater: (task: DayTask) => void;
  readonly onLeaveOut: (task: DayTask) => void;
  readonly onOpen: (specimenId: string) => void;
}

/** The one thing due now, large; what comes then; what does not fit. */
export function NowPanel({ plan, now, onTake, onLater, onLeaveOut, onOpen }: NowPanelProps) {
  const passed = (now - Date.parse(plan.now)) / 60_000;
  const [first, ...then] = wantsHands(plan);
  const runs = startableNow(plan);
  return (
    <div>
      {first ? (
        <section aria-label="Due now">
          <DueNow task={first} plan={plan} passed={passed} />
          <p className="flex flex-wrap gap-x-4 gap-y-1 pt-3 text-12">
            <button type="button" className="whitespace-nowrap" onClick={() => onTake(first)}>
              <kbd className="key-hint">Enter</kbd> take it
            </button>
            <button type="button" className="whitespace-nowrap" onClick={() => onLater(first)}>
              <kbd className="key-hint">l</kbd> later
            </button>
            <button type="button" className="whitespace-nowrap" onClick={() => onLeaveOut(first)}>
              <kbd className="key-hint">x</kbd> leave out
            </button>
            <button type="button" className="whitespace-nowrap" onClick={() => onOpen(first.specimenId)}>
              <kbd className="key-hint">v</kbd> open
            </button>
          </p>
        </section>
      ) : (
        <p className="py-3 text-quiet">Nothing wants hands until {clockAt(plan.now, plan.minutes)}.</p>
      )}
      {runs.map((task) => (
        <p key={task.id} className="mt-3 border-l-4 border-petrol py-1 pl-3">
          Put on first: <b>{task.name}</b>, {sayDue(task.item)}. It runs by itself for {Math.round(task.end - task.start)} min.
        </p>
      ))}
      {then.length > 0 && (
        <section className="pt-5">
          <h2 className="flex border-b border-ink">
            <span className="flex-1">Then</span> <span className="text-12 font-normal text-quiet">min</span>
          </h2>
          <ol>
            {then.slice(0, NEXT_SHOWN).map((task) => (
              <li key={task.id} className="grid grid-cols-[48px_minmax(0,1fr)_auto] border-b border-rule py-1">
                <span className="font-figures text-12 leading-[19px] text-quiet">{clockAt(plan.now, task.start)}</span>
                <span className="min-w-0">
                  <button type="button" className="block max-w-full truncate text-left font-[650]" onClick={() => onTake(task)}>
                    {task.name}
                  </button>
                  <span className="block text-12 text-quiet">{sayDue(task.item)}</span>
                </span>
                <span className="font-figures font-[650]">{Math.round(task.end - task.start)}</span>
              </li>
            ))}
          </ol>
          {then.length > NEXT_SHOWN && (
            <p className="pt-1 text-12 text-quiet">
              and {then.length - NEXT_SHOWN} more until {clockAt(plan.now, then.at(-1)?.end ?? 0)}
            </p>
          )}
        </section>
      )}
      {plan.left.length > 0 && (
        <section className="pt-4">
          <h2 className="border-b border-ink">Does not fit today</h2>
          <ul>
            {plan.left.map((one) => (
              <li key={one.id} className="grid grid-cols-[22px_minmax(0,1fr)] border-b border-rule py-1">
                <span className="pt-0.5">
                  <LevelMark level={one.because === 'window missed' ? 'over' : 'caution'} />
                </span>
                <span>
                  {one.name}: {sayDue(one.item)}
                  <span className="block text-12 text-quiet">{sayLeft(one)}</span>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {plan.putOff.length > 0 && <p className="pt-3 text-12 text-quiet">{plan.putOff.length} put off until another day</p>}
    </div>
  );
}

function DueNow({ task, plan, passed }: { readonly task: DayTask; readonly plan: DayPlan; readonly passed: number }) {
  const { item, start, end, window } = task;
  const left = start - passed;
  const isNow = left <= 0.02;
  const big = isNow && window ? window.latest - passed : left;
  return (
    <>
      <p className="text-12 text-quiet">{isNow ? 'now' : 'next'}</p>
      <p className="text-24 leading-7 font-[650] text-petrol">{task.name}</p>
      <p className="text-17">{sayDue(item)}</p>
      <p className="flex items-end gap-3 pt-2">
        <b className="font-figures text-40 font-[650] text-petrol" data-countdown>
          {isNow && !window ? 'now' : countdown(big)}
        </b>
        <span className="pb-1 text-14">
          {isNow ? (
            window && (
              <>
                left, until <b>{clockAt(plan.now, window.latest)}</b>
              </>
            )
          ) : (
            <>
              at {clockAt(plan.now, start)}
              {window && (
                <>
                  , at the latest <b>{clockAt(plan.now, window.latest)}</b>
                </>
              )}
            </>
          )}
        </span>
      </p>
      <p className="pt-1 text-12 text-quiet">{[...item.needs, `${Math.round(end - start)} min`, item.state].join(', ')}</p>
    </>
  );
}
