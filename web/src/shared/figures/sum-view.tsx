import type { Sum } from '@mindful-probe/core';

/** A sum to follow on paper: each step with its figures put in. */
export function SumView({ sum }: { readonly sum: Sum }) {
  return (
    <div>
      <h2>{sum.title}</h2>
      <dl className="mt-2">
        {sum.lines.map(({ what, sum: figures, result }) => (
          <div key={what} className="grid grid-cols-[1fr_auto] gap-x-6 border-t border-rule py-1.5">
            <dt className="text-12 text-quiet">{what}</dt>
            <dd className="row-span-2 self-center font-figures font-[650]">{result}</dd>
            <dd className="font-figures">{figures} =</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
