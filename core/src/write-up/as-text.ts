import type { List, PhrasingContent, Root, RootContent, Table } from 'mdast';

/** A line of a forum or a mail. */
const WIDTH = 76;
const GAP = '  ';

/** A tree of Markdown as plain text: titles underlined, tables in columns where they fit, else a line a cell. */
export function textOf(root: Root): string {
  return `${root.children
    .map((node) => blockText(node))
    .filter((text) => text !== '')
    .join('\n\n')}\n`;
}

function blockText(node: RootContent, indent = ''): string {
  switch (node.type) {
    case 'heading': {
      const title = phrase(node.children);
      return node.depth > 2 ? title : `${title}\n${(node.depth === 1 ? '=' : '-').repeat(Math.min(WIDTH, title.length))}`;
    }
    case 'paragraph':
      return wrap(phrase(node.children), indent);
    case 'blockquote':
      return node.children.map((child) => blockText(child, `${indent}> `)).join('\n');
    case 'list':
      return listText(node, indent);
    case 'table':
      return tableText(node);
    case 'code':
      return node.value;
    case 'thematicBreak':
      return '-'.repeat(WIDTH);
    case 'text':
      return wrap(node.value, indent);
    default:
      return '';
  }
}

function listText({ children, ordered }: List, indent: string): string {
  return children
    .map((item, index) => {
      const mark = ordered ? `${index + 1}. ` : '- ';
      const inner = item.children.map((child) => blockText(child as RootContent, `${indent}${' '.repeat(mark.length)}`)).join('\n');
      return `${indent}${mark}${inner.trimStart()}`;
    })
    .join('\n');
}

function tableText({ children }: Table): string {
  const rows = children.map((row) => row.children.map((cell) => phrase(cell.children)));
  const [head = [], ...body] = rows;
  const widths = head.map((_, column) => Math.max(...rows.map((row) => (row[column] ?? '').length)));
  const total = widths.reduce((sum, width) => sum + width + GAP.length, -GAP.length);
  if (total > WIDTH)
    return body
      .map((row) =>
        row.flatMap((cell, column) => (cell === '' ? [] : [wrap(`${head[column]}: ${cell}`, column === 0 ? '' : '  ')])).join('\n'),
      )
      .join('\n');
  const line = (row: readonly string[]) =>
    row
      .map((cell, column) => cell.padEnd(widths[column] ?? 0))
      .join(GAP)
      .trimEnd();
  return [line(head), widths.map((width) => '-'.repeat(width)).join(GAP), ...body.map(line)].join('\n');
}

function phrase(children: readonly PhrasingContent[]): string {
  return children
    .map((child): string => {
      if (child.type === 'text' || child.type === 'inlineCode') return child.value;
      if (child.type === 'break') return '\n';
      if (child.type === 'image') return child.alt ? `[${child.alt}]` : '';
      if (child.type === 'link') {
        const inner = phrase(child.children);
        return inner === child.url ? inner : `${inner} (${child.url})`;
      }
      return 'children' in child ? phrase(child.children as PhrasingContent[]) : '';
    })
    .join('');
}

/** Breaks at spaces; a longer word stays whole. */
function wrap(text: string, indent = ''): string {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/[ \n]+/)) {
    if (line !== '' && indent.length + line.length + 1 + word.length > WIDTH) {
      lines.push(line);
      line = word;
    } else line = line === '' ? word : `${line} ${word}`;
  }
  return [...lines, line].map((one) => `${indent}${one}`).join('\n');
}
