import { type Appraisal, LED_BODY_NAMES, LED_COLOUR_NAMES, partsOfKind, type Wanted } from '@mindful-probe/core';
import { type ReactNode, useState } from 'react';
import { type UseFormRegister, useForm } from 'react-hook-form';
import { useSearchParams } from 'react-router';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { figureText, multipleText } from '../../shared/figures/figure.tsx';
import { formFor, formOf, type GoalForm, PRESETS, type Preset, wantedOf } from './goal-form.ts';

interface GoalSentenceProps {
  readonly appraisal: Appraisal;
  readonly goal: Wanted | undefined;
}

/** The goal as a sentence with values to set, and what holds with it. */
export function GoalSentence({ appraisal, goal }: GoalSentenceProps) {
  const { record, analysis } = useOpenSpecimen();
  const warmth = analysis?.now.warmth;
  // A finding on Drive links here with the goal that remedies it.
  const [params, setParams] = useSearchParams();
  const asked = PRESETS.find((preset) => preset === params.get('want'));
  const dead = params.get('dead') ?? '';
  const values = asked ? { ...formFor(asked, appraisal, warmth), dead } : goal ? formOf(goal, appraisal) : formFor('gentler', appraisal);
  const { register, handleSubmit, setError, clearErrors, reset, watch, formState } = useForm<GoalForm>({ values });
  const preset = watch('preset');
  const [more, setMore] = useState(
    () => values.reversible || [values.celsius, values.parts, values.joints, values.cost].some((text) => text !== ''),
  );
  const led = watch('led');
  const set = handleSubmit((form) => {
    const wanted = wantedOf(form, appraisal, warmth);
    if ('field' in wanted) {
      setError(wanted.field, { message: wanted.message }, { shouldFocus: true });
      return;
    }
    record({ kind: 'goal', wanted });
    if (asked) setParams({}, { replace: true });
  });
  const choose = (next: Preset) => {
    clearErrors();
    reset({ ...formFor(next, appraisal, warmth), led }, { keepDefaultValues: true });
  };
  const problem = Object.values(formState.errors).find((error) => error?.message);
  const now = appraisal.stresses.find(({ of, ref }) => of === 'chip-amps' && ref === led);
  const hasCells = partsOfKind(appraisal.circuit, 'battery').length > 0;
  return (
    <form onSubmit={set} className="flex flex-wrap items-baseline gap-x-3 gap-y-2 pb-3">
      <h1 className="sr-only">Rework</h1>
      <select
        aria-label="Goal"
        className="text-22 font-[650]"
        {...register('preset', { onChange: (event) => choose(event.target.value as Preset) })}
      >
        {PRESETS.filter((name) => hasCells || (name !== 'longer on its cells' && name !== 'other cells')).map((name) => (
          <option key={name} value={name}>
            {name.charAt(0).toUpperCase() + name.slice(1)}
          </option>
        ))}
      </select>
      <Aim preset={preset} register={register} appraisal={appraisal} />
      {preset !== 'safe' && (
        <>
          <Limit label="Looks at most, per cent dimmer" before="looks at most" after="% dimmer" field="dimmer" register={register} />
          <Limit label="LED at most, of its rating" before="LED at most" after="× of its rating" field="ledAtMost" register={register} />
        </>
      )}
      <Limit label="No part above, of its rating" before="no part above" after="of its rating" field="partShare" register={register} />
      {hasCells && preset !== 'safe' && <Limit label="Hours at least" before="runs at least" after="h" field="hours" register={register} />}
      {more ? (
        <>
          {warmth && preset !== 'cooler' && (
            <Limit label="What was read warm at most, °C" before="no warmer than" after="°C" field="celsius" register={register} />
          )}
          <Limit label="New parts at most" before="at most" after="new parts," field="parts" register={register} />
          <Limit label="Joints at most" before="" after="joints," field="joints" register={register} />
          <Limit label="Cost of the parts at most" before="for at most" after="of the drawer’s money" field="cost" register={register} />
          <label className="flex items-baseline gap-x-1.5">
            <input type="checkbox" {...register('reversible')} /> only what can be undone
          </label>
        </>
      ) : (
        <button type="button" className="text-petrol underline" onClick={() => setMore(true)}>
          more limits
        </button>
      )}
      <span>from</span>
      <select aria-label="From" className="font-[650]" {...register('from')}>
        <option value="standard">standard values</option>
        <option value="drawer">the drawer alone</option>
      </select>
      <button type="submit" className="action ml-2">
        Find ways
      </button>
      {now && (
        <span className="ml-auto text-quiet">
          now <span className={now.ratio.value > 1 ? 'text-brick' : ''}>{multipleText(now.ratio.value)}</span>,{' '}
          {figureText(appraisal.supplyWatts.value, 'watts')}
        </span>
      )}
      {problem && (
        <p role="alert" className="w-full text-brick">
          {problem.message}
        </p>
      )}
    </form>
  );
}

