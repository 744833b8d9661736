import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from '@jest/globals';
import type { ElementHandle, Page } from 'puppeteer-core';
import { clickOn, enterLine, goTo, makeSpecimen, pressButton, tabTo, waitForText } from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('start');
let page: Page;

beforeAll(() => {
  page = bench.page;
});

async function newSpecimen(name: string): Promise<void> {
  await page.goto(`${bench.app.url}/`, { waitUntil: 'load' });
  await page.waitForSelector('h1');
  await makeSpecimen(page, name);
  await goTo(page, 't', 'Trace');
}

describe('marks', () => {
  it('a mark that was found out is kept for every specimen, and found though misread', async () => {
    await page.goto(`${bench.app.url}/marks`, { waitUntil: 'load' });
    await waitForText(page, 'Marks', 'h1');
    await pressButton(page, 'Add a mark');
    for (const [label, words] of [
      ['Mark, as printed', 'Q80'],
      ['Body', 'sod-123'],
      ['What it is', 'zener diode, 8.2 V'],
      ['As the bench line enters it', 'zener 8.2v'],
    ] as const) {
      await tabTo(page, label);
      await page.keyboard.type(words);
    }
    await page.keyboard.press('Enter');
    await waitForText(page, 'Q80 is kept');
    await newSpecimen('With a zener');
    await enterLine(page, 'Z1 mark QBO on 1 2');
    await waitForText(page, '8.20 V');
  });

  it('a chip is joined by what its mark says, and what is missing around it is offered', async () => {
    await page.goto(`${bench.app.url}/marks`, { waitUntil: 'load' });
    await waitForText(page, 'Marks', 'h1');
    await pressButton(page, 'Add a mark');
    const keep = async (fields: readonly (readonly [label: string, words: string])[]) => {
      for (const [label, words] of fields) {
        await tabTo(page, label);
        await page.keyboard.down('Control');
        await page.keyboard.press('a');
        await page.keyboard.up('Control');
        await page.keyboard.type(words);
      }
      await page.keyboard.press('Enter');
    };
    await keep([
      ['Mark, as printed', 'MV9'],
      ['What it is', 'linear driver'],
      ['As the bench line enters it', 'sink 1v'],
      ['Pins from 1 on', 'sense, led, ground'],
      ['Which of them the circuit has', 'led, gate'],
      ['Current set between', 'sense-ground'],
      ['Usually around it', 'R 20r sense-ground'],
      ['Reference, volts', '0.4'],
    ]);
    await waitForText(page, '“gate” is neither one of its pins', '[role=alert]');
    await keep([['Which of them the circuit has', 'led, sense']]);
    await waitForText(page, 'MV9 is kept');
    await newSpecimen('With a driver');
    for (const line of ['V1 9v on P G', 'D1-D2 led white series on P K', 'U1 mark MV9 on S K G']) await enterLine(page, line);
    await waitForText(page, 'Usual from sense to ground, not found:', '[aria-label="By its mark"]');
    await pressButton(page, 'R1 20r on S G');
    await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Bench line');
    await page.keyboard.press('Enter');
    await waitForText(page, 'What sets its current is there now', '[aria-label="By its mark"]');
    await pressButton(page, 'U1 mark MV9');
    await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Bench line');
    await page.keyboard.press('Enter');
    // 0.4 V over 20 Ω.
    await waitForText(page, '20.0 mA', '[aria-label="By its mark"]');
    await waitForText(page, '400 mV over R1');
  });

  it('takes a CSV with what is right in it, and names the rest', async () => {
    await page.goto(`${bench.app.url}/marks`, { waitUntil: 'load' });
    await waitForText(page, 'Marks', 'h1');
    const csv = join(bench.app.folder, 'marks.csv');
    writeFileSync(csv, 'mark,what,note\nAA1,a diode,from a lamp\n,nothing,\n');
    const chooser = await page.waitForSelector('input[data-csv="marks"]');
    await (chooser as ElementHandle<HTMLInputElement>).uploadFile(csv);
    await waitForText(page, '1 mark taken');
    await waitForText(page, 'Line 3: mark');
    await waitForText(page, 'from a lamp');
  });

  it('colours that are no row of bands are said to be none; a meter decides between those that are', async () => {
    await newSpecimen('Bands');
    await page.type('input[placeholder="red violet black gold"]', 'white white pink');
    await waitForText(page, 'No legal row of bands');
    await clickOn(page, 'input[placeholder="red violet black gold"]', { count: 3 });
    await page.keyboard.type('orange violet black gold');
    await page.type('input[placeholder="26.8r"]', '26.8r');
    await waitForText(page, 'the meter’s 26.8 Ω fits');
    expect(await page.$eval('[aria-label=Markings] li button', (button) => button.textContent)).toContain('27.0');
  });
});
