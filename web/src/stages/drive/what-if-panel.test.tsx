import { describe, expect, it } from '@jest/globals';
import { type Appraisal, analysisOf, appraise, replay } from '@mindful-probe/core';
import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, entriesOf, renderOpen, type TestLine } from '../../testing/render-open.testing.tsx';
import { WhatIfPanel } from './what-if-panel.tsx';

function show(lines: readonly TestLine[]): void {
  const appraisal = appraise(analysisOf(replay(entriesOf(...lines)), 0));
  if (!appraisal.ok) throw new Error(appraisal.error.message);
  renderOpen(<WhatIfPanel appraisal={appraisal.value as Appraisal} />, { lines });
}

const volts = () => screen.getByLabelText<HTMLInputElement>(/^Another supply, V/);
const slider = (name: RegExp) => screen.getByRole<HTMLInputElement>('slider', { name });

describe('what the circuit meets in life', () => {
  it('another supply is typed in volts, with a comma too, and the slider goes along', async () => {
    show(CLIP);
    expect(volts().value).toBe('5');
    await userEvent.clear(volts());
    await userEvent.type(volts(), '6,5');
    expect(slider(/^Supply/).getAttribute('aria-valuetext')).toBe('130 %');
  });

  it.each(['0', '900', 'mains', ''])('“%s” is no supply: the range is said, and what was there stands', async (typed) => {
    show(CLIP);
    await userEvent.clear(volts());
    if (typed !== '') await userEvent.type(volts(), typed);
    expect(volts().getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByText('0.1 to 500 V')).toBeTruthy();
    fireEvent.blur(volts());
    expect(screen.queryByText('0.1 to 500 V')).toBeNull();
    expect(Number(volts().value)).toBeGreaterThan(0);
  });

  it('heat follows the slider; the charge of cells is asked only where there are any', () => {
    show(CLIP);
    fireEvent.change(slider(/^Temperature/), { target: { value: '60' } });
    expect(slider(/^Temperature/).getAttribute('aria-valuetext')).toBe('60 °C');
    expect(screen.queryByRole('slider', { name: /^Charge/ })).toBeNull();
  });

  it('of a gadget on cells it is their charge, and there are no other volts', () => {
    show(['B1 3 aaa alkaline', 'R1 27r on B1.+ X', 'D1 led white on X B1.-']);
    expect(slider(/^Charge of the cells/).getAttribute('aria-valuetext')).toBe('100 %');
    expect(screen.queryByLabelText(/^Another supply/)).toBeNull();
  });
});
