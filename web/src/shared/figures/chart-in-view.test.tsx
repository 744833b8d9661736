import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { act, render, screen } from '@testing-library/react';
import { lazy } from 'react';
import { ChartInView } from './chart-in-view.tsx';

/** An observer that says what is in view when it is told to: the browser of these tests lays nothing out. */
let tell: ((isInView: boolean) => void) | undefined;

class ToldObserver {
  constructor(private readonly hear: (entries: unknown[], observer: unknown) => void) {}
  readonly thresholds = [0];
  observe(target: Element) {
    tell = (isInView) => this.hear([{ target, isIntersecting: isInView, intersectionRatio: isInView ? 1 : 0 }], this);
  }
  unobserve() {}
  disconnect() {}
}

describe('the place of a chart', () => {
  beforeEach(() => void Object.assign(globalThis, { IntersectionObserver: ToldObserver }));
  afterEach(() => {
    Reflect.deleteProperty(globalThis, 'IntersectionObserver');
    jest.restoreAllMocks();
  });

  it('says the chart in words from the beginning, and fetches it when it comes into view', async () => {
    const load = jest.fn(async () => ({ default: () => <svg data-testid="drawn" /> }));
    const Chart = lazy(load);
    render(
      <ChartInView label="Volts over time" width={400} height={150}>
        <Chart />
      </ChartInView>,
    );
    const place = screen.getByRole('img', { name: 'Volts over time' });
    expect(place.style.minHeight).toBe('150px');
    await act(async () => tell?.(false));
    expect(load).not.toHaveBeenCalled();
    await act(async () => tell?.(true));
    expect(await screen.findByTestId('drawn')).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(1);
  });

  it('says what it would have shown where it cannot be fetched', async () => {
    jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const Chart = lazy(() => Promise.reject(new TypeError('Failed to fetch')));
    render(
      <ChartInView label="Volts over time" width={400} height={150}>
        <Chart />
      </ChartInView>,
    );
    await act(async () => tell?.(true));
    expect(await screen.findByText(/could not be fetched from the server.*Volts over time/)).toBeTruthy();
  });
});
