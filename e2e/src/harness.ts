import { type ChildProcess, spawn } from 'node:child_process';
import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import puppeteer, { type Browser, type BrowserContext, type ElementHandle, type KeyInput, type Page } from 'puppeteer-core';
import { placeOf } from './data-place.ts';

/** The root of the repository. */
export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

export interface RunningApp {
  readonly url: string;
  readonly folder: string;
  readonly startedInMs: number;
  /** As Ctrl-C would; resolves when the process has ended. */
  stop(): Promise<void>;
  /** As a crash would. */
  kill(): Promise<void>;
}

/** What a page may take on a busy machine: a wait ends with what it waits for, and this is there for what never comes. */
const PATIENCE_MS = 120_000;
/** After this a key is pressed again: what is just drawn may not have listened yet. */
const PRESSED_AGAIN_MS = 2000;

/** How often what is drawn anew while it is clicked is clicked again. */
const MOST_CLICKS = 10;

/** A new, empty data folder. */
export function newFolder(): string {
  return mkdtempSync(join(tmpdir(), 'probe-e2e-'));
}

/**
 * Starts the application in a process of its own, as a user does.
 *
 * @throws with what it printed, where it ends instead of answering
 */
export async function startApp(script: 'demo' | 'start', folder: string, port = 0, more: readonly string[] = []): Promise<RunningApp> {
  const begun = performance.now();
  const child = spawn(process.execPath, [join(ROOT, 'scripts', `${script}.mjs`), '--data', folder, '--port', String(port), ...more], {
    cwd: ROOT,
    env: { ...process.env, NODE_OPTIONS: '', ...placeOf(folder) },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const url = await printedAddress(child);
  return { url, folder, startedInMs: performance.now() - begun, stop: () => end(child, 'SIGTERM'), kill: () => end(child, 'SIGKILL') };
}

function printedAddress(child: ChildProcess): Promise<string> {
  return new Promise((resolve, reject) => {
    let printed = '';
    const hear = (chunk: Buffer) => {
      printed += chunk.toString();
      const url = /Mindful Probe is at (\S+)/.exec(printed)?.[1];
      if (url) resolve(url);
    };
    child.stdout?.on('data', hear);
    child.stderr?.on('data', hear);
    child.once('exit', (status) => reject(new Error(`It ended with ${status}: ${printed}`)));
  });
}

function end(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  return new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) return resolve();
    child.once('exit', () => resolve());
    child.kill(signal);
  });
}

export function openBrowser(more: readonly string[] = []): Promise<Browser> {
  const executablePath =
    process.env.CHROMIUM ??
    ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].find(existsSync);
  if (!executablePath) throw new Error('There is no Chromium: npm test installs it.');
  return puppeteer.launch({
    executablePath,
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-background-networking', ...more],
  });
}

/** An empty page that is as patient as a busy machine wants it. */
export async function newPage(of: Browser | BrowserContext): Promise<Page> {
  const page = await of.newPage();
  page.setDefaultTimeout(PATIENCE_MS);
  await page.setViewport({ width: 1280, height: 800 });
  return page;
}

/** A page that fails the test where the application complains in the console. */
export async function openPage(browser: Browser, url: string, complaints: string[] = []): Promise<Page> {
  const page = await newPage(browser);
  page.on('pageerror', (error) => complaints.push(String(error)));
  page.on('console', (message) => {
    if (message.type() === 'error') complaints.push(message.text());
  });
  await page.goto(url, { waitUntil: 'load' });
  await page.waitForSelector('h1');
  return page;
}

/** Opens the shelf's dialog for a new specimen by its key, which a page that is just drawn may not listen to yet. */
export async function pressNew(page: Page): Promise<void> {
  for (let tries = 0; tries < PATIENCE_MS / PRESSED_AGAIN_MS; tries++) {
    await page.keyboard.press('n');
    const opened = await page.waitForSelector('[role=dialog]', { timeout: PRESSED_AGAIN_MS }).catch(() => null);
    if (!opened) continue;
    // What is typed before the field has the focus would be lost.
    await page.waitForFunction(() => document.activeElement?.matches('[role=dialog] input'));
    // A key that was pressed again as the dialog came would stand in it.
    await pressWith(page, 'Control', 'a');
    return;
  }
  throw new Error('n opens no dialog.');
}

