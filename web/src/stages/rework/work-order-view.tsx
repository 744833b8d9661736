import type { EntryOf } from '@mindful-probe/core';
import { formatEngineering, type OrderedStep } from '@mindful-probe/core';
import { PhotoStrip } from '../../shared/photos/photo-strip.tsx';

interface WorkOrderViewProps {
  readonly order: readonly OrderedStep[];
  /** Left out where it is only looked at. */
  readonly ticked?: readonly EntryOf<'tick'>[];
  readonly onTick?: (step: string) => void;
  readonly onUntick?: (entry: string) => void;
}

/** How it is done, step by step, each ticked off with its time, and with pictures of it. */
export function WorkOrderView({ order, ticked = [], onTick, onUntick }: WorkOrderViewProps) {
  return (
    <ol>
      {order.map(({ key, name, text, expect }, index) => {
        const tick = ticked.findLast(({ step }) => step === key);
        return (
          <li
            key={key}
            className="grid grid-cols-[20px_92px_minmax(0,1fr)_auto] items-baseline border-b border-rule py-1.5 max-sm:grid-cols-[minmax(0,1fr)_auto] max-sm:py-3"
          >
            <span className="text-quiet max-sm:hidden">{index + 1}</span>
            <b className="font-[650] max-sm:col-span-1">{name}</b>
            <div className="max-sm:order-last max-sm:col-span-2">
              {text}
              {expect && (
                <span className="mt-1 block">
                  Expect{' '}
                  {expect.map(({ what, unit, value, uncertainty }) => (
                    <span key={unit} className="mr-4 font-figures font-[650]">
                      {formatEngineering(value, unit).text}
                      {uncertainty > 0 && (
                        <span className="font-normal text-quiet"> ±{formatEngineering(2 * uncertainty, unit, 2).text}</span>
                      )}{' '}
                      <span className="font-words font-normal text-quiet">{what}</span>
                    </span>
                  ))}
                </span>
              )}
              {tick && <PhotoStrip stage="rework" of={tick.id} label={`Pictures of ${name}`} />}
            </div>
            {onTick && (
              <label className="flex items-center gap-2 pl-3 text-12 text-quiet">
                <input
                  type="checkbox"
                  className="size-5 max-sm:size-8"
                  checked={tick !== undefined}
                  aria-label={`${name}: ${text}, done`}
                  onChange={() => (tick ? onUntick?.(tick.id) : onTick(key))}
                />
                {tick && new Date(tick.at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })}
              </label>
            )}
          </li>
        );
      })}
    </ol>
  );
}
