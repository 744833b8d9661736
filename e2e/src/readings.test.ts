import { rmSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { Browser, Page } from 'puppeteer-core';
import { enterLine, goTo, newFolder, openBrowser, openPage, pressNew, type RunningApp, startApp, tabTo, waitForText } from './harness.ts';

let app: RunningApp;
let browser: Browser;
let page: Page;
const complaints: string[] = [];

beforeAll(async () => {
  app = await startApp('start', newFolder());
  browser = await openBrowser();
  page = await openPage(browser, `${app.url}/`, complaints);
  await pressNew(page);
  await page.keyboard.type('Night light');
  await page.keyboard.press('Enter');
  await waitForText(page, 'Claim', 'h1');
}, 90_000);

afterAll(async () => {
  await browser?.close();
  await app?.stop();
  rmSync(app.folder, { recursive: true, force: true });
  expect(complaints).toEqual([]);
});

describe('readings that do not fit', () => {
  it('are said with their likeliest cause, and the wrong one is struck by keyboard', async () => {
    for (const line of [
      'claim 5v body',
      'V1 5v on A G',
      'R1 27r on A B',
      'R2 100r on B C',
      'D1 led red on C G',
      'V1 5.00v',
      'R1 6.49v',
      'R2 2.404v',
      'D1 1.947v',
    ])
      await enterLine(page, line);
    await goTo(page, 'r', 'Readings');
    await waitForText(page, '“R1 6.49v”: 6.49 V where the others expect');
    await waitForText(page, 'a range of 10 above it');
    await tabTo(page, 'strike it');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.querySelector('[aria-label="Does not fit"]') === null);
    expect(await page.$eval('aside', (tape) => tape.textContent)).toContain('does not fit the others');
  }, 60_000);
});
