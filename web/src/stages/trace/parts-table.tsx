import { deviceOf, netOf, partValue } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { lightsOf, useLit } from './lit.tsx';

/** The parts as they are known, and those that are only seen. */
export function PartsTable() {
  const { specimen, suggest } = useOpenSpecimen();
  const { light, refs: lit } = useLit();
  return (
    <table className="w-full border-collapse self-start">
      <caption className="sr-only">Parts</caption>
      <thead>
        <tr className="border-b border-ink [&>th]:pr-4">
          <th scope="col">Part</th>
          <th scope="col">What</th>
          <th scope="col">Marked</th>
          <th scope="col">From, to</th>
        </tr>
      </thead>
      <tbody>
        {specimen.circuit.parts.map((part) => (
          <tr
            key={part.ref}
            className={`border-b border-rule [&>*]:pr-4 ${lit.has(part.ref) ? 'bg-part' : ''}`}
            {...lightsOf(light, { kind: 'part', name: part.ref })}
          >
            <th scope="row" className="py-1 font-figures">
              {part.ref}
            </th>
            <td>
              {deviceOf(part.kind).name} <span className="font-figures">{partValue(part)}</span>
            </td>
            <td className="text-quiet">{part.marking ?? ''}</td>
            <td className="font-figures">{part.pins.join(', ')}</td>
          </tr>
        ))}
        {specimen.placed.map((part) => (
          <tr key={part.id} className="border-b border-rule [&>*]:pr-4">
            <th scope="row" className="py-1 font-figures">
              {part.ref}
            </th>
            <td>
              <button type="button" className="flex items-center gap-2 text-petrol underline" onClick={() => suggest(`${part.ref} `)}>
                <LevelMark level="caution" /> {part.partKind === 'led' ? 'LED' : part.partKind}, which value?
              </button>
            </td>
            <td className="text-quiet">{[part.marking, part.package].filter(Boolean).join(', ')}</td>
            <td className="font-figures">{part.pins.map((pin) => netOf(specimen.nets, pin)?.name ?? pin).join(', ')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
