import { describe, expect, it, jest } from '@jest/globals';
import type { DayPlan, DayTask, DueItem } from '@mindful-probe/core';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { NowPanel } from './now-panel.tsx';

const NOW = '2026-03-07T14:18:00.000Z';

const item = (change: Partial<DueItem> = {}): DueItem => ({
  key: 'probe',
  of: 'probe',
  stage: 'readings',
  minutes: 2,
  attended: true,
  needs: ['meter'],
  bits: 1,
  state: 'dead',
  ref: 'R1',
  ...change,
});

const task = (name: string, start: number, change: Partial<DayTask> = {}): DayTask => ({
  id: `${name}/x`,
  specimenId: name,
  name,
  item: item(),
  start,
  end: start + 2,
  ...change,
});

function show(plan: Partial<DayPlan>, now = Date.parse(NOW)) {
  const acts = { onTake: jest.fn(), onLater: jest.fn(), onLeaveOut: jest.fn(), onOpen: jest.fn() };
  render(<NowPanel plan={{ now: NOW, minutes: 180, tasks: [], left: [], busy: [], putOff: [], soaks: [], ...plan }} now={now} {...acts} />);
  return acts;
}

describe('the one thing due now', () => {
  it('is the first that wants hands, with its window counted down', () => {
    const soaking = task('Lamp', 0, {
      item: item({ of: 'soak-reading', place: 'case' }),
      window: { earliest: -1, latest: 6 },
    });
    show({ tasks: [task('Other', 4), soaking].sort((a, b) => a.start - b.start) }, Date.parse(NOW) + 140_000);
    const due = screen.getByRole('region', { name: 'Due now' });
    expect(due.textContent).toContain('Lamp');
    expect(due.textContent).toContain('temperature of the case');
    // Six minutes of its window, two and a third of them gone.
    expect(due.textContent).toContain('3:40');
  });

  it('is counted down to while its time has not come', () => {
    show({ tasks: [task('Lamp', 14, { window: { earliest: 12, latest: 18 } })] });
    expect(screen.getByRole('region', { name: 'Due now' }).textContent).toMatch(/next.*14:00.*at the latest/);
  });

  it('is taken, put off, left out or opened by the pointer too', async () => {
    const acts = show({ tasks: [task('Lamp', 0)] });
    for (const name of [/take it/, /later/, /leave out/, /open/]) await userEvent.click(screen.getByRole('button', { name }));
    expect([acts.onTake, acts.onLater, acts.onLeaveOut, acts.onOpen].map(({ mock }) => mock.calls.length)).toEqual([1, 1, 1, 1]);
    expect(acts.onOpen).toHaveBeenCalledWith('Lamp');
  });

  it('is nothing where nothing wants hands', () => {
    show({});
    expect(screen.getByText(/Nothing wants hands until/)).toBeTruthy();
  });
});

describe('what stands behind it', () => {
  it('is what comes then, what can be put on first, and what does not fit with the reason', () => {
    const soak = task('Torch', 0, { item: item({ of: 'soak', attended: false, run: 'soak' }), end: 40 });
    const left = { ...task('Panel', 0), because: 'no instrument' as const, of: 'thermometer', minutes: 39 };
    show({ tasks: [task('Lamp', 0), soak, ...Array.from({ length: 9 }, (_, index) => task(`Clip ${index}`, 5 + index))], left: [left] });
    expect(screen.getByText(/Put on first/).textContent).toContain('runs by itself for 40 min');
    expect(screen.getByText('and 3 more until', { exact: false })).toBeTruthy();
    expect(screen.getByText('no thermometer: taken for 39 min of it')).toBeTruthy();
  });
});