/** Makes a specimen from the shelf, by keyboard, and waits until it is open at its claims. */
export async function makeSpecimen(page: Page, name: string): Promise<void> {
  await pressNew(page);
  await page.keyboard.type(name);
  await page.keyboard.press('Enter');
  await waitForText(page, 'Claim', 'h1');
}

/** Gives the focus to what is there, or comes. */
export async function focusOn(page: Page, selector: string): Promise<void> {
  await page.waitForSelector(selector);
  await page.focus(selector);
}

/** Chooses in a list that is there, or comes. */
export async function choose(page: Page, selector: string, value: string): Promise<void> {
  await page.waitForSelector(selector);
  await page.select(selector, value);
}

/** Presses the button of these words that is there, or comes. */
export async function pressButton(page: Page, words: string, scope = 'main, [role=dialog]'): Promise<void> {
  await clickFound(async () => {
    const found = await page.waitForFunction(
      (text, place) =>
        [...document.querySelectorAll(place)]
          .flatMap((root) => [...root.querySelectorAll('button')])
          .find((button) => button.textContent?.trim() === text),
      {},
      words,
      scope,
    );
    return found.asElement() as ElementHandle<HTMLButtonElement> | null;
  });
}

/** Clicks what is there, or comes. */
export async function clickOn(page: Page, selector: string, options: { readonly count?: number } = {}): Promise<void> {
  await clickFound(() => page.waitForSelector(selector), options);
}

/** Clicks what is found; what was drawn anew between finding and clicking is looked for again. */
async function clickFound(find: () => Promise<ElementHandle | null>, options: { readonly count?: number } = {}): Promise<void> {
  for (let tries = 0; ; tries++) {
    const found = await find();
    try {
      return await found?.click(options);
    } catch (error) {
      if (tries === MOST_CLICKS || !/detached|not clickable/.test(String(error))) throw error;
    }
  }
}

/** Types a line on the bench line and enters it, by keyboard alone, and waits until it was taken. */
export async function enterLine(page: Page, line: string): Promise<void> {
  await typeLine(page, line);
  await page.keyboard.press('Enter');
  await page
    .waitForFunction(() => (document.querySelector('input[aria-label="Bench line"]') as HTMLInputElement).value === '')
    .catch(async () => {
      throw new Error(`“${line}” was not taken: ${await meaning(page)}`);
    });
  await page.keyboard.press('Escape');
}

/** Confirms every item of a gate, by keyboard. */
export async function confirmGate(page: Page, gate: string): Promise<void> {
  await page.waitForSelector(`[data-gate="${gate}"]`);
  for (;;) {
    const box = await page.$(`[data-gate="${gate}"] input:not(:checked)`);
    if (!box) return;
    const left = await page.$$eval(`[data-gate="${gate}"] input:not(:checked)`, (boxes) => boxes.length);
    await box.focus();
    await page.keyboard.press('Space');
    await page.waitForFunction(
      (name, before) => document.querySelectorAll(`[data-gate="${name}"] input:not(:checked)`).length < before,
      {},
      gate,
      left,
    );
  }
}

/** Presses a key while another is held. */
export async function pressWith(page: Page, held: KeyInput, key: KeyInput): Promise<void> {
  await page.keyboard.down(held);
  await page.keyboard.press(key);
  await page.keyboard.up(held);
}

/** Puts a line into the bench line and leaves it there: its last character by its key, what stands before it at once, as pasted. */
export async function typeLine(page: Page, line: string): Promise<void> {
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await pressWith(page, 'Control', 'a');
  await page.keyboard.press('Backspace');
  // A key takes 13 ms from here to the page and back, and the suites enter some hundred lines.
  await page.keyboard.sendCharacter(line.slice(0, -1));
  await page.keyboard.type(line.slice(-1));
}

