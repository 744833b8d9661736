import { beforeAll, describe, expect, it } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { axeFindings } from './axe.ts';
import { confirmGate, enterLine, focusOn, goTo, makeSpecimen, pressButton, tabTo, typeLine, waitForText } from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('start', {});
let page: Page;

beforeAll(() => {
  page = bench.page;
});

async function begin(name: string, ...lines: readonly string[]): Promise<void> {
  await page.goto(`${bench.app.url}/`, { waitUntil: 'load' });
  await page.waitForSelector('h1');
  await makeSpecimen(page, name);
  for (const line of lines) await enterLine(page, line);
}

const rowOf = (words: string) =>
  page.$$eval(
    'section[aria-label="Modes"] tbody tr',
    (rows, wanted) => rows.find((row) => row.textContent?.startsWith(wanted))?.textContent,
    words,
  );

describe('what a gadget can be switched to', () => {
  it('is said in a line, read in its mode, and looked at by itself', async () => {
    await begin('Cellar torch', 'B1 18650 2500mah on P G', 'U1 sink 900ma 0.3v on M G', 'D1 led white 3535 on P M', 'mode half');
    await goTo(page, 'r', 'Readings');
    await typeLine(page, 'in 4.0v 0.24a mode half');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[data-gate]');
    const gates = await page.$$eval('[data-gate]', (all) => all.map((one) => one.getAttribute('data-gate') ?? ''));
    for (const gate of gates) await confirmGate(page, gate);
    await waitForText(page, '1 read in it');
    await goTo(page, 'd', 'Drive');
    await waitForText(page, 'as traced');
    await page.waitForFunction(() => document.querySelectorAll('section[aria-label="Modes"] tbody tr').length === 2);
    expect(await rowOf('half')).toMatch(/240/);
    await tabTo(page, 'as traced');
    await page.keyboard.press('ArrowRight');
    await waitForText(page, 'In mode half, from the readings in it.');
    expect(await axeFindings(page)).toEqual([]);
  });
});

describe('a strip', () => {
  it('is one line on the tape, and Drive says where it would better be fed', async () => {
    await begin('Window string', 'V1 adapter 24v 1a on P G');
    await enterLine(page, 'strip 25 x 8 led white 5mm 470r 12m 0.21r on P G');
    await goTo(page, 't', 'Trace');
    await waitForText(page, '48 parts');
    const typed = await page.$$eval('aside', (asides) => (asides[0]?.textContent?.match(/strip 25 x 8/g) ?? []).length);
    expect(typed).toBe(1);
    await goTo(page, 'd', 'Drive');
    await page.waitForSelector('[role="tab"][id$="along-the-wires"]');
    await focusOn(page, '[role="tab"][id$="along-the-wires"]');
    await waitForText(page, 'wires of twice the copper');
    expect(await axeFindings(page)).toEqual([]);
  });
});

describe('a board cut free', () => {
  it('has its choice of cells, and is taken without mains', async () => {
    await begin(
      'Effect bulb',
      'V1 ac 230v 50hz on L N',
      'C1 680nF X2 on L X',
      'B1 bridge on X N P M',
      'C2 220uF 35v on P M',
      'Z1 zener 5v1 on M P',
      'R1 47r on P A',
      'D1 led orange 5mm on A M',
    );
    await goTo(page, 'w', 'Rework');
    // It is there once the circuit is solved, which is later than the title of the stage.
    await page.waitForFunction(() => {
      const summary = [...document.querySelectorAll('summary')].find((one) => one.textContent?.startsWith('Use the board'));
      summary?.focus();
      return summary !== undefined;
    });
    await page.keyboard.press('Enter');
    await page.waitForSelector('details[open] select');
    const [plus, minus] = await page.$$('details[open] select');
    await plus?.select('P');
    await minus?.select('M');
    await waitForText(page, 'Free are R1, D1.');
    await pressButton(page, 'take');
    await waitForText(page, 'taken:');
    await waitForText(page, 'Both wires or tracks between what stays and the rest');
    expect(await page.$eval('main', ({ textContent }) => textContent ?? '')).not.toContain('Altered: this thing runs on mains');
    expect(await axeFindings(page)).toEqual([]);
  });
});
