import { expect } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { axeFindings, contrastFindings } from './axe.ts';
import { openPage } from './harness.ts';
import type { Bench } from './use-bench.ts';

/** kB of script that a view needs, as it is sent. */
const MOST_SCRIPT_KB = 250;
/** What draws charts comes to that where one is in view. */
const CHART_KB = 115;
const WITH_CHART = ['/rounds', '/specimens/reading-room-lamp/proof'];

/** The stage's analysis comes from the worker a moment after the page. */
export async function settled(page: Page): Promise<void> {
  await page.evaluate(() => document.fonts.ready);
  await page.waitForFunction(
    () =>
      !/computing…|Opening…|Searching…|Planning…|Writing…|Computing…|Drawing the chart…/.test(
        document.querySelector('main')?.textContent ?? '',
      ),
  );
  await new Promise((resolve) => setTimeout(resolve, 150));
}

/** Texts below 12 px, and things that stick out of the page to the right. */
function misfitsOf(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const found: string[] = [];
    for (const element of document.querySelectorAll<HTMLElement>('body *')) {
      const own = [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent?.trim());
      if (!own || element.closest('.sr-only')) continue;
      const box = element.getBoundingClientRect();
      if (box.width === 0) continue;
      const words = element.textContent?.trim().slice(0, 40);
      // A word of SVG is as large as its drawing's scale makes it.
      const scale = element instanceof SVGElement ? ((element as unknown as SVGGraphicsElement).getScreenCTM()?.a ?? 1) : 1;
      const size = Number.parseFloat(getComputedStyle(element).fontSize) * scale;
      const relative = element instanceof SVGElement ? 10 : element.className.includes('0.78em') ? 9 : 12;
      if (size < relative - 0.01) found.push(`${size.toFixed(1)} px: ${words}`);
      if (box.right > window.innerWidth + 1 && !element.closest('.overflow-x-auto, .overflow-auto, nav'))
        found.push(`off the page: ${words}`);
    }
    return found;
  });
}

/** Bytes of script that a view fetches for its page, as they come over the line. */
function scriptBytesOf(page: Page): Promise<number> {
  return page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter(({ name }) => name.endsWith('.js') && !name.includes('.worker'))
      .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0),
  );
}

function setTheme(page: Page, theme: 'bone' | 'lamp-black'): Promise<void> {
  return page.evaluate((chosen) => {
    document.documentElement.dataset.theme = chosen;
  }, theme);
}

async function visit<T>(bench: Bench, path: string, look: (page: Page, complaints: readonly string[]) => Promise<T>): Promise<T> {
  const complaints: string[] = [];
  const page = await openPage(bench.browser, bench.app.url + path, complaints);
  try {
    await setTheme(page, 'bone');
    await settled(page);
    return await look(page, complaints);
  } finally {
    await page.close();
  }
}

/** Fonts of the machine that some text of the page is drawn with, each with a place. */
async function foreignFontsOf(page: Page): Promise<string[]> {
  try {
    return await foreignFontsNow(page);
  } catch (error) {
    // What is worked out for long may come in between, and a node be another one: looked at again as it stands then.
    if (!String(error).includes('Could not find node')) throw error;
    await settled(page);
    await new Promise((resolve) => setTimeout(resolve, 2000));
    return foreignFontsNow(page);
  }
}

async function foreignFontsNow(page: Page): Promise<string[]> {
  const session = await page.createCDPSession();
  await session.send('DOM.enable');
  await session.send('CSS.enable');
  const { root } = await session.send('DOM.getDocument', { depth: -1 });
  const { nodeIds } = await session.send('DOM.querySelectorAll', { nodeId: root.nodeId, selector: 'body *:not(select):not(option)' });
  const foreign = new Set<string>();
  // Asked all at once: one by one, a page of a thousand nodes takes a second. One that counts down replaces its nodes meanwhile.
  const drawnWith = await Promise.all(
    nodeIds.map(async (nodeId) => ({
      nodeId,
      ...(await session.send('CSS.getPlatformFontsForNode', { nodeId }).catch(() => ({ fonts: [] }))),
    })),
  );
  for (const { nodeId, fonts } of drawnWith) {
    for (const font of fonts) {
      if (font.isCustomFont) continue;
      const { outerHTML } = await session.send('DOM.getOuterHTML', { nodeId });
      foreign.add(`${font.familyName}: ${outerHTML.slice(0, 120)}`);
    }
  }
  return [...foreign];
}

/** Nothing of a view hurts: accessibility, small or lost text, glyphs of the machine, what it loads, complaints in the console. */
export async function expectWholeView(bench: Bench, path: string): Promise<void> {
  await visit(bench, path, async (page, complaints) => {
    const scriptBytes = await scriptBytesOf(page);
    expect(scriptBytes).toBeGreaterThan(100_000);
    expect(scriptBytes / 1000).toBeLessThan(MOST_SCRIPT_KB + (WITH_CHART.includes(path) ? CHART_KB : 0));
    expect(await axeFindings(page)).toEqual([]);
    expect(await misfitsOf(page)).toEqual([]);
    expect(await foreignFontsOf(page)).toEqual([]);
    if (path === '/' || path.includes('usb-book-clip')) {
      await setTheme(page, 'lamp-black');
      expect(await contrastFindings(page)).toEqual([]);
    }
    expect(complaints.filter((text) => !text.includes('404'))).toEqual([]);
  });
}
