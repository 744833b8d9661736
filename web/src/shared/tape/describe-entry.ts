import { CLAIM_LABELS, type Entry, formatEngineering, partValue } from '@mindful-probe/core';

export interface EntryWords {
  /** As typed, else in words. */
  readonly words: string;
  /** Short, under 30 letters. */
  readonly meaning: string;
  /** Typed lines are set in mono. */
  readonly mono: boolean;
  /** The bench state that it was taken in. */
  readonly state?: string;
}

/** A tape entry in two short lines. */
export function describeEntry(entry: Entry): EntryWords {
  const typed = entry.typed;
  const mono = typed !== undefined;
  switch (entry.kind) {
    case 'name':
      return { words: entry.name, meaning: 'on the shelf', mono: false };
    case 'claim': {
      const figure = formatEngineering(entry.value, entry.field).text;
      return { words: typed ?? `${CLAIM_LABELS[entry.field]} ${figure}`, meaning: `says the ${entry.source}`, mono };
    }
    case 'step':
      return { words: typed ?? entry.text, meaning: 'step', mono };
    case 'note':
      return { words: typed ?? entry.text, meaning: typed?.startsWith('?') ? entry.text.slice(typed.length + 2) : 'note', mono };
    case 'part':
      return { words: typed ?? entry.part.ref, meaning: `${entry.part.ref}, ${partValue(entry.part) || entry.part.kind}`, mono };
    case 'join':
      return { words: typed ?? `join ${entry.terminals.join(' ')}`, meaning: 'one net', mono: true };
    case 'reading': {
      const figures = entry.figures
        .map(({ value, unit, doubtful }) => `${doubtful ? '~' : ''}${formatEngineering(value, unit).text}`)
        .join(', ');
      const { state } = entry.condition;
      return { words: typed ?? figures, meaning: figures, mono, ...(state !== undefined && { state }) };
    }
    case 'state':
      return { words: `Bench ${entry.state}`, meaning: 'bench state', mono: false };
    case 'goal':
      return {
        words: typed ?? `Goal: ${entry.ref}`,
        meaning: `${entry.ref}, ${formatEngineering(entry.chipAmps, 'amps').text} a chip`,
        mono,
      };
    case 'rework':
      return { words: entry.title, meaning: 'way taken', mono: false };
    case 'proof':
      return { words: entry.verdict === 'keep' ? 'Rework kept' : 'Rework taken back', meaning: 'signed off', mono: false };
    case 'remark':
      return { words: 'Write-up', meaning: `own words, ${entry.stage}`, mono: false };
    case 'strike':
      return { words: 'Strike', meaning: entry.reason ?? 'an entry above', mono: false };
  }
}
