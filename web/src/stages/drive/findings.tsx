import type { Finding } from '@mindful-probe/core';
import { LevelMark } from '../../shared/kit/level-mark.tsx';

/** What the safety rules have against a circuit, worst first, each with what would mend it. */
export function Findings({ findings }: { readonly findings: readonly Finding[] }) {
  return (
    <section id="findings" aria-label="Findings" className="mt-4">
      <h2 className="border-b border-ink">Findings</h2>
      {findings.length === 0 ? (
        <p className="flex items-center gap-2.5 py-2">
          <LevelMark level="within" /> Nothing that the rules know of.
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
    </section>
  );
}
