import { type WriteUpSection, writeUpSections } from '@mindful-probe/core';
import { Download } from 'lucide-react';
import { useMemo, useState } from 'react';
import Markdown from 'react-markdown';
import remarkGfm from 'remark-gfm';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { SchematicView } from '../../shared/pictures/schematic-view.tsx';
import { useDriveDetails } from '../../shared/worker/use-analysis.ts';

/** Text from the facts in the order of the work, with room for one's own words, and the ways out. */
export function WriteUpStage() {
  const { specimen, analysis, id, entries, waiting } = useOpenSpecimen();
  const isBack = specimen.proof?.verdict === 'back';
  const { details } = useDriveDetails(id, entries, isBack ? 0 : specimen.reworks.length);
  const sections = useMemo(() => {
    const judgement = isBack ? analysis?.judged : (analysis?.afterJudged ?? analysis?.judged);
    return writeUpSections({
      specimen,
      ...(analysis?.found.ok && { found: analysis.found.value }),
      ...(analysis?.after?.ok && { after: analysis.after.value }),
      ...(analysis?.predicted?.ok && { predicted: analysis.predicted.value }),
      ...(judgement && { judgement }),
      ...(details && { details }),
    });
  }, [specimen, analysis, details, isBack]);
  return (
    <>
      <StageHeader
        title="Write-up"
        fact={
          waiting.length > 0
            ? `${waiting.length} entries are not on the server yet, and so not in an export`
            : 'from the tape; your own words are added, not mixed in'
        }
      >
        <a className="action inline-flex items-center gap-2" href={`/api/specimens/${id}/write-up.md`} download>
          <Download size={16} aria-hidden /> Markdown
        </a>
        <a className="action inline-flex items-center gap-2" href={`/api/specimens/${id}/export.zip`} download>
          <Download size={16} aria-hidden /> ZIP
        </a>
      </StageHeader>
      <article className="max-w-[840px]">
        {sections.map((section) => (
          <Section key={section.stage} section={section} />
        ))}
      </article>
    </>
  );
}

function Section({ section: { stage, title, facts, remark } }: { readonly section: WriteUpSection }) {
  const { specimen } = useOpenSpecimen();
  return (
    <section className="border-t border-ink pt-2 pb-4" aria-label={title}>
      <h2 className="text-17">{title}</h2>
      {stage === 'trace' && <SchematicView circuit={specimen.circuit} maxHeight={320} />}
      {facts === '' ? (
        <p className="text-quiet">nothing on the tape yet</p>
      ) : (
        <div className="write-up">
          <Markdown remarkPlugins={[remarkGfm]}>{facts}</Markdown>
        </div>
      )}
      <Remark key={remark} stage={stage} title={title} remark={remark} />
    </section>
  );
}

/** The user's own words; saved when the field is left. */
function Remark({ stage, title, remark }: Pick<WriteUpSection, 'stage' | 'title' | 'remark'>) {
  const { record } = useOpenSpecimen();
  const [text, setText] = useState(remark);
  return (
    <textarea
      aria-label={`Own words: ${title}`}
      value={text}
      rows={Math.max(1, text.split('\n').length)}
      maxLength={20000}
      placeholder="your own words"
      onChange={(event) => setText(event.target.value)}
      onBlur={() => text !== remark && record({ kind: 'remark', stage, text })}
      className="mt-2 w-full resize-y"
    />
  );
}
