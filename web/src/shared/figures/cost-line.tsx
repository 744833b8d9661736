import { costsOf, type Specimen, sayCosts } from '@mindful-probe/core';

/** What it cost so far, and what that is against buying new; nothing where nothing was said of it. */
export function CostLine({ specimen }: { readonly specimen: Specimen }) {
  const costs = costsOf(specimen);
  if (!costs || specimen.costs.length === 0) return null;
  const { spent, against } = sayCosts(costs);
  return (
    <p className="py-1.5 text-quiet" data-costs>
      {[spent, against].filter(Boolean).join(' ')}
    </p>
  );
}
