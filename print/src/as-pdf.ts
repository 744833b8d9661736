import {
  markedPhotoSvg,
  type PictureBlock,
  treeOf,
  type WriteUp,
  type WriteUpFacts,
  type WriteUpFigure,
  writeUpFigure,
} from '@mindful-probe/core';
import type { List, PhrasingContent, RootContent, Table } from 'mdast';
import pdfmake from 'pdfmake';
import type { Content, ContentText, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import sharp from 'sharp';
import { FONTS, fontRuns } from './fonts.ts';
import { dataAddress, type PictureSource, type PrintedPicture } from './picture.ts';

export type PaperSize = 'A4' | 'LETTER';

const MARGIN_POINTS = 48;
const WIDTHS: Readonly<Record<PaperSize, number>> = { A4: 595 - 2 * MARGIN_POINTS, LETTER: 612 - 2 * MARGIN_POINTS };
/** A photo is no higher than this, so that its caption stays with it: points. */
const HIGHEST_PICTURE = 320;
/** A word of a table that is longer is let break, or it would leave the page. */
const LONGEST_WORD = 18;

/** Below this share of the page there is no room for a heading and what follows it. */
const LOWEST_HEADING = 0.86;

interface Paper {
  readonly width: number;
  readonly facts: WriteUpFacts;
  /** Photos by their hash, as the format can hold them. */
  readonly held: ReadonlyMap<string, PrintedPicture>;
  readonly photos: ReadonlyMap<string, PictureBlock>;
}

/** A write-up as a PDF: fonts embedded, rows of tables whole, each figure with what it shows in words below it. */
export async function pdfOf(writeUp: WriteUp, facts: WriteUpFacts, pictureOf: PictureSource, size: PaperSize = 'A4'): Promise<Uint8Array> {
  const held = await heldPictures(writeUp, pictureOf);
  const photos = new Map<string, PictureBlock>();
  const paper: Paper = { width: WIDTHS[size], facts, held, photos };
  const tree = treeOf(writeUp, (block) => {
    if (block.kind === 'figure') return `figure:${block.figure}`;
    const { hash } = block.picture;
    if (!held.has(hash)) return undefined;
    photos.set(hash, block.picture);
    return `picture:${hash}`;
  });
  const definition: TDocumentDefinitions = {
    pageSize: size,
    pageMargins: [MARGIN_POINTS, 44, MARGIN_POINTS, 52],
    info: { title: writeUp.name, producer: 'Mindful Probe', creator: 'Mindful Probe' },
    language: 'en',
    content: tree.children.map((node) => contentOf(node, paper)),
    defaultStyle: { font: 'words', fontSize: 10, lineHeight: 1.25 },
    styles: {
      h1: { fontSize: 19, bold: true, margin: [0, 0, 0, 10] },
      h2: { fontSize: 13, bold: true, margin: [0, 14, 0, 5] },
      h3: { fontSize: 11, bold: true, margin: [0, 8, 0, 4] },
      quiet: { fontSize: 9, color: '#444444' },
    },
    // A heading is not left alone at the foot of a page.
    pageBreakBefore: ({ headlineLevel, startPosition }) => headlineLevel !== undefined && startPosition.verticalRatio > LOWEST_HEADING,
    footer: (page, pages) => ({
      margin: [MARGIN_POINTS, 12, MARGIN_POINTS, 0],
      columns: [
        { ...textOf([{ type: 'text', value: writeUp.name }]), style: 'quiet' },
        { text: `${page} of ${pages}`, style: 'quiet', alignment: 'right', width: 60 },
      ],
    }),
  };
  pdfmake.setFonts(FONTS);
  // Nothing is fetched, and no file read but the fonts.
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path) => Object.values(FONTS).some((faces) => (Object.values(faces) as string[]).includes(path)));
  return new Uint8Array(await pdfmake.createPdf(definition).getBuffer());
}

/** The photos of a write-up; the format holds JPEG and PNG only. */
async function heldPictures({ sections }: WriteUp, pictureOf: PictureSource): Promise<ReadonlyMap<string, PrintedPicture>> {
  const held = new Map<string, PrintedPicture>();
  for (const block of sections.flatMap(({ blocks }) => blocks)) {
    const picture = block.kind === 'picture' ? pictureOf(block.picture.hash) : undefined;
    if (block.kind !== 'picture' || !picture) continue;
    const { bytes, mediaType } = picture;
    const isHeld = mediaType !== 'image/webp';
    held.set(
      block.picture.hash,
      isHeld ? picture : { bytes: await sharp(bytes).jpeg({ quality: 88 }).toBuffer(), mediaType: 'image/jpeg' },
    );
  }
  return held;
}

