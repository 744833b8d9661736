import { formatSignificant, type ModeFigures } from '@mindful-probe/core';
import { useOpenSpecimen } from '../data/open-specimen.tsx';
import { Figure, multipleText } from '../figures/figure.tsx';
import { useModes } from '../worker/use-analysis.ts';

interface ModesTableProps {
  readonly rework: number;
  /** The one that is being looked at; left out as it was traced. */
  readonly mode?: string | undefined;
}

/** The modes of the gadget as a table; nothing where nothing was said of modes. */
export function ModesTable({ rework, mode }: ModesTableProps) {
  const { id, entries, specimen } = useOpenSpecimen();
  const modes = useModes(id, entries, rework, specimen.modes.length > 0);
  if (specimen.modes.length === 0) return null;
  const hasCells = modes?.some(({ hours }) => hours !== undefined) ?? false;
  return (
    <section aria-label="Modes" className="mt-4 max-w-[860px]">
      <h2 className="border-b border-ink">Modes</h2>
      {!modes && <p className="py-1 text-quiet">computing…</p>}
      {modes && modes.length > 0 && (
        <table className="w-full border-collapse">
          <thead>
            <tr className="border-b border-rule text-left text-quiet [&>*]:pr-3 [&>*]:font-normal">
              <th scope="col">Mode</th>
              <th scope="col">What is otherwise</th>
              <th scope="col">A chip, average</th>
              <th scope="col">Peak</th>
              <th scope="col">Of rated</th>
              <th scope="col">From the supply</th>
              <th scope="col">Light</th>
              {hasCells && <th scope="col">On its cells</th>}
            </tr>
          </thead>
          <tbody>
            {modes.map((one) => (
              <ModeRow key={one.name ?? ''} mode={one} hasCells={hasCells} isChosen={one.name === mode} />
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

interface ModeRowProps {
  readonly mode: ModeFigures;
  readonly hasCells: boolean;
  readonly isChosen: boolean;
}

function ModeRow({ mode: { name, says, hardest, supplyWatts, light, hours, measured }, hasCells, isChosen }: ModeRowProps) {
  const { specimen } = useOpenSpecimen();
  const read = specimen.modes.find((one) => one.name === name)?.readings.length ?? 0;
  const ground = name === undefined ? 'as it was traced' : read === 0 ? 'nothing read in it yet' : `${read} read in it`;
  return (
    <tr className="border-b border-rule align-top [&>*]:py-1 [&>*]:pr-3">
      <th scope="row" className={`text-left ${isChosen ? 'font-[650]' : 'font-normal'}`}>
        {name ?? 'as traced'}
      </th>
      <td>
        {says} <span className="text-12 text-quiet">{ground}</span>
      </td>
      {hardest ? (
        <>
          <td>
            {measured ? '' : '≈ '}
            <Figure value={hardest.average} unit="amps" /> <span className="text-12 text-quiet">{hardest.ref}</span>
          </td>
          <td>
            <Figure value={hardest.peakAmps} unit="amps" />
          </td>
          <td className="font-figures">{multipleText(hardest.ofRated.value)}</td>
        </>
      ) : (
        <td colSpan={3} className="text-quiet">
          not known: what sets its current is not traced
        </td>
      )}
      <td>{supplyWatts && <Figure value={supplyWatts} unit="watts" />}</td>
      <td className="font-figures">{light === undefined ? '' : `${formatSignificant(100 * light, 2)} %`}</td>
      {hasCells && <td>{hours !== undefined && <Figure value={hours} unit="hours" />}</td>}
    </tr>
  );
}
