import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { axeFindings } from './axe.ts';
import { clickOn, enterLine, focusOn, openTab, tabTo, waitForText } from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('demo');
let page: Page;

beforeAll(() => {
  page = bench.page;
});

async function openDrive(specimen: string): Promise<void> {
  await page.goto(`${bench.app.url}/specimens/${specimen}/drive`, { waitUntil: 'load' });
  await waitForText(page, 'Watt plan');
  await page.waitForSelector('[role=tablist]');
}

/** Of a list in the findings, what stands first in each row. */
function findings(): Promise<string[]> {
  return page.$$eval('#findings ul:not([aria-label]) li > span:last-child > span:first-child', (rows) =>
    rows.map((row) => row.textContent ?? ''),
  );
}

function verdict(): Promise<string | null> {
  return page.$eval('[data-verdict]', (line) => line.getAttribute('data-verdict'));
}

/** The words of the tab that is open, as they are seen: a space between what stands apart. */
function shown(): Promise<string> {
  return page.$eval('[role=tabpanel][data-state=active]', (panel) => {
    const words = document.createTreeWalker(panel, NodeFilter.SHOW_TEXT);
    const texts: string[] = [];
    while (words.nextNode()) texts.push(words.currentNode.textContent ?? '');
    return texts
      .join(' ')
      .replace(/\s+/g, ' ')
      .replace(/ ([,.:;°])/g, '$1');
  });
}

/** The tab of that name, and what it shows. */
async function tab(name: string): Promise<string> {
  await openTab(page, name);
  return shown();
}

/** Presses a button of the open tab by keyboard, by what it is called. */
async function press(name: string): Promise<void> {
  const button = await page.waitForFunction(
    (wanted) =>
      [...document.querySelectorAll<HTMLButtonElement>('[role=tabpanel][data-state=active] button')].find(({ textContent }) =>
        textContent?.includes(wanted),
      ),
    {},
    name,
  );
  await button.asElement()?.focus();
  await page.keyboard.press('Enter');
}

