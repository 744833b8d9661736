import { expect, it } from '@jest/globals';
import type { RuntimeProof } from '@mindful-probe/core';
import { render, screen } from '@testing-library/react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { CostLine } from '../../shared/figures/cost-line.tsx';
import { renderOpen } from '../../testing/render-open.testing.tsx';
import { RuntimePanel } from './runtime-panel.tsx';

const PROOF: RuntimeProof = {
  points: [
    { hours: 0.1, light: { value: 1, uncertainty: 0 }, predicted: 0.99 },
    { hours: 4, light: { value: 0.45, uncertainty: 0.01 }, predicted: 0.6 },
  ],
  hours: 3.7,
  ranHours: 4,
  predicted: { hours: 5, endedBy: 'half-light' },
  low: 3.33,
  high: 6.67,
  outcome: 'as predicted',
};

it('a run on its cells says how long, against what, and the readings in words for who does not see the chart', () => {
  render(<RuntimePanel runtime={PROOF} />);
  expect(screen.getByText('as predicted')).toBeTruthy();
  expect(screen.getByText(/3\.7 h until it gives half its first light; predicted were 5\.0 h, 3\.3 h to 6\.7 h/)).toBeTruthy();
  expect(screen.getByRole('img', { name: /4\.0 h: 45 %, predicted 60 %/ })).toBeTruthy();
});

it('a run that goes on says for how long it was watched, and judges nothing', () => {
  const { hours: _, ...open } = PROOF;
  render(<RuntimePanel runtime={{ ...open, ranHours: 0.5, points: [], outcome: 'open' }} />);
  expect(screen.getByText(/Watched for 30 min; predicted were/)).toBeTruthy();
  expect(screen.queryByText(/as predicted/)).toBeNull();
});

function Costs() {
  return <CostLine specimen={useOpenSpecimen().specimen} />;
}

it('costs are shown once something was said of them, and a price on the box alone is none', () => {
  const { unmount } = renderOpen(<Costs />, { lines: ['claim price 14.90'] });
  expect(screen.queryByText(/It cost/)).toBeNull();
  unmount();
  renderOpen(<Costs />, { lines: ['claim price 14.90', 'cost 3.40 parts', 'cost 50min work'] });
  expect(
    screen.getByText(/It cost 14\.90 for it, 3\.40 for parts, 50 minutes of work\. Against 14\.90 for buying it new that saves 11\.50\./),
  ).toBeTruthy();
});
