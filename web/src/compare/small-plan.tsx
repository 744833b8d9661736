import { formatEngineering, type WattPlan } from '@mindful-probe/core';

interface SmallPlanProps {
  readonly plan: WattPlan;
  /** Pixels along the side of a square of one watt: the same for all that are compared. */
  readonly pixelsOfWatt: number;
}

/** A watt plan as wide as it is high, its area true to its watts beside others of the same scale. */
export function SmallPlan({ plan, pixelsOfWatt }: SmallPlanProps) {
  const side = Math.max(6, Math.sqrt(plan.watts) * pixelsOfWatt);
  const [x, y] = [side / plan.width, side / plan.height];
  const parts = [...plan.rectangles].sort((a, b) => b.watts - a.watts);
  const words = parts.map(({ ref, watts }) => `${ref} ${formatEngineering(watts, 'watts').text}`);
  return (
    <div className="flex flex-wrap items-end gap-3">
      <svg width={side + 2} height={side + 2} role="img" aria-label={`Watt plan: ${words.join(', ')}`} className="shrink-0">
        {plan.rectangles.map((part) => {
          const share = plan.lightShares[part.ref];
          const box = { x: 1 + part.x * x, y: 1 + part.y * y, width: part.width * x, height: part.height * y };
          return (
            <g key={part.ref}>
              {share !== undefined && <rect {...box} width={box.width * share} className="fill-[var(--straw)]" />}
              <rect {...box} className="fill-none stroke-ink" strokeWidth="1.2" />
            </g>
          );
        })}
      </svg>
      <ul className="text-12 whitespace-nowrap">
        {parts.slice(0, 4).map(({ ref, watts }, index) => (
          <li key={ref} className={index === 0 ? 'font-bold' : 'text-quiet'}>
            {ref} <span className="font-figures">{formatEngineering(watts, 'watts').text}</span>
          </li>
        ))}
        <li className="font-bold">
          of <span className="font-figures">{formatEngineering(plan.watts, 'watts').text}</span>
        </li>
      </ul>
    </div>
  );
}
