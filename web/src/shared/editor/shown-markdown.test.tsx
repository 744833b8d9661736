import { describe, expect, it } from '@jest/globals';
import { render, screen } from '@testing-library/react';
import { ShownMarkdown } from './shown-markdown.tsx';

describe('Markdown as it will look', () => {
  it('has tables, lists and links', () => {
    render(<ShownMarkdown markdown={'Runs **hot**.\n\n- D1\n\n| part | °C |\n| - | - |\n| D1 | 82 |\n\n[how](https://example.org/a)'} />);
    expect(screen.getByText('hot').tagName).toBe('STRONG');
    expect(screen.getByRole('listitem').textContent).toBe('D1');
    expect(screen.getByRole('cell', { name: '82' })).toBeTruthy();
    expect(screen.getByRole('link').getAttribute('href')).toBe('https://example.org/a');
  });

  it.each([
    '<script>window.ran = true</script>',
    'a <b onclick="alert(1)">tag</b>',
    '[press](javascript:alert(1))',
    '![picture](https://example.org/a.png)',
    '![picture][there]\n\n[there]: https://example.org/a.png',
    '<img src=x onerror=alert(1)>',
  ])('runs and fetches nothing of %s', (markdown) => {
    const { container } = render(<ShownMarkdown markdown={markdown} />);
    expect(container.querySelector('script, img, b, [onclick], [onerror]')).toBeNull();
    expect(container.querySelector('a')?.getAttribute('href') ?? '').not.toMatch(/^javascript/);
    expect(container.textContent).not.toBe('');
  });
});
