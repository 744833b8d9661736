import { treeOf, type WriteUp, type WriteUpFacts, type WriteUpFigure, writeUpFigure } from '@mindful-probe/core';
import type { Element, ElementContent } from 'hast';
import { toHtml } from 'hast-util-to-html';
import type { Image, Paragraph, Root } from 'mdast';
import { type State, toHast } from 'mdast-util-to-hast';
import { type PictureSource, shownAddress, svgAddress } from './picture.ts';

/** Bone and lamp-black on screen, plain on paper; tables keep their rows whole, headings stay with what follows. */
const STYLE = `
:root { color-scheme: light dark; --ground: #F4F1EA; --sheet: #FBFAF6; --ink: #20242A; --quiet: #5E6470; --rule: #D9D3C7; --act: #0F5E6B; }
@media (prefers-color-scheme: dark) { :root { --ground: #14161A; --sheet: #1B1E24; --ink: #ECE7DC; --quiet: #A4A8B0; --rule: #3A3E46; --act: #6CBFCB; } }
* { box-sizing: border-box; }
body { margin: 0; background: var(--ground); color: var(--ink); font: 16px/1.5 "Atkinson Hyperlegible Next", system-ui, sans-serif; }
main { max-width: 52rem; margin: 0 auto; padding: 2rem 1.5rem; background: var(--sheet); overflow-wrap: anywhere; }
h1 { font-size: 1.6rem; line-height: 1.2; } h2 { font-size: 1.15rem; margin-top: 1.8rem; border-top: 1px solid var(--ink); padding-top: .5rem; }
a { color: var(--act); } em { color: var(--quiet); } strong { font-weight: 700; }
table { border-collapse: collapse; width: 100%; font-size: .9rem; } th, td { text-align: left; vertical-align: top; padding: .3rem .8rem .3rem 0; border-bottom: 1px solid var(--rule); }
figure { margin: 1rem 0; } img { max-width: 100%; height: auto; } figcaption { color: var(--quiet); font-size: .9rem; }
@media print {
  :root { --ground: #fff; --sheet: #fff; --ink: #000; --quiet: #333; --rule: #999; --act: #000; }
  body { font-size: 10.5pt; } main { max-width: none; padding: 0; }
  h1, h2, h3 { break-after: avoid; } tr, figure, li { break-inside: avoid; } thead { display: table-header-group; }
}
`;

/** No script, no address but pages that a reader may follow: the file works from a stick. */
export const HTML_POLICY = "default-src 'none'; img-src data:; style-src 'unsafe-inline'";

/** How the tree names a figure, which is drawn once for each theme. */
const FIGURE = 'figure:';

/** A write-up as one self-contained HTML file. */
export function htmlOf(writeUp: WriteUp, facts: WriteUpFacts, pictureOf: PictureSource): string {
  const tree = treeOf(writeUp, (block) => {
    if (block.kind === 'figure') return `${FIGURE}${block.figure}`;
    const picture = pictureOf(block.picture.hash);
    return picture && shownAddress(picture, block.picture);
  });
  return htmlOfTree(tree, writeUp.name, (address, alt) => {
    if (!address.startsWith(FIGURE)) return element('img', { src: address, alt }, []);
    const name = address.slice(FIGURE.length);
    const svg = (palette: 'bone' | 'lamp-black') => svgAddress(writeUpFigure(facts, name as WriteUpFigure, palette) ?? '');
    return element('picture', {}, [
      element('source', { media: '(prefers-color-scheme: dark)', srcSet: svg('lamp-black') }, []),
      element('img', { src: svg('bone'), alt }, []),
    ]);
  });
}

type ImageOf = (address: string, alt: string) => Element;

/**
 * A tree of Markdown as one self-contained HTML file.
 *
 * @param image what is shown for an image; without it, its words
 */
export function htmlOfTree(
  tree: Root,
  title: string,
  image: ImageOf = (_, alt) => element('span', {}, [{ type: 'text', value: alt }]),
): string {
  const hast = toHast(tree, {
    handlers: {
      paragraph: (state: State, node: Paragraph): Element => {
        const [only, ...others] = node.children;
        if (only?.type !== 'image' || others.length > 0) return element('p', {}, state.all(node));
        return element('figure', {}, figureContent(only, image(only.url, only.alt ?? '')));
      },
      image: (_: State, { url, alt }: Image) => image(url, alt ?? ''),
    },
  });
  return [
    '<!doctype html>',
    '<html lang="en">',
    '<head>',
    '<meta charset="utf-8">',
    `<meta http-equiv="Content-Security-Policy" content="${HTML_POLICY}">`,
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    toHtml(element('title', {}, [{ type: 'text', value: title }])),
    `<style>${STYLE}</style>`,
    '</head>',
    '<body>',
    '<main>',
    toHtml(hast),
    '</main>',
    '</body>',
    '</html>',
    '',
  ].join('\n');
}

/** A photo has its caption below it; a figure says here what it shows. */
function figureContent({ url, alt }: Image, shown: Element): ElementContent[] {
  return url.startsWith(FIGURE) && alt ? [shown, element('figcaption', {}, [{ type: 'text', value: alt }])] : [shown];
}

function element(tagName: string, properties: Element['properties'], children: ElementContent[]): Element {
  return { type: 'element', tagName, properties, children };
}
