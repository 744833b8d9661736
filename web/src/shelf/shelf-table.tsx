import type { ShelfRow } from '@mindful-probe/core';
import { formatEngineering, type StageMark, type Summary } from '@mindful-probe/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { multipleText } from '../shared/figures/figure.tsx';
import { type Level, LevelMark } from '../shared/kit/level-mark.tsx';
import { DriveRuler, RulerAxis } from '../shared/pictures/drive-ruler.tsx';
import { stageNamed } from '../stages/registry.ts';

const RULER_WIDTH = 360;

/** A row with its line, px. */
const ROW_HEIGHT = 53;
/** Rows drawn above and below what is in sight. */
const OVERSCAN = 10;

interface ShelfTableProps {
  readonly rows: readonly ShelfRow[];
  /** What scrolls. */
  readonly scroller: RefObject<HTMLElement | null>;
  /** The last of them is in sight. */
  readonly onEnd: () => void;
}

/** One row a specimen, in the order in which they come; only those in sight are drawn. */
export function ShelfTable({ rows, scroller, onEnd }: ShelfTableProps) {
  const table = useRef<HTMLTableElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: OVERSCAN,
    scrollMargin: table.current?.offsetTop ?? 0,
  });
  const shown = virtual.getVirtualItems();
  const [first, last] = [shown[0], shown.at(-1)];
  const isAtEnd = last !== undefined && last.index === rows.length - 1;
  useEffect(() => {
    if (isAtEnd) onEnd();
  }, [isAtEnd, onEnd]);
  const above = first ? first.start - virtual.options.scrollMargin : 0;
  const below = last ? virtual.getTotalSize() - (last.end - virtual.options.scrollMargin) : 0;
  return (
    <table ref={table} className="w-full border-collapse" aria-rowcount={rows.length + 1}>
      <caption className="sr-only">Specimens with their LED current as multiples of what the LED is rated for</caption>
      <thead>
        <tr className="border-b border-ink align-bottom [&>th]:pt-5 [&>th]:pb-2">
          <th scope="col">Specimen</th>
          <th scope="col" className="max-lg:hidden">
            Spine
          </th>
          <th scope="col" className="pr-4 text-right">
            Drive
          </th>
          <th scope="col" className="px-4 !pb-0 max-md:hidden" style={{ width: RULER_WIDTH + 32 }}>
            <span className="block pb-1 text-14">LED current, multiples of what the LED is rated for</span>
            <RulerAxis width={RULER_WIDTH} />
          </th>
          <th scope="col" className="text-right font-normal text-quiet whitespace-nowrap max-xl:hidden">
            Claimed W
          </th>
          <th scope="col" className="pl-4 text-right whitespace-nowrap max-lg:hidden">
            Measured W
          </th>
          <th scope="col" className="pl-6 max-sm:hidden">
            Findings
          </th>
        </tr>
      </thead>
      <tbody>
        {above > 0 && <tr aria-hidden style={{ height: above }} />}
        {shown.map(({ index, key }) => {
          const row = rows[index] as ShelfRow;
          return row.summary ? (
            <Row key={key} id={row.id} summary={row.summary} index={index} />
          ) : (
            <RowToCome key={key} id={row.id} index={index} />
          );
        })}
        {below > 0 && <tr aria-hidden style={{ height: below }} />}
      </tbody>
    </table>
  );
}

interface RowProps {
  readonly id: string;
  /** From the first, 0. */
  readonly index: number;
}

/** A row before its first summary. */
function RowToCome({ id, index }: RowProps) {
  return (
    <tr className="relative border-b border-rule" aria-rowindex={index + 2}>
      <th scope="row" className="h-[52px] w-[250px] pr-4 font-normal">
        <Link to={`/specimens/${id}`} className="line-clamp-1 text-17 font-[650] after:absolute after:inset-0">
          {id}
        </Link>
        <span className="block text-12 text-quiet">Working out how hard it is driven…</span>
      </th>
      <td colSpan={6} />
    </tr>
  );
}

