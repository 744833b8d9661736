import {
  alternatingSource,
  type Diagnosis,
  lineOfResult,
  lineOfTest,
  type Outcome,
  type ProposedTest,
  sayHow,
  sayProbability,
  sayResult,
  sayTest,
} from '@mindful-probe/core';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';
import { type FaultRow, faultRowsOf } from './fault-rows.ts';

const [SHOWN_BESIDE, MOST_OUTCOMES, MOST_SQUARES] = [4, 4, 5];

/** The test that divides the faults best, with what each outcome would leave; and the next ones in a line each. */
export function NextTests({ diagnosis }: { readonly diagnosis: Diagnosis }) {
  const { suggest } = useOpenSpecimen();
  const { next, circuit } = diagnosis;
  const mains = alternatingSource(circuit) !== undefined;
  const [first, ...others] = next;
  const rows = faultRowsOf(diagnosis).slice(0, MOST_SQUARES);
  if (!first) return <p className="text-quiet">No test is left that would tell more.</p>;
  return (
    <section aria-label="Next test" className="max-lg:order-first">
      <h2 className="flex items-baseline justify-between border-b border-ink">
        Next test, safest first <span className="text-12 font-normal text-quiet">settles</span>
      </h2>
      <div className="mt-1 border-l-4 border-petrol pl-3">
        <p className="flex items-baseline justify-between gap-3">
          <button
            type="button"
            className="text-left font-figures text-17 font-[650] text-petrol underline decoration-1 underline-offset-4"
            onClick={() => suggest(lineOfTest(first.test))}
          >
            {sayTest(circuit, first.test)}
          </button>
          <span className="font-figures whitespace-nowrap text-petrol">{bits(first)}</span>
        </p>
        <p>{sayHow(circuit, first, mains)}</p>
        <RiskWords test={first} />
        <ul className="mt-1">
          {mainOutcomes(first).map((outcome) => (
            <OutcomeRow key={sayResult(first, outcome.result)} test={first} outcome={outcome} rows={rows} />
          ))}
        </ul>
      </div>
      <ol>
        {others.slice(0, SHOWN_BESIDE).map((test) => (
          <li key={`${sayTest(circuit, test.test)} ${test.test.kind}`} className="border-b border-rule py-1">
            <p className="flex items-baseline justify-between gap-3">
              <button type="button" className="text-left font-figures underline" onClick={() => suggest(lineOfTest(test.test))}>
                {sayTest(circuit, test.test)}
              </button>
              <span className="font-figures whitespace-nowrap">{bits(test)}</span>
            </p>
            <p className="text-12 text-quiet">{sayHow(circuit, test, mains)}</p>
            <RiskWords test={test} />
          </li>
        ))}
      </ol>
    </section>
  );
}

function bits({ bits: settles }: ProposedTest): string {
  return `${settles.toFixed(2)} bit`;
}

function RiskWords({ test: { risk } }: { readonly test: ProposedTest }) {
  if (risk !== 'live') return null;
  return (
    <p className="text-12 font-[650] text-brick">
      Live with mains: only who is trained for it, one hand, through an isolating transformer, by what is law where you are.
    </p>
  );
}

/** Marks at one part or another are one outcome each in the sums, and one line here. */
function mainOutcomes({ outcomes }: ProposedTest): readonly Outcome[] {
  return outcomes.slice(0, MOST_OUTCOMES);
}

interface OutcomeProps {
  readonly test: ProposedTest;
  readonly outcome: Outcome;
  /** The likeliest faults, of which each outcome says which remain. */
  readonly rows: readonly FaultRow[];
}

/** What one outcome would leave: a square for each of the likeliest, filled where it remains. */
function OutcomeRow({ test, outcome, rows }: OutcomeProps) {
  const { suggest } = useOpenSpecimen();
  const line = lineOfResult(test.test, outcome.result);
  const words = sayResult(test, outcome.result);
  const left = rows.map(({ keys }) => outcome.leaves.some((key) => keys.has(key)));
  const gone = left.filter((remains) => !remains).length;
  return (
    <li className="flex items-start justify-between gap-2 border-b border-rule py-1">
      <div className="min-w-0">
        {line === undefined ? (
          <b>{words}</b>
        ) : (
          <button type="button" className="text-left font-[650] underline decoration-1 underline-offset-2" onClick={() => suggest(line)}>
            {words}
          </button>
        )}
        <span className="block font-figures text-12 text-quiet">{sayProbability(outcome.probability)}</span>
      </div>
      <div className="flex shrink-0 items-start gap-1">
        {rows.map(({ words: fault }, index) => (
          <span key={fault} className="w-6 text-center">
            <svg
              width="16"
              height="16"
              viewBox="0 0 16 16"
              role="img"
              aria-label={`${fault}: ${left[index] ? 'remains' : 'ruled out'}`}
              className="mx-auto block"
            >
              <rect
                x="1"
                y="1"
                width="14"
                height="14"
                strokeWidth="1.5"
                strokeDasharray={left[index] ? undefined : '1.5 3'}
                className={left[index] ? 'fill-ink stroke-ink' : 'fill-none stroke-quiet'}
              />
            </svg>
            <span className="block font-figures text-12 text-quiet">{index + 1}</span>
          </span>
        ))}
        <span className="w-7 text-right font-figures text-12 font-[650]">{gone === 0 ? '' : `−${gone}`}</span>
      </div>
    </li>
  );
}
