import { symptomsOf } from '@mindful-probe/core';
import { Link } from 'react-router';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { SymptomButtons } from '../../shared/faults/symptom-buttons.tsx';
import { NOTICED_AT_FIRST, SenseRows } from '../../shared/senses/sense-rows.tsx';

export function Noticed() {
  const { specimen } = useOpenSpecimen();
  return (
    <section className="mt-5" aria-label="Noticed">
      <h2 className="border-b border-ink">Noticed</h2>
      <div className="border-b border-rule py-1.5">
        <p className="mb-1">The whole thing</p>
        <SymptomButtons />
        {symptomsOf(specimen).length > 0 && (
          <p className="mt-1">
            <Link className="text-petrol underline" to="../readings">
              find out what is broken
            </Link>
          </p>
        )}
      </div>
      <SenseRows senses={NOTICED_AT_FIRST} />
    </section>
  );
}
