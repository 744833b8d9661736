import {
  type FindingCode,
  findingSource,
  type Judgement,
  type LackedFact,
  sayFinding,
  sayRemedy,
  sayUndecided,
  shortFinding,
} from '@mindful-probe/core';
import { Link } from 'react-router';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { Popover } from '../../shared/kit/popover.tsx';

interface FindingsProps {
  readonly judgement: Judgement;
  /** The mode that was judged alone; ways are found for the gadget as traced. */
  readonly mode?: string | undefined;
  /** The part that a finding under the pointer or the focus is about. */
  readonly onPoint: (ref: string | undefined) => void;
}

/** What the safety rules have against a circuit, worst first, each with what would mend it and what it goes by. */
export function Findings({ judgement: { findings, undecided }, mode, onPoint }: FindingsProps) {
  return (
    <section id="findings" aria-label="Findings" className="mt-4">
      <h2 className="border-b border-ink">Findings</h2>
      {findings.length === 0 ? (
        <p className="flex items-center gap-2.5 py-2">
          <LevelMark level="within" /> Nothing that the rules know of{undecided.length > 0 ? ', as far as it was looked at' : ''}.
        </p>
      ) : (
        <ul>
          {findings.map((finding) => {
            const { code, severity, ref, facts } = finding;
            const [text, mend] = [sayFinding(finding), sayRemedy(finding)];
            return (
              <li
                key={`${code} ${ref} ${facts.about} ${text}`}
                className="flex items-start gap-2.5 border-b border-rule py-1"
                onPointerEnter={() => onPoint(ref)}
                onPointerLeave={() => onPoint(undefined)}
                onFocus={() => onPoint(ref)}
                onBlur={() => onPoint(undefined)}
              >
                <span className="pt-0.5">
                  <LevelMark level={severity === 'unsafe' ? 'over' : severity === 'caution' ? 'caution' : 'none'} />
                </span>
                <span>
                  <span className={severity === 'unsafe' ? 'text-brick' : ''}>{text}</span>{' '}
                  {/* What is urgent says at once what the remedy is; the rest does on asking, so that all of it is one look. */}
                  {severity === 'unsafe' && <br />}
                  {severity === 'unsafe' && <span className="text-12 text-quiet">{mend} </span>}
                  {GOAL_FOR[code] && !finding.modes && mode === undefined && (
                    <Link
                      to={`../rework?want=${GOAL_FOR[code]}`}
                      className="mr-2 text-12 whitespace-nowrap text-petrol underline"
                      aria-label={`find ways: ${shortFinding({ code })}`}
                    >
                      find ways
                    </Link>
                  )}
                  <Popover
                    label={`Why: ${shortFinding({ code })}`}
                    trigger={<span className="text-12 text-petrol underline">{severity === 'unsafe' ? 'why' : 'why, and the remedy'}</span>}
                  >
                    <p className="max-w-[320px]">{findingSource({ code })}</p>
                    <p className="mt-2 max-w-[320px]">
                      <b className="font-[650]">Remedy:</b> {mend}
                    </p>
                  </Popover>
                </span>
              </li>
            );
          })}
        </ul>
      )}
      {undecided.length > 0 && (
        <ul aria-label="To be looked at">
          {undecided.map((one) => {
            const { text, settleBy } = sayUndecided(one);
            return (
              <li
                key={`${one.code} ${one.ref} ${one.lacks} ${one.modes?.join(' ') ?? ''}`}
                className="flex items-start gap-2.5 border-b border-rule py-1"
              >
                <span aria-hidden className="w-4 text-center font-[650] text-petrol">
                  ?
                </span>
                <span>
                  {text}{' '}
                  <Link to={`../${ANSWERED_ON[one.lacks]}`} className="text-petrol underline decoration-1 underline-offset-2">
                    {settleBy}
                  </Link>
                </span>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}

/** The goal in Rework that remedies a finding, where changing parts can. */
const GOAL_FOR: Readonly<Partial<Record<FindingCode, 'gentler' | 'safe'>>> = {
  'over-amps': 'gentler',
  'over-peak-amps': 'gentler',
  'over-celsius': 'gentler',
  'no-current-limit': 'gentler',
  'over-watts': 'safe',
  'over-volts': 'safe',
  'no-rating': 'safe',
  'no-bleeder': 'safe',
  'slow-bleeder': 'safe',
  'no-fuse': 'safe',
  'capacitor-class': 'safe',
  'unbalanced-strings': 'safe',
  flicker: 'safe',
};

/** The stage where what is missing is entered. */
const ANSWERED_ON: Readonly<Record<LackedFact, string>> = {
  case: 'opening',
  earth: 'opening',
  insulation: 'opening',
  'fuse-lead': 'opening',
  'cells-protected': 'opening',
  'supply-isolation': 'opening',
  'surface-material': 'opening',
  'surface-celsius': 'readings',
  'live-reading': 'readings',
  'in-line-reading': 'first-light',
  'fitting-readings': 'readings',
  'capacitor-volts': 'trace',
  'touchable-net': 'trace',
  'fault-unsolved': 'trace',
};
