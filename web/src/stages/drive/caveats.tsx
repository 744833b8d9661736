import { isContradicted, type Judgement } from '@mindful-probe/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';

/** Why the figures below may not hold; nothing where nothing speaks against them. */
export function Caveats({ judgement }: { readonly judgement: Judgement | undefined }) {
  const cannot = judgement?.findings.filter(({ facts }) => facts.about === 'conversion').map(({ ref }) => ref) ?? [];
  return (
    <>
      {isContradicted(judgement) && (
        <Caveat>
          Readings do not fit the circuit as traced: the figures below hold only if it is right, and one of them is not.{' '}
          <Link to="../readings" className="text-petrol underline">
            Which, and what would explain it
          </Link>
        </Caveat>
      )}
      {cannot.length > 0 && (
        <Caveat>
          {cannot.join(' and ')} cannot convert these volts: the figures below are of what was entered, and no such circuit has them.{' '}
          <a href="#findings" className="text-petrol underline">
            Why
          </a>
        </Caveat>
      )}
    </>
  );
}

function Caveat({ children }: { readonly children: ReactNode }) {
  return <p className="mb-3 max-w-[76ch] border-l-4 border-brick py-1 pl-3">{children}</p>;
}
