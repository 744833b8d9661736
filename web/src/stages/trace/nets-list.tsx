import type { Net } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { lightsOf, useLit } from './lit.tsx';

/** Nets with what is on them; a pin alone is called out. */
export function NetsList() {
  const { specimen, suggest } = useOpenSpecimen();
  const { light, nets: lit } = useLit();
  const joined = specimen.nets.filter(({ pins }) => pins.length > 1);
  const loose = specimen.nets.filter(({ pins }) => pins.length === 1);
  return (
    <section aria-label="Nets">
      <h2 className="border-b border-ink">Nets</h2>
      <ul>
        {joined.map((net) => (
          <li key={net.name} className={`border-b border-rule ${lit.has(net.name) ? 'bg-part' : ''}`}>
            <button type="button" className="flex w-full gap-3 py-1 text-left" {...lightsOf(light, { kind: 'net', name: net.name })}>
              <b className="w-6 font-figures text-petrol">{net.name}</b>
              <span className="font-figures">
                {net.pins.join(' ')}
                <Pads net={net} />
              </span>
            </button>
          </li>
        ))}
        {loose.map((net) => (
          <li key={net.name} className="flex items-center gap-3 border-b border-rule py-1">
            <LevelMark level="caution" />
            <span className="font-figures">
              {net.name}
              <Pads net={net} />
            </span>
            <button type="button" className="text-petrol underline" onClick={() => suggest(`join ${net.name} `)}>
              joined to nothing yet
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Pads({ net: { pads } }: { readonly net: Net }) {
  return pads.length === 0 ? null : <span className="text-quiet"> · pads {pads.join(' ')}</span>;
}
