import { rmSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { Browser, BrowserContext, Page } from 'puppeteer-core';
import {
  clickOn,
  enterLine,
  newFolder,
  newPage,
  openBrowser,
  pressButton,
  pressNew,
  type RunningApp,
  startApp,
  waitForSaved,
  waitForText,
} from './harness.ts';

/** An address of the local network, which the browser finds here: no loopback, so that nothing of it is a secure page. */
const ADDRESS = '192.168.7.7';

let app: RunningApp;
let browser: Browser;
let phone: BrowserContext;
let page: Page;
const complaints: string[] = [];

beforeAll(async () => {
  app = await startApp('demo', newFolder(), 0, ['--lan']);
  browser = await openBrowser([`--host-resolver-rules=MAP ${ADDRESS} 127.0.0.1`]);
  phone = await browser.createBrowserContext();
  page = await newPage(phone);
  page.on('pageerror', (error) => complaints.push(String(error)));
});

afterAll(async () => {
  await browser?.close();
  await app?.stop();
  rmSync(app.folder, { recursive: true, force: true });
  expect(complaints).toEqual([]);
});

const elsewhere = () => `http://${ADDRESS}:${new URL(app.url).port}`;

async function code(): Promise<string> {
  return ((await (await fetch(`${app.url}/api/access`)).json()) as { code: string }).code;
}

/** The code as it is typed at the page that asks for it. */
async function typeCode(): Promise<void> {
  await waitForText(page, 'Access code', 'h1');
  await clickOn(page, 'main input');
  await page.keyboard.type(await code());
  await page.keyboard.press('Enter');
}

describe('another device, over plain http', () => {
  it('is asked for the code, and comes to where it was going', async () => {
    await page.goto(`${elsewhere()}/specimens/usb-book-clip/readings`, { waitUntil: 'load' });
    await typeCode();
    await waitForText(page, 'Readings', 'h1');
    expect(await page.evaluate(() => typeof crypto.randomUUID)).toBe('undefined');
  });

  it('enters lines and makes specimens, without what a browser has for secure pages only', async () => {
    await enterLine(page, 'note from the phone');
    await waitForSaved(page);
    await page.goto(`${elsewhere()}/`, { waitUntil: 'load' });
    await page.waitForSelector('h1');
    await pressNew(page);
    await page.keyboard.type('Porch lamp');
    await page.keyboard.press('Enter');
    await waitForText(page, 'Claim', 'h1');
    await waitForSaved(page);
  });

  it('keeps what was entered when its session is ended, and sends it once the code was typed', async () => {
    await page.goto(`${elsewhere()}/specimens/usb-book-clip/readings`, { waitUntil: 'load' });
    await waitForText(page, 'Readings', 'h1');
    // Out of reach it learns that its session has ended only after the line was entered.
    await page.setOfflineMode(true);
    expect((await fetch(`${app.url}/api/access/sessions`, { method: 'DELETE' })).status).toBe(204);
    await enterLine(page, 'note entered without a session');
    await page.setOfflineMode(false);
    await typeCode();
    await waitForText(page, 'note entered without a session', '[aria-label="Entries"]');
    await waitForSaved(page);
    const tape = await (await fetch(`${app.url}/api/specimens/usb-book-clip/tape`)).text();
    expect(tape.match(/note entered without a session/g)?.length).toBe(1);
  });

  it('ends its session itself', async () => {
    await clickOn(page, '[aria-label="Phone at the bench"]');
    await page.waitForSelector('[role=dialog]');
    await pressButton(page, 'End this session', '[role=dialog]');
    await waitForText(page, 'Access code', 'h1');
    expect(await page.evaluate(async () => (await fetch('/api/shelf')).status)).toBe(401);
  });
});
