import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from '@jest/globals';
import type { ElementHandle, Page } from 'puppeteer-core';
import { choose, enterLine, goTo, openSlotTable, pressButton, tabTo, typeLine, waitForText } from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('start', { specimen: 'Night light' });
let page: Page;

beforeAll(() => {
  page = bench.page;
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
  });
});

describe('meters', () => {
  it('one of one’s own is kept, taken in hand, and its load reckoned out of what it reads', async () => {
    await tabTo(page, 'Meters');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog]');
    await tabTo(page, 'Add a meter of your own');
    await page.keyboard.press('Enter');
    await tabTo(page, 'Name');
    await page.keyboard.type('Old needle');
    for (const [label, text] of [
      ['± %', '2'],
      ['+ digits', '0'],
      ['counts', '200'],
      ['input, Ω', '200k'],
    ] as const) {
      await tabTo(page, label);
      await page.keyboard.type(text);
    }
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.querySelector('[aria-label="take Old needle in hand"]') !== null);
    await tabTo(page, 'take Old needle in hand');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await waitForText(page, 'In hand: Old needle (±2 % + 0, 0.2 MΩ, averages)');
    for (const line of ['R3 100k on A H', 'R4 100k on H G', 'R4 2.00v']) await enterLine(page, line);
    await openSlotTable(page);
    // 100 kilohm beside 200 are what the meter saw; without it there is a quarter more.
    await waitForText(page, '2.00 V with the meter on it');
    await waitForText(page, '2.50');
  });
});

describe('a log', () => {
  it('of an oscilloscope becomes a reading at its place, and rubbish is refused in words', async () => {
    const csv = join(bench.app.folder, 'scope.csv');
    const rows = Array.from({ length: 400 }, (_, index) => `${index * 1e-4},${(1.95 + 0.02 * Math.sin(index / 10)).toFixed(4)}`);
    writeFileSync(csv, ['Time (s),CH1 (V)', ...rows].join('\n'));
    const rubbish = join(bench.app.folder, 'rubbish.csv');
    writeFileSync(rubbish, 'nothing,here\nat,all\n');
    const chooser = (await page.waitForSelector('input[data-logged-csv]')) as ElementHandle<HTMLInputElement>;
    await chooser.uploadFile(rubbish);
    await waitForText(page, 'No rows of figures were found', '[role=dialog]');
    await page.keyboard.press('Escape');
    await chooser.uploadFile(csv);
    await waitForText(page, '1.95 V on average', '[role=dialog]');
    await choose(page, '[role=dialog] li label:nth-of-type(2) select', 'ripple');
    await choose(page, '[role=dialog] li label:nth-of-type(3) select', 'D1');
    await pressButton(page, 'Keep as readings');
    // From 1.93 to 1.97 V; the circuit runs on direct current, which has none.
    await waitForText(page, 'D1, ripple volts');
    await waitForText(page, 'on direct current the circuit as traced has no ripple to set it against');
  });
});

describe('an LED lit alone', () => {
  it('is read dead with its current, in a slot of its own, and what is missing is asked for', async () => {
    await typeLine(page, 'D1 chip 1.95v');
    await waitForText(page, 'with which current?', '#bench-meaning');
    await typeLine(page, 'D1 chip 1.95v @ 10v');
    await waitForText(page, 'as @ 30ma', '#bench-meaning');
    await enterLine(page, 'D1 chip 1.93v @ 10ma dead');
    await waitForText(page, 'D1, volts at 10.0 mA', 'table');
    await waitForText(page, 'one chip, lit alone with 10.0 mA, dead', 'table');
  });
});
