import { type Part, partValue } from '../../device/index.ts';
import { formatEngineering } from '../../quantity/index.ts';
import type { Wanted } from './goal.ts';

/** A goal in a few words: "15 mA a chip of D1", "2.2 W at the supply", "on 230 V 50 Hz". */
export function sayWanted({ aim, value = Number.NaN, celsius, led, supply, dead, replaceLed, moves }: Wanted): string {
  const of = led === undefined ? '' : ` of ${led}`;
  const aims: Readonly<Record<Wanted['aim'], string>> = {
    'chip-amps': `${formatEngineering(value, 'amps').text} a chip${of}`,
    'rated-share': `${Number(value.toPrecision(3))}× of the rating${of}`,
    'supply-watts': `${formatEngineering(value, 'watts').text} at the supply`,
    'most-light': 'the most light within its limits',
    none: '',
  };
  const changes = [
    ...(celsius === undefined ? [] : [`so that it is at most ${celsius} °C`]),
    ...(moves?.length === 1 && moves[0] === 'replace-cells' ? ['other cells'] : []),
    ...(supply ? [`on ${supplyWords(supply)}`] : []),
    ...(dead?.length ? [`${dead.join(', ')} mended`] : []),
    ...(replaceLed ? [`with ${[replaceLed.colour, replaceLed.body, 'LED'].filter(Boolean).join(' ')}`] : []),
  ];
  const said = [aims[aim], ...changes].filter(Boolean);
  return said.length > 0 ? said.join(', ') : 'what is unsafe mended';
}

function supplyWords(supply: NonNullable<Wanted['supply']>): string {
  const { kind } = supply;
  if (kind === undefined) return 'another supply';
  return partValue({ ref: 'V', pins: ['a', 'b'], ...supply, kind } as unknown as Part);
}
