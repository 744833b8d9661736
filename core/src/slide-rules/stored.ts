import { CELLS, CHEMISTRIES, type Chemistry, cellSize, typicalCell } from '../device/index.ts';
import { formatSignificant } from '../quantity/index.ts';
import { type Asked, type SlideRule, say } from './slide-rule.ts';

interface AskedCells {
  readonly chemistry: Chemistry;
  readonly size: string;
  readonly series: number;
  readonly parallel: number;
}

/** `3 aa alkaline`, `3s2p 18650`: a size that only one chemistry has says it. */
function cellsIn({ words, counts }: Asked): AskedCells | undefined {
  const pack = words.map((word) => /^(\d{1,3})s(?:(\d{1,3})p)?$/i.exec(word)).find(Boolean);
  const named = CHEMISTRIES.find((one) => words.some((word) => word.toLowerCase() === one));
  const known = (named ? [named] : CHEMISTRIES).flatMap((chemistry) =>
    words.flatMap((word) => {
      const size = cellSize(chemistry, word.replace(/^cr-?/i, ''));
      return size === undefined ? [] : [{ chemistry, size }];
    }),
  );
  const [first] = known;
  if (!first) return undefined;
  const count = counts.find((one) => one < 100 && String(one) !== first.size);
  return { ...first, series: pack ? Number(pack[1]) : (count ?? 1), parallel: Number(pack?.[2] ?? 1) };
}

const HOURS_SECONDS = 3600;

export const runtime: SlideRule = {
  word: 'runtime',
  title: 'How long cells last',
  example: 'runtime 3 aa alkaline 20ma',
  answer(asked) {
    const cells = cellsIn(asked);
    const amps = asked.first('amps');
    if (!cells || amps === undefined) return undefined;
    const { chemistry, size, parallel } = cells;
    const { statedHours, rateExponent } = CELLS[chemistry];
    const stated = asked.first('ampHours') ?? typicalCell(chemistry, size, 1).ampHours;
    const held = stated * Math.min(1, (amps / parallel / (stated / statedHours)) ** -rateExponent);
    const hours = (held * parallel) / amps;
    return `${parallel > 1 ? `${parallel} × ` : ''}${say(held, 'ampHours')} at this current ÷ ${say(amps, 'amps')} = about ${hours < 1 ? say(hours * HOURS_SECONDS, 'seconds') : `${formatSignificant(hours, 2)} h`}; cells of one kind differ by a third`;
  },
};

export const pack: SlideRule = {
  word: 'pack',
  title: 'Cells in series and parallel',
  example: 'pack 3s2p 18650 2a',
  answer(asked) {
    const cells = cellsIn(asked);
    if (!cells) return undefined;
    const { chemistry, size, series, parallel } = cells;
    const [full, empty] = [typicalCell(chemistry, size, 1), typicalCell(chemistry, size, 0)];
    const ohms = (full.ohms * series) / parallel;
    const amps = asked.first('amps');
    const wattHours = full.ampHours * parallel * series * typicalCell(chemistry, size, 0.5).openVolts;
    const loaded =
      amps === undefined
        ? ''
        : `; at ${say(amps, 'amps')} ${say(full.openVolts * series - ohms * amps, 'volts')} fresh, ${say(amps / parallel, 'amps')} a cell`;
    return `${say(full.openVolts * series, 'volts')} fresh to ${say(empty.openVolts * series, 'volts')} empty, ${say(full.ampHours * parallel, 'ampHours')}, ${formatSignificant(wattHours, 3)} Wh, ${say(ohms, 'ohms')}${loaded}; cut off at ${say(CELLS[chemistry].cutOffVolts * series, 'volts')}, better cell by cell`;
  },
};

export const store: SlideRule = {
  word: 'store',
  title: 'Run-on from a capacitor',
  example: 'store 1F 5v 2v 20ma',
  answer(asked) {
    const farads = asked.first('farads');
    const [from, to] = asked.all('volts');
    const amps = asked.first('amps');
    if (farads === undefined || from === undefined || to === undefined || !(from > to)) return undefined;
    const joules = (farads * (from ** 2 - to ** 2)) / 2;
    const time = amps === undefined ? '' : `; at a steady ${say(amps, 'amps')} ${say((farads * (from - to)) / amps, 'seconds')}`;
    return `½ × ${say(farads, 'farads')} × (${from}² − ${to}²) = ${say(joules, 'joules')} of ${say((farads * from ** 2) / 2, 'joules')}${time}`;
  },
};
