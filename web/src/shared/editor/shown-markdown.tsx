import Markdown from 'react-markdown';
import remarkGfm from 'remark-gfm';

/** Markdown as it will look; pictures from elsewhere are left out. */
export function ShownMarkdown({ markdown }: { readonly markdown: string }) {
  return (
    <Markdown remarkPlugins={[remarkGfm]} disallowedElements={['img']}>
      {markdown}
    </Markdown>
  );
}
