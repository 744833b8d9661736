import { randomFillSync } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from '@jest/globals';
import type { ElementHandle, Page } from 'puppeteer-core';
import sharp from 'sharp';
import { enterLine, goTo, waitForSaved, waitForText } from './harness.ts';
import { useBench } from './use-bench.ts';

const MEGABYTE = 1024 * 1024;

const bench = useBench('start', { specimen: 'Reading lamp' });
let page: Page;

beforeAll(async () => {
  page = bench.page;
  await bench.browser.defaultBrowserContext().overridePermissions(bench.app.url, ['clipboard-read', 'clipboard-sanitized-write']);
  await goTo(page, 'o', 'Opening');
});

function shown(): Promise<number> {
  return page.$$eval('[aria-label="Pictures of the opening"] img', (images) => images.length);
}

async function waitForPictures(count: number): Promise<void> {
  await page.waitForFunction(
    (wanted) => document.querySelectorAll('[aria-label="Pictures of the opening"] img').length === wanted,
    {},
    count,
  );
}

/** A picture that does not compress, of nearly the largest size taken. */
async function largePicture(): Promise<string> {
  const [width, height] = [2900, 2800];
  const bytes = await sharp(randomFillSync(Buffer.alloc(width * height * 3)), { raw: { width, height, channels: 3 } })
    .png({ compressionLevel: 0 })
    .toBuffer();
  expect(bytes.length).toBeGreaterThan(22 * MEGABYTE);
  expect(bytes.length).toBeLessThan(25 * MEGABYTE);
  const path = join(bench.app.folder, 'large.png');
  writeFileSync(path, bytes);
  return path;
}

describe('the ways in for a picture', () => {
  it('pasted from the clipboard', async () => {
    const copied = await page.evaluate(async () => {
      const canvas = document.createElement('canvas');
      canvas.width = canvas.height = 40;
      canvas.getContext('2d')?.fillRect(5, 5, 20, 20);
      const image = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
      if (!image) return false;
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': image })]);
      return true;
    });
    expect(copied).toBe(true);
    await page.keyboard.down('Control');
    await page.keyboard.press('v', { commands: ['Paste'] });
    await page.keyboard.up('Control');
    await waitForPictures(1);
  });

  it('dropped from a folder', async () => {
    const path = join(bench.app.folder, 'dropped.webp');
    writeFileSync(
      path,
      await sharp({ create: { width: 60, height: 40, channels: 3, background: '#9A6412' } })
        .webp()
        .toBuffer(),
    );
    const box = await (await page.waitForSelector('[aria-label="Pictures of the opening"]'))?.boundingBox();
    if (!box) throw new Error('The strip of pictures has no place.');
    const session = await page.createCDPSession();
    const at = { x: box.x + 5, y: box.y + 5, data: { items: [], files: [path], dragOperationsMask: 1 } };
    for (const type of ['dragEnter', 'dragOver', 'drop'] as const) await session.send('Input.dispatchDragEvent', { type, ...at });
    await session.detach();
    await waitForPictures(2);
  });

  it('a large one leaves the bench line free while it goes up, and goes on after a reload', async () => {
    const path = await largePicture();
    const session = await page.createCDPSession();
    await session.send('Network.enable');
    const throttle = (bytesPerSecond: number) =>
      session.send('Network.emulateNetworkConditions', {
        offline: false,
        latency: 0,
        downloadThroughput: -1,
        uploadThroughput: bytesPerSecond,
      });
    await throttle(2 * MEGABYTE);
    const chooser = (await page.waitForSelector('[data-photo-chooser="opening"]')) as ElementHandle<HTMLInputElement>;
    await chooser.uploadFile(path);
    await page.waitForSelector('progress[aria-label="large.png on its way"]');
    await enterLine(page, 'step turn the ring off');
    await waitForSaved(page);
    expect(await shown()).toBe(2);
    await page.reload({ waitUntil: 'load' });
    await page.waitForSelector('progress[aria-label="large.png on its way"]');
    await throttle(-1);
    await waitForPictures(3);
    await session.detach();
  });

  it('one that is larger still is refused in words', async () => {
    const path = join(bench.app.folder, 'huge.png');
    writeFileSync(path, Buffer.alloc(25 * MEGABYTE + 1));
    const chooser = (await page.waitForSelector('[data-photo-chooser="opening"]')) as ElementHandle<HTMLInputElement>;
    await chooser.uploadFile(path);
    await waitForText(page, 'huge.png is larger than 25 MB');
  });
});
