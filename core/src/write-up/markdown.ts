import type { ListItem, PhrasingContent, Root, RootContent, Table } from 'mdast';
import { gfmTableToMarkdown } from 'mdast-util-gfm-table';
import { toMarkdown } from 'mdast-util-to-markdown';

/** Blocks as Markdown; what stands in them as text is escaped. No newline at the end. */
export function markdownOf(...blocks: readonly RootContent[]): string {
  const root: Root = { type: 'root', children: [...blocks] };
  return toMarkdown(root, { extensions: [gfmTableToMarkdown({ tablePipeAlign: false })], bullet: '-', rule: '-' }).trimEnd();
}

export function heading(depth: 1 | 2, text: string): RootContent {
  return { type: 'heading', depth, children: words(text) };
}

export function paragraph(text: string): RootContent {
  return { type: 'paragraph', children: words(text) };
}

export function picture(alt: string, url: string): RootContent {
  return { type: 'paragraph', children: [{ type: 'image', alt, url }] };
}

export const RULE: RootContent = { type: 'thematicBreak' };

/** Nothing where there are no items. */
export function list(items: readonly string[], ordered = false): readonly RootContent[] {
  if (items.length === 0) return [];
  const children = items.map(
    (text): ListItem => ({ type: 'listItem', spread: false, children: [{ type: 'paragraph', children: words(text) }] }),
  );
  return [{ type: 'list', ordered, spread: false, children }];
}

/** Nothing where there are no rows. */
export function table(head: readonly string[], rows: readonly (readonly string[])[]): readonly RootContent[] {
  if (rows.length === 0) return [];
  const lines = [head, ...rows].map((cells): Table['children'][number] => ({
    type: 'tableRow',
    children: cells.map((cell) => ({ type: 'tableCell', children: words(cell) })),
  }));
  return [{ type: 'table', children: lines }];
}

/** Typed words may hold line breaks; a cell, an item or a heading does not. */
function words(text: string): PhrasingContent[] {
  return [{ type: 'text', value: text.replace(/\s*\r?\n\s*/g, ' ') }];
}
