import { type Comparison, type ComparisonRow, titleOf } from '@mindful-probe/core';
import { type Level, LevelMark } from '../shared/kit/level-mark.tsx';
import { DriveRuler, RulerAxis } from '../shared/pictures/drive-ruler.tsx';
import { SmallPlan } from './small-plan.tsx';

const RULER_WIDTH = 460;
/** The largest plan is so wide, px. */
const LARGEST_PLAN = 92;

/** A column a state: one ruler, watt plans at one scale, then subject by subject. */
export function CompareTable({ comparison }: { readonly comparison: Comparison }) {
  const { columns, rows, changes, better } = comparison;
  const titles = columns.map((column) => titleOf(column, columns));
  const largest = Math.max(...columns.map(({ plan }) => plan?.watts ?? 0), 1e-9);
  const pixelsOfWatt = LARGEST_PLAN / Math.sqrt(largest);
  return (
    <>
      <section aria-label="Drive ruler" className="overflow-x-auto">
        <table className="border-collapse">
          <thead>
            <tr className="border-b border-ink align-bottom">
              <th scope="col" className="pr-6 text-left">
                LED current, multiples of its rating
              </th>
              <th scope="col" className="pr-4 text-right">
                Drive
              </th>
              <th scope="col">
                <span className="sr-only">Ruler</span>
                <RulerAxis width={RULER_WIDTH} />
              </th>
            </tr>
          </thead>
          <tbody>
            {columns.map(({ id, rework, drive }, index) => (
              <tr key={`${id}:${rework}`} className="border-b border-rule">
                <th scope="row" className="pr-6 text-left">
                  {titles[index]}
                </th>
                <td className={`pr-4 text-right font-figures text-17 font-bold ${drive && drive.ratio.value > 1 ? 'text-brick' : ''}`}>
                  {drive ? `${drive.ratio.value.toFixed(2)}×` : '–'}
                </td>
                <td>
                  {drive && (
                    <DriveRuler
                      width={RULER_WIDTH}
                      height={26}
                      label={`${titles[index]}: ${drive.ratio.value.toFixed(2)} times its rating${drive.measured ? '' : ', predicted'}`}
                      {...(drive.measured ? { ratio: drive.ratio } : { predicted: drive.ratio })}
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <div className="overflow-x-auto pt-4">
        <table className="w-full border-collapse text-14" aria-label="Subject by subject">
          <thead>
            <tr className="align-bottom">
              <th scope="col" className="w-[150px] pr-4 pb-3 text-left font-normal text-quiet">
                Watt plans, all at one scale
              </th>
              {columns.map(({ id, rework, name, state, plan }) => (
                <th key={`${id}:${rework}`} scope="col" className="px-3 pb-3 text-left align-top">
                  <span className="block text-17">{name}</span>
                  <span className="block pb-2 text-12 font-normal text-quiet">{state}</span>
                  {plan && <SmallPlan plan={plan} pixelsOfWatt={pixelsOfWatt} />}
                </th>
              ))}
              <th scope="col" className="pb-3 pl-3 text-left align-top">
                <span className="block text-17">Better, and why</span>
                {better.map((sentence) => (
                  <span key={sentence} className="block pt-1 text-12 font-normal">
                    {sentence}
                  </span>
                ))}
              </th>
            </tr>
          </thead>
          <tbody className="border-t-2 border-ink">
            {rows.map((row) => (
              <Row key={row.code} row={row} titles={titles} />
            ))}
            {changes.map(({ ref, parts }) => (
              <tr key={ref} className="border-t border-rule align-top">
                <th scope="row" className="py-1 pr-4 text-left">
                  <Mark differs /> {ref}
                </th>
                {parts.map((part, index) => (
                  <td key={titles[index]} className="px-3 py-1">
                    {part ?? 'not there'}
                  </td>
                ))}
                <td className="py-1 pl-3 text-quiet">the part itself</td>
              </tr>
            ))}
            <tr className="border-t-2 border-ink">
              <th scope="row" className="py-2 pr-4 text-left">
                Verdict
              </th>
              {columns.map(({ id, rework, verdict }) => (
                <td key={`${id}:${rework}`} className="px-3 py-2">
                  <span className="flex items-center gap-2 text-17 font-bold">
                    <LevelMark level={verdictLevel(verdict)} /> {verdict ?? 'not known'}
                  </span>
                </td>
              ))}
              <td />
            </tr>
          </tbody>
        </table>
      </div>
    </>
  );
}

function verdictLevel(verdict: Comparison['columns'][number]['verdict']): Level {
  if (verdict === 'do not use') return 'over';
  if (verdict === undefined || verdict === 'not enough known') return 'none';
  return verdict === 'sound' ? 'within' : 'caution';
}

function Row({ row, titles }: { readonly row: ComparisonRow; readonly titles: readonly string[] }) {
  const { subject, cells, differs, better, why } = row;
  return (
    <tr className={`border-t border-rule align-top ${differs ? '' : 'text-quiet'}`} data-differs={differs}>
      <th scope="row" className={`py-1 pr-4 text-left ${differs ? '' : 'font-normal'}`}>
        <Mark differs={differs} /> {subject}
      </th>
      {cells.map((cell, index) => (
        <td key={titles[index]} className={`border-l-4 px-3 py-1 ${edgeOf(cell?.level, better.includes(index))}`}>
          {cell ? (
            <>
              <span className={`block ${cell.level === 'over' ? 'text-brick' : ''}`}>
                {cell.text}
                {cell.level && <span className="sr-only">{cell.level === 'over' ? ', over a limit' : ', caution'}</span>}
              </span>
              {cell.more && <span className="block text-12 text-quiet">{cell.more}</span>}
            </>
          ) : (
            <span className="text-quiet">not known</span>
          )}
        </td>
      ))}
      <td className="py-1 pl-3">
        {better.length > 0 && <b className="block">{better.map((column) => titles[column]).join(', ')}</b>}
        <span className="block text-12 text-quiet">{why}</span>
      </td>
    </tr>
  );
}

/** Left of a cell: a plain line better, dots caution, a double line over. */
function edgeOf(level: 'caution' | 'over' | undefined, isBetter: boolean): string {
  if (level === 'over') return 'border-double border-[var(--brick)]';
  if (level === 'caution') return 'border-dotted border-[var(--ochre)]';
  return isBetter ? 'border-solid border-[var(--moss)]' : 'border-transparent';
}

/** Two bars: unequal where a row differs, equal and quiet where it does not. */
export function Mark({ differs }: { readonly differs: boolean }) {
  return (
    <svg width="12" height="11" role="img" aria-label={differs ? 'differs' : 'no difference'} className="mr-1 inline-block">
      <rect width="12" height="4" className={differs ? 'fill-ink' : 'fill-quiet'} />
      <rect y="7" width={differs ? 7 : 12} height="4" className={differs ? 'fill-ink' : 'fill-quiet'} />
    </svg>
  );
}
