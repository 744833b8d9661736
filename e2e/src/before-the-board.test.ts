import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from '@jest/globals';
import type { ElementHandle, Page } from 'puppeteer-core';
import sharp from 'sharp';
import { clickOn, confirmGate, enterLine, focusOn, goTo, meaning, openPage, tabTo, typeLine, waitForText } from './harness.ts';
import { useBench } from './use-bench.ts';

const bench = useBench('start', { specimen: 'Mirror bar', forgiven: /422/ });
let page: Page;

beforeAll(() => {
  page = bench.page;
});

function readings(): Promise<number> {
  return page.$$eval('[aria-label="At the supply"] > ul > li', (rows) => rows.length).catch(() => 0);
}

describe('a mains lamp before its board is traced, by keyboard', () => {
  it('claims stand side by side, and what cannot be is said', async () => {
    for (const line of [
      'claim 220-240v body',
      'claim 9w body',
      'claim 12w listing',
      'claim like 100w listing',
      'claim 900lm listing',
      'claim length 0.52m box',
    ]) {
      await enterLine(page, line);
    }
    await waitForText(page, '“Like 100 W” wants 1521 lm');
    await waitForText(page, 'Watts: the body says 9 W, the listing 12 W.');
    await waitForText(page, '520 mm');
    const columns = await page.$$eval('main table thead th', (cells) => cells.map(({ textContent }) => textContent));
    expect(columns).toEqual(['What', 'body', 'box', 'listing']);
  });

  it('a pasted listing offers its claims one by one', async () => {
    await tabTo(page, 'Paste a listing');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] textarea');
    await page.keyboard.type('LED bar 9W 900 lumens IP44, CE, 4000K');
    await waitForText(page, '5 claims found, 5 to decide', '[role=dialog]');
    await tabTo(page, 'Take Water and dust IP44');
    await page.keyboard.press('Enter');
    await waitForText(page, '5 claims found, 4 to decide', '[role=dialog]');
    await page.keyboard.press('Escape');
    await waitForText(page, 'Is there a seal');
  });

  it('another country’s mains makes it unsafe', async () => {
    await enterLine(page, 'claim 110v leaflet');
    await waitForText(page, '110 V is too low for this country’s 230 V');
  });

  it('the gate stands before the first live entry: refused, nothing is entered; confirmed, it is', async () => {
    await goTo(page, 'f', 'First light');
    await waitForText(page, 'Through an in-line meter, closed.');
    await waitForText(page, 'switch off above');
    await typeLine(page, 'in 231v 38ma 5.1w');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[data-gate="mains"]');
    await waitForText(page, 'Before mains', '[role=dialog]');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => !document.querySelector('[role=dialog]'));
    expect(await readings()).toBe(0);
    await typeLine(page, 'in 231v 38ma 5.1w');
    await page.keyboard.press('Enter');
    for (const gate of ['mains', 'bright', 'heat']) await confirmGate(page, gate);
    await waitForText(page, 'of 4 hold');
    expect(await readings()).toBe(1);
    await waitForText(page, '0.58 power factor');
    await waitForText(page, 'body: 220–240 V');
    await enterLine(page, 'source 233.5v');
    await waitForText(page, 'At the source itself');
  });

  it('volts × amps is not watts, and what cannot be is called out as it is typed', async () => {
    await typeLine(page, 'in 231v 38ma');
    expect((await meaning(page)).replace(/\s/g, ' ')).toContain('volts × amps is not watts');
    await typeLine(page, 'in 231v 38ma 12w');
    expect(await meaning(page)).toContain('more than');
    await typeLine(page, 'in 231v 38ma 12w pf 0.4');
    expect(await meaning(page)).toMatch(/misread/);
    await page.keyboard.press('Escape');
  });

  it('what is noticed takes one press, by keyboard too', async () => {
    await tabTo(page, 'bands');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[aria-pressed=true]')].some(({ textContent }) => textContent === 'bands'),
    );
  });

  it('off again is dead where nothing can hold a charge; ohms while live are refused, and can be forced with a mark', async () => {
    await enterLine(page, 'R1 100r');
    await typeLine(page, 'R1 99.2r live');
    await page.keyboard.press('Enter');
    expect(await meaning(page)).toContain('“force” takes it all the same');
    await typeLine(page, 'R1 99.2r live force');
    expect(await meaning(page)).toContain('forced');
    await page.keyboard.press('Escape');
    await page.keyboard.press('b');
    await page.waitForSelector('[data-bench-state="dead"]');
  });

  it('a store keeps it charged, says how long to wait, and asks for the reading', async () => {
    await enterLine(page, 'live');
    await page.waitForSelector('[data-bench-state="live"]');
    const part = (of: Record<string, unknown>, index: number) => ({
      kind: 'part',
      part: of,
      id: `mirror-part-${index}`,
      at: new Date().toISOString(),
    });
    const entries = [
      part({ ref: 'V1', kind: 'ac', pins: ['V1.1', 'V1.2'], voltsRms: 230, hertz: 50 }, 1),
      part({ ref: 'C1', kind: 'capacitor', pins: ['V1.1', 'C1.2'], farads: 1e-6 }, 2),
      part({ ref: 'R2', kind: 'resistor', pins: ['V1.1', 'C1.2'], ohms: 1e6 }, 3),
      part({ ref: 'B1', kind: 'bridge', pins: ['C1.2', 'V1.2', 'B1.3', 'B1.4'] }, 4),
      part({ ref: 'D1', kind: 'led', pins: ['B1.3', 'B1.4'], series: 20 }, 5),
    ];
    const id = new URL(page.url()).pathname.split('/')[2];
    await fetch(`${bench.app.url}/api/specimens/${id}/tape`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ entries }),
    });
    await waitForText(page, 'B1, bridge', 'aside, [aria-label="Tape"], body');
    await page.keyboard.press('b');
    await page.waitForSelector('[data-bench-state="charged"]');
    await waitForText(page, 'under 34 V after', '[aria-label="Next probe"]');
  });
});

