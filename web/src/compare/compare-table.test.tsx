import { describe, expect, it } from '@jest/globals';
import { type Comparison, compare, replay, SpecimenAnalyses } from '@mindful-probe/core';
import { render, screen, within } from '@testing-library/react';
import fc from 'fast-check';
import { entriesOf, type TestLine } from '../testing/render-open.testing.tsx';
import { columnsIn, textOfColumns } from './asked-states.ts';
import { CompareTable } from './compare-table.tsx';

function clip(name: string, mark: string): TestLine[] {
  return [{ kind: 'name', name }, 'V1 5v on A G', `R1 mark ${mark} on A B`, 'D1 led white rated 30ma on B G'];
}

function compared(...tapes: readonly TestLine[][]): Comparison {
  const result = compare(
    tapes.map((lines, index) => ({ id: `clip-${index}`, analysis: new SpecimenAnalyses(replay(entriesOf(...lines))).found })),
  );
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}

describe('what is compared', () => {
  it('stands in the address, and comes out of it the same', () => {
    const id = fc.stringMatching(/^[a-z][a-z0-9-]{3,20}$/);
    const column = fc.record({ id, rework: fc.option(fc.nat(20), { nil: undefined }) });
    fc.assert(
      fc.property(fc.array(column, { maxLength: 6 }), (columns) => {
        const asked = columns.map(({ id: name, rework }) => (rework === undefined ? { id: name } : { id: name, rework }));
        expect(columnsIn(textOfColumns(asked))).toEqual(asked);
      }),
    );
    expect(columnsIn('a-b:x,,c-d:')).toEqual([{ id: 'a-b' }, { id: 'c-d' }]);
  });

  it('says in words what the marks and lines beside a row mean', () => {
    render(<CompareTable comparison={compared(clip('spring', '390'), clip('autumn', '101'))} />);
    const table = screen.getByRole('table', { name: 'Subject by subject' });
    const power = within(table)
      .getByRole('rowheader', { name: /Taken from the supply/ })
      .closest('tr') as HTMLElement;
    expect(within(power).getByRole('img', { name: 'differs' })).toBeTruthy();
    expect(within(power).getByText('autumn')).toBeTruthy();
    // Expected only: the current of LEDs of one kind is not known so well.
    expect(within(table).getByRole('rowheader', { name: /R1/ })).toBeTruthy();
    expect(within(table).getByText(/marked 101/)).toBeTruthy();
    expect(screen.getAllByRole('img', { name: /times its rating, predicted/ })).toHaveLength(2);
  });

  it('that has no circuit yet is said not to be known, and not to be nothing', () => {
    render(<CompareTable comparison={compared([{ kind: 'name', name: 'Nothing yet' }], clip('spring', '390'))} />);
    const table = screen.getByRole('table', { name: 'Subject by subject' });
    const current = within(table)
      .getByRole('rowheader', { name: /LED current/ })
      .closest('tr') as HTMLElement;
    expect(within(current).getAllByRole('cell')[0]?.textContent).toBe('not known');
  });
});
