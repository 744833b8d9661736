import { CLAIM_SOURCES, type ClaimSource, claimFrom } from '@mindful-probe/core';
import { useForm } from 'react-hook-form';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';

interface ClaimFields {
  readonly figure: string;
  readonly source: ClaimSource;
}

/** A claim and who says it; the kind follows from its unit, or from the word before it. */
export function ClaimForm() {
  const { record } = useOpenSpecimen();
  const { register, handleSubmit, setValue, setFocus, formState, watch, setError } = useForm<ClaimFields>({
    defaultValues: { figure: '', source: 'listing' },
  });
  const figure = watch('figure');
  const outcome = figure.trim() === '' ? undefined : claimFrom(figure, watch('source'));
  const add = handleSubmit(({ figure: text, source }) => {
    const claim = claimFrom(text, source);
    if (claim.kind !== 'entry') {
      setError('figure', { message: claim.kind === 'unread' ? claim.message : 'A figure with a unit.' });
      return;
    }
    record(claim.draft);
    setValue('figure', '');
    setFocus('figure');
  });
  return (
    <form onSubmit={add} className="flex flex-wrap items-end gap-4">
      <label>
        <span className="block text-12 text-quiet">What it says</span>
        <input
          className="w-[220px] font-figures text-17"
          placeholder="180 lm · cri 80"
          autoComplete="off"
          aria-describedby="claim-meaning"
          {...register('figure')}
        />
      </label>
      <label>
        <span className="block text-12 text-quiet">Said by</span>
        <select className="h-[31px] text-17" {...register('source')}>
          {CLAIM_SOURCES.map((source) => (
            <option key={source}>{source}</option>
          ))}
        </select>
      </label>
      <button type="submit" className="action">
        Add claim
      </button>
      <p id="claim-meaning" role="status" className={`self-center ${formState.errors.figure ? 'text-brick' : 'text-quiet'}`}>
        {formState.errors.figure?.message ?? (outcome?.kind === 'entry' ? outcome.meaning : '')}
      </p>
    </form>
  );
}
