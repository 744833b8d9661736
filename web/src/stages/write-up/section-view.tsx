import { WRITE_UP_SECTIONS, type WriteUpBlock, type WriteUpFigure, type WriteUpSection, type WriteUpSectionId } from '@mindful-probe/core';
import { photoAddress } from '../../shared/photos/photo-address.ts';
import { PhotoMark } from '../../shared/photos/photo-mark.tsx';
import { OwnWords } from './own-words.tsx';
import { SentenceView } from './sentence-view.tsx';

interface SectionViewProps {
  readonly section: WriteUpSection;
  readonly figures: Partial<Record<WriteUpFigure, string>>;
  readonly isLeftOut: boolean;
}

/** A section as it will be written out; one that is left out is a line. */
export function SectionView({ section: { id, title, blocks }, figures, isLeftOut }: SectionViewProps) {
  const own = WRITE_UP_SECTIONS.find((one): one is WriteUpSectionId => one === id);
  if (isLeftOut) return <p className="border-t border-rule py-1.5 text-12 text-quiet">{title}: left out</p>;
  const shown = blocks.filter(({ kind }) => kind !== 'own');
  return (
    <section className="border-t border-ink pt-2 pb-4" aria-label={title}>
      <h2 className="text-17">{title}</h2>
      <div className="write-up">
        {shown.length === 0 && <p className="text-quiet">nothing on the tape yet</p>}
        {shown.map((block, index) => (
          // Blocks have no names of their own; their order is theirs.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <Block key={index} block={block} figures={figures} />
        ))}
      </div>
      {own && <OwnWords section={own} title={title} />}
    </section>
  );
}

function Block({ block, figures }: { readonly block: WriteUpBlock; readonly figures: SectionViewProps['figures'] }) {
  switch (block.kind) {
    case 'sentence':
      return <SentenceView sentence={block.sentence} />;
    case 'list': {
      const items = block.sentences.map((sentence) => (
        <li key={sentence.key}>
          <SentenceView sentence={sentence} />
        </li>
      ));
      return block.ordered ? <ol>{items}</ol> : <ul>{items}</ul>;
    }
    case 'table':
      return (
        <div className="overflow-x-auto">
          <table>
            <thead>
              <tr>
                {block.head.map((cell) => (
                  <th key={cell} scope="col">
                    {cell}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {block.rows.map((row, index) => (
                // Rows may be alike; their order is theirs.
                // biome-ignore lint/suspicious/noArrayIndexKey: see above
                <tr key={index}>
                  {row.map((cell, column) => (
                    <td key={block.head[column]}>{cell}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      );
    case 'figure': {
      const svg = figures[block.figure];
      return svg === undefined ? null : (
        <figure className="py-2">
          <img src={`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`} alt={block.caption} className="max-h-[320px] max-w-full" />
          <figcaption className="text-12 text-quiet">{block.caption}</figcaption>
        </figure>
      );
    }
    case 'picture':
      return (
        <figure className="py-2">
          <span className="relative inline-block">
            <img src={photoAddress(block.picture.hash, 'whole')} alt={block.picture.caption} className="max-h-[320px] max-w-full" />
            {block.picture.pins.map(({ x, y }, index) => (
              <PhotoMark key={`${x} ${y}`} x={x} y={y} label={String(index + 1)} />
            ))}
          </span>
          <figcaption className="text-12 text-quiet">
            {[block.picture.caption, ...block.picture.pins.map(({ text }, index) => `${index + 1} ${text}`)].filter(Boolean).join('; ')}
          </figcaption>
        </figure>
      );
    case 'own':
      return null;
  }
}
