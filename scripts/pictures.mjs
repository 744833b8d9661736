// Takes one PNG of each main view from the demo data: `npm run pictures`, or `npm run pictures -- drive shelf`.
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoDay } from './demo-day.mjs';
import { ensureBuilt, ensureChromium, ensurePackages, ROOT } from './steps.mjs';

ensurePackages();
ensureBuilt(['core', 'server', 'web']);
const executablePath = ensureChromium();
const { startServer } = await import('../server/dist/index.js');
const { default: puppeteer } = await import('puppeteer-core');

const VIEWS = [
  { name: 'shelf', path: '/', wait: /2\.56×/ },
  { name: 'claim', path: '/specimens/bathroom-mirror-bar/claim' },
  { name: 'first-light', path: '/specimens/bathroom-mirror-bar/first-light' },
  { name: 'opening', path: '/specimens/bathroom-mirror-bar/opening' },
  { name: 'trace', path: '/specimens/bathroom-mirror-bar/trace' },
  { name: 'readings', path: '/specimens/usb-book-clip/readings' },
  { name: 'diagnosis', path: '/specimens/kitchen-spot/readings', wait: /used again/ },
  { name: 'instruments', path: '/specimens/usb-book-clip/readings', press: 'button[aria-label^=Instruments]' },
  { name: 'drive', path: '/specimens/usb-book-clip/drive' },
  { name: 'drive-mains', path: '/specimens/bathroom-mirror-bar/drive' },
  {
    name: 'drive-source',
    path: '/specimens/hillside-crank-torch/drive',
    press: '[role=tab][id$=source]',
    scroll: '[role=tablist]',
    extra: true,
  },
  { name: 'slide-rules', path: '/slide-rules' },
  { name: 'rework', path: '/specimens/usb-book-clip/rework', wait: / ways kept/ },
  { name: 'rework-mains', path: '/specimens/guest-room-lamp/rework', wait: / ways kept/ },
  { name: 'rounds', path: '/rounds', wait: /at the bench with[\s\S]*Then/ },
  { name: 'drawer', path: '/drawer' },
  { name: 'proof', path: '/specimens/reading-room-lamp/proof', wait: /teaches most/ },
  { name: 'write-up', path: '/specimens/book-clip-reworked/write-up', wait: /What it claims/ },
  { name: 'compare', path: '/compare?of=usb-book-clip,book-clip-reworked:0,book-clip-reworked:1', wait: /Better, and why/ },
  { name: 'drive-lamp-black', path: '/specimens/barn-lantern/drive', theme: 'lamp-black' },
  // Looked at, not kept: `--out` leads elsewhere.
  { name: 'marks', path: '/marks', extra: true },
  { name: 'compare-phone', path: '/compare?of=usb-book-clip,book-clip-reworked:1', width: 390, wait: /Better, and why/, extra: true },
  {
    name: 'write-up-string',
    path: '/specimens/kitchen-spot/write-up',
    wait: /What was broken/,
    scroll: 'figure img[alt="What was found of each package"]',
    extra: true,
  },
  {
    name: 'write-up-editor',
    path: '/specimens/usb-book-clip/write-up',
    press: 'button[aria-label="Add own words: How hard it is driven"]',
    scroll: '[contenteditable]',
    extra: true,
  },
  { name: 'write-up-mains', path: '/specimens/bathroom-mirror-bar/write-up', wait: /What it claims/, extra: true },
  { name: 'diagnosis-dim', path: '/specimens/stairwell-lamp/readings', wait: /settles/, extra: true },
  { name: 'diagnosis-torch', path: '/specimens/shed-torch/readings', wait: /settles/, extra: true },
  { name: 'diagnosis-phone', path: '/specimens/kitchen-spot/readings', width: 390, wait: /worth it|used again/i, extra: true },
  { name: 'rounds-phone', path: '/rounds', width: 390, wait: /at the bench with[\s\S]*Then/, extra: true },
  { name: 'trace-partial', path: '/specimens/bicycle-rear-light/trace', extra: true },
  { name: 'drive-1024', path: '/specimens/usb-book-clip/drive', width: 1024, extra: true },
  { name: 'readings-phone', path: '/specimens/usb-book-clip/readings', width: 390, extra: true },
  { name: 'rework-cells', path: '/specimens/three-cell-headlamp/rework', extra: true },
  { name: 'trace-lantern', path: '/specimens/barn-lantern/readings', extra: true },
];

/** What a page says while something is worked out for it. */
const AT_WORK = /Working out|(?:[Cc]omputing|Opening|Searching|Planning|Writing|Drawing the chart)…|Computing: /;

const args = process.argv.slice(2);
const outAt = args.indexOf('--out');
const out = outAt === -1 ? join(ROOT, 'docs', 'screenshots') : args[outAt + 1];
const names = args.filter((_, index) => outAt === -1 || (index !== outAt && index !== outAt + 1));
const folder = mkdtempSync(join(tmpdir(), 'probe-pictures-'));
const server = await startServer({
  place: { folder },
  port: 0,
  webFolder: join(ROOT, 'web', 'dist'),
  tapeFolder: demoDay(join(ROOT, 'demo', 'specimens'), join(folder, 'demo-day')),
  standIns: { folder: join(ROOT, 'demo', 'benches'), firstPort: 5311 },
});
const browser = await puppeteer.launch({
  executablePath,
  args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-background-networking'],
});
try {
  mkdirSync(out, { recursive: true });
  for (const { name, path, theme = 'bone', width = 1280, press, scroll, wait, extra = false } of VIEWS) {
    if (names.length > 0 ? !names.includes(name) : extra) continue;
    const page = await browser.newPage();
    page.on('console', (message) => message.type() === 'error' && process.stderr.write(`${name}: ${message.text()}\n`));
    page.on('pageerror', (error) => process.stderr.write(`${name}: ${error}\n`));
    await page.setViewport({ width, height: 800 });
    await page.evaluateOnNewDocument((chosen) => localStorage.setItem('probe.theme', chosen), theme);
    await page.goto(server.url + path, { waitUntil: 'load' });
    await page.waitForSelector('h1');
    await page.evaluate(() => document.fonts.ready);
    // The server sums up every specimen for the first shelf after its start.
    await page.waitForFunction(() => !document.querySelector('main > [role=status]'), { timeout: 60_000 }).catch(() => undefined);
    // The analysis comes from the worker after the page, and is asked for a moment after it.
    await new Promise((resolve) => setTimeout(resolve, 800));
    await page.waitForFunction((words) => !new RegExp(words).test(document.body.textContent), { timeout: 120_000 }, AT_WORK.source);
    await new Promise((resolve) => setTimeout(resolve, 400));
    if (wait) {
      await page.waitForFunction(
        (words) => new RegExp(words).test(document.querySelector('main').textContent),
        { timeout: 60_000 },
        wait.source,
      );
      await new Promise((resolve) => setTimeout(resolve, 800));
    }
    if (press) {
      await page.waitForSelector(press, { timeout: 60_000 });
      await page.click(press);
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
    if (scroll) {
      await page.$eval(scroll, (element) => element.scrollIntoView({ block: 'start' }));
      await new Promise((resolve) => setTimeout(resolve, 300));
    }
    // Charts are fetched when they come into view.
    await page.waitForFunction(() => !document.body.textContent.includes('Drawing the chart'), { timeout: 60_000 });
    await page.screenshot({ path: join(out, `${name}.png`) });
    await page.close();
  }
} finally {
  await browser.close();
  await server.close();
  rmSync(folder, { recursive: true, force: true });
}
