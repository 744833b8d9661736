import { formatSignificant, type LightProof, saySeen } from '@mindful-probe/core';
import type { ReactNode } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure } from '../../shared/figures/figure.tsx';
import { NOTICED_AFTER, SenseRows } from '../../shared/senses/sense-rows.tsx';

/** Light before and after at one distance, measured and as seen; below it what the eye says. */
export function LightPanel({ light, children }: { readonly light: LightProof; readonly children?: ReactNode }) {
  const { suggest } = useOpenSpecimen();
  const { metres, before, after, measured, predicted, seenMeasured, seenPredicted } = light;
  const line = `lux  @ ${metres ?? 0.5}m`;
  return (
    <section className="max-w-[900px] pt-5" aria-label="Light before and after">
      <h2 className="border-b border-ink">Light before and after</h2>
      <ul>
        {predicted !== undefined && seenPredicted !== undefined && (
          <li className="border-b border-rule py-1.5">
            Predicted: <b className="font-figures">{formatSignificant(100 * predicted, 2)} %</b> of the light, looks{' '}
            {saySeen(seenPredicted)}
          </li>
        )}
        <li className="border-b border-rule py-1.5">
          {before ? (
            <>
              Before <Figure value={before} unit="lux" />
              {metres !== undefined && ` at ${metres} m`}, after{' '}
              {after ? <Figure value={after} unit="lux" className="font-[650]" /> : <span className="text-quiet">to be read</span>}
              {measured && seenMeasured !== undefined && (
                <>
                  : <b className="font-figures">{formatSignificant(100 * measured.value, 2)}</b>{' '}
                  <span className="font-figures text-12">±{formatSignificant(200 * measured.uncertainty, 2)} %</span>, looks{' '}
                  {saySeen(seenMeasured)}
                </>
              )}
            </>
          ) : (
            <span className="text-quiet">No lux were read before the rework, so the light is compared by eye.</span>
          )}{' '}
          {before && !after && (
            <button type="button" className="text-petrol underline" onClick={() => suggest(line)}>
              {line.replace('  ', ' … ')}
            </button>
          )}
        </li>
      </ul>
      {children}
      <h3 className="pt-3 font-[650]">Noticed after</h3>
      <SenseRows senses={NOTICED_AFTER} />
    </section>
  );
}
