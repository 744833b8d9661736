import { HELD_BY } from '@mindful-probe/core';
import { useForm } from 'react-hook-form';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';

interface StepFields {
  readonly text: string;
  readonly heldBy: '' | (typeof HELD_BY)[number];
  readonly tool: string;
  readonly keeps: string;
  readonly risk: string;
  readonly reversible: boolean;
}

const EMPTY: StepFields = { text: '', heldBy: '', tool: '', keeps: '', risk: '', reversible: true };

/** One step of the way in; only its words are needed. */
export function StepForm() {
  const { record } = useOpenSpecimen();
  const { register, handleSubmit, reset, setFocus } = useForm<StepFields>({ defaultValues: EMPTY });
  const add = handleSubmit(({ text, heldBy, tool, keeps, risk, reversible }) => {
    record({
      kind: 'step',
      text: text.trim(),
      ...(heldBy && { heldBy }),
      ...(tool.trim() && { tool: tool.trim() }),
      ...(keeps.trim() && { keeps: keeps.trim() }),
      ...(risk.trim() && { risk: risk.trim() }),
      reversible,
    });
    reset(EMPTY);
    setFocus('text');
  });
  return (
    <form onSubmit={add} className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <label className="min-w-[240px] flex-1">
        <span className="block text-12 text-quiet">Next step</span>
        <input className="w-full" placeholder="lens ring off" {...register('text', { required: true, maxLength: 2000 })} />
      </label>
      <label>
        <span className="block text-12 text-quiet">Held by</span>
        <select className="h-[27px]" {...register('heldBy')}>
          <option value="">–</option>
          {HELD_BY.map((how) => (
            <option key={how}>{how}</option>
          ))}
        </select>
      </label>
      <label>
        <span className="block text-12 text-quiet">Tool, size, heat, force</span>
        <input className="w-[150px]" placeholder="cross-head PH1" {...register('tool', { maxLength: 120 })} />
      </label>
      <label>
        <span className="block text-12 text-quiet">Comes loose, kept where</span>
        <input className="w-[150px]" placeholder="2 springs, blue lid" {...register('keeps', { maxLength: 200 })} />
      </label>
      <label>
        <span className="block text-12 text-quiet">Risk</span>
        <input className="w-[150px]" placeholder="ribbon tears" {...register('risk', { maxLength: 200 })} />
      </label>
      <label className="flex items-center gap-2 pb-1">
        <input type="checkbox" {...register('reversible')} /> reversible
      </label>
      <button type="submit" className="action">
        Add step
      </button>
    </form>
  );
}
