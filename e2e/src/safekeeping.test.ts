import { rmSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import {
  enterLine,
  goTo,
  meaning,
  newFolder,
  newPage,
  openPage,
  pressButton,
  pressNew,
  startApp,
  typeLine,
  waitForText,
} from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('demo', { bare: true });

function clip(): Promise<Page> {
  return openPage(bench.browser, `${bench.app.url}/specimens/usb-book-clip/readings`);
}

describe('one folder, one server', () => {
  it('a second server on the same folder is refused in words, and the first goes on', async () => {
    await expect(startApp('start', bench.app.folder)).rejects.toThrow(/already writing to/);
    expect((await fetch(`${bench.app.url}/api/health`)).ok).toBe(true);
  });

  it('a busy port gives way to another one, which is said', async () => {
    const second = await startApp('start', newFolder(), Number(new URL(bench.app.url).port));
    expect(second.url).not.toBe(bench.app.url);
    await second.stop();
    rmSync(second.folder, { recursive: true, force: true });
  });
});

describe('bad input is named and changes nothing', () => {
  it.each([
    ['R1 0.94q', 'is not a unit'],
    ['R1 red red black gold', 'on the board already'],
    ['join R1.1 R1.2', 'R1 joined to itself'],
    ['join V1.+ V1.-', 'a short across V1'],
    ['in 1,000v', 'one, or a thousand'],
    ['gibberish here', 'no word of the bench line'],
  ])('%s', async (line, words) => {
    const page = await clip();
    const before = await page.$$eval('[aria-label="Entries"] li', (list) => list.length);
    await typeLine(page, line);
    await page.keyboard.press('Enter');
    expect(await meaning(page)).toContain(words);
    expect(await page.$eval('input[aria-label="Bench line"]', (input) => (input as HTMLInputElement).value)).toBe(line);
    expect(await page.$$eval('[aria-label="Entries"] li', (list) => list.length)).toBe(before);
    await typeLine(page, '');
    await page.close();
  });

  it('a paste of ten million characters', async () => {
    const page = await clip();
    await typeLine(page, 'note kept');
    await page.evaluate(() => {
      const data = new DataTransfer();
      data.setData('text', 'x'.repeat(10_000_000));
      document.activeElement?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    });
    await page.waitForFunction(() => document.querySelector('#bench-meaning')?.textContent?.includes('10,000,000 characters'));
    expect(await page.$eval('input[aria-label="Bench line"]', (input) => (input as HTMLInputElement).value)).toBe('note kept');
    await typeLine(page, '');
    await page.close();
  });

  it('an LED the wrong way round is drawn so, and carries nothing', async () => {
    const page = await openPage(bench.browser, `${bench.app.url}/`);
    await pressNew(page);
    await page.keyboard.type('Backwards');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname.endsWith('/claim'));
    await goTo(page, 'd', 'Drive');
    await waitForText(page, 'No parts are traced yet');
    await enterLine(page, 'V1 5v usb');
    await enterLine(page, 'R1 100r on V1.+ B');
    await enterLine(page, 'D1 led red on V1.- B');
    await waitForText(page, 'no current flows through D1');
    await waitForText(page, 'the wrong way round');
    await page.close();
  });

  it('a broken ZIP', async () => {
    const page = await openPage(bench.browser, `${bench.app.url}/`);
    await waitForText(page, 'Barn lantern');
    const chooser = await page.$('input[type=file]');
    const { writeFileSync } = await import('node:fs');
    const path = `${bench.app.folder}/broken.zip`;
    writeFileSync(path, 'PK\u0003\u0004 cut short');
    await (chooser as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(path);
    await waitForText(page, 'broken.zip: The ZIP is broken or cut short');
    await page.close();
  });
});

describe('speed', () => {
  it('the shelf and a start on an existing folder are timed, and the shelf is whole after it', async () => {
    const page = await newPage(bench.browser);
    const begun = performance.now();
    await page.goto(bench.app.url, { waitUntil: 'domcontentloaded' });
    await page.waitForFunction(() => document.querySelectorAll('tbody tr').length >= 5);
    const shelfMs = performance.now() - begun;
    await page.close();
    await bench.app.stop();
    bench.app = await startApp('demo', bench.app.folder);
    process.stderr.write(`shelf ${shelfMs.toFixed(0)} ms, start on an existing folder ${bench.app.startedInMs.toFixed(0)} ms\n`);
    const again = await newPage(bench.browser);
    await again.goto(bench.app.url, { waitUntil: 'domcontentloaded' });
    await again.waitForFunction(() => document.querySelectorAll('tbody tr').length >= 5);
    await again.close();
  });

  it('a keystroke is answered on the bench line within a frame', async () => {
    const page = await clip();
    await typeLine(page, 'R1 1.5');
    const frames = await page.evaluate(async () => {
      const input = document.querySelector('input[aria-label="Bench line"]') as HTMLInputElement;
      const setter = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
      const times: number[] = [];
      for (let index = 0; index < 12; index++) {
        const start = performance.now();
        setter?.call(input, `R1 1.${index}v`);
        input.dispatchEvent(new Event('input', { bubbles: true }));
        times.push(performance.now() - start);
        await new Promise((resolve) => requestAnimationFrame(resolve));
      }
      return { worst: Math.max(...times), meaning: document.querySelector('#bench-meaning')?.textContent ?? '' };
    });
    process.stderr.write(`keystroke to meaning, worst of 12: ${frames.worst.toFixed(1)} ms\n`);
    expect(frames.meaning).toContain('across R1');
    await typeLine(page, '');
    await page.close();
  });
});

describe('what takes long', () => {
  it('says so, can be stopped, and computed after all', async () => {
    // 50 and 51 Hz repeat after a second only: many periods to follow.
    const part = (of: Record<string, unknown>) => ({ kind: 'part', part: of });
    const drafts = [
      { kind: 'name', name: 'Two mains' },
      part({ ref: 'V1', kind: 'ac', pins: ['V1.1', 'V1.2'], voltsRms: 230, hertz: 50, tolerance: 0.1 }),
      part({ ref: 'V2', kind: 'ac', pins: ['V2.1', 'V1.1'], voltsRms: 10, hertz: 51, ohms: 1, tolerance: 0.1 }),
      part({ ref: 'C1', kind: 'capacitor', pins: ['V2.1', 'C1.2'], farads: 1e-6, tolerance: 0.1 }),
      part({ ref: 'B1', kind: 'bridge', pins: ['C1.2', 'V1.2', 'B1.3', 'B1.4'] }),
      part({ ref: 'C2', kind: 'capacitor', pins: ['B1.3', 'B1.4'], farads: 100e-6, tolerance: 0.2 }),
      part({ ref: 'D1', kind: 'led', pins: ['B1.3', 'B1.4'], series: 24 }),
    ];
    const entries = drafts.map((draft, index) => ({ ...draft, id: `two-mains-${index}`, at: '2026-03-07T10:00:00Z' }));
    const made = await fetch(`${bench.app.url}/api/specimens`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id: 'two-mains', entries }),
    });
    expect(made.status).toBe(201);
    const page = await openPage(bench.browser, `${bench.app.url}/specimens/two-mains/drive`);
    await waitForText(page, 'Computing: the circuit as found… Stop', 'body');
    await pressButton(page, 'Stop', 'body');
    await waitForText(page, 'Stopped: the figures are those of before', 'body');
    // The page answers meanwhile, and takes entries.
    await enterLine(page, 'note stopped once');
    await page.waitForFunction(() => document.body.textContent?.includes('Computing:'));
    await page.waitForFunction(() => /\d\s*mA/.test(document.querySelector('main')?.textContent ?? ''));
    await page.close();
  });
});
