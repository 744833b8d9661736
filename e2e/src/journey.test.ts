import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from '@jest/globals';
import { strFromU8, unzipSync } from 'fflate';
import type { Page } from 'puppeteer-core';
import {
  confirmGate,
  enterLine,
  goTo,
  meaning,
  newFolder,
  openSlotTable,
  pressNew,
  startApp,
  tabTo,
  typeLine,
  waitForSaved,
  waitForText,
} from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('start');
let page: Page;

beforeAll(() => {
  page = bench.page;
});

describe('a book clip from first claim to exported write-up, by keyboard alone', () => {
  it('1, 2: an empty shelf offers the first step; a new specimen opens at its claims', async () => {
    await waitForText(page, 'The shelf is empty');
    await pressNew(page);
    await page.keyboard.type('USB book clip');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname.endsWith('/claim'));
    await waitForText(page, 'Claim');
  });

  it('2: claims with their source; one that cannot be is marked at once', async () => {
    await tabTo(page, 'What it says');
    await page.keyboard.type('5 V');
    await page.keyboard.press('Enter');
    await waitForText(page, '5 V');
    await page.keyboard.type('3 W');
    await page.keyboard.press('Enter');
    await page.keyboard.type('180 lm');
    await page.keyboard.press('Enter');
    await waitForText(page, '180 lm');
    expect(await page.$('[aria-label="Doubts"]')).toBeNull();
    await enterLine(page, 'claim 900lm box');
    await waitForText(page, '900 lm from 3 W would be 300 lm/W');
    await enterLine(page, 'claim 500ma body');
    await waitForText(page, '3 W cannot come from 5 V × 500 mA');
  });

  it('3: first light and opening', async () => {
    await goTo(page, 'f', 'First light');
    await typeLine(page, 'in 4.93v 62ma');
    await page.keyboard.press('Enter');
    // So much light is claimed that the eyes are asked for first.
    await confirmGate(page, 'bright');
    await waitForText(page, '306 ±22 mW');
    await enterLine(page, 'dead');
    await goTo(page, 'o', 'Opening');
    await enterLine(page, 'step lens slid out, no screws');
    await enterLine(page, 'mark red = +');
    await waitForText(page, 'lens slid out, no screws');
  });

  it('4: parts and joins are typed, and the circuit draws itself', async () => {
    await goTo(page, 't', 'Trace');
    await enterLine(page, 'V1 5v usb');
    await typeLine(page, 'R1 red violet black gold');
    expect(await meaning(page)).toMatch(/R1, resistor 27\.0\sΩ \(read from the left, E12 value/);
    await page.keyboard.press('Enter');
    await enterLine(page, 'D1 led white rated 30ma');
    await enterLine(page, 'D2 led white rated 30ma');
    await enterLine(page, 'join V1.+ R1.1');
    await enterLine(page, 'join R1.2 D1.+ D2.+');
    await enterLine(page, 'join D1.- D2.- V1.-');
    await page.waitForSelector('[data-schematic="branches"]');
    const label = await page.$eval('[data-schematic]', (element) => element.getAttribute('aria-label'));
    expect(label).toBe('Circuit: V1 from A to B; R1 from A to C; D1 from C to B; D2 from C to B.');
  });

  it('5: a drop becomes a current with its uncertainty, beside what is expected; the supply as measured counts', async () => {
    await goTo(page, 'r', 'Readings');
    await enterLine(page, 'R1 27.1r');
    await typeLine(page, 'R1 1.69v');
    expect(await meaning(page)).toMatch(/across R1: 1\.690 ±0\.0\d+ V, live → 62\.4\smA through R1/);
    await page.keyboard.press('Enter');
    await openSlotTable(page);
    await waitForText(page, 'R1, volts1.690');
    // Ohms are refused now, with the reason, and nothing is lost.
    await typeLine(page, 'R1 27.2r');
    expect(await meaning(page)).toContain('only read dead');
  });

  it('6: drive, with sums that can be followed: 1.69 ÷ 27.1 ÷ 2 = 31.2 mA, 1.04×', async () => {
    await goTo(page, 'd', 'Drive');
    await waitForText(page, '1.04×');
    await tabTo(page, 'D1 average');
    await page.keyboard.press('Enter');
    await waitForText(page, '1.69 V ÷ 27.1 Ω', '[data-radix-popper-content-wrapper]');
    await waitForText(page, '62.4 mA ÷ 2', '[data-radix-popper-content-wrapper]');
    await page.keyboard.press('Escape');
    await page.waitForSelector('[data-watt-plan]');
  });

  it('7: a wanted current gives the next values, each before and after; one is taken', async () => {
    await goTo(page, 'w', 'Rework');
    await enterLine(page, 'goal D1 20ma');
    await waitForText(page, 'for R1');
    await waitForText(page, 'ways kept');
    // Those to the goal before may still be going: then they are waited for once more.
    let titles: (string | null)[] = [];
    for (let tries = 0; tries < 20 && titles.length < 4; tries++) {
      await page.waitForFunction(() => document.querySelectorAll('main tbody button span:first-child').length >= 4);
      await page.waitForNetworkIdle({ idleTime: 300, timeout: 5000 }).catch(() => undefined);
      titles = await page.$$eval('main tbody button span:first-child', (spans) => spans.map((span) => span.textContent));
    }
    expect(titles.length).toBeGreaterThanOrEqual(4);
    await tabTo(page, 'for R1');
    await page.keyboard.press('Enter');
    const chosen = await page.$eval('main [aria-pressed=true] span', (span) => span.textContent ?? '');
    await tabTo(page, 'Take this way');
    await page.keyboard.press('Enter');
    await waitForText(page, chosen, '[aria-label="Entries"]');
  });

  it('8: the predicted readings are a checklist; what is typed is compared with them', async () => {
    await goTo(page, 'p', 'Proof');
    await waitForText(page, '0 of 5 measured');
    const predicted = await page.$$eval('main tbody tr', (rows) => {
      const row = rows.find((candidate) => candidate.textContent?.startsWith('R1, volts'));
      return Number.parseFloat(row?.querySelectorAll('td')[1]?.textContent ?? '');
    });
    await enterLine(page, `R1 ${predicted}v`);
    await waitForText(page, '1 of 5 measured');
    await enterLine(page, `R1 ${(predicted * 1.5).toFixed(2)}v`);
    await waitForText(page, 'not as predicted');
    await page.keyboard.press('z');
    await waitForText(page, '1 of 5 measured');
    await tabTo(page, 'Sign off', 120);
    await page.keyboard.press('Enter');
    await waitForText(page, 'Signed off');
  });

  it('9: the write-up tells it from the facts, with own words, and goes out as Markdown and ZIP', async () => {
    await goTo(page, 'u', 'Write-up');
    await waitForText(page, 'How hard it is driven');
    await tabTo(page, 'Add own words: Verdict', 200);
    await page.keyboard.press('Enter');
    await page.waitForSelector('[contenteditable]:focus');
    await page.keyboard.type('Gentle now.');
    await tabTo(page, 'Keep (Ctrl Enter)', 20);
    await page.keyboard.press('Enter');
    await waitForSaved(page);
    const id = new URL(page.url()).pathname.split('/')[2];
    const markdown = await (await fetch(`${bench.app.url}/api/specimens/${id}/write-up.md`)).text();
    expect(markdown).toContain('Gentle now.');
    expect(markdown.replaceAll('\u2009', ' ')).toContain('1.69 V ÷ 27.1 Ω = 62.4');
    expect(markdown).toContain('data:image/svg+xml;base64,');

    const zip = new Uint8Array(await (await fetch(`${bench.app.url}/api/specimens/${id}/export.zip`)).arrayBuffer());
    const tape = strFromU8(unzipSync(zip)['specimen.tape.json'] as Uint8Array);
    const other = await startApp('start', newFolder());
    try {
      const form = new FormData();
      form.append('file', new Blob([zip]), 'clip.zip');
      await fetch(`${other.url}/api/import`, { method: 'POST', body: form });
      const again = new Uint8Array(await (await fetch(`${other.url}/api/specimens/${id}/export.zip`)).arrayBuffer());
      expect(strFromU8(unzipSync(again)['specimen.tape.json'] as Uint8Array)).toBe(tape);
    } finally {
      await other.stop();
      rmSync(other.folder, { recursive: true, force: true });
    }
  });

  it('nothing was complained of in the console', () => {
    expect(bench.complaints).toEqual([]);
  });
});

it('the first page is under 250 kB of compressed script', async () => {
  const { gzipSync } = await import('node:zlib');
  const { fileURLToPath } = await import('node:url');
  const dist = fileURLToPath(new URL('../../web/dist', import.meta.url));
  const html = readFileSync(join(dist, 'index.html'), 'utf8');
  const scripts = [...html.matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g)].map(([, path]) => path as string);
  const bytes = scripts.reduce((sum, path) => sum + gzipSync(readFileSync(join(dist, path))).length, 0);
  expect(scripts.length).toBeGreaterThan(0);
  expect(bytes).toBeLessThan(250_000);
});
