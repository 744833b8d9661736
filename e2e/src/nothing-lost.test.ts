import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from '@jest/globals';
import type { ElementHandle, Page } from 'puppeteer-core';
import { axeFindings } from './axe.ts';
import { enterLine, openPage, pressButton, startApp, typeLine, waitForSaved, waitForText } from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('demo', { bare: true });

function clip(): Promise<Page> {
  return openPage(bench.browser, `${bench.app.url}/specimens/usb-book-clip/readings`);
}

describe('nothing is lost', () => {
  it('over a reload half-way: the entries, and the line that was being typed', async () => {
    const page = await clip();
    await enterLine(page, 'note before the reload');
    await typeLine(page, 'R3 1.5');
    await page.reload({ waitUntil: 'load' });
    await waitForText(page, 'note before the reload', '[aria-label="Entries"]');
    await page.waitForSelector('input[aria-label="Bench line"]');
    expect(await page.$eval('input[aria-label="Bench line"]', (input) => (input as HTMLInputElement).value)).toBe('R3 1.5');
    await typeLine(page, '');
    await page.close();
  });

  it('between two tabs that enter at once: each sees what the other entered', async () => {
    const [one, two] = [await clip(), await clip()];
    await one.bringToFront();
    await enterLine(one, 'note from the first tab');
    await two.bringToFront();
    await enterLine(two, 'note from the second tab');
    await waitForText(two, 'note from the first tab', '[aria-label="Entries"]');
    await one.bringToFront();
    await waitForText(one, 'note from the second tab', '[aria-label="Entries"]');
    await one.close();
    await two.close();
  });

  it('while the server is gone: what is entered waits, survives a reload of the line, and lands when it is back', async () => {
    const page = await clip();
    await waitForSaved(page);
    const port = Number(new URL(bench.app.url).port);
    await bench.app.kill();
    await enterLine(page, 'note entered into the silence');
    await enterLine(page, 'R2 38.9r dead');
    await waitForText(page, '2 entries waiting', 'aside');
    // An entry that has landed may stand there a moment longer, where the tab that entered it was closed at once.
    const kept = await page.evaluate(() =>
      Object.keys(localStorage).flatMap((key) => (key.startsWith('probe.waiting.') ? [localStorage.getItem(key) ?? ''] : [])),
    );
    for (const line of ['note entered into the silence', 'R2 38.9r dead'])
      expect(kept.filter((text) => text.includes(line))).toHaveLength(1);
    bench.app = await startApp('demo', bench.app.folder, port);
    await waitForText(page, 'all saved', 'aside');
    const tape = (await (await fetch(`${bench.app.url}/api/specimens/usb-book-clip/tape`)).json()) as {
      lines: { entry: { typed?: string } }[];
    };
    expect(tape.lines.filter(({ entry }) => entry.typed === 'note entered into the silence')).toHaveLength(1);
    await page.close();
  });

  it('of a tab that was closed without the server: another tab says that it waits, and sends it', async () => {
    const [stays, closed] = [await clip(), await clip()];
    await waitForSaved(stays);
    const port = Number(new URL(bench.app.url).port);
    await bench.app.kill();
    await closed.bringToFront();
    await enterLine(closed, 'note from a tab that was closed');
    await waitForText(closed, '1 entry waiting', 'aside');
    await closed.close();
    await stays.bringToFront();
    await waitForText(stays, '1 entry waiting', 'aside');
    bench.app = await startApp('demo', bench.app.folder, port);
    await waitForText(stays, 'all saved', 'aside');
    expect(await (await fetch(`${bench.app.url}/api/specimens/usb-book-clip/tape`)).text()).toContain('note from a tab that was closed');
    await stays.close();
  });

  it('everything goes out into one file, and what a shelf lacks comes back from it', async () => {
    const page = await openPage(bench.browser, `${bench.app.url}/`);
    const zip = join(bench.app.folder, 'everything.zip');
    await pressButton(page, 'Backup', 'footer');
    const address = await page.$eval('[role=dialog] a[download]', (link) => (link as HTMLAnchorElement).href);
    writeFileSync(zip, new Uint8Array(await (await fetch(address)).arrayBuffer()));
    const chooser = (await page.$('[aria-label="Backup file"]')) as ElementHandle<HTMLInputElement>;
    await chooser.uploadFile(zip);
    await waitForText(page, 'the shelf had every entry', '[role=dialog]');
    expect(await axeFindings(page)).toEqual([]);
    writeFileSync(zip, 'no backup at all');
    await chooser.uploadFile(zip);
    await waitForText(page, 'is no backup', '[role=dialog]');
    await page.close();
  });
});