describe('pictures', () => {
  const photo = () => join(bench.app.folder, 'bench.jpg');

  it('one with a place in it comes out without, and takes a pin', async () => {
    const bytes = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#4F6F3A' } })
      .withExif({ IFD0: { Artist: 'Somebody' }, IFD3: { GPSLatitude: '51/1 30/1 0/1', GPSLatitudeRef: 'N' } })
      .jpeg()
      .toBuffer();
    writeFileSync(photo(), bytes);
    await goTo(page, 'o', 'Opening');
    const chooser = (await page.waitForSelector('[data-photo-chooser="opening"]')) as ElementHandle<HTMLInputElement>;
    await chooser.uploadFile(photo());
    await page.waitForSelector('[aria-label="Pictures of the opening"] img');
    const address = await page.$eval('[aria-label="Pictures of the opening"] img', (image) => image.src.replace('?size=thumbnail', ''));
    const kept = Buffer.from(await (await fetch(address)).arrayBuffer());
    expect(kept.includes('Somebody')).toBe(false);
    expect((await sharp(kept).metadata()).exif).toBeUndefined();
    await tabTo(page, 'bench.jpg, 0 pins');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] form input');
    await page.keyboard.type('clip under here');
    await page.keyboard.press('Enter');
    await waitForText(page, 'clip under here', '[role=dialog] ol');
    await page.keyboard.press('Escape');
    await page.waitForSelector('[aria-label="bench.jpg, 1 pins"]');
  });

  it('what is no picture, or broken, is refused in words and can be left out', async () => {
    const text = join(bench.app.folder, 'notes.txt');
    writeFileSync(text, 'no picture');
    const chooser = (await page.$('[data-photo-chooser="opening"]')) as ElementHandle<HTMLInputElement>;
    await chooser.uploadFile(text);
    await waitForText(page, 'notes.txt is no picture that can be kept here');
    const broken = join(bench.app.folder, 'broken.jpg');
    writeFileSync(broken, 'ÿØ broken');
    await chooser.uploadFile(broken);
    await waitForText(page, 'This is no picture that can be kept here');
    await tabTo(page, 'Leave it out', 90);
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => !document.body.textContent?.includes('Leave it out'));
  });

  it('is there for another tab, and after a reload', async () => {
    const other = await openPage(bench.browser, page.url(), bench.complaints);
    await other.waitForSelector('[aria-label="bench.jpg, 1 pins"]');
    await other.close();
    await page.reload({ waitUntil: 'load' });
    await page.waitForSelector('[aria-label="bench.jpg, 1 pins"]');
  });
});

describe('opening and closing', () => {
  it('steps are put in order by keyboard, and gone backwards as a checklist', async () => {
    await enterLine(page, 'step caps off');
    await enterLine(page, 'step diffuser out');
    const steps = (await page.$$('main ol [data-photo-chooser]')) as ElementHandle<HTMLInputElement>[];
    await steps[0]?.uploadFile(join(bench.app.folder, 'bench.jpg'));
    await page.waitForSelector('[aria-label="Pictures of step 1"] img');
    await tabTo(page, 'Step 2 earlier', 90);
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => /diffuser out[\s\S]*caps off/.test(document.querySelector('main ol')?.textContent ?? ''));
    await tabTo(page, 'Close again', 90);
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => /caps off[\s\S]*diffuser out/.test(document.querySelector('main ol')?.textContent ?? ''));
    await focusOn(page, 'main ol input');
    await page.keyboard.press('Space');
    await waitForText(page, '1 of 2 gone back');
  });

  it('how it is built is asked once, with what the claims left to look for', async () => {
    await tabTo(page, 'The way in', 90);
    await page.keyboard.press('Enter');
    await waitForText(page, 'Is there a seal');
    await clickOn(page, '[aria-label="How it is built"] input[name="case"]');
    await page.waitForFunction(() => (document.querySelector('input[name="case"]') as HTMLInputElement).checked);
  });
});
