import { describe, expect, it } from '@jest/globals';
import { LinkNode } from '@lexical/link';
import { ListItemNode, ListNode } from '@lexical/list';
import { $convertFromMarkdownString, $convertToMarkdownString } from '@lexical/markdown';
import { HeadingNode, QuoteNode } from '@lexical/rich-text';
import { createEditor } from 'lexical';
import { MARKDOWN_FORMS } from './markdown-forms.ts';

function through(markdown: string): string {
  const editor = createEditor({ nodes: [HeadingNode, QuoteNode, ListNode, ListItemNode, LinkNode] });
  editor.update(() => $convertFromMarkdownString(markdown, MARKDOWN_FORMS, undefined, true), { discrete: true });
  return editor.read(() => $convertToMarkdownString(MARKDOWN_FORMS, undefined, true));
}

describe('what goes through the editor unchanged', () => {
  it.each([
    ['paragraphs', 'One.\n\nTwo, *slanted* and **heavy**.'],
    ['heading and lists', '### Why\n\n- warm\n- dim\n\n1. open\n2. read'],
    ['link and code', 'See [the page](https://example.org/a) and `R1 33r`.'],
    ['quote', '> As the box says.'],
    ['a table stays as it was typed', '| a | b |\n| - | - |\n| 1 | 2 |'],
    ['signs of measure', '4 × 1.5 V at 22 °C, ±3 %, 33 µF, R1 < R2 > R3'],
    ['a tag', 'a <b>bold</b> claim'],
    ['words of other scripts', 'Größe, 灯, Żółć'],
  ])('%s', (_, markdown) => {
    expect(through(markdown)).toBe(markdown);
  });
});
