import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import {
  type Entry,
  type EntryDraft,
  entrySchema,
  formatEngineering,
  replay,
  SpecimenAnalyses,
  writeUp,
  writeUpFactsOf,
} from '@mindful-probe/core';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import sharp from 'sharp';
import { fontRuns } from './fonts.ts';
import { type WriteOutOptions, writeOut } from './index.ts';
import { writeOutFacts } from './write-out.ts';

const DEMO = new URL('../../demo/specimens/', import.meta.url);
const HOSTILE = '<script>alert(1)</script>"\'><img src=x onerror=alert(2)> | `code` [a](javascript:alert(3)) \\end';
/** The smallest PNG there is. */
const PIXEL = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==', 'base64');

function tape(...drafts: EntryDraft[]): Entry[] {
  return drafts.map((draft, index) => entrySchema.parse({ ...draft, id: `entry-${index}-w`, at: '2026-03-07T10:00:00Z' }));
}

const hostile = tape(
  { kind: 'name', name: HOSTILE.slice(0, 120) },
  { kind: 'claim-text', field: 'marks', text: HOSTILE, source: 'box' },
  { kind: 'step', text: HOSTILE, tool: HOSTILE.slice(0, 120), keeps: HOSTILE },
  { kind: 'sense', of: 'smell', text: HOSTILE },
  { kind: 'note', text: HOSTILE },
  { kind: 'remark', stage: 'drive', text: HOSTILE },
  { kind: 'part', part: { ref: 'V1', kind: 'dc', pins: ['V1.1', 'V1.2'], volts: 5 } },
  { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['V1.1', 'R1.2'], ohms: 39, marking: '<b onclick=alert(4)>390' } },
  { kind: 'part', part: { ref: 'D1', kind: 'led', pins: ['R1.2', 'V1.2'] } },
  { kind: 'rework', title: HOSTILE, changes: [{ change: 'replace-resistor', ref: 'R1', ohms: 82 }] },
  { kind: 'proof', verdict: 'keep', text: HOSTILE },
  { kind: 'wording', of: 'verdict', text: HOSTILE, instead: 'x' },
  { kind: 'picture', hash: 'a'.repeat(64), mediaType: 'image/png', width: 1, height: 1, stage: 'opening' },
  { kind: 'layout', pictures: [{ picture: 'entry-12-w', caption: HOSTILE }] },
);

const decoded = (bytes: Uint8Array) => new TextDecoder().decode(bytes);

async function textAs(entries: readonly Entry[], options: Omit<WriteOutOptions, 'id'>): Promise<string> {
  return decoded(await writeOut(entries, { id: 'lamp-1', ...options }));
}

async function pdfPages(bytes: Uint8Array): Promise<
  readonly {
    readonly width: number;
    readonly height: number;
    readonly items: readonly { text: string; x: number; y: number; width: number }[];
  }[]
> {
  const document = await getDocument({ data: bytes, verbosity: 0 }).promise;
  const pages = [];
  for (let number = 1; number <= document.numPages; number++) {
    const page = await document.getPage(number);
    const [, , width = 0, height = 0] = page.view;
    const { items } = await page.getTextContent();
    pages.push({
      width,
      height,
      items: items.flatMap((item) =>
        'str' in item && item.str.trim() !== '' ? [{ text: item.str, x: item.transform[4], y: item.transform[5], width: item.width }] : [],
      ),
    });
  }
  return pages;
}

const squeezed = (text: string) => text.replace(/\s+/g, '');

