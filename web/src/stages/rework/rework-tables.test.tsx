import { describe, expect, it } from '@jest/globals';
import { type Appraisal, analysisOf, appraise, type Rework, type ReworkWay, replay, searchWays, workOrder } from '@mindful-probe/core';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, entriesOf, renderOpen } from '../../testing/render-open.testing.tsx';
import { WaysTable } from './ways-table.tsx';
import { WorkOrderView } from './work-order-view.tsx';

function appraised(): Appraisal {
  const appraisal = appraise(analysisOf(replay(entriesOf(...CLIP)), 0));
  if (!appraisal.ok) throw new Error(appraisal.error.message);
  return appraisal.value;
}

const APPRAISAL = appraised();

/** Ways to drive the LED of the clip at its rating. */
function searched(): Rework {
  const found = searchWays(APPRAISAL.circuit, { format: 'mindful-probe.goal', version: 1, aim: 'rated-share', value: 1 });
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

const REWORK = searched();

function show(chosen?: ReworkWay, isOwn = false) {
  const picked: ReworkWay[] = [];
  renderOpen(
    <WaysTable
      shown={REWORK.ways.slice(0, 4).map((way) => ({ way, isOwn }))}
      rework={REWORK}
      appraisal={APPRAISAL}
      goalRatio={1}
      atMost={false}
      chosen={chosen}
      onChoose={(way) => picked.push(way)}
    />,
    { lines: CLIP },
  );
  return picked;
}

describe('ways to a goal', () => {
  it('have a row each: the drive afterwards, what the supply gives, and the work', () => {
    show();
    const rows = screen.getAllByRole('row').slice(1);
    expect(rows).toHaveLength(Math.min(4, REWORK.ways.length));
    for (const [index, row] of rows.entries()) {
      const way = REWORK.ways[index] as ReworkWay;
      expect(row.textContent).toContain(way.text);
      // Asked for its rating: what is shown is what was solved, within its rounding.
      const multiple = Number(
        /(\d+\.\d+)×|×(\d+\.\d+)/
          .exec(row.textContent?.replace(way.text, '') ?? '')
          ?.slice(1)
          .find(Boolean),
      );
      expect(Math.abs(multiple - way.after.ofRated)).toBeLessThan(0.011);
    }
  });

  it('are chosen by a press, and the chosen one says so', async () => {
    const picked = show(REWORK.ways[0]);
    const buttons = screen.getAllByRole('button', { pressed: false });
    expect(screen.getAllByRole('button', { pressed: true })).toHaveLength(1);
    await userEvent.click(buttons[0] as HTMLElement);
    expect(picked).toEqual([REWORK.ways[1]]);
  });

  it('one’s own is told from those that were found', () => {
    show(undefined, true);
    expect(screen.getAllByText('own way:')).toHaveLength(Math.min(4, REWORK.ways.length));
  });

  it('one that breaks a limit says which', () => {
    const way = {
      ...(REWORK.ways[0] as ReworkWay),
      keeps: false,
      breaks: [{ limit: 'joints', value: 5, limitValue: 2 }],
    } as unknown as ReworkWay;
    renderOpen(
      <WaysTable
        shown={[{ way, isOwn: false }]}
        rework={undefined}
        appraisal={APPRAISAL}
        goalRatio={undefined}
        atMost={false}
        chosen={undefined}
        onChoose={() => undefined}
      />,
      { lines: CLIP },
    );
    expect(screen.getByText('does not keep all limits')).toBeTruthy();
  });
});

describe('a work order', () => {
  const { circuit, solution } = APPRAISAL;
  const { moves } = REWORK.ways[0] as ReworkWay;
  const order = workOrder({
    before: { circuit, solution },
    after: { circuit, solution },
    supplyRef: REWORK.supplyRef,
    uncertainty: 0.05,
    moves,
  });

  it('is ticked off step by step, and a tick can be taken back', async () => {
    const ticked: string[] = [];
    const taken: string[] = [];
    const [first, second] = order;
    renderOpen(
      <WorkOrderView
        order={order}
        ticked={[{ id: 'entry-9-t', at: '2026-03-07T10:00:00Z', kind: 'tick', rework: 'entry-8-t', step: first?.key ?? '' }]}
        onTick={(step) => ticked.push(step)}
        onUntick={(entry) => taken.push(entry)}
      />,
    );
    const boxes = screen.getAllByRole<HTMLInputElement>('checkbox');
    expect(boxes).toHaveLength(order.length);
    expect(boxes.map(({ checked }) => checked)).toEqual(order.map((_, index) => index === 0));
    await userEvent.click(boxes[1] as HTMLElement);
    await userEvent.click(boxes[0] as HTMLElement);
    expect(ticked).toEqual([second?.key]);
    expect(taken).toEqual(['entry-9-t']);
  });

  it('has no boxes where it is only looked at, and begins without power', () => {
    renderOpen(<WorkOrderView order={order} />);
    expect(screen.queryByRole('checkbox')).toBeNull();
    expect(within(screen.getByRole('list')).getAllByRole('listitem')[0]?.textContent).toMatch(/source|power|unplug|off/i);
  });
});
