import { type FaultOutcome, type SingleFault, sayFaultStress } from '@mindful-probe/core';

/** Each part that fails, and what the rest then bears. */
export function FaultsPanel({ faults }: { readonly faults: readonly FaultOutcome[] }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: on a phone the table is wider than the page, and keys have to reach what it hides
    <section aria-label="One part fails" tabIndex={0} className="overflow-x-auto">
      <table className="w-full border-collapse">
        <caption className="pb-2 text-left text-quiet">
          One part after the other fails, each solved whole (IEC 60335-1, 19.11.2). Capacitors of class X or Y fail open.
        </caption>
        <thead>
          <tr className="border-b border-ink text-left">
            <th scope="col" className="pr-4">
              If
            </th>
            <th scope="col" className="pr-4">
              Dark
            </th>
            <th scope="col">The rest</th>
          </tr>
        </thead>
        <tbody>
          {faults.map(({ fault, dark, opens, over, unsolved }) => (
            <tr key={`${fault.ref} ${fault.fault}`} className="border-b border-rule align-top">
              <th scope="row" className="py-1 pr-4 font-normal whitespace-nowrap">
                {sayFault(fault)}
              </th>
              <td className="py-1 pr-4">{dark.length > 0 ? dark.join(', ') : 'none'}</td>
              <td className="py-1">
                {unsolved && 'could not be solved'}
                {opens !== undefined && `${opens} opens and ends it`}
                {!unsolved && opens === undefined && over.length === 0 && 'within what it may take'}
                {over.map((stress) => (
                  <span key={`${stress.ref} ${stress.of}`} className="block">
                    {sayFaultStress(stress)}
                  </span>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function sayFault({ ref, fault, oneChip }: SingleFault): string {
  return `${oneChip ? 'one chip of ' : ''}${ref} ${fault === 'open' ? 'opens' : 'is shorted'}`;
}
