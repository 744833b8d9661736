import type { Root, RootContent, Text } from 'mdast';
import { fromMarkdown } from 'mdast-util-from-markdown';
import { gfmFromMarkdown, gfmToMarkdown } from 'mdast-util-gfm';
import { toMarkdown } from 'mdast-util-to-markdown';
import { gfm } from 'micromark-extension-gfm';

/** Blocks as Markdown; what stands in them as text is escaped. No newline at the end. */
export function markdownOf(root: Root): string {
  return toMarkdown(root, { extensions: [gfmToMarkdown({ tablePipeAlign: false })], bullet: '-', rule: '-' }).trimEnd();
}

const SAFE_ADDRESS = /^(?:https?:\/\/|mailto:)/i;

/**
 * A user's own Markdown, without what a file that is passed on must not hold: tags are text, pictures from elsewhere are
 * their words, links lead to pages or mail.
 */
export function ownMarkdown(markdown: string): readonly RootContent[] {
  const { children } = fromMarkdown(markdown, { extensions: [gfm()], mdastExtensions: [gfmFromMarkdown()] });
  return children.map((child) => (child.type === 'html' ? { type: 'paragraph', children: [harmless(child) as Text] } : harmless(child)));
}

type AnyNode = RootContent & { children?: RootContent[] };

function harmless(node: AnyNode): RootContent {
  if (node.type === 'html') return { type: 'text', value: node.value };
  if (node.type === 'image' || node.type === 'imageReference') return { type: 'text', value: node.alt ?? '' };
  const children = node.children?.map((child) => harmless(child as AnyNode));
  if (node.type === 'link' && !SAFE_ADDRESS.test(node.url)) return { type: 'emphasis', children: children as never };
  if (node.type === 'definition' && !SAFE_ADDRESS.test(node.url)) return { type: 'text', value: '' };
  // A heading of the user's own stands below those of the sections.
  if (node.type === 'heading') return { ...node, depth: Math.min(6, Math.max(3, node.depth)) as 3, children: children as never };
  return children ? ({ ...node, children } as RootContent) : node;
}