describe('the verdict of the demo specimens', () => {
  it('greenhouse grow panel: what was built in, and nothing else', async () => {
    await openDrive('greenhouse-grow-panel');
    expect(await verdict()).toBe('do not use');
    const said = await findings();
    expect(said.map((text) => text.slice(0, 30))).toEqual([
      'The fuse is not in the live le',
      'The case is metal and has no e',
      'Strings are in parallel with n',
    ]);
    // No temperature of the case was read on that bench.
    const open = await page.$$eval('[aria-label="To be looked at"] li', (lines) => lines.map(({ textContent }) => textContent ?? ''));
    expect(open).toHaveLength(1);
    expect(open[0]).toContain('How hot its outside becomes');
    expect(await page.$$eval('[data-takes-volts]', (lines) => lines.map((line) => line.getAttribute('data-takes-volts')))).toEqual(['C1']);
    expect(await tab('Supply')).toMatch(/V1 delivers 8\.\d+ ±0\.\d+ W of .* power factor 0\.2\d+ ±0\.0\d+/);
    expect(await tab('Chips together')).toMatch(/D1-D32 of one bin 0\.7\d× 1\.0\d× 1\.0\d× 0\.9\d× D33-D52 of one bin/);
    expect(await axeFindings(page)).toEqual([]);
  });

  it('bathroom mirror bar: waves under a cursor, flicker with its region, and the claimed watts beside', async () => {
    await openDrive('bathroom-mirror-bar');
    expect(await verdict()).toBe('do not use');
    expect(await tab('Waves')).toMatch(/V1 volts .* C2 rated 400 V .* D1-D12 rated 30\.0 mA/);
    const cursor = () => page.$eval('[role=slider][aria-label="Moment of the period"]', (slider) => slider.getAttribute('aria-valuetext'));
    expect(await cursor()).toMatch(/^5\.00\sms: V1 volts 32\d\sV/);
    await focusOn(page, '[role=slider][aria-label="Moment of the period"]');
    for (let press = 0; press < 25; press++) await page.keyboard.press('ArrowRight');
    await page.waitForFunction(() =>
      /^10\.0\sms/.test(document.querySelector('[aria-label="Moment of the period"]')?.getAttribute('aria-valuetext') ?? ''),
    );
    expect(await tab('Light and life')).toMatch(/Flicker 5\d ±2\d %, index 0\.1\d ±0\.\d+, at 100 Hz: not of low risk/);
    // (45.5 − 12.9) ÷ (45.5 + 12.9) = 0.56
    await press('sum: Flicker');
    await waitForText(page, '(45.5 mA − 12.9 mA) ÷ (45.5 mA + 12.9 mA)', '[aria-label^="Sum: Flicker"]');
    expect(await axeFindings(page)).toEqual([]);
    await page.keyboard.press('Escape');
    // 494 kΩ × 12 µF × ln(161 ÷ 60) = 5.85 s, with all three at their most; × ln(161 ÷ 34) = 9.22 s, of the parts as fitted 9.24
    expect(await tab('Supply')).toMatch(
      /power factor 0\.42\d .* C1 can hold 183 V; no bleeder seen.* C2 can hold 146 V; under 60 V after 5\.9 s at the longest, under 34 V after 9\.3 s/,
    );
    const heat = await tab('Heat');
    expect(heat).toMatch(/junction .* case, read/);
    await clickOn(page, 'input[name=drive-view]');
    await waitForText(page, 'To take 9.00');
    expect(await axeFindings(page)).toEqual([]);
  });

  it('three-cell headlamp: a runtime with its light, and how its chips share', async () => {
    await openDrive('three-cell-headlamp');
    expect(await tab('Light and life')).toMatch(/On its cells \d h \d+ min from full until it gives half its first light/);
    expect(await tab('Chips together')).toMatch(
      /5 at D1-D5 of one bin 1\.0\d× 1\.\d+× 0\.\d+× 5 at D1-D5 mixed 1\.[23]\d× .* the others carry 1\.\d+×/,
    );
    expect(await tab('What if')).toMatch(/Temperature 25°C|Temperature 25 °C/);
    const said = () => page.$eval('[data-what-if]', (line) => line.textContent ?? '');
    await page.waitForFunction(() => /would carry/.test(document.querySelector('[data-what-if]')?.textContent ?? ''));
    const fresh = Number(/([\d.]+)× of its rating/.exec(await said())?.[1]);
    const sliders = await page.$$('[role=tabpanel] input[type=range]');
    await sliders[1]?.focus();
    for (let press = 0; press < 30; press++) await page.keyboard.press('ArrowLeft');
    await page.waitForFunction(
      (before) => Number(/([\d.]+)× of its rating/.exec(document.querySelector('[data-what-if]')?.textContent ?? '')?.[1]) < before - 0.2,
      {},
      fresh,
    );
    expect(await axeFindings(page)).toEqual([]);
    expect(await page.$$eval('[data-watt-plan] [role=option]', (options) => options.length)).toBeGreaterThan(1);
  });

  it('barn lantern: a temperature that was read stands in the way of the heat', async () => {
    await openDrive('barn-lantern');
    expect(await tab('Heat')).toMatch(/board, read 38°C/);
    expect(await verdict()).toBe('sound with cautions');
  });

  it('USB book clip: millivolts along a track are what the track keeps', async () => {
    await page.goto(`${bench.app.url}/specimens/usb-book-clip/drive`, { waitUntil: 'load' });
    await page.waitForSelector('[role=tablist]');
    await enterLine(page, 'V1.+ to S1.1 4mv');
    await tab('Supply');
    // The figures of the tape before stand, dimmed, until those of this one are there.
    await waitForText(page, 'V1.1 to S1.1', '[role=tabpanel][data-state=active]');
    expect(await shown()).toMatch(/Voltage drop in tracks V1\.1 to S1\.1: 4\.\d+ ±[\d.]+ mV, at most 4\d\d ±\d+ µW/);
  });

  it('the watt plan goes out as a drawing of its own', async () => {
    await openDrive('barn-lantern');
    const session = await page.createCDPSession();
    await session.send('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: bench.app.folder });
    await tabTo(page, 'Save the plan as SVG', 120);
    await page.keyboard.press('Enter');
    const file = join(bench.app.folder, 'barn-lantern-watts.svg');
    let svg = '';
    for (let tries = 0; tries < 50 && !svg.includes('</svg>'); tries++) {
      await new Promise((resolve) => setTimeout(resolve, 100));
      try {
        svg = readFileSync(file, 'utf8');
      } catch {
        // Not there yet.
      }
    }
    expect(svg).toContain('Watt plan of Barn lantern');
    expect(svg).toContain('D1-D24');
  });
});
