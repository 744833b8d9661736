import { formatEngineering, type PowerStep, type TakenRework } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure } from '../../shared/figures/figure.tsx';
import { OutcomeMark } from './outcome-mark.tsx';

interface PowerPanelProps {
  readonly steps: readonly PowerStep[];
  readonly rework: TakenRework;
  readonly isStopped: boolean;
}

/** First power, step by step, each figure beside what it should be. */
export function PowerPanel({ steps, rework, isStopped }: PowerPanelProps) {
  const { record, suggest } = useOpenSpecimen();
  return (
    <section className="max-w-[900px] pt-5" aria-label="First power">
      <h2 className="border-b border-ink">First power</h2>
      {isStopped && <p className="py-1 text-brick">A check before power is wrong: not yet.</p>}
      <ol>
        {steps.map(({ key, name, text, figures, isTicked }) => (
          <li key={key} className="border-b border-rule py-1.5">
            <div className="grid grid-cols-[100px_minmax(0,1fr)_auto] gap-x-2 max-sm:grid-cols-[minmax(0,1fr)_auto]">
              <b className="font-[650]">{name}</b>
              <span className="max-sm:order-last max-sm:col-span-2">{text}</span>
              <label className="flex items-center gap-2 text-12 text-quiet">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={isTicked}
                  disabled={isStopped && !isTicked}
                  aria-label={`${name}: ${text}, done`}
                  onChange={() => {
                    const tick = rework.ticked.findLast(({ step }) => step === key);
                    record(tick ? { kind: 'strike', entry: tick.id } : { kind: 'tick', rework: rework.id, step: key });
                  }}
                />
                done
              </label>
            </div>
            <ul className="flex flex-wrap gap-x-8 pt-1 sm:pl-[108px]">
              {figures.map(({ what, unit, value, uncertainty, read, outcome }) => (
                <li key={unit} className="flex items-center gap-2">
                  <button
                    type="button"
                    className="underline decoration-1 underline-offset-2"
                    onClick={() => suggest(what === 'lamp' ? 'lamp ' : 'in ')}
                  >
                    {what === 'lamp' ? 'over the lamp' : unit}
                  </button>
                  <span className="font-figures">
                    {formatEngineering(value, unit).text}
                    {uncertainty > 0 && <span className="text-12 text-quiet"> ±{formatEngineering(2 * uncertainty, unit, 2).text}</span>}
                  </span>
                  {read && <Figure value={read} unit={unit} className="font-[650]" />}
                  <OutcomeMark outcome={outcome} />
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </section>
  );
}