interface PartProps {
  readonly register: UseFormRegister<GoalForm>;
}

/** What the preset is about. */
function Aim({ preset, register, appraisal }: PartProps & { readonly preset: Preset; readonly appraisal: Appraisal }) {
  const leds = appraisal.stresses.filter(({ of }) => of === 'chip-amps');
  const ledChoice = (
    <select aria-label="LED" className="font-[650]" {...register('led')}>
      {leds.map(({ ref }) => (
        <option key={ref}>{ref}</option>
      ))}
    </select>
  );
  switch (preset) {
    case 'gentler':
      return (
        <Words>
          a chip of {ledChoice} at <Value label="Wanted current" field="value" register={register} />
        </Words>
      );
    case 'half the power':
      return (
        <Words>
          <Value label="Wanted power" field="value" register={register} /> at the supply
        </Words>
      );
    case 'cooler':
      return (
        <Words>
          what was read warm at most <Value label="Wanted temperature" field="value" register={register} />
        </Words>
      );
    case 'other cells':
      return <Words>in the same holder, or wired otherwise</Words>;
    case 'most light':
      return <Words>from {ledChoice}, as far as the limits let it</Words>;
    case 'longer on its cells':
      return <Words>as much light from {ledChoice} as the hours let it</Words>;
    case 'another supply':
      return (
        <Words>
          <Value label="New supply" field="supply" register={register} width="w-[150px]" /> in place of its own, {ledChoice} as before
        </Words>
      );
    case 'a dead part mended':
      return (
        <Words>
          <Value label="Dead parts" field="dead" register={register} /> linked out, taken out or replaced, {ledChoice} as before
        </Words>
      );
    case 'another LED':
      return (
        <Words>
          <select aria-label="Colour" className="font-[650]" {...register('colour')}>
            {LED_COLOUR_NAMES.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
          <select aria-label="Body" className="font-[650]" {...register('body')}>
            <option value="">any body</option>
            {LED_BODY_NAMES.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>{' '}
          for {ledChoice}, a chip at <Value label="Wanted current" field="value" register={register} />
        </Words>
      );
    case 'safe':
      return <Words>what is unsafe mended, as far as soldering does</Words>;
  }
}

function Words({ children }: { readonly children: ReactNode }) {
  return <span className="flex flex-wrap items-baseline gap-x-1.5">{children}</span>;
}

interface ValueProps extends PartProps {
  readonly label: string;
  readonly field: keyof GoalForm;
  readonly width?: string;
}

function Value({ label, field, register, width = 'w-[76px]' }: ValueProps) {
  return (
    <input
      aria-label={label}
      className={`${width} border-0 border-b-2 border-ink bg-transparent px-1 font-figures text-17 font-[650]`}
      autoComplete="off"
      {...register(field)}
    />
  );
}

function Limit({ label, before, after, field, register }: ValueProps & { readonly before: string; readonly after: string }) {
  return (
    <span className="flex items-baseline gap-x-1.5">
      {before}
      <Value label={label} field={field} register={register} width="w-[46px]" />
      {after}
    </span>
  );
}
