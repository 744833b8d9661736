import { type DeadCheck, sayCheck, type TakenRework } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure } from '../../shared/figures/figure.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';

interface ChecksPanelProps {
  readonly checks: readonly DeadCheck[];
  readonly rework: TakenRework;
}

const LEVELS = { 'as expected': 'within', wrong: 'over', open: 'none' } as const;

/** What is checked dead before anything gets power: read on the bench line, or seen and ticked. */
export function ChecksPanel({ checks, rework }: ChecksPanelProps) {
  const { record, suggest } = useOpenSpecimen();
  return (
    <section className="max-w-[900px] pt-4" aria-label="Before power">
      <h2 className="border-b border-ink">Before power, dead</h2>
      <ol>
        {checks.map((check) => {
          const { what, expect } = sayCheck(check);
          const { key, line, read, outcome } = check;
          return (
            <li
              key={key}
              className="grid grid-cols-[24px_minmax(0,1fr)_minmax(0,220px)_140px] items-center gap-x-2 border-b border-rule py-1.5 max-sm:grid-cols-[24px_minmax(0,1fr)]"
              data-check={check.code}
            >
              <LevelMark level={LEVELS[outcome]} />
              {line === undefined ? (
                <span>{what}</span>
              ) : (
                <button type="button" className="text-left underline decoration-1 underline-offset-2" onClick={() => suggest(line)}>
                  {what}
                </button>
              )}
              <span className="text-quiet max-sm:col-start-2">{expect}</span>
              <span className="max-sm:col-start-2">
                {line === undefined ? (
                  <label className="flex items-center gap-2">
                    <input
                      type="checkbox"
                      className="size-5"
                      checked={outcome === 'as expected'}
                      aria-label={`${what}: ${expect}, seen`}
                      onChange={() => {
                        const tick = rework.ticked.findLast(({ step }) => step === key);
                        record(tick ? { kind: 'strike', entry: tick.id } : { kind: 'tick', rework: rework.id, step: key });
                      }}
                    />
                    seen
                  </label>
                ) : read ? (
                  <Figure value={read} unit="ohms" className={outcome === 'wrong' ? 'font-[650] text-brick' : 'font-[650]'} />
                ) : (
                  <span className="text-quiet">to be read</span>
                )}
              </span>
            </li>
          );
        })}
      </ol>
      {checks.some(({ outcome }) => outcome === 'wrong') && (
        <p role="alert" className="mt-2 border-l-4 border-brick py-1 pl-3">
          Not as expected: it stays without power until this is read right. Look for a bridge of solder, a wrong part, or a part the wrong
          way round.
        </p>
      )}
    </section>
  );
}
