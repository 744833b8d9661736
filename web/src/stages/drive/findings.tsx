import { type Finding, safetyQuestions } from '@mindful-probe/core';
import { Link } from 'react-router';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';

/** What the safety rules have against a circuit, worst first, each with what would mend it. */
export function Findings({ findings }: { readonly findings: readonly Finding[] }) {
  const { specimen } = useOpenSpecimen();
  const questions = safetyQuestions(specimen);
  return (
    <section id="findings" aria-label="Findings" className="mt-4">
      <h2 className="border-b border-ink">Findings</h2>
      {findings.length === 0 ? (
        <p className="flex items-center gap-2.5 py-2">
          <LevelMark level="within" /> Nothing that the rules know of{questions.length > 0 ? ', as far as it was looked at' : ''}.
        </p>
      ) : (
        <ul>
          {findings.map(({ code, severity, ref, text, mend }) => (
            <li key={`${code} ${ref}`} className="flex items-start gap-2.5 border-b border-rule py-1">
              <span className="pt-0.5">
                <LevelMark level={severity === 'unsafe' ? 'over' : severity === 'caution' ? 'caution' : 'none'} />
              </span>
              <span>
                <span className={severity === 'unsafe' ? 'text-brick' : ''}>{text}</span>
                <span className="block text-12 text-quiet">{mend}</span>
              </span>
            </li>
          ))}
        </ul>
      )}
      {questions.length > 0 && (
        <ul aria-label="To be looked at">
          {questions.map(({ fact, text }) => (
            <li key={fact} className="flex items-start gap-2.5 border-b border-rule py-1">
              <span aria-hidden className="w-4 text-center font-[650] text-petrol">
                ?
              </span>
              <span>
                {text}{' '}
                <Link to="../opening" className="text-petrol underline decoration-1 underline-offset-2">
                  answer
                </Link>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
