import { sayDue } from '@mindful-probe/core';
import { Link } from 'react-router';
import { clockAt } from './clock.ts';
import { wantsHands } from './next-due.ts';
import { useDayPlan } from './use-day-plan.ts';

/** One slim line: what is due next, over all specimens. Nothing where nothing is. */
export function DueLine({ specimenId }: { readonly specimenId: string }) {
  const { plan } = useDayPlan(false);
  const [next] = plan ? wantsHands(plan) : [];
  if (!plan || !next) return null;
  const isHere = next.specimenId === specimenId;
  return (
    <p className="flex items-center gap-2 border-t border-rule px-4 py-0.5 text-12 text-quiet" data-due-line>
      <span className="font-figures text-ink">{next.start <= 0.5 ? 'now' : clockAt(plan.now, next.start)}</span>
      <span className="min-w-0 flex-1 truncate">
        <b className="font-[650] text-ink">{isHere ? 'here' : next.name}</b> {sayDue(next.item)}
      </span>
      <Link to="/rounds" className="underline decoration-1 underline-offset-2">
        Rounds
      </Link>
    </p>
  );
}
