import { type Appraisal, parseQuantity, type ReworkGoal } from '@mindful-probe/core';
import { useForm } from 'react-hook-form';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { figureText, multipleText } from '../../shared/figures/figure.tsx';

interface GoalSentenceProps {
  readonly appraisal: Appraisal;
  readonly goal: ReworkGoal | undefined;
  readonly fallbackRef: string;
}

/** The goal as a sentence with two values to set. */
export function GoalSentence({ appraisal, goal, fallbackRef }: GoalSentenceProps) {
  const { record } = useOpenSpecimen();
  const leds = appraisal.stresses.filter(({ of }) => of === 'chip-amps');
  const { register, handleSubmit, setError, formState } = useForm<{ led: string; amps: string }>({
    values: { led: goal?.ledRef ?? fallbackRef, amps: goal ? figureText(goal.chipAmps, 'amps').replace(/\s/g, ' ') : '' },
  });
  const set = handleSubmit(({ led, amps }) => {
    const parsed = parseQuantity(amps);
    if (!parsed || (parsed.unit !== undefined && parsed.unit !== 'amps') || !(parsed.value > 0)) {
      setError('amps', { message: `“${amps}” is not a current, as 20 mA.` });
      return;
    }
    // A bare number is milliamps: nobody drives a chip with 20 A.
    record({ kind: 'goal', ref: led, chipAmps: parsed.unit === undefined && parsed.value >= 1 ? parsed.value / 1000 : parsed.value });
  });
  const now = leds.find(({ ref }) => ref === (goal?.ledRef ?? fallbackRef));
  return (
    <form onSubmit={set} className="flex flex-wrap items-baseline gap-x-2 gap-y-2 pb-3">
      <h1 className="pr-2">Rework</h1>
      <span className="text-17">a chip of</span>
      <select aria-label="LED" className="text-17 font-[650]" {...register('led')}>
        {leds.map(({ ref }) => (
          <option key={ref}>{ref}</option>
        ))}
      </select>
      <span className="text-17">at</span>
      <input
        aria-label="Wanted current"
        className="w-[90px] font-figures text-17 font-[650]"
        placeholder="20 mA"
        autoComplete="off"
        {...register('amps')}
      />
      <button type="submit" className="action">
        Find ways
      </button>
      {formState.errors.amps && (
        <span role="alert" className="text-brick">
          {formState.errors.amps.message}
        </span>
      )}
      <span className="flex-1" />
      {now && (
        <span className="text-quiet">
          now {multipleText(now.ratio.value)}, {figureText(now.figure, 'amps')}
        </span>
      )}
    </form>
  );
}
