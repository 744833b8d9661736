import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { axeFindings } from './axe.ts';
import { enterLine, goTo, meaning, openPage, openSlotTable, pressButton, tabTo, waitForText } from './harness.ts';
import { useBench } from './use-bench.ts';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const GADGET = 'usb-book-clip-long-lead';

const children: ChildProcess[] = [];
const bench = useBench('demo', { specimen: 'Clip on a long lead', forgiven: /status of (422|503|504)/ });
let page: Page;

beforeAll(() => {
  page = bench.page;
});

afterAll(() => {
  for (const child of children) child.kill('SIGKILL');
});

async function openInstruments(): Promise<void> {
  await tabTo(page, 'Instruments');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[role=dialog]');
}

/** A slot on the bench line, then Space: the value lands on the tape. */
async function takeInto(slot: string): Promise<string> {
  await page.keyboard.press('/');
  await page.keyboard.type(`${slot} `);
  return tapSpace(slot);
}

async function tapSpace(slot: string): Promise<string> {
  await page.keyboard.press('Space');
  await page
    .waitForFunction(() => /, taken from/.test(document.querySelector('#bench-meaning')?.textContent ?? ''))
    .catch(async () => {
      throw new Error(`${slot}: ${await meaning(page)}`);
    });
  const said = await meaning(page);
  await page.keyboard.press('Escape');
  return said;
}

