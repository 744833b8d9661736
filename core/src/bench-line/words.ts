/**
 * The line cut at spaces. A figure and a unit written apart ("5 v", "27 ohm") are put together, two figures in one
 * ("3.1v@20ma", "100uF/16V") are cut, and what people write between a part and its figure ("R1: 0.94v") is left out.
 */
export function wordsOf(line: string): readonly string[] {
  const words = line.trim().split(/\s+/).flatMap(apart).filter(Boolean);
  const joined: string[] = [];
  for (const word of words) {
    const last = joined.at(-1);
    if (
      last !== undefined &&
      /^(?:[~±]?[\d.,]+|\d\/\d\d?)$/.test(last) &&
      /^[pnuµmkM]?(v|a|ah|f|r|Ω|ohms?|w|lm|lx|lux|hz|volts?|amps?|watts?)$/i.test(word)
    )
      joined[joined.length - 1] = last + word;
    else joined.push(word);
  }
  return joined;
}

function apart(word: string, index: number): readonly string[] {
  if (index === 0) return [word.replace(/^([A-Za-z]{1,4}\d+)[:=]$/, '$1')];
  if (index === 1 && (word === '=' || word === ':')) return [];
  const [, before, after] = /^([\d.,]+[a-zµμ]*)?@([\d.,]+[a-zµμ]*)$/i.exec(word) ?? [];
  if (after !== undefined) return [before ?? '', '@', after];
  return /^([\d.,]+[pnuµμm]?f?)\/([\d.,]+v)$/i.exec(word)?.slice(1) ?? [word];
}

/** A length: behind its figure `m` is metres, and no thousandth of nothing. */
export function metresOf(word: string): number | undefined {
  const match = /^([\d.,]+)(mm|cm|m|km)$/i.exec(word);
  if (!match) return undefined;
  const factor = { mm: 1e-3, cm: 1e-2, m: 1, km: 1e3 }[(match[2] as string).toLowerCase()] as number;
  const value = Number((match[1] as string).replace(',', '.')) * factor;
  return value > 0 ? value : undefined;
}
