import { beforeAll, describe, expect, it } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { axeFindings } from './axe.ts';
import { enterLine, goTo, meaning, pressButton, tabTo, typeLine, waitForSaved, waitForText } from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('demo');
let page: Page;

beforeAll(() => {
  page = bench.page;
});

/** A specimen whose rework was taken, as an import brings it. */
async function importReworked(id: string, name: string): Promise<void> {
  const at = new Date(Date.now() - 3_600_000).toISOString();
  const lines = [
    { kind: 'name', name },
    { kind: 'claim', field: 'volts', value: 5, source: 'body' },
    { kind: 'part', part: { ref: 'V1', kind: 'dc', pins: ['P', 'G'], volts: 5 } },
    { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['P', 'A'], ohms: 47 } },
    { kind: 'part', part: { ref: 'D1', kind: 'led', pins: ['A', 'G'], colour: 'white' } },
    {
      kind: 'reading',
      place: { at: 'in' },
      figures: [
        { unit: 'volts', value: 5.02, uncertainty: 0.02 },
        { unit: 'amps', value: 0.041, uncertainty: 0.0005 },
      ],
      condition: { state: 'live' },
    },
    { kind: 'state', state: 'dead' },
    { kind: 'rework', title: '68 Ω for R1', changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 68, rated: { watts: 0.25 } }] },
  ];
  const entries = lines.map((line, index) => ({ ...line, id: `${id}-entry-${index}`, at }));
  const answer = await fetch(`${bench.app.url}/api/specimens`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id, entries }),
  });
  if (!answer.ok) throw new Error(await answer.text());
}

describe('the proof of a reworked clip', () => {
  it('before power: a wrong value stops it, read right it goes on', async () => {
    await importReworked('desk-clip', 'Desk clip');
    await page.goto(`${bench.app.url}/specimens/desk-clip/proof`);
    await waitForText(page, 'Before power, dead');
    await waitForText(page, '0 of 4 measured');
    await enterLine(page, 'in 2.1Mr');
    await enterLine(page, 'R1 680r');
    await waitForText(page, 'it stays without power');
    await page.keyboard.press('b');
    await page.waitForSelector('[data-power-stop]');
    expect(await axeFindings(page)).toEqual([]);
    await pressButton(page, 'Stay unpowered and look');
    expect(await page.$eval('header', ({ textContent }) => textContent)).toContain('dead');
    await page.keyboard.press('Escape');
    await enterLine(page, 'R1 68.1r');
    await page.waitForFunction(() => !document.querySelector('main')?.textContent?.includes('it stays without power'));
  });

  it('first power beside what it should be, and predictions that stay what they were', async () => {
    const predicted = () =>
      page.$$eval('[aria-label="Predicted and measured"] tbody tr', (rows) =>
        rows.map((row) => row.querySelectorAll('td')[1]?.textContent),
      );
    const before = await predicted();
    await enterLine(page, 'in 5.02v 28.9ma');
    await waitForText(page, '2 of 4 measured');
    await waitForText(page, 'as predicted', '[aria-label="First power"]');
    await enterLine(page, 'R1 3.4v');
    await waitForText(page, 'not as predicted');
    await waitForText(page, 'ikeliest');
    expect(await predicted()).toEqual(before);
    await page.keyboard.press('Escape');
    await page.keyboard.press('z');
    await waitForText(page, '2 of 4 measured');
    expect(await axeFindings(page)).toEqual([]);
  });

  it('a soak that climbs past its limit says so while it does, and is stopped', async () => {
    await enterLine(page, 'Tcase 22c cold');
    await enterLine(page, 'soak case 20min limit 60c');
    await waitForText(page, 'four tell where it goes');
    for (const celsius of [30, 41, 52, 58]) {
      await new Promise((resolve) => setTimeout(resolve, 900));
      await enterLine(page, `Tcase ${celsius}c`);
    }
    await waitForText(page, 'switch it off', '[data-soak]');
    await enterLine(page, 'soak stopped: it climbs');
    await waitForText(page, 'stopped: it climbs');
    await page.waitForFunction(() => !document.querySelector('[data-soak]'));
  });

  it('is kept with its reason, what is open is said, and it is looked at again in a month', async () => {
    await waitForText(page, 'predicted readings not taken', '[data-open]');
    await tabTo(page, 'why it stays', 160);
    await page.keyboard.type('Cool and bright enough.');
    await tabTo(page, 'to be looked at again');
    await page.keyboard.press('Space');
    await tabTo(page, 'Sign off');
    await page.keyboard.press('Enter');
    await waitForText(page, 'Signed off');
    await waitForText(page, 'does it still work as it did');
    await waitForSaved(page);
    const markdown = await (await fetch(`${bench.app.url}/api/specimens/desk-clip/write-up.md`)).text();
    expect(markdown).toContain('Cool and bright enough.');
    expect(markdown).toContain('predicted readings not taken');
  });
});

