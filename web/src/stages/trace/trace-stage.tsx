import { partValue, type Specimen } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { SchematicView } from '../../shared/pictures/schematic-view.tsx';
import { Recognised } from './recognised.tsx';

/** Parts and joins, and the circuit drawn by itself as they grow. */
export function TraceStage() {
  const { specimen, suggest, analysis } = useOpenSpecimen();
  const { parts } = specimen.circuit;
  const joined = specimen.nets.filter(({ pins }) => pins.length > 1);
  const loose = specimen.nets.filter(({ pins }) => pins.length === 1);
  const problem = analysis?.found.ok === false && parts.length > 0 ? analysis.found.error.message : undefined;
  return (
    <>
      <StageHeader
        title="Trace"
        fact={
          parts.length === 0
            ? undefined
            : `${parts.length} parts, ${joined.length} nets${loose.length > 0 ? `, ${loose.length} loose pins` : ''}`
        }
      />
      {parts.length === 0 ? (
        <Empty>
          <p>What is on the board, part by part, and what is joined to what. The circuit draws itself from it. Begin with the supply:</p>
          <ul className="mt-2 font-figures text-ink">
            <li>V1 5v usb</li>
            <li>R1 red violet black gold on V1.+ B</li>
            <li>D1 led white 5mm on B V1.-</li>
          </ul>
          <button type="button" className="action mt-3" onClick={() => suggest('V1 ')}>
            Begin with V1
          </button>
        </Empty>
      ) : (
        <>
          <SchematicView circuit={specimen.circuit} maxHeight={380} />
          {problem !== undefined && (
            <p role="status" className="mt-3 flex items-center gap-2.5">
              <LevelMark level="caution" /> {problem}
            </p>
          )}
          <Recognised arrangements={analysis?.judged?.arrangements ?? []} />
          <div className="mt-5 grid gap-x-10 gap-y-5 lg:grid-cols-[3fr_2fr]">
            <PartsTable specimen={specimen} />
            <section aria-label="Nets">
              <h2 className="border-b border-ink">Nets</h2>
              <ul>
                {joined.map(({ name, pins }) => (
                  <li key={name} className="flex gap-3 border-b border-rule py-1">
                    <b className="w-6 font-figures text-petrol">{name}</b>
                    <span className="font-figures">{pins.join(' ')}</span>
                  </li>
                ))}
                {loose.map(({ name }) => (
                  <li key={name} className="flex items-center gap-3 border-b border-rule py-1">
                    <LevelMark level="caution" />
                    <span className="font-figures">{name}</span>
                    <button type="button" className="text-petrol underline" onClick={() => suggest(`join ${name} `)}>
                      joined to nothing yet
                    </button>
                  </li>
                ))}
              </ul>
            </section>
          </div>
        </>
      )}
    </>
  );
}

function PartsTable({ specimen }: { readonly specimen: Specimen }) {
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
          <tr key={part.ref} className="border-b border-rule [&>*]:pr-4">
            <th scope="row" className="py-1 font-figures">
              {part.ref}
            </th>
            <td>
              {part.kind === 'led' ? 'LED' : part.kind === 'dc' ? 'supply' : part.kind}{' '}
              <span className="font-figures">{partValue(part)}</span>
            </td>
            <td className="text-quiet">{part.marking ?? ''}</td>
            <td className="font-figures">{part.pins.join(', ')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
