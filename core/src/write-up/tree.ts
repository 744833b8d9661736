import type { ListItem, PhrasingContent, Root, RootContent, Table } from 'mdast';
import type { Sentence, WriteUpBlock } from './block.ts';
import { ownMarkdown } from './markdown.ts';
import type { WriteUp } from './written.ts';

/** Where a figure or a photo is found: an address, or undefined where it cannot be shown. */
export type AddressOf = (block: Extract<WriteUpBlock, { readonly kind: 'figure' | 'picture' }>) => string | undefined;

/** The write-up as a tree of Markdown, which every way of writing it out starts from. */
export function treeOf({ name, warnings, sections, foot }: WriteUp, addressOf: AddressOf = () => undefined): Root {
  return {
    type: 'root',
    children: [
      { type: 'heading', depth: 1, children: words(name) },
      ...warnings.map((text): RootContent => ({ type: 'paragraph', children: [{ type: 'strong', children: words(text) }] })),
      ...sections.flatMap(({ title, blocks }): RootContent[] => [
        { type: 'heading', depth: 2, children: words(title) },
        ...blocks.flatMap((block) => nodesOf(block, addressOf)),
      ]),
      { type: 'thematicBreak' },
      { type: 'paragraph', children: words(foot) },
    ],
  };
}

function nodesOf(block: WriteUpBlock, addressOf: AddressOf): readonly RootContent[] {
  switch (block.kind) {
    case 'sentence':
      return [{ type: 'paragraph', children: words(said(block.sentence)) }];
    case 'list':
      return [
        {
          type: 'list',
          ordered: block.ordered,
          spread: false,
          children: block.sentences.map(
            (sentence): ListItem => ({
              type: 'listItem',
              spread: false,
              children: [{ type: 'paragraph', children: words(said(sentence)) }],
            }),
          ),
        },
      ];
    case 'table':
      return [
        {
          type: 'table',
          children: [block.head, ...block.rows].map((cells): Table['children'][number] => ({
            type: 'tableRow',
            children: cells.map((cell) => ({ type: 'tableCell', children: words(cell) })),
          })),
        },
      ];
    case 'figure': {
      const url = addressOf(block);
      return url === undefined ? [] : [{ type: 'paragraph', children: [{ type: 'image', alt: block.caption, url }] }];
    }
    case 'picture': {
      const { caption, pins } = block.picture;
      const url = addressOf(block);
      const notes = pins.map(({ text }, index) => `${index + 1} ${text}`).join('; ');
      const below = [caption, notes && `marked: ${notes}`].filter(Boolean).join('; ');
      const shown: RootContent[] = url === undefined ? [] : [{ type: 'paragraph', children: [{ type: 'image', alt: caption, url }] }];
      return below === '' ? shown : [...shown, { type: 'paragraph', children: [{ type: 'emphasis', children: words(below) }] }];
    }
    case 'own':
      return ownMarkdown(block.markdown);
  }
}

/** Own words where there are any. */
export function said({ text, own }: Sentence): string {
  return own?.text ?? text;
}

function words(text: string): PhrasingContent[] {
  return [{ type: 'text', value: text.replace(/\s*\r?\n\s*/g, ' ') }];
}
