import {
  CLAIM_LABELS,
  CLAIM_SOURCES,
  type ClaimDoubt,
  type ClaimSource,
  claimFigures,
  claimFrom,
  doubtClaims,
  formatEngineering,
} from '@mindful-probe/core';
import { useForm } from 'react-hook-form';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';

/** What body, box and listing say, and what of it cannot be. */
export function ClaimStage() {
  const { specimen } = useOpenSpecimen();
  const doubts = doubtClaims(claimFigures(specimen));
  const impossible = new Set(doubts.filter(({ severity }) => severity === 'impossible').flatMap(({ claims }) => claims));
  return (
    <>
      <StageHeader
        title="Claim"
        fact={specimen.claims.length === 0 ? undefined : `${specimen.claims.length} claims, ${doubts.length} doubtful`}
      />
      <ClaimForm />
      {specimen.claims.length === 0 ? (
        <Empty>
          <p>
            What body, box, leaflet or listing promise goes here, each with who says it. Start with the volts: a lamp without them has not
            earned a supply yet.
          </p>
        </Empty>
      ) : (
        <table className="mt-6 w-full max-w-[640px] border-collapse">
          <caption className="sr-only">Claims</caption>
          <thead>
            <tr className="border-b border-ink">
              <th scope="col" className="py-1">
                What
              </th>
              <th scope="col" className="pr-6 text-right">
                Figure
              </th>
              <th scope="col">Said by</th>
              <th scope="col">
                <span className="sr-only">Judged</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {specimen.claims.map(({ id, field, value, source }) => (
              <tr key={id} className="border-b border-rule">
                <td className="py-2">{CLAIM_LABELS[field]}</td>
                <td className={`pr-6 text-right font-figures text-17 ${impossible.has(id) ? 'font-[650] text-brick' : ''}`}>
                  {formatEngineering(value, field).text}
                </td>
                <td>{source}</td>
                <td>{impossible.has(id) && <LevelMark level="over" />}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {doubts.length > 0 && (
        <section className="mt-6 max-w-[760px]" aria-label="Doubts">
          <h2 className="border-b border-ink">Doubts</h2>
          <ul>
            {doubts.map((doubt) => (
              <DoubtRow key={doubt.code + doubt.claims.join()} doubt={doubt} />
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function DoubtRow({ doubt: { text, severity } }: { readonly doubt: ClaimDoubt }) {
  return (
    <li className="flex items-start gap-2.5 border-b border-rule py-2">
      <span className="pt-0.5">
        <LevelMark level={severity === 'impossible' ? 'over' : 'caution'} />
      </span>
      <span className={severity === 'impossible' ? 'text-brick' : ''}>{text}</span>
    </li>
  );
}

interface ClaimFields {
  readonly figure: string;
  readonly source: ClaimSource;
}

/** A figure with its unit and who says it; the kind of claim follows from the unit. */
function ClaimForm() {
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
        <span className="block text-12 text-quiet">Figure with its unit</span>
        <input
          className="w-[160px] font-figures text-17"
          placeholder="180 lm"
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