function contentOf(node: RootContent, paper: Paper): Content {
  switch (node.type) {
    case 'heading':
      return { ...textOf(node.children), style: `h${Math.min(3, node.depth)}`, headlineLevel: node.depth };
    case 'paragraph': {
      const [only] = node.children;
      if (only?.type === 'image' && node.children.length === 1) return pictureOf(only.url, only.alt ?? '', paper);
      return { ...textOf(node.children), margin: [0, 0, 0, 5] };
    }
    case 'list':
      return listOf(node, paper);
    case 'table':
      return tableOf(node);
    case 'blockquote':
      return { stack: node.children.map((child) => contentOf(child, paper)), margin: [16, 0, 0, 5] };
    case 'code':
      return { ...textOf([{ type: 'text', value: node.value }]), margin: [16, 0, 0, 5], preserveLeadingSpaces: true };
    case 'thematicBreak':
      return {
        canvas: [{ type: 'line', x1: 0, y1: 0, x2: paper.width, y2: 0, lineWidth: 0.5 }],
        margin: [0, 10, 0, 6],
      };
    default:
      return 'value' in node ? textOf([{ type: 'text', value: node.value }]) : { text: '' };
  }
}

function listOf({ ordered, children }: List, paper: Paper): Content {
  const items = children.map((item): Content => ({ stack: item.children.map((child) => contentOf(child as RootContent, paper)) }));
  return { ...(ordered ? { ol: items } : { ul: items }), margin: [0, 0, 0, 5] };
}

function tableOf({ children }: Table): Content {
  const rows = children.map((row) => row.children.map((cell) => cell.children));
  const columns = rows[0]?.length ?? 0;
  const lengths = Array.from({ length: columns }, (_, column) => Math.max(...rows.map((row) => plain(row[column] ?? []).length)));
  const longest = lengths.indexOf(Math.max(...lengths));
  return {
    margin: [0, 2, 0, 10],
    layout: 'lightHorizontalLines',
    table: {
      headerRows: 1,
      keepWithHeaderRows: 1,
      dontBreakRows: true,
      // What holds most gets the room that the others leave; several long ones share it.
      widths: lengths.map((length, column) => (column === longest || length > 24 ? '*' : 'auto')),
      body: rows.map((row, index) =>
        Array.from(
          { length: columns },
          (_, column): TableCell => ({ ...textOf(breakable(row[column] ?? [])), bold: index === 0, fontSize: 9 }),
        ),
      ),
    },
  };
}

function pictureOf(address: string, alt: string, { width, facts, held, photos }: Paper): Content {
  const [kind, name = ''] = address.split(':');
  if (kind === 'picture') {
    const [picture, photo] = [held.get(name), photos.get(name)];
    if (!picture || !photo) return { text: '' };
    const margin: [number, number, number, number] = [0, 4, 0, 4];
    if (photo.pins.length === 0) return { image: dataAddress(picture), fit: [width, HIGHEST_PICTURE], margin };
    const scale = Math.min(width / photo.width, HIGHEST_PICTURE / photo.height);
    return {
      svg: markedPhotoSvg(dataAddress(picture), photo),
      width: scale * photo.width,
      height: scale * photo.height,
      font: 'signs',
      margin,
    } as Content;
  }
  const svg = writeUpFigure(facts, name as WriteUpFigure, 'plain');
  if (svg === undefined) return { text: '' };
  const drawn = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg);
  const [across, down] = [Number(drawn?.[1] ?? 640), Number(drawn?.[2] ?? 420)];
  const scale = Math.min(width / across, HIGHEST_PICTURE / down, 0.85);
  return {
    unbreakable: true,
    margin: [0, 4, 0, 8],
    stack: [
      { svg, width: across * scale, height: down * scale, font: 'signs' } as Content,
      { ...textOf([{ type: 'text', value: alt }]), style: 'quiet' },
    ],
  };
}

/** Words in runs of the fonts that have their signs. */
function textOf(children: readonly PhrasingContent[]): ContentText {
  return { text: runsOf(children, {}) };
}

type Emphasis = Pick<ContentText, 'bold' | 'italics' | 'link'>;

function runsOf(children: readonly PhrasingContent[], emphasis: Emphasis): ContentText[] {
  return children.flatMap((child): ContentText[] => {
    if (child.type === 'text' || child.type === 'inlineCode')
      return fontRuns(child.value).map(({ text, font }) => ({ text, font, ...emphasis }));
    if (child.type === 'break') return [{ text: '\n' }];
    if (child.type === 'link') return runsOf(child.children, { ...emphasis, link: child.url });
    if (child.type === 'strong') return runsOf(child.children, { ...emphasis, bold: true });
    if (child.type === 'emphasis') return runsOf(child.children, { ...emphasis, italics: true });
    return 'children' in child ? runsOf(child.children as PhrasingContent[], emphasis) : [];
  });
}

function plain(children: readonly PhrasingContent[]): string {
  return children
    .map((child) => ('value' in child ? child.value : 'children' in child ? plain(child.children as PhrasingContent[]) : ''))
    .join('');
}

/** Long words may break between any two letters. */
function breakable(children: readonly PhrasingContent[]): PhrasingContent[] {
  return children.map((child) => {
    if (child.type !== 'text') return child;
    const value = child.value.replace(new RegExp(`\\S{${LONGEST_WORD},}`, 'gu'), (word) =>
      (word.match(new RegExp(`.{1,${LONGEST_WORD}}`, 'gu')) ?? []).join(' '),
    );
    return { ...child, value };
  });
}
