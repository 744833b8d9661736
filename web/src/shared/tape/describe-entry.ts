import {
  CLAIM_LABELS,
  CLAIM_TEXT_LABELS,
  deviceOf,
  type Entry,
  formatEngineering,
  GATES,
  partValue,
  sayClaim,
  sayMinutes,
  sayObservation,
  sayWanted,
} from '@mindful-probe/core';

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
      const figure = sayClaim(entry);
      return { words: typed ?? `${CLAIM_LABELS[entry.field]} ${figure}`, meaning: `says the ${entry.source}`, mono };
    }
    case 'claim-text':
      return { words: typed ?? `${CLAIM_TEXT_LABELS[entry.field]}: ${entry.text.slice(0, 80)}`, meaning: `says the ${entry.source}`, mono };
    case 'confirm': {
      const item = GATES[entry.gate].items.find(({ code }) => code === entry.item);
      return { words: item?.text ?? entry.item, meaning: `confirmed, ${entry.gate}`, mono: false };
    }
    case 'fact':
      return { words: `${entry.name.replace(/-/g, ' ')}: ${entry.value}`, meaning: 'how it is built', mono: false };
    case 'observed': {
      const said = entry.things.map(sayObservation);
      const words = said.length > 3 ? `${said.length} packages tested` : said.join(', ');
      return { words: typed ?? words, meaning: typed === undefined ? 'noticed' : words, mono };
    }
    case 'suppose':
      return { words: typed ?? `suppose ${entry.arrangement} ${entry.leds}`, meaning: 'taken for, until traced', mono };
    case 'decision':
      return {
        words: `To ${entry.choice === 'leave' ? 'be left as it is' : entry.choice}`,
        meaning: entry.reason ?? 'decided',
        mono: false,
      };
    case 'sense':
      return { words: typed ?? `${entry.of}: ${entry.text}`, meaning: 'noticed', mono };
    case 'step':
      return { words: typed ?? entry.text, meaning: 'step', mono };
    case 'step-order':
      return { words: 'Steps put in order', meaning: 'opening', mono: false };
    case 'picture':
      return { words: entry.name ?? 'Picture', meaning: `picture, ${entry.stage}`, mono: false };
    case 'pin':
      return { words: entry.text, meaning: 'pin in a picture', mono: false };
    case 'board':
      return { words: `Photos of board ${entry.board}`, meaning: 'board', mono: false };
    case 'board-view':
      return { words: `Board ${entry.board}, ${entry.side}`, meaning: 'how it is looked at', mono: false };
    case 'align':
      return { words: `Board ${entry.board}: ${entry.pairs.length} matching points`, meaning: 'sides aligned', mono: false };
    case 'pad':
      return { words: typed ?? `pad ${entry.pad}`, meaning: entry.side ? `pinned, ${entry.side}` : 'pad', mono: true };
    case 'pad-name':
      return { words: typed ?? `pad ${entry.from} as ${entry.to}`, meaning: 'pad named', mono: true };
    case 'sweep': {
      const beeped = entry.beeps.map(({ pad, ohms }) => (ohms === undefined ? pad : `${pad} ${ohms}r`)).join(' ');
      const meaning = `${entry.beeps.length} of ${entry.over.length} beeped${entry.forced ? ', forced' : ''}`;
      return { words: typed ?? `hold ${entry.hold}: ${beeped || 'none'}`, meaning, mono: true };
    }
    case 'beeper':
      return { words: typed ?? `beeper ${entry.beepOhms}r`, meaning: 'beeper', mono };
    case 'note':
      return { words: typed ?? entry.text, meaning: typed?.startsWith('?') ? entry.text.slice(typed.length + 2) : 'note', mono };
    case 'part':
      return {
        words: typed ?? entry.part.ref,
        meaning: `${entry.part.ref}, ${partValue(entry.part) || deviceOf(entry.part.kind).name}`,
        mono,
      };
    case 'place':
      return { words: typed ?? `${entry.ref} on ${entry.pins.join(' ')}`, meaning: `${entry.ref}, seen, value open`, mono: true };
    case 'join':
      return { words: typed ?? `join ${entry.terminals.join(' ')}`, meaning: 'one net', mono: true };
    case 'reading': {
      const figures = entry.figures
        .map(
          ({ value, unit, doubtful, statistic }) =>
            `${doubtful ? '~' : ''}${statistic ? `${statistic} ` : ''}${formatEngineering(value, unit).text}`,
        )
        .join(', ');
      const { state, supplied } = entry.condition;
      const meaning = supplied ? `${figures} at ${formatEngineering(supplied.amps, 'amps').text}` : figures;
      return { words: typed ?? figures, meaning, mono, ...(state !== undefined && { state }) };
    }
    case 'meter':
      return { words: typed ?? `meter ${entry.meter.name}`, meaning: `in hand: ${entry.meter.name}`, mono };
    case 'state':
      return { words: `Bench ${entry.state}`, meaning: 'bench state', mono: false };
    case 'goal':
      return {
        words: typed ?? 'Goal',
        meaning: entry.wanted
          ? sayWanted(entry.wanted)
          : `${formatEngineering(entry.chipAmps ?? Number.NaN, 'amps').text} a chip of ${entry.ref}`,
        mono,
      };
    case 'rework':
      return { words: entry.title, meaning: 'way taken', mono: false };
    case 'tick':
      return { words: entry.step.replaceAll('-', ' '), meaning: 'step done', mono: false };
    case 'way':
      return { words: typed ?? 'Own way', meaning: 'own way', mono };
    case 'run':
      return { words: typed ?? entry.of, meaning: `${entry.of}, ${sayMinutes(entry.minutes)}`, mono };
    case 'ended':
      return { words: typed ?? `Ended: ${entry.outcome}`, meaning: entry.reason ?? entry.outcome, mono };
    case 'look':
      return { words: typed ?? entry.text, meaning: `again in ${sayMinutes(entry.afterMinutes)}`, mono };
    case 'put-off':
      return { words: 'Put off', meaning: `until ${entry.until.slice(0, 16).replace('T', ' ')}`, mono: false };
    case 'proof':
      return { words: entry.verdict === 'keep' ? 'Rework kept' : 'Rework taken back', meaning: 'signed off', mono: false };
    case 'remark':
      return { words: 'Write-up', meaning: `own words, ${entry.stage}`, mono: false };
    case 'seats':
      return { words: entry.ref, meaning: `${entry.points.length} places on the board`, mono: true };
    case 'mode':
      return { words: typed ?? `mode ${entry.name}`, meaning: entry.text ?? 'mode', mono };
    case 'cost':
      return {
        words: typed ?? `cost ${entry.of}`,
        meaning: [entry.amount?.toFixed(2), entry.text].filter(Boolean).join(', ') || 'time',
        mono,
      };
    case 'keep':
      return { words: typed ?? `keep ${entry.refs.join(' ')}`, meaning: ['into the drawer', entry.where].filter(Boolean).join(', '), mono };
    case 'wording':
      return { words: 'Write-up', meaning: entry.text === '' ? 'sentence from the facts again' : 'own words for a sentence', mono: false };
    case 'layout':
      return { words: 'Write-up', meaning: 'laid out', mono: false };
    case 'strike':
      return { words: 'Strike', meaning: entry.reason ?? 'an entry above', mono: false };
  }
}
