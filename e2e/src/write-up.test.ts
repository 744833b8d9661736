import { describe, expect, it } from '@jest/globals';
import { axeFindings } from './axe.ts';
import {
  clickOn,
  enterLine,
  focusOn,
  newPage,
  openPage,
  pressButton,
  pressWith,
  startApp,
  tabTo,
  waitForSaved,
  waitForText,
} from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('demo', { forgiven: /net::ERR|Failed to load resource/ });
const specimen = 'three-cell-headlamp';
const outAs = async (name: string) => await (await fetch(`${bench.app.url}/api/specimens/${specimen}/${name}`)).text();
const plain = (text: string) => text.replaceAll('\u2009', ' ');

describe('a review, written and handed on', () => {
  it('puts a sentence in own words by keyboard, and brings ours back', async () => {
    const { page, app } = bench;
    await page.goto(`${app.url}/specimens/${specimen}/write-up`);
    await waitForText(page, 'What it claims');
    await tabTo(page, 'Put in own words: From its supply', 200);
    await page.keyboard.press('Enter');
    await page.waitForSelector('textarea[aria-label="In own words"]');
    await pressWith(page, 'Control', 'a');
    await page.keyboard.type('It drinks its cells.');
    await pressWith(page, 'Control', 'Enter');
    await waitForText(page, 'It drinks its cells.', 'article');
    await waitForSaved(page);
    expect(await outAs('write-up.md')).toContain('It drinks its cells.');
    expect(await outAs('write-up.html')).toContain('It drinks its cells.');
    expect(await outAs('write-up.md')).not.toMatch(/From its supply it takes/);
    expect(await axeFindings(page)).toEqual([]);
  });

  it('says when the facts have changed since, in two tabs, and keeps the words until they are looked at', async () => {
    const { page, app, browser } = bench;
    const other = await openPage(browser, `${app.url}/specimens/${specimen}/readings`);
    await waitForText(other, 'Readings', 'h1');
    await enterLine(other, 'R1 5.1r');
    await waitForSaved(other);
    await other.close();
    await page.bringToFront();
    await waitForText(page, 'The facts have changed since you wrote this', 'article');
    await waitForText(page, 'written for other facts than');
    await pressButton(page, 'My words still hold');
    await page.waitForFunction(() => !document.querySelector('article')?.textContent?.includes('The facts have changed'));
    await waitForText(page, 'It drinks its cells.', 'article');
    expect(await axeFindings(page)).toEqual([]);
  });

  it('leaves sections out, orders them and sets the length, and the files follow', async () => {
    const { page } = bench;
    await clickOn(page, '[aria-label=Layout] button[aria-label="Findings up"]');
    await page.waitForFunction(() => {
      const labels = [...document.querySelectorAll('[aria-label=Layout] label')];
      const input = labels.find((label) => label.textContent?.trim() === 'What it claims')?.querySelector('input');
      input?.click();
      return input !== undefined;
    });
    await waitForText(page, 'What it claims: left out');
    await waitForSaved(page);
    const markdown = await outAs('write-up.md');
    expect(markdown).not.toContain('## What it claims');
    const titles = [...markdown.matchAll(/^## (.*)$/gm)].map(([, title]) => title);
    expect(titles.indexOf('Findings')).toBe(titles.indexOf('How hard it is driven') - 1);
    expect((await outAs('write-up.md?length=slip')).length).toBeLessThan(markdown.length);
  });

  it('own words of a section are Markdown, shown as they will look, and harmless', async () => {
    const { page } = bench;
    await focusOn(page, 'button[aria-label="Add own words: Verdict"]');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[contenteditable][aria-label="Own words: Verdict"]:focus');
    await page.keyboard.type('Fair for its **price**. <img src=x onerror=alert(1)> ![far](https://elsewhere.example/x.png)');
    await page.waitForFunction(() => document.querySelector('[contenteditable] strong')?.textContent === 'price');
    expect(await axeFindings(page)).toEqual([]);
    // Half-typed words outlive a reload.
    await page.reload();
    await page.waitForFunction(() => document.querySelector('[contenteditable] strong')?.textContent === 'price');
    await focusOn(page, '[contenteditable]');
    await pressWith(page, 'Control', 'Enter');
    await page.waitForFunction(() => document.querySelector('article strong')?.textContent === 'price');
    expect(await page.$$eval('article img', (pictures) => pictures.filter((picture) => !picture.src.startsWith('data:')).length)).toBe(0);
    await waitForSaved(page);
    const html = await outAs('write-up.html');
    expect(html).toContain('<strong>price</strong>');
    expect(html).not.toContain('elsewhere.example');
  });

  it('opens as a file by itself, without the server, and looks the same after a reload of the page', async () => {
    const { page, browser } = bench;
    const file = await newPage(browser);
    const asked: string[] = [];
    await file.setRequestInterception(true);
    file.on('request', (request) => {
      if (!request.url().startsWith('data:')) asked.push(request.url());
      void request.continue();
    });
    const html = await outAs('write-up.html');
    await file.goto(`data:text/html;base64,${Buffer.from(html).toString('base64')}`);
    expect(await file.$eval('h1', (title) => title.textContent)).toBe('Three-cell headlamp');
    expect(await file.$$eval('img', (pictures) => pictures.every((picture) => picture.complete && picture.naturalWidth > 0))).toBe(true);
    expect(asked).toEqual([]);
    expect(await axeFindings(file)).toEqual([]);
    await file.close();
    await page.bringToFront();
    await page.reload();
    await waitForText(page, 'It drinks its cells.', 'article');
    expect(
      new Uint8Array(await (await fetch(`${bench.app.url}/api/specimens/${specimen}/write-up.pdf`)).arrayBuffer()).subarray(0, 5),
    ).toEqual(new TextEncoder().encode('%PDF-'));
  });

  it('what users see in the slip is for the owner', async () => {
    const slip = plain(await outAs('write-up.txt?length=slip'));
    expect(slip).toMatch(
      /What was wrong\n-+[\s\S]*What was done\n-+\n\nNothing was changed\.[\s\S]*What to watch\n-+[\s\S]*What not to do/,
    );
  });
});

describe('compare', () => {
  it('is filled by keyboard, says what differs and which is better, and leaves as it is shown', async () => {
    const { page, app } = bench;
    await page.goto(`${app.url}/`);
    await waitForText(page, 'USB book clip');
    for (const key of ['g', 'm']) await page.keyboard.press(key as 'g');
    await waitForText(page, 'Compare', 'h1');
    for (const [name, state] of [
      ['USB book clip', 'as found'],
      ['Book clip, made gentler', '15.0'],
    ] as const) {
      await page.keyboard.press('a');
      await page.waitForSelector('[role=dialog] input');
      await page.keyboard.type(name);
      await page.waitForFunction(
        (wanted) => {
          const rows = [...document.querySelectorAll('[role=dialog] li')];
          return rows.length === 1 && rows[0]?.textContent?.startsWith(wanted);
        },
        {},
        name,
      );
      await focusOn(page, '[role=dialog] li button');
      await page.keyboard.press('Enter');
      await page.waitForSelector('[role=dialog] ul[aria-label^="States of"]');
      await page.waitForFunction(
        (wanted) => {
          const buttons = [...document.querySelectorAll<HTMLButtonElement>('[role=dialog] ul[aria-label^="States of"] button')];
          const found = buttons.find((button) => button.textContent?.includes(wanted));
          found?.click();
          return found !== undefined;
        },
        {},
        state,
      );
      await page.waitForFunction(() => !document.querySelector('[role=dialog]'));
    }
    await waitForText(page, 'Better, and why');
    await waitForText(page, 'is the better: sound.');
    expect(await page.$$eval('tr[data-differs=true]', (rows) => rows.length)).toBeGreaterThan(2);
    expect(await page.$$eval('tr[data-differs=false]', (rows) => rows.length)).toBeGreaterThan(0);
    expect(await axeFindings(page)).toEqual([]);
    const address = await page.$$eval('footer a', (links) => links.find((link) => link.textContent === 'CSV')?.href ?? '');
    const csv = plain(await (await fetch(address)).text());
    const shown = plain(await page.$eval('[aria-label="Subject by subject"]', (table) => table.textContent ?? ''));
    const current = /LED current,([^;]*);/.exec(csv)?.[1] ?? '?';
    expect(shown).toContain(current);
    await page.reload();
    await waitForText(page, 'Better, and why');
  });

  it('an address with nothing behind it says so', async () => {
    const page = await openPage(bench.browser, `${bench.app.url}/compare?of=nowhere-at-all,usb-book-clip`);
    await page.waitForSelector('[role=alert]');
    await page.close();
  });
});

describe('a write-up on a bench that does not stand still', () => {
  it('is read by a link until that is ended, with nothing of the application around it', async () => {
    const { page, browser, app } = bench;
    await page.bringToFront();
    await page.goto(`${app.url}/specimens/${specimen}/write-up`);
    await waitForText(page, 'How hard it is driven', 'article');
    await pressButton(page, 'Link');
    await page.waitForSelector('[role=dialog] a[href*="/api/read/"]');
    expect(await axeFindings(page)).toEqual([]);
    const address = await page.$eval('[role=dialog] a[href*="/api/read/"]', (link) => link.href);
    const reader = await newPage(browser);
    await reader.goto(address);
    expect(await reader.$eval('h1', (title) => title.textContent)).toBe('Three-cell headlamp');
    expect(await reader.$$('script, form, input, a[href^="/"]')).toHaveLength(0);
    await page.bringToFront();
    await pressButton(page, 'End every link to it');
    await waitForText(page, 'has ended', '[role=dialog]');
    expect((await fetch(address)).status).toBeGreaterThanOrEqual(400);
    await reader.close();
    await page.keyboard.press('Escape');
  });

  it('keeps the words and the page where the server has gone, and sends them when it is back', async () => {
    const { page } = bench;
    const port = Number(new URL(bench.app.url).port);
    await bench.app.stop();
    await focusOn(page, 'button[aria-label="Add own words: How hard it is driven"]');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[contenteditable]:focus');
    await page.keyboard.type('Written while nobody listened.');
    await pressWith(page, 'Control', 'Enter');
    await waitForText(page, 'Written while nobody listened.', 'article');
    await pressButton(page, 'Link');
    await page.waitForSelector('[role=dialog] [role=status]');
    await page.keyboard.press('Escape');
    bench.app = await startApp('demo', bench.app.folder, port);
    await waitForSaved(page);
    expect(await outAs('write-up.md')).toContain('Written while nobody listened.');
  });
});
