import { beforeAll, describe, expect, it } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { axeFindings } from './axe.ts';
import { confirmGate, enterLine, focusOn, goTo, makeSpecimen, meaning, pressButton, tabTo, typeLine } from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('demo', { forgiven: /status of 422/ });
let page: Page;

beforeAll(() => {
  page = bench.page;
});

async function readingsOf(id: string): Promise<void> {
  await page.goto(`${bench.app.url}/specimens/${id}/readings`, { waitUntil: 'load' });
  await shown('Next test, safest first');
}

async function shown(text: string): Promise<void> {
  await page.waitForFunction((wanted) => document.querySelector('main')?.textContent?.includes(wanted), {}, text);
}

/** The words of the test that is proposed, once it is another one than before. */
async function nextTest(before = ''): Promise<string> {
  const read = (was: string) => {
    const words = document.querySelector('[aria-label="Next test"] button')?.textContent ?? '';
    return words !== '' && words !== was && !/from before/.test(document.querySelector('main')?.textContent ?? '') ? words : false;
  };
  const handle = await page.waitForFunction(read, {}, before);
  return ((await handle.jsonValue()) as string).replace(/\s/g, ' ');
}

/** The likeliest fault, with its probability. */
function likeliest(): Promise<string> {
  return page.$eval('[aria-label=Faults] li', ({ textContent }) => (textContent ?? '').replace(/\s+/g, ' '));
}

/** `n` puts the line of the proposed test there; the rest of it is typed. */
async function answer(rest: string): Promise<void> {
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await page.keyboard.type(rest);
  await page.keyboard.press('Enter');
}

/** Goes where a link leads. */
async function follow(words: string): Promise<void> {
  await tabTo(page, words, 120);
  await page.keyboard.press('Enter');
}

describe('a kitchen spot with an open package and a bad crimp', () => {
  it('is found in the proposed order, by keyboard and with the stand-in meter', async () => {
    await readingsOf('kitchen-spot');
    expect(await nextTest()).toBe('D5 at 5 mA');
    expect(await axeFindings(page)).toEqual([]);
    await typeLine(page, 'D5 dark');
    await page.waitForFunction(() =>
      /D5 open, 0\.\d\d → (0\.9\d|> 0\.99)/.test(document.querySelector('#bench-meaning')?.textContent ?? ''),
    );
    await page.keyboard.press('Enter');
    await shown('likely enough to act on');
    expect(await likeliest()).toMatch(/^1 ?D5 open ?(0\.9|> 0\.99)/);
    // It was knocked back to life once: the crimp is read as well before it is closed up.
    await tabTo(page, 'Instruments');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] select');
    await (await page.$('[role=dialog] select'))?.select('kitchen-spot');
    await page.keyboard.press('Escape');
    // Its neighbour by the bench supply, clipped on its pads: the volts are the supply's own.
    await page.keyboard.press('/');
    await page.keyboard.type('D8 ');
    await page.keyboard.press('Space');
    await page.waitForSelector('button[aria-label^="D8 5."]');
    await page.keyboard.press('Escape');
    await page.keyboard.press('/');
    await page.keyboard.type('K1 ');
    await page.keyboard.press('Space');
    await shown('D5 open, and K1');
    await shown('surge in each chip');
    await shown('D5 linked out');
  });

  it('goes over into Rework with the package to be linked out, and the decision stays with its reason', async () => {
    await focusOn(page, '[aria-label="Repair or not"] input');
    await page.keyboard.type('the brass is nice');
    await pressButton(page, 'repair it');
    await shown('because: the brass is nice');
    await page.reload({ waitUntil: 'load' });
    await shown('because: the brass is nice');
    await follow('to Rework: link D5 out');
    await page.waitForSelector('[aria-label="Dead parts"]');
    await focusOn(page, '[aria-label="Dead parts"]');
    expect(await page.$eval('[aria-label="Dead parts"]', (field) => (field as HTMLInputElement).value)).toBe('D5');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => /2 chips of D1-D9 linked out/.test(document.querySelector('main')?.textContent ?? ''));
    expect(await axeFindings(page)).toEqual([]);
  });
});

describe('a dim lamp with a worn dropper', () => {
  it('is its capacitor, with what is left of it, before a probe comes near mains', async () => {
    await readingsOf('stairwell-lamp');
    // Nothing near mains is touched: an in-line meter, or something dead.
    expect(await nextTest()).not.toMatch(/volts/);
    await typeLine(page, 'in 230v 10.1ma 0.48w');
    await page.keyboard.press('Enter');
    await confirmGate(page, 'mains');
    await shown('likely enough to act on');
    expect(await likeliest()).toMatch(/^1 ?C1 now 1[3-6]\d nF/);
    await enterLine(page, 'dead');
    await enterLine(page, 'C1 141nf');
    await page.waitForFunction(() =>
      /^1 ?C1 now 1[34]\d nF/.test((document.querySelector('[aria-label=Faults] li')?.textContent ?? '').replace(/\s/g, ' ')),
    );
    await shown('to Rework');
  });
});

describe('a torch whose spring has gone to 3 ohm', () => {
  it('is told from flat cells by their volts, and the spring by its ohms', async () => {
    await readingsOf('shed-torch');
    const first = await nextTest();
    expect(first).toBe('B1, volts');
    await answer('4.61v');
    await page.waitForFunction(() => !/^1 ?B1 flat/.test(document.querySelector('[aria-label=Faults] li')?.textContent ?? ''));
    await enterLine(page, 'dead');
    for (const line of ['R1 1.55r', 'S1 0.1r', 'B1 3.2r']) await enterLine(page, line);
    await shown('likely enough to act on');
    expect(await likeliest()).toMatch(/^1 ?B1, a contact of the cells: about [34] Ω/);
  });
});

describe('a lamp of which nothing is traced', () => {
  it('begins at First light, stands on what is usual, and says so; mended, it is over', async () => {
    await page.goto(`${bench.app.url}/`, { waitUntil: 'load' });
    await page.waitForSelector('h1');
    await makeSpecimen(page, 'Lamp from the cellar');
    await goTo(page, 'f', 'First light');
    await pressButton(page, 'does not light');
    await shown('find out what is broken');
    await follow('find out what is broken');
    await shown('Nothing is traced yet.');
    expect(await axeFindings(page)).toEqual([]);
    await pressButton(page, 'take it for that');
    await shown('Assumed: nothing is traced yet');
    await nextTest();
    await typeLine(page, 'D4 purple');
    expect(await meaning(page)).not.toMatch(/Enter/);
    await page.keyboard.press('Escape');
    await enterLine(page, 'D4 dark spot');
    await page.waitForFunction(() => /^1 ?D4 open/.test(document.querySelector('[aria-label=Faults] li')?.textContent ?? ''));
    await enterLine(page, 'it works');
    await page.waitForFunction(() => !/Next test/.test(document.querySelector('main')?.textContent ?? ''));
    await shown('No parts are traced yet');
  });
});