describe('two soaks at once, by the rounds', () => {
  it('stand on the day with their windows, and the one due is taken with its line', async () => {
    await importReworked('hall-clip', 'Hall clip');
    await page.goto(`${bench.app.url}/specimens/hall-clip/proof`);
    await waitForText(page, 'Before power, dead');
    await enterLine(page, 'live');
    await enterLine(page, 'soak lens 30min limit 70c');
    await enterLine(page, 'Tlens 24.1c');
    await waitForSaved(page);
    // The slim line on every specimen leads to the day.
    await page.waitForSelector('[data-due-line]');
    await page.keyboard.press('Escape');
    await page.keyboard.press('g');
    await page.keyboard.press('n');
    await waitForText(page, 'at the bench with');
    await page.waitForFunction(() => {
      const text = document.querySelector('main')?.textContent ?? '';
      return text.includes('Hall clip') && text.includes('Reading-room lamp') && text.includes('soak');
    });
    expect(await axeFindings(page)).toEqual([]);
    await waitForText(page, ': soak');
    // Everything else put off, so that a reading of a soak comes first.
    const dueNow = () => page.$eval('[aria-label="Due now"]', ({ textContent }) => textContent ?? '');
    for (let tries = 0; tries < 20 && !(await dueNow()).includes('temperature of'); tries++) {
      const before = await dueNow();
      await page.keyboard.press('x');
      await page.waitForFunction(
        (old) => (document.querySelector('[aria-label="Due now"]')?.textContent ?? '').slice(0, 60) !== old.slice(0, 60),
        {},
        before,
      );
    }
    expect(await dueNow()).toMatch(/temperature of the (lens|case)/);
    const isLens = (await dueNow()).includes('lens');
    await page.keyboard.press('Enter');
    await waitForText(page, 'Soak, burn-in and runtime');
    await page.waitForFunction(
      (line) => document.querySelector<HTMLInputElement>('input[aria-label="Bench line"]')?.value.startsWith(line),
      {},
      isLens ? 'Tlens' : 'Tcase',
    );
  });

  it('a later one and one for the calendar; another calendar keeps the hands', async () => {
    await page.goto(`${bench.app.url}/rounds`);
    await waitForText(page, 'at the bench with');
    await page.keyboard.press('l');
    await waitForText(page, 'in 10 minutes');
    const soon = new Date(Date.now() + 30 * 60_000).toISOString().replace(/[-:]|\.\d+/g, '');
    const end = new Date(Date.now() + 60 * 60_000).toISOString().replace(/[-:]|\.\d+/g, '');
    const text = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:a\r\nSUMMARY:Reading hour\r\nDTSTART:${soon}\r\nDTEND:${end}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
    await page.evaluate((content) => {
      const input = document.querySelector<HTMLInputElement>('input[aria-label="Calendar file"]');
      const files = new DataTransfer();
      files.items.add(new File([content], 'library.ics', { type: 'text/calendar' }));
      if (!input) throw new Error('no calendar file can be chosen');
      input.files = files.files;
      input.dispatchEvent(new Event('change', { bubbles: true }));
    }, text);
    await waitForText(page, '1 event keeps the hands');
  });
});

describe('a soak read by the stand-in thermometer', () => {
  it('gets its temperature by the space bar and its time by the clock', async () => {
    await page.goto(`${bench.app.url}/specimens/usb-book-clip/proof`);
    await waitForText(page, 'Soak, burn-in and runtime');
    await goTo(page, 'p', 'Proof');
    await tabTo(page, 'Instruments');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] select');
    await (await page.$('[role=dialog] select'))?.select('usb-book-clip');
    await page.keyboard.press('Escape');
    await enterLine(page, 'live');
    await enterLine(page, 'soak case 20min');
    await typeLine(page, 'Tcase ');
    await page.keyboard.press('Space');
    await page.waitForFunction(() => /, taken from/.test(document.querySelector('#bench-meaning')?.textContent ?? ''));
    expect(await meaning(page)).toMatch(/Tcase [\d.]+c, taken from/);
    await waitForText(page, 'one reading', '[data-soak]');
  });
});

describe('the mirror bar at half its power, by the stand-in meters', () => {
  it('reads at its plug and over its string what was predicted, and the hum is noted beside what it was', async () => {
    await page.goto(`${bench.app.url}/specimens/hall-mirror-bar/proof`);
    await waitForText(page, 'Predicted');
    await goTo(page, 'p', 'Proof');
    await tabTo(page, 'Instruments');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] select');
    await (await page.$('[role=dialog] select'))?.select('hall-mirror-bar');
    await page.keyboard.press('Escape');
    await enterLine(page, 'live');
    const outcomes = () =>
      page.$$eval('[aria-label="Predicted and measured"] tbody tr', (rows) => rows.map(({ textContent }) => textContent ?? ''));
    const before = await outcomes();
    for (const line of ['in ', 'D1 ']) {
      await typeLine(page, line);
      await page.keyboard.press('Space');
      await page.waitForFunction(() => /, taken from/.test(document.querySelector('#bench-meaning')?.textContent ?? ''));
      await page.keyboard.press('Enter');
      await page.waitForFunction(() => document.querySelector<HTMLInputElement>('input[aria-label="Bench line"]')?.value === '');
    }
    await page.waitForFunction(
      (old) => document.querySelector('[aria-label="Predicted and measured"]')?.textContent !== old.join(''),
      {},
      before,
    );
    const read = await outcomes();
    expect(read.filter((row) => row.includes('not as predicted'))).toEqual([]);
    expect(read.filter((row) => row.includes('as predicted')).length).toBeGreaterThan(1);
    await page.waitForFunction(() => {
      const rows = [...document.querySelectorAll('[aria-label="Light before and after"] li')];
      const button = rows.find((row) => row.textContent?.startsWith('Sound'))?.querySelector('button');
      button?.click();
      return button !== undefined && button !== null;
    });
    await waitForSaved(page);
    const markdown = await (await fetch(`${bench.app.url}/api/specimens/hall-mirror-bar/write-up.md`)).text();
    expect(markdown).toContain('Noticed, sound: none');
    expect(await axeFindings(page)).toEqual([]);
  });
});