/** Stand-ins in a process of their own, whose cable can be pulled. */
function standIns(port: number): Promise<ChildProcess> {
  const child = spawn(process.execPath, [join(ROOT, 'scripts', 'instruments.mjs'), '--port', String(port)], {
    cwd: ROOT,
    env: { ...process.env, NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  children.push(child);
  return new Promise((resolve) => child.stdout?.on('data', (text: Buffer) => text.includes('lux') && resolve(child)));
}

describe('a book clip on a lead that drops volts', () => {
  it('is read by the space bar alone, and the lead is found and shown by one more reading', async () => {
    await openInstruments();
    await waitForText(page, 'STAND-IN BENCH METER', '[role=dialog]');
    expect(await axeFindings(page)).toEqual([]);
    const select = await page.$('[role=dialog] select');
    await select?.select(GADGET);
    await page.keyboard.press('Escape');
    for (const line of [
      'claim 5v body',
      'claim 1w listing',
      'V1 5v usb on A B',
      'R1 mark 390 on A D',
      'R2 mark 390 on A E',
      'R3 mark 390 on A F',
      'D1 led white rated 30ma on D B',
      'D2 led white rated 30ma on E B',
      'D3 led white rated 30ma on F B',
      'dead',
    ])
      await enterLine(page, line);
    for (const slot of ['R1', 'R2', 'R3']) expect(await takeInto(slot)).toMatch(/^R\d \d\d\.\d+r, taken from the bench meter$/);
    await enterLine(page, 'live');
    expect(await takeInto('in')).toMatch(/^in 5\.0\d*v 11\d(\.\d+)?ma 0\.5\d*w, taken from the in-line power meter$/);
    for (const slot of ['R1', 'D1', 'R2']) expect(await takeInto(slot)).toMatch(/v, taken from the bench meter$/);

    await goTo(page, 'r', 'Readings');
    await waitForText(page, 'lead, crimp or contact of', '[aria-label="Does not fit"]');
    const first = await page.$eval('[aria-label="Does not fit"] ol li', (row) => row.textContent);
    const ohms = Number(/contact of ([\d.]+)\sΩ/.exec(first ?? '')?.[1]);
    expect(ohms).toBeGreaterThan(1.2);
    expect(ohms).toBeLessThan(1.65);

    await tabTo(page, 'test it');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Bench line');
    expect(await tapSpace('V1')).toMatch(/^V1 4\.8\d*v/);
    await page.waitForFunction(() => document.querySelector('[aria-label="Does not fit"]') === null);
    expect(await page.$eval('aside', (tape) => tape.textContent)).toContain('in hand: bench meter');
  });

  it('ripple comes from the oscilloscope, and stands on it', async () => {
    expect(await takeInto('R1 ripple')).toMatch(/^R1 ripple [\d.]+v, taken from the oscilloscope$/);
    const tape = await page.$eval('aside', (aside) => aside.textContent);
    expect(tape).toContain('in hand: oscilloscope');
    await openSlotTable(page);
    await waitForText(page, 'on direct current the circuit as traced has no ripple to set it against');
    // The next value of the bench meter is its own again.
    expect(await takeInto('D2')).toMatch(/taken from the bench meter$/);
  });

  it('a slot that is not read so is said, and nothing is taken', async () => {
    const before = await page.$$eval('aside li', (entries) => entries.length);
    await page.keyboard.press('/');
    await page.keyboard.type('note ');
    await page.keyboard.press('Space');
    await page.waitForFunction(() => /is no slot/.test(document.querySelector('#bench-meaning')?.textContent ?? ''));
    await page.keyboard.press('Escape');
    expect(await page.$$eval('aside li', (entries) => entries.length)).toBe(before);
    await enterLine(page, 'note looked at');
  });
});

describe('a series', () => {
  it('is logged while the space bar was held, goes on when its cable was pulled and is back, and ends with a tap', async () => {
    const port = 20_000 + Math.floor(Math.random() * 20_000);
    const bench = await standIns(port);
    await openInstruments();
    // Only one thermometer is wanted: the one whose cable is pulled.
    await tabTo(page, 'take off the thermometer');
    await page.keyboard.press('Enter');
    await tabTo(page, 'Address');
    await page.keyboard.type(`127.0.0.1:${port + 4}`);
    await page.keyboard.press('Enter');
    await waitForText(page, `127.0.0.1:${port + 4}`, '[role=dialog]');
    const interval = await page.$$('[role=dialog] label select');
    await interval[1]?.select('1');
    await page.keyboard.press('Escape');

    await page.keyboard.press('/');
    await page.keyboard.type('Tcase ');
    await page.keyboard.down('Space');
    await page
      .waitForFunction(() => /Logging Tcase/.test(document.body.textContent ?? ''))
      .catch(async () => expect(await meaning(page)).toBe('Logging Tcase'));
    await page.keyboard.up('Space');
    await page.waitForFunction(() => /Logging Tcase.* [2-9] values/.test(document.body.textContent ?? ''));
    bench.kill('SIGKILL');
    await page.waitForFunction(() => /Logging Tcase.*The instrument is not there/.test(document.body.textContent ?? ''));
    const before = await logged();
    expect(before).toBeGreaterThanOrEqual(2);
    // Meanwhile the page does all else.
    await enterLine(page, 'note cable out');
    await standIns(port);
    await page.waitForFunction(
      (count) => [...document.querySelectorAll('aside li')].filter((entry) => /Tcase/.test(entry.textContent ?? '')).length > count,
      {},
      before,
    );
    await page.keyboard.press('Space');
    await page.waitForFunction(() => !/Logging Tcase/.test(document.body.textContent ?? ''));
  });

  function logged(): Promise<number> {
    return page.$$eval('aside li', (entries) => entries.filter((entry) => /Tcase/.test(entry.textContent ?? '')).length);
  }
});

describe('what is not allowed', () => {
  it('an address out in the world is refused, and so is rubbish', async () => {
    await openInstruments();
    for (const [typed, said] of [
      ['8.8.8.8:5025', 'not on a private network'],
      ['my meter!', 'is no address'],
    ] as const) {
      await tabTo(page, 'Address');
      await page.keyboard.type(typed);
      await page.keyboard.press('Enter');
      await waitForText(page, said, '[role=dialog]');
      const field = await page.$('[role=dialog] input[placeholder="192.168.1.20:5025"]');
      await field?.click({ count: 3 });
      await page.keyboard.press('Backspace');
    }
    await page.keyboard.press('Escape');
  });

  it('a supply gives what First light allows, and goes off with its page', async () => {
    await openInstruments();
    const volts = await page.waitForSelector('[role=dialog] form input');
    await volts?.click({ count: 3 });
    await page.keyboard.type('9');
    await pressButton(page, 'Switch on');
    await waitForText(page, 'V that First light allows', '[role=dialog]');
    await volts?.click({ count: 3 });
    await page.keyboard.type('5');
    await pressButton(page, 'Switch on');
    await page.waitForFunction(() => /Switch off/.test(document.querySelector('[role=dialog]')?.textContent ?? ''));
    const other = await openPage(bench.browser, `${bench.app.url}/`);
    const output = () =>
      other.evaluate(
        async () =>
          (await (await fetch('/api/instruments')).json()).instruments.find((each: { kind: string }) => each.kind === 'bench-supply')
            .output,
      );
    expect(await output()).toMatchObject({ limited: false });
    await page.close();
    for (let tries = 0; (await output()) && tries < 60; tries++) await new Promise((resolve) => setTimeout(resolve, 100));
    expect(await output()).toBeUndefined();
    await other.close();
  });
});