describe('what users typed', () => {
  const pictureOf = () => ({ bytes: PIXEL, mediaType: 'image/png' as const });

  it('is no tag, no script and no address in the HTML file', async () => {
    const html = await textAs(hostile, { way: 'html', length: 'full', pictureOf });
    // A tag that is text begins with &lt;; what is left are the file's own.
    const tags = html.match(/<[a-z](?:"[^"]*"|[^>"])*>/gi) ?? [];
    expect(tags.filter((tag) => /^<(script|iframe|object|embed|form|link)\b/i.test(tag))).toEqual([]);
    expect(tags.filter((tag) => /\son\w+=/i.test(tag.replace(/"[^"]*"/g, '""')))).toEqual([]);
    expect(tags.filter((tag) => /="\s*javascript:/i.test(tag))).toEqual([]);
    expect(html).toContain('alert(1)');
    const addresses = tags.flatMap((tag) => [...tag.matchAll(/\s(?:src|href|srcset)="([^"]*)"/gi)].map(([, address]) => address ?? ''));
    expect(addresses.length).toBeGreaterThan(0);
    expect(addresses.filter((address) => !address.startsWith('data:image/'))).toEqual([]);
  });

  it('is escaped in Markdown, and lets the label and the drawings stay XML', async () => {
    const markdown = await textAs(hostile, { way: 'markdown', length: 'full', pictureOf });
    const outside = markdown.replace(/`[^`]*`/g, '');
    expect(outside.match(/(?<!\\)<(script|img|b)\b/g)).toBeNull();
    const label = await textAs(hostile, { way: 'label' });
    expect(label).not.toMatch(/<script/);
    expect(label).toContain('&lt;script');
  });

  it('is read in plain text and in the PDF as it was typed', async () => {
    expect(await textAs(hostile, { way: 'text', length: 'full' })).toContain('<script>alert(1)</script>');
    const pages = await pdfPages(await writeOut(hostile, { id: 'lamp-1', way: 'pdf', length: 'full', pictureOf }));
    expect(squeezed(pages.flatMap(({ items }) => items.map(({ text }) => text)).join(''))).toContain('<script>alert(1)</script>');
  });
});

describe('a photo with marks', () => {
  const marked = tape(
    { kind: 'picture', hash: 'b'.repeat(64), mediaType: 'image/webp', width: 40, height: 30, stage: 'opening' },
    { kind: 'pin', picture: 'entry-0-w', x: 0.25, y: 0.5, text: 'scorched' },
    { kind: 'pin', picture: 'entry-0-w', x: 0.75, y: 0.5, text: 'cracked joint' },
    { kind: 'layout', pictures: [{ picture: 'entry-0-w', caption: 'the driver' }] },
  );
  const pictureOf = async () => {
    const bytes = await sharp({ create: { width: 40, height: 30, channels: 3, background: 'white' } })
      .webp()
      .toBuffer();
    return () => ({ bytes, mediaType: 'image/webp' as const });
  };

  it('has them drawn in, by number, where a drawing is held', async () => {
    for (const way of ['html', 'markdown'] as const) {
      const written = await textAs(marked, { way, pictureOf: await pictureOf() });
      const [, packed = ''] = /data:image\/svg\+xml;base64,([\w+/=]+)/.exec(written) ?? [];
      const svg = Buffer.from(packed, 'base64').toString('utf8');
      expect(svg).toContain('href="data:image/webp;base64,');
      // Squares of 16 around their places.
      expect([...svg.matchAll(/<rect x="([\d.]+)" y="([\d.]+)"/g)].map(([, x, y]) => [Number(x) + 8, Number(y) + 8])).toEqual([
        [10, 15],
        [30, 15],
      ]);
      expect(written).toContain('1 scorched; 2 cracked joint');
    }
  });

  it('has them in the PDF, which holds no WebP', async () => {
    const bytes = await writeOut(marked, { id: 'lamp', way: 'pdf', pictureOf: await pictureOf() });
    expect(Buffer.from(bytes).toString('latin1')).toMatch(/\/Filter\s*\/DCTDecode/);
    const words = (await pdfPages(bytes)).flatMap(({ items }) => items.map(({ text }) => text));
    expect(words.filter((word) => word === '1' || word === '2')).toEqual(['1', '2']);
  });
});

describe('every specimen of the demo', () => {
  const files = readdirSync(DEMO).filter((name) => name.endsWith('.json'));

  it.each(files)('%s: all that is read and judged stands in the write-up', async (file) => {
    const { entries } = JSON.parse(readFileSync(new URL(file, DEMO), 'utf8')) as { entries: Entry[] };
    const specimen = replay(entries);
    const facts = writeUpFactsOf(new SpecimenAnalyses(specimen));
    const text = squeezed(decoded(await writeOutFacts(facts, { way: 'text', length: 'full' })));
    const wanted = [
      ...specimen.circuit.parts.map(({ ref }) => ref),
      ...specimen.steps.map((step) => step.text),
      ...specimen.reworks.map(({ title }) => title),
      ...(facts.found?.slots ?? []).flatMap(({ read, kind }) => (read ? [formatEngineering(read.value, kind, 2).unit] : [])),
      ...(facts.judgement ? [facts.judgement.verdict] : []),
      ...(facts.found?.hardest ? [`${facts.found.hardest.ratio.value.toFixed(2)}×`] : []),
    ];
    expect(wanted.filter((one) => !text.includes(squeezed(one)))).toEqual([]);
    // What one way says, the others say too.
    const html = squeezed(decoded(await writeOutFacts(facts, { way: 'html', length: 'full' })).replace(/<[^>]*>/g, ''));
    expect(specimen.steps.map((step) => step.text).filter((one) => !html.includes(squeezed(one.replace(/&/g, '&#x26;'))))).toEqual([]);
  });

  it.each(['A4', 'LETTER'] as const)('leaves as a PDF on %s with nothing beyond its margins and no heading alone', async (size) => {
    for (const file of files.filter((_, index) => index % 5 === 0)) {
      const { entries } = JSON.parse(readFileSync(new URL(file, DEMO), 'utf8')) as { entries: Entry[] };
      const facts = writeUpFactsOf(new SpecimenAnalyses(replay(entries)));
      const pages = await pdfPages(await writeOutFacts(facts, { way: 'pdf', length: 'full', size }));
      const titles = new Set(writeUp(facts, { length: 'full' }).sections.map(({ title }) => title));
      for (const { width, height, items } of pages) {
        expect([width, height]).toEqual(size === 'A4' ? [595.28, 841.89] : [612, 792]);
        expect(items.filter(({ x, width: wide }) => x < 40 || x + wide > width - 40).map(({ text }) => text)).toEqual([]);
        const body = items.filter(({ y }) => y > 52).sort((a, b) => a.y - b.y);
        expect(titles.has(body[0]?.text ?? '')).toBe(false);
      }
    }
  });
});

it('signs that the letters lack come from the other font, and none is lost', () => {
  const text = 'Größe 4.7 kΩ → 33 µF ≈ 2 × “Żółć”';
  const runs = fontRuns(text);
  expect(runs.map((run) => run.text).join('')).toBe(text);
  expect(runs.some(({ font }) => font === 'signs')).toBe(true);
  expect(fontRuns('灯')).toEqual([{ text: '\u25a1', font: 'arrows' }]);
});