function Row({ id, summary, index }: RowProps & { readonly summary: Summary }) {
  const { drive, predicted, watts } = summary;
  const guessed = drive !== undefined && !drive.measured;
  const over = drive !== undefined && drive.ratio.value > 1;
  const level = findingLevel(summary);
  return (
    <tr className="relative border-b border-rule" aria-rowindex={index + 2}>
      <th scope="row" className="h-[52px] w-[250px] pr-4 font-normal">
        {/* The whole row leads to the specimen; the name is what is focused. */}
        <Link to={`/specimens/${id}/${summary.furthest}`} className="line-clamp-1 text-17 font-[650] after:absolute after:inset-0">
          {summary.name}
        </Link>
        <span className="block text-12 text-quiet">{summary.supply}</span>
      </th>
      <td className="pr-4 max-lg:hidden">
        <FlatSpine summary={summary} />
        <span className="text-12">{stageNamed(summary.furthest).title}</span>
      </td>
      <td
        className={`pr-4 text-right font-figures text-17 whitespace-nowrap ${guessed ? 'text-quiet' : over ? 'font-[650] text-brick' : ''}`}
      >
        {drive ? `${guessed ? '≈ ' : ''}${multipleText(drive.ratio.value)}` : ''}
      </td>
      <td className="px-4 py-0 max-md:hidden">
        <DriveRuler
          width={RULER_WIDTH}
          height={52}
          {...(drive && { ratio: drive.ratio, guessed })}
          {...(predicted && { predicted })}
          label={rulerWords(summary)}
        />
      </td>
      <td className="text-right font-figures whitespace-nowrap text-quiet max-xl:hidden">
        {watts.claimed === undefined ? '' : formatEngineering(watts.claimed, 'watts').text}
      </td>
      <td className="pl-3 text-right font-figures font-[650] whitespace-nowrap max-lg:hidden">
        {watts.measured === undefined ? '' : formatEngineering(watts.measured, 'watts').text}
        {summary.honesty && (
          <span className="block font-words text-12 font-[400] text-quiet">
            {summary.honesty.held} of {summary.honesty.compared} claims hold
          </span>
        )}
      </td>
      <td className="max-w-[260px] pl-6 max-sm:hidden">
        <span className="flex items-center gap-2.5">
          <LevelMark level={level} />
          <span className={`line-clamp-2 ${level === 'over' ? 'text-brick' : ''}`}>{findingWords(summary)}</span>
        </span>
      </td>
    </tr>
  );
}

function findingLevel({ drive, worst, caution, doubts, undecided = 0 }: Summary): Level {
  if (worst !== undefined) return 'over';
  if (caution !== undefined || doubts > 0) return 'caution';
  if (undecided > 0) return 'none';
  return drive?.measured ? 'within' : 'none';
}

function findingWords({ drive, worst, caution, doubts, undecided = 0 }: Summary): string {
  if (worst !== undefined) return worst;
  if (caution !== undefined) return caution;
  if (doubts > 0) return doubts === 1 ? 'one doubtful claim' : `${doubts} doubtful claims`;
  if (undecided > 0) return `not enough known: ${undecided} to be looked at`;
  return drive?.measured ? 'none open' : 'not measured yet';
}

function rulerWords({ name, drive, predicted }: Summary): string {
  if (!drive) return `${name}: not known yet`;
  const words = `${name}: ${multipleText(drive.ratio.value)} of rated, ${drive.measured ? 'measured' : 'expected'}`;
  return predicted ? `${words}; ${multipleText(predicted.value)} predicted after rework` : words;
}

const PITCH = 16;

/** The spine's stitches, laid flat. */
function FlatSpine({ summary }: { readonly summary: Summary }) {
  return (
    <svg width={9 * PITCH} height="14" aria-hidden="true" className="block">
      <path d={`M0 7H${9 * PITCH}`} className="stroke-quiet" />
      {summary.spine.map(({ stage, mark }, index) => (
        <FlatStitch key={stage} mark={mark} x={index * PITCH} />
      ))}
    </svg>
  );
}

function FlatStitch({ mark, x }: { readonly mark: StageMark; readonly x: number }) {
  switch (mark) {
    case 'nothing':
      return <path d={`M${x + 6} 3V11`} className="stroke-quiet" />;
    case 'begun':
      return <rect x={x} y="4" width="6" height="6" className="fill-ink" />;
    case 'enough':
      return <rect x={x} y="4" width="12" height="6" className="fill-ink" />;
    case 'contradicted':
      return (
        <>
          <rect x={x} y="1" width="7" height="6" className="fill-brick" />
          <rect x={x + 6} y="7" width="7" height="6" className="fill-brick" />
        </>
      );
  }
}
