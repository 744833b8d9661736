import { describe, expect, it } from '@jest/globals';
import { openPage } from './harness.ts';
import { useBench } from './use-bench.ts';
import { expectWholeView, settled } from './whole-view.ts';

const STAGES = ['claim', 'first-light', 'opening', 'trace', 'readings', 'drive', 'rework', 'proof', 'write-up'];

const bench = useBench('demo', { bare: true });

describe('every stage of a gadget at its beginning', () => {
  it.each(STAGES)('%s: no serious accessibility finding, no small or lost text, no glyph of the machine, no complaint', async (stage) => {
    await expectWholeView(bench, `/specimens/usb-book-clip/${stage}`);
  });
});

describe('every stage of one that is reworked', () => {
  it.each(STAGES)('%s: as little to find', async (stage) => {
    await expectWholeView(bench, `/specimens/book-clip-reworked/${stage}`);
  });
});

describe('narrow and enlarged', () => {
  it.each([
    ['a tablet', 1024, 1],
    ['a phone', 390, 1],
    ['200 % zoom', 640, 2],
  ])('%s keeps stage, next probe and bench line', async (_, width, scale) => {
    for (const path of [
      '/specimens/usb-book-clip/drive',
      '/specimens/bathroom-mirror-bar/drive',
      '/specimens/usb-book-clip/readings',
      '/',
    ]) {
      const page = await openPage(bench.browser, bench.app.url + path);
      await page.setViewport({ width, height: Math.round(800 / scale), deviceScaleFactor: scale });
      await settled(page);
      const state = await page.evaluate(() => ({
        sideways: document.documentElement.scrollWidth > window.innerWidth + 1,
        benchLine: document.querySelector('input[aria-label="Bench line"]')?.getBoundingClientRect().bottom ?? 0,
        height: window.innerHeight,
        // Words that the right edge cuts off, and that nothing scrolls to.
        cut: [...document.querySelectorAll<HTMLElement>('main :is(p, li, dd, dt, h1, h2, td, th, span)')].flatMap((element) => {
          const box = element.getBoundingClientRect();
          const isReached = element.closest('.overflow-x-auto, .sr-only') !== null;
          return box.width > 0 && box.right > window.innerWidth + 1 && !isReached ? [(element.textContent ?? '').slice(0, 40)] : [];
        }),
      }));
      expect(state.sideways).toBe(false);
      expect(state.cut).toEqual([]);
      expect(state.benchLine).toBeLessThanOrEqual(state.height);
      await page.close();
    }
  });
});
