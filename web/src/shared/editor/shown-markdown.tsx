import { micromark } from 'micromark';
import { gfm, gfmHtml } from 'micromark-extension-gfm';

/** Pictures from elsewhere are left out, and tags are text. */
const LEFT_OUT = { disable: { null: ['labelStartImage', 'htmlFlow', 'htmlText'] } };

/** Markdown as it will look. */
export function ShownMarkdown({ markdown }: { readonly markdown: string }) {
  const html = micromark(markdown, { extensions: [gfm(), LEFT_OUT], htmlExtensions: [gfmHtml()] });
  // biome-ignore lint/security/noDangerouslySetInnerHtml: what makes it writes no tag of the text's own, and no address that runs
  return <div dangerouslySetInnerHTML={{ __html: html }} />;
}
