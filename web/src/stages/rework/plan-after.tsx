import { WattPlanView } from '../../shared/pictures/watt-plan-view.tsx';
import type { WayView } from '../../shared/worker/use-analysis.ts';

/** Where the watts go afterwards, with what it was behind it. */
export function PlanAfter({ view, height }: { readonly view: WayView; readonly height: number }) {
  return (
    <section aria-label="Watt plan, after">
      <h2>
        Watt plan <span className="font-normal text-quiet">after, before behind it</span>
      </h2>
      <WattPlanView {...view.after} stresses={[]} width={380} height={height} before={view.before} />
    </section>
  );
}
