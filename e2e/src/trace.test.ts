import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { beforeAll, describe, expect, it } from '@jest/globals';
import type { ElementHandle, Page } from 'puppeteer-core';
import sharp from 'sharp';
import { clickOn, enterLine, goTo, makeSpecimen, meaning, openPage, pressButton, tabTo, waitForSaved, waitForText } from './harness.ts';
import { useBench } from './use-bench.ts';

const DRAWINGS = fileURLToPath(new URL('../../demo/pictures', import.meta.url));

/** Pads on the photo of the front, as shares of it. */
const PADS: readonly (readonly [number, number])[] = [
  [0.1702, 0.3583],
  [0.1736, 0.6182],
  [0.2264, 0.3564],
  [0.3389, 0.3526],
  [0.3838, 0.4412],
  [0.5213, 0.4366],
  [0.5826, 0.3445],
  [0.586, 0.6044],
  [0.6576, 0.342],
  [0.661, 0.6019],
  [0.7138, 0.3401],
  [0.7172, 0.6],
  [0.8325, 0.3361],
  [0.8359, 0.596],
  [0.3853, 0.5511],
  [0.5227, 0.5465],
  [0.7732, 0.3381],
  [0.7766, 0.598],
];
/** The four holes on both photos. */
const HOLES = [
  { front: [0.1379, 0.2794], back: [0.853, 0.2899] },
  { front: [0.8627, 0.2551], back: [0.1503, 0.2448] },
  { front: [0.1434, 0.6993], back: [0.8428, 0.697] },
  { front: [0.8682, 0.675], back: [0.1401, 0.6518] },
] as const;

const bench = useBench('start');
let page: Page;
let files: { front: string; back: string };

beforeAll(async () => {
  page = bench.page;
  const draw = async (side: string) => {
    const file = join(bench.app.folder, `board ${side}.png`);
    writeFileSync(
      file,
      await sharp(readFileSync(join(DRAWINGS, `mirror-bar-board-${side}.svg`)))
        .png()
        .toBuffer(),
    );
    return file;
  };
  files = { front: await draw('front'), back: await draw('back') };
});

async function newSpecimen(name: string): Promise<void> {
  await page.goto(`${bench.app.url}/`, { waitUntil: 'load' });
  await page.waitForSelector('h1');
  await makeSpecimen(page, name);
  await goTo(page, 't', 'Trace');
}

/** Where a place of a photo is on the screen, by the page's own transforms. */
function onScreen(side: 'front' | 'back', [x, y]: readonly [number, number]): Promise<{ x: number; y: number }> {
  return page.evaluate(
    (name, across, down) => {
      const image = document.querySelector<HTMLImageElement>(`[data-board] img[data-side="${name}"]`);
      const inner = image?.parentElement?.parentElement;
      const outer = inner?.parentElement?.getBoundingClientRect();
      if (!image || !inner || !outer) throw new Error(`no photo of the ${name}`);
      const flat = (element: Element, point: DOMPoint) => {
        const { x: px, y: py, w } = new DOMMatrix(getComputedStyle(element).transform).transformPoint(point);
        return new DOMPoint(px / w, py / w);
      };
      const whole = new DOMPoint(across * Number(image.width), down * Number(image.height));
      const place = flat(inner, flat(image, whole));
      return { x: outer.left + place.x, y: outer.top + place.y };
    },
    side,
    x,
    y,
  );
}

async function clickAt(side: 'front' | 'back', share: readonly [number, number]): Promise<void> {
  const { x, y } = await onScreen(side, share);
  await page.mouse.click(x, y);
}

async function clickPad(pad: number): Promise<void> {
  await clickAt('front', PADS[pad - 1] as readonly [number, number]);
}

function padCount(): Promise<number> {
  return page.$$eval('[data-pad]', (tags) => tags.length);
}

async function waitForPads(count: number): Promise<void> {
  await page
    .waitForFunction((wanted) => document.querySelectorAll('[data-pad]').length === wanted, {}, count)
    .catch(async () => {
      const seen = await page.evaluate(() => ({
        pads: [...document.querySelectorAll<HTMLElement>('[data-pad]')].map((tag) => `${tag.dataset.pad} ${tag.dataset.tone}`),
        focus: document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.tagName,
        said: document.querySelector('[aria-label^="Board"] [role=status]')?.textContent,
        tape: document.querySelector('aside')?.textContent?.slice(-200),
      }));
      throw new Error(`There are not ${count} pads: ${JSON.stringify(seen)}`);
    });
}

function benchText(): Promise<string> {
  return page.$eval('input[aria-label="Bench line"]', (input) => (input as HTMLInputElement).value);
}

/** A pick stands on the bench line a moment after its click. */
async function waitForBench(text: string): Promise<void> {
  await page
    .waitForFunction(
      (wanted) => document.querySelector<HTMLInputElement>('input[aria-label="Bench line"]')?.value.trim() === wanted,
      {},
      text,
    )
    .catch(async () => expect(await benchText()).toBe(text));
}