/** What stands above the bench line. */
export function meaning(page: Page): Promise<string> {
  return page.$eval('#bench-meaning', (element) => element.textContent ?? '');
}

/** Goes to a stage by `g` and its letter. */
export async function goTo(page: Page, letter: string, title: string): Promise<void> {
  // A stage that is just drawn may not listen to keys yet.
  for (let tries = 0; tries < PATIENCE_MS / PRESSED_AGAIN_MS; tries++) {
    await page.keyboard.press('Escape');
    await page.keyboard.press('g');
    await page.keyboard.press(letter as 'c');
    const arrived = await page
      .waitForFunction((wanted) => document.querySelector('h1')?.textContent?.startsWith(wanted), { timeout: PRESSED_AGAIN_MS }, title)
      .catch(() => null);
    if (arrived) return;
  }
  throw new Error(`g ${letter} does not lead to ${title}.`);
}

/** Opens the tab of that name, by the arrow keys, and waits until what is in it is there. */
export async function openTab(page: Page, name: string): Promise<void> {
  await page.waitForFunction((wanted) => [...document.querySelectorAll('[role=tab]')].some((tab) => tab.textContent === wanted), {}, name);
  const active = () => page.$eval('[role=tab][data-state=active]', (tab) => tab.textContent ?? '');
  for (let tries = 0; tries < PATIENCE_MS / PRESSED_AGAIN_MS && (await active()) !== name; tries++) {
    const before = await active();
    // What is closing gives the focus back to where it was, and a key pressed meanwhile is lost.
    await focusOn(page, '[role=tab][data-state=active]');
    await page.keyboard.press('ArrowRight');
    await page
      .waitForFunction(
        (one) => document.querySelector('[role=tab][data-state=active]')?.textContent !== one,
        { timeout: PRESSED_AGAIN_MS },
        before,
      )
      .catch(() => null);
  }
  await page.waitForFunction(
    (wanted) => {
      const [tab, panel] = ['tab', 'tabpanel'].map((role) => document.querySelector(`[role=${role}][data-state=active]`));
      return tab?.textContent === wanted && panel?.getAttribute('aria-labelledby') === tab.id && !panel.textContent?.includes('Opening…');
    },
    {},
    name,
  );
}

/** Presses Tab until the focus is on what has this name. */
export async function tabTo(page: Page, name: string, limit = 60): Promise<void> {
  for (let step = 0; step < limit; step++) {
    await page.keyboard.press('Tab');
    const focused = await page.evaluate(() => {
      const element = document.activeElement as HTMLInputElement | null;
      // Past the last thing the focus is on the page itself, which holds every word.
      if (!element || element === document.body) return '';
      return `${element.getAttribute('aria-label') ?? ''} ${element.labels?.[0]?.textContent ?? ''} ${element.textContent ?? ''}`;
    });
    if (focused.includes(name)) return;
  }
  throw new Error(`“${name}” cannot be reached by Tab.`);
}

/** Opens the table of all slots in Readings, by keyboard. */
export async function openSlotTable(page: Page): Promise<void> {
  await tabTo(page, 'as a table');
  await page.keyboard.press('Enter');
  await waitForText(page, 'Expected', 'main table');
}

/** Waits until the stage shows a text. */
export async function waitForText(page: Page, text: string, selector = 'main'): Promise<void> {
  await page
    .waitForFunction(
      (place, wanted) => document.querySelector(place)?.textContent?.replace(/\s/g, ' ').includes(wanted),
      {},
      selector,
      text.replace(/\s/g, ' '),
    )
    .catch(async () => {
      const shown = await page.$eval(selector, (element) => element.textContent);
      throw new Error(`“${text}” is not shown in ${selector}: ${shown}`);
    });
}

/** Waits until everything entered is on the server. */
export async function waitForSaved(page: Page): Promise<void> {
  await waitForText(page, 'all saved', 'aside');
}
