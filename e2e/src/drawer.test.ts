import { beforeAll, describe, expect, it } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { axeFindings } from './axe.ts';
import {
  choose,
  clickOn,
  enterLine,
  focusOn,
  goTo,
  makeSpecimen,
  openPage,
  pressButton,
  tabTo,
  typeLine,
  waitForSaved,
  waitForText,
} from './harness.ts';
import { useBench } from './use-bench.ts';

// A count that is refused is what is tested.
const bench = useBench('start', { forgiven: /409/ });
let page: Page;

beforeAll(() => {
  page = bench.page;
});

const free = (tab: Page) =>
  tab.$eval('main tbody tr td:nth-child(3)', ({ textContent }) => Number.parseInt(textContent?.replace(/\D/g, '') ?? '', 10));

describe('the drawer', () => {
  it('is reached by keyboard, and takes a line by what it means', async () => {
    await page.keyboard.press('g');
    await page.keyboard.press('i');
    await waitForText(page, 'Drawer', 'h1');
    await tabTo(page, 'Into the drawer');
    await page.keyboard.type('3 x 100r 0.25w in strip 2B');
    await waitForText(page, '3 × 100 Ω 0.25 W, in strip 2B');
    await page.keyboard.press('Enter');
    await waitForText(page, '3 × 100 Ω 0.25 W added');
    await page.keyboard.type('7 x bananas');
    await page.keyboard.press('Enter');
    await waitForText(page, 'what kind of part?');
    expect(await axeFindings(page)).toEqual([]);
  });

  it('never goes below nothing from two tabs', async () => {
    const other = await openPage(bench.browser, `${bench.app.url}/drawer`);
    await waitForText(other, '100 Ω');
    for (const tab of [page, other, page]) {
      await tab.bringToFront();
      await tab.click('[aria-label^="one less"]');
      await tab.waitForNetworkIdle({ idleTime: 200 });
    }
    // A page in the background draws nothing, and is waited for in vain.
    await other.bringToFront();
    await other.reload({ waitUntil: 'load' });
    await waitForText(other, '100 Ω');
    expect(await free(other)).toBe(0);
    // The other tab still shows one, and is told that there is none.
    await page.bringToFront();
    await page.reload({ waitUntil: 'load' });
    await waitForText(page, '100 Ω');
    expect(await page.$eval('[aria-label^="one less"]', (button) => (button as HTMLButtonElement).disabled)).toBe(true);
    await clickOn(page, '[aria-label^="one more"]');
    await page.waitForNetworkIdle({ idleTime: 200 });
    expect(await free(page)).toBe(1);
    await other.close();
  });

  it('a way out of it alone: its part is promised when it is taken, and free again when another is chosen', async () => {
    await page.goto(`${bench.app.url}/`, { waitUntil: 'load' });
    await page.waitForSelector('h1');
    await makeSpecimen(page, 'Window candle');
    for (const line of ['V1 5v', 'R1 47r 0.25w on V1.+ A', 'D1 led white rated 30ma on A V1.-']) await enterLine(page, line);
    await goTo(page, 'w', 'Rework');
    await choose(page, '[aria-label="From"]', 'drawer');
    await focusOn(page, '[aria-label="Wanted current"]');
    await page.keyboard.press('Enter');
    await waitForText(page, '100 Ω for R1');
    await waitForText(page, 'ways kept');
    const found = await page.$$eval('main tbody tr', (rows) => rows.map(({ textContent }) => textContent ?? ''));
    for (const row of found) expect(row).toContain('drawer');
    await tabTo(page, '100', 90);
    await page.keyboard.press('Enter');
    await pressButton(page, 'Take this way');
    await waitForText(page, 'taken:');
    const drawer = await openPage(bench.browser, `${bench.app.url}/drawer`);
    await drawer.bringToFront();
    await waitForText(drawer, 'free');
    expect(await free(drawer)).toBe(0);
    await page.bringToFront();
    await pressButton(page, 'choose another way');
    await page.waitForSelector('[aria-label="Goal"]');
    await page.waitForNetworkIdle({ idleTime: 300 });
    await drawer.bringToFront();
    await drawer.reload({ waitUntil: 'load' });
    await waitForText(drawer, '100 Ω');
    expect(await free(drawer)).toBe(1);
  });

  it('what a gadget that is not repaired leaves goes into the drawer, once, and out again when that is undone', async () => {
    const page = bench.page;
    await page.bringToFront();
    await page.goto(`${bench.app.url}/`, { waitUntil: 'load' });
    await page.waitForSelector('h1');
    await makeSpecimen(page, 'Bent bulb');
    for (const line of ['V1 24v on P G', 'R1 39r 0.25w on P A', 'D1-D8 led white 2835 series on A G']) await enterLine(page, line);
    await typeLine(page, 'keep D9 in box 3');
    await waitForText(page, 'D9 is not on the board', '#bench-meaning');
    await typeLine(page, '');
    await enterLine(page, 'keep D1-D5 R1 in box 3');
    await page.waitForFunction(() => localStorage.getItem('probe.drawer-calls') === null);
    await waitForSaved(page);
    await page.reload({ waitUntil: 'load' });
    await waitForText(page, 'keep D1-D5 R1 in box 3', '[aria-label="Entries"]');
    await page.goto(`${bench.app.url}/drawer`, { waitUntil: 'load' });
    await waitForText(page, '39.0 Ω');
    const counts = () =>
      page.$$eval('main tbody tr', (all) =>
        all
          .filter(({ textContent }) => textContent?.includes('box 3'))
          .map((row) => Number(row.querySelector('td:nth-child(3)')?.textContent?.replace(/\D/g, '')))
          .sort(),
      );
    expect(await counts()).toEqual([1, 5]);
    await page.goBack({ waitUntil: 'load' });
    await waitForText(page, 'keep D1-D5 R1 in box 3', '[aria-label="Entries"]');
    await focusOn(page, '[aria-label="Entries"] button');
    await page.keyboard.press('z');
    await waitForSaved(page);
    await page.waitForFunction(() => localStorage.getItem('probe.drawer-calls') === null);
    await page.goto(`${bench.app.url}/drawer`, { waitUntil: 'load' });
    await waitForText(page, 'box 3');
    expect(await counts()).toEqual([0, 0]);
  });
});