/** Everything on the board but what lies between pads 1 and 15 at its left. */
const REST = [
  'V1 ac 230v 50hz on 1 2',
  'C1 824K 400v on 5 6',
  'B1 bridge on 7 8 9 10',
  'C2 10uF 400v on 11 12',
  'R2 mark 474 on 17 18',
  'D1-D12 led white 48 series on 13 14',
  'hold 4: 1 3 5 15 | 0.1r 0.2r',
  'hold 6: 7 16 | 0.2r 0.2r',
  'hold 2: 8 | 0.2r',
  'hold 9: 11 13 17',
  'hold 10: 12 14 18',
];

async function expectTraced(): Promise<void> {
  await waitForText(page, 'Every pair of pads is settled');
  await waitForText(page, 'A capacitor that drops the mains');
  await waitForText(page, 'no bleeder');
  const schematic = await page.$eval('[data-schematic]', (element) => (element as SVGElement).dataset.schematic);
  expect(schematic).toBe('branches');
  const refs = await page.$$eval('[data-schematic] [data-ref]', (symbols) => symbols.map((symbol) => (symbol as SVGElement).dataset.ref));
  expect(refs).toEqual(['V1', 'R1', 'C1', 'B1', 'C2', 'R2', 'D1-D12']);
  await waitForSaved(page);
}

