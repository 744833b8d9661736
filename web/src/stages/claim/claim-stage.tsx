import {
  CLAIM_FIELDS,
  CLAIM_LABELS,
  CLAIM_SOURCES,
  CLAIM_TEXT_FIELDS,
  CLAIM_TEXT_LABELS,
  type ClaimDoubt,
  type ClaimSource,
  doubtsOf,
  type Mains,
  type Specimen,
  sayClaim,
} from '@mindful-probe/core';
import { setMains, useMains } from '../../shared/data/mains-setting.ts';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { PhotoStrip } from '../../shared/photos/photo-strip.tsx';
import { ClaimForm } from './claim-form.tsx';
import { ListingDialog } from './listing-dialog.tsx';

/** What body, box and listing say, in columns, and what of it cannot be. */
export function ClaimStage() {
  const { specimen } = useOpenSpecimen();
  const mains = useMains();
  const doubts = doubtsOf(specimen, mains);
  const count = specimen.claims.length + specimen.claimTexts.length;
  return (
    <>
      <StageHeader
        title="Claim"
        fact={
          count === 0
            ? undefined
            : `${count === 1 ? '1 claim' : `${count} claims`}, ${doubts.filter(({ severity }) => severity !== 'question').length} doubtful`
        }
      >
        <MainsChoice mains={mains} />
        <ListingDialog />
      </StageHeader>
      <ClaimForm />
      <PhotoStrip stage="claim" label="Pictures of body, box and listing" />
      {doubts.length > 0 && (
        <section className="mt-2 max-w-[860px]" aria-label="Doubts">
          <h2 className="border-b border-ink">Doubts</h2>
          <ul>
            {doubts.map((doubt) => (
              <DoubtRow key={doubt.code + doubt.claims.join()} doubt={doubt} />
            ))}
          </ul>
        </section>
      )}
      {count === 0 ? (
        <Empty>
          <p>
            What body, box, leaflet or listing promise goes here, each with who says it. Start with the volts: a lamp without them has not
            earned a supply yet.
          </p>
        </Empty>
      ) : (
        <ClaimTable specimen={specimen} doubts={doubts} />
      )}
    </>
  );
}

const MAINS_CHOICES: readonly Mains[] = [
  { volts: 230, hertz: 50 },
  { volts: 120, hertz: 60 },
  { volts: 100, hertz: 50 },
  { volts: 100, hertz: 60 },
  { volts: 230, hertz: 60 },
];

function MainsChoice({ mains }: { readonly mains: Mains }) {
  return (
    <label className="flex items-center gap-2 text-quiet">
      Mains here
      <select
        className="font-figures text-ink"
        value={`${mains.volts} ${mains.hertz}`}
        onChange={(event) => setMains(MAINS_CHOICES.find(({ volts, hertz }) => `${volts} ${hertz}` === event.target.value) ?? mains)}
      >
        {MAINS_CHOICES.map(({ volts, hertz }) => (
          <option key={`${volts} ${hertz}`} value={`${volts} ${hertz}`}>
            {volts} V, {hertz} Hz
          </option>
        ))}
      </select>
    </label>
  );
}

interface Said {
  readonly id: string;
  readonly source: ClaimSource;
  readonly words: string;
  readonly isFigure: boolean;
}

/** One row a thing claimed, one column a source: what differs stands in one row. */
function ClaimTable({ specimen, doubts }: { readonly specimen: Specimen; readonly doubts: readonly ClaimDoubt[] }) {
  const marked = (severity: ClaimDoubt['severity'][]) =>
    new Set(doubts.filter((doubt) => severity.includes(doubt.severity)).flatMap(({ claims }) => claims));
  const [impossible, doubtful] = [marked(['impossible', 'unsafe']), marked(['caution'])];
  const rows = [
    ...CLAIM_FIELDS.map((field) => ({
      label: CLAIM_LABELS[field],
      said: specimen.claims
        .filter((claim) => claim.field === field)
        .map((claim): Said => ({ id: claim.id, source: claim.source, words: sayClaim(claim), isFigure: true })),
    })),
    ...CLAIM_TEXT_FIELDS.map((field) => ({
      label: CLAIM_TEXT_LABELS[field],
      said: specimen.claimTexts
        .filter((claim) => claim.field === field)
        .map(({ id, source, text }): Said => ({ id, source, words: text.length > 90 ? `${text.slice(0, 90)}…` : text, isFigure: false })),
    })),
  ].filter(({ said }) => said.length > 0);
  const sources = CLAIM_SOURCES.filter((source) => rows.some(({ said }) => said.some((claim) => claim.source === source)));
  return (
    <table className="mt-4 w-full max-w-[860px] border-collapse">
      <caption className="sr-only">Claims by who says them</caption>
      <thead>
        <tr className="border-b border-ink">
          <th scope="col" className="py-1">
            What
          </th>
          {sources.map((source) => (
            <th key={source} scope="col" className="pl-4">
              {source}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ label, said }) => (
          <tr key={label} className="border-b border-rule align-baseline">
            <th scope="row" className="py-2 font-[400]">
              {label}
            </th>
            {sources.map((source) => (
              <td key={source} className="pl-4">
                {said
                  .filter((claim) => claim.source === source)
                  .map((claim) => (
                    <span
                      key={claim.id}
                      className={`mr-3 inline-flex items-center gap-2 ${claim.isFigure ? 'font-figures text-17' : ''} ${impossible.has(claim.id) ? 'font-[650] text-brick' : ''}`}
                    >
                      {claim.words}
                      {impossible.has(claim.id) ? <LevelMark level="over" /> : doubtful.has(claim.id) && <LevelMark level="caution" />}
                      <PhotoStrip stage="claim" of={claim.id} label={`Picture of ${label.toLowerCase()}, ${claim.source}`} />
                    </span>
                  ))}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function DoubtRow({ doubt: { text, severity } }: { readonly doubt: ClaimDoubt }) {
  const isOver = severity === 'impossible' || severity === 'unsafe';
  return (
    <li className="flex items-start gap-2.5 border-b border-rule py-2">
      <span className="pt-0.5">
        {severity === 'question' ? (
          <span className="grid h-4 w-4 place-items-center font-figures text-14 font-[650] text-petrol">?</span>
        ) : (
          <LevelMark level={isOver ? 'over' : 'caution'} />
        )}
      </span>
      <span className={isOver ? 'text-brick' : ''}>{text}</span>
    </li>
  );
}
