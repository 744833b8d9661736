import { type DayPlan, INSTRUMENT_NAMES } from '@mindful-probe/core';
import { Popover } from '../shared/kit/popover.tsx';
import { clockAt, nextMoment } from '../shared/rounds/clock.ts';
import { countOf, setDay, useDaySetting } from '../shared/rounds/day-settings.ts';
import { wantsHands } from '../shared/rounds/next-due.ts';

/** The day in a sentence, its values to be changed in place. */
export function DaySentence({ plan }: { readonly plan: DayPlan }) {
  const setting = useDaySetting();
  const until = clockAt(plan.now, plan.minutes);
  const minutes = wantsHands(plan).reduce((sum, { start, end }) => sum + end - Math.max(0, start), 0);
  const atHand = INSTRUMENT_NAMES.filter((name) => countOf(setting, name) > 0);
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 text-17">
      <h1>Rounds</h1>
      <span>
        <b className="font-figures">{clockAt(plan.now, 0)}</b> to{' '}
        <input
          key={until}
          defaultValue={until}
          aria-label="Until"
          inputMode="numeric"
          maxLength={5}
          className="w-[6ch] font-figures font-[650]"
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          onBlur={(event) => {
            const moment = nextMoment(event.target.value, Date.now());
            // What is no time of day goes back to what it was.
            if (moment === undefined) event.target.value = until;
            else if (event.target.value !== until) setDay({ until: moment });
          }}
        />
        ,
      </span>
      <label>
        <input
          type="number"
          min={1}
          max={9}
          value={setting.hands}
          onChange={(event) => {
            const hands = event.target.valueAsNumber;
            if (Number.isInteger(hands) && hands >= 1 && hands <= 9) setDay({ hands });
          }}
          className="w-[3ch] font-figures font-[650]"
          aria-label="Pairs of hands"
        />{' '}
        {setting.hands === 1 ? 'pair of hands' : 'pairs of hands'}:
      </label>
      <span>
        <b className="font-figures">{Math.round(minutes)} min</b> at the bench with
      </span>
      <Popover
        label="Instruments at hand"
        trigger={
          <span className="underline decoration-1 underline-offset-4">
            {atHand.map((name) => (countOf(setting, name) > 1 ? `${countOf(setting, name)} × ${name}` : name)).join(', ') ||
              'no instrument'}
          </span>
        }
      >
        <ul>
          {INSTRUMENT_NAMES.map((name) => (
            <li key={name}>
              <label className="flex items-center gap-3 py-1">
                <input
                  type="number"
                  min={0}
                  max={20}
                  value={countOf(setting, name)}
                  onChange={(event) => {
                    const count = event.target.valueAsNumber;
                    if (Number.isInteger(count) && count >= 0 && count <= 20)
                      setDay({ instruments: { ...setting.instruments, [name]: count } });
                  }}
                  className="w-[5ch] font-figures"
                />
                {name}
              </label>
            </li>
          ))}
        </ul>
      </Popover>
    </div>
  );
}