describe('a board, from two photos to a recognised circuit', () => {
  it('by mouse', async () => {
    await newSpecimen('By mouse');
    await pressButton(page, 'Photos of the board');
    for (const side of ['front', 'back'] as const) {
      const chooser = await page.waitForSelector('input[data-photo-chooser=trace]');
      await (chooser as ElementHandle<HTMLInputElement>).uploadFile(files[side]);
      await page.waitForFunction(
        (name) => [...document.querySelectorAll('[role=dialog] option')].some((option) => option.textContent === name),
        {},
        `board ${side}.png`,
      );
    }
    for (const [index, side] of (['front', 'back'] as const).entries()) {
      const value = await page.$$eval(
        '[role=dialog] option',
        (options, name) => options.find((option) => option.textContent === name)?.value ?? '',
        `board ${side}.png`,
      );
      const selects = await page.$$('[role=dialog] fieldset select:first-of-type');
      await selects[2 * index]?.select(value);
    }
    await page.keyboard.press('Escape');
    await page.waitForSelector('[data-board] img[data-side=back]');

    await pressButton(page, 'Align');
    for (const { front, back } of HOLES) {
      await clickAt('front', front);
      await page.waitForFunction(() => document.querySelector('input[type=range]')?.getAttribute('aria-valuetext') === '100 % see-through');
      await clickAt('back', back);
      await page.waitForFunction(() => document.querySelector('input[type=range]')?.getAttribute('aria-valuetext') === '0 % see-through');
    }
    await waitForText(page, '4 points, affine');
    // A hole of the back now lies on that of the front, within the misses of a hand.
    const [front, back] = [await onScreen('front', HOLES[0].front), await onScreen('back', HOLES[0].back)];
    expect(Math.hypot(front.x - back.x, front.y - back.y)).toBeLessThan(4);

    await pressButton(page, 'Pin');
    for (const [index] of PADS.entries()) {
      await clickPad(index + 1);
      await waitForPads(index + 1);
    }
    await pressButton(page, 'Part');
    await clickPad(3);
    await clickPad(4);
    await page.waitForFunction(() =>
      (document.querySelector('input[aria-label="Bench line"]') as HTMLInputElement).value.startsWith('R1 on 3 4'),
    );
    await clickOn(page, 'input[aria-label="Bench line"]');
    await page.keyboard.press('End');
    await page.keyboard.type('brown black black gold');
    expect(await meaning(page)).toContain('10.0');
    await page.keyboard.press('Enter');

    // The entry moves what stands below it; pads are clicked once the page is still.
    await page.waitForSelector('[data-schematic] [data-ref=R1]');
    await waitForSaved(page);

    await pressButton(page, 'Hold');
    for (const [index, pad] of [1, 3, 4, 5, 15].entries()) {
      await clickPad(pad);
      await waitForBench(['hold 1:', 'hold 1: 3', 'hold 1: 3 4', 'hold 1: 3 4 5', 'hold 1: 3 4 5 15'][index] as string);
    }
    await clickOn(page, 'input[aria-label="Bench line"]');
    await page.keyboard.press('End');
    await page.keyboard.type(' | 0.1r');
    // The ohms belong to the last pad: the one that is only track is put there.
    await clickOn(page, 'input[aria-label="Bench line"]', { count: 3 });
    await page.keyboard.type('hold 1: 4 5 15 3 | 0.1r');
    await page.keyboard.press('Enter');
    for (const line of REST) await enterLine(page, line);

    await waitForText(page, 'joined, or only R1?');
    await page.waitForSelector('[data-board] line[stroke-dasharray]');
    await pressButton(page, '1 to 4');
    await waitForBench('hold 1 over 4: 4');
    await page.keyboard.type('10.2r');
    await page.keyboard.press('Enter');
    await expectTraced();

    // What the pointer is on lights up everywhere.
    const net = await page.waitForSelector('[aria-label=Nets] li:nth-child(5) button');
    await net?.hover();
    await page.waitForFunction(() => document.querySelectorAll('[data-pad][data-tone=lit]').length === 4);
  });

  it('by keyboard alone', async () => {
    await newSpecimen('By keyboard');
    await tabTo(page, 'Photos of the board');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog]');
    for (const side of ['front', 'back'] as const) {
      await tabToButton('Picture');
      // What opens from here is the system's own chooser; the file is handed over as that would.
      const chooser = await page.waitForSelector('input[data-photo-chooser=trace]');
      await (chooser as ElementHandle<HTMLInputElement>).uploadFile(files[side]);
      await page.waitForFunction(
        (name) => [...document.querySelectorAll('[role=dialog] option')].some((option) => option.textContent === name),
        {},
        `board ${side}.png`,
      );
    }
    const selects = await page.$$('[role=dialog] fieldset select:first-of-type');
    await selects[0]?.focus();
    await page.keyboard.press('ArrowDown');
    await page.waitForSelector('[data-board] img[data-side=front]');
    await selects[2]?.focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Escape');
    await page.waitForSelector('[data-board] img[data-side=back]');

    await tabToButton('Pin');
    await page.keyboard.press('Enter');
    await tabTo(page, 'Board main');
    for (const [index, share] of PADS.entries()) {
      await crossTo(share);
      await page.keyboard.press('Enter');
      await waitForPads(index + 1);
    }
    // From pad to pad, and held there.
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await tabTo(page, 'Pin');
    await tabToButton('Part');
    await tabToButton('Hold');
    await page.keyboard.press('Enter');
    await tabTo(page, 'Board main');
    await page.keyboard.press('.');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.querySelectorAll('[data-pad][data-tone=held]').length === 1);
    await page.waitForFunction(() =>
      /^hold \d+: $/.test(document.querySelector<HTMLInputElement>('input[aria-label="Bench line"]')?.value ?? ''),
    );

    await enterLine(page, 'claim 220-240v body');
    await enterLine(page, 'R1 brown black black gold on 3 4');
    await enterLine(page, 'hold 1: 4 5 15 3 | 0.1r');
    for (const line of REST) await enterLine(page, line);
    await waitForText(page, 'joined, or only R1?');
    // The next probe asks for the test that settles it.
    await page.keyboard.press('n');
    await waitForBench('hold 1 over 4: 4');
    await page.keyboard.type('10.2r');
    await page.keyboard.press('Enter');
    await expectTraced();
  });

  /** The button of just these words: it may have the focus already. */
  async function tabToButton(words: string): Promise<void> {
    for (let step = 0; step < 40; step++) {
      if (
        await page.evaluate(
          (text) => document.activeElement?.matches('button') && document.activeElement.textContent?.trim() === text,
          words,
        )
      )
        return;
      await page.keyboard.press('Tab');
    }
    throw new Error(`“${words}” cannot be reached by Tab.`);
  }

  /** Moves the crosshair by arrow keys, twelve pixels a step, one with Shift; again where the page moved meanwhile. */
  async function crossTo(share: readonly [number, number]): Promise<void> {
    for (let tries = 0; tries < 5; tries++) {
      const target = await onScreen('front', share);
      const at = await page.$eval('[data-crosshair]', (cross) => {
        const { left, top } = cross.getBoundingClientRect();
        return { x: left, y: top };
      });
      const away = [target.x - at.x, target.y - at.y] as const;
      if (away.every((distance) => Math.abs(distance) < 2)) return;
      await pressArrows(away[0], 'ArrowLeft', 'ArrowRight');
      await pressArrows(away[1], 'ArrowUp', 'ArrowDown');
    }
  }

  async function pressArrows(distance: number, less: 'ArrowLeft' | 'ArrowUp', more: 'ArrowRight' | 'ArrowDown'): Promise<void> {
    const key = distance < 0 ? less : more;
    const coarse = Math.floor(Math.abs(distance) / 12);
    for (let step = 0; step < coarse; step++) await page.keyboard.press(key);
    await page.keyboard.down('Shift');
    for (let step = 0; step < Math.round(Math.abs(distance) - 12 * coarse); step++) await page.keyboard.press(key);
    await page.keyboard.up('Shift');
  }
});

describe('what does not fit together', () => {
  it('a contradiction is named, and struck with one key', async () => {
    await newSpecimen('Clash');
    for (const line of ['hold 1: 2 over 2', 'hold 2: 3 over 3', '3 x 1']) await enterLine(page, line);
    await page.waitForSelector('[role=alert]');
    expect(await page.$eval('[role=alert]', (alert) => alert.textContent)).toContain('silence');
    await tabTo(page, 'strike “3 x 1”');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.querySelector('[role=alert]') === null);
    expect(await padCount()).toBe(0);
  });

  it('two tabs see each other’s holds', async () => {
    const other = await openPage(bench.browser, page.url(), bench.complaints);
    await waitForText(other, 'hold 1: 2');
    await enterLine(other, 'hold 4: none over 1');
    await waitForSaved(other);
    await page.bringToFront();
    await waitForText(page, 'hold 4: none');
    await other.close();
  });
});
