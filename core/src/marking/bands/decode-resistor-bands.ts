import { coarsestSeries, formatEngineering, type Series } from '../../quantity/index.ts';
import type { MarkingReading } from '../reading.ts';
import { BAND_COLOURS, bandColour } from './colours.ts';

interface Candidate extends MarkingReading {
  readonly penalty: number;
}

/** Penalties only rank; their sizes say that an uncommon value weighs more than an unusual direction. */
const REVERSED = 1.5;
const SERIES_PENALTY: Readonly<Record<Series, number>> = { E3: 0, E6: 0.1, E12: 0.2, E24: 0.5, E48: 1.2, E96: 1, E192: 2 };
const NOT_PREFERRED = 4;
const TOLERANCE_PENALTY: Readonly<Record<string, number>> = { gold: 0, brown: 0.2, silver: 0.6, red: 0.8 };
const RARE_TOLERANCE = 1.6;
/** A colour taken for its neighbour: behind everything that was typed. */
const MISTAKEN = 10;
/** What is sold in shops with bands on it, Ω; beyond, other bodies are made, which carry no bands. */
const SOLD_OHMS = { least: 0.1, most: 22e6 };
const NOT_SOLD = 3;
/** What parts with two figures are made in. */
const COMMON: readonly (Series | undefined)[] = ['E3', 'E6', 'E12', 'E24'];
/** Colours that people take for each other, by age of the paint or by lamp light. */
const ALIKE: readonly (readonly string[])[] = [
  ['brown', 'red', 'orange'],
  ['grey', 'white', 'silver'],
  ['blue', 'violet'],
];

/**
 * Reads 3 to 6 colour bands of a resistor (IEC 60062:2016, clause 3) in both directions.
 *
 * @param text colour names parted by spaces, commas or dashes, as seen from left to right
 * @returns every legal reading, likeliest first, and behind them those with one colour taken for its neighbour; undefined when a word is not a colour or the count is not 3 to 6
 */
export function decodeResistorBands(text: string): readonly MarkingReading[] | undefined {
  const words = text.trim().split(/[\s,/-]+/);
  const colours = words.map(bandColour);
  if (colours.length === 1 && colours[0] === 'black') return [LINK];
  if (colours.length < 3 || colours.length > 6 || colours.some((colour) => colour === undefined)) return undefined;
  const bands = colours as string[];
  const candidates = [...readBothWays(bands), ...mistakenOnce(bands)];
  const best = new Map<string, Candidate>();
  for (const candidate of candidates) {
    const kept = best.get(candidate.text);
    if (!kept || candidate.penalty < kept.penalty) best.set(candidate.text, candidate);
  }
  return [...best.values()].sort((a, b) => a.penalty - b.penalty).map(({ penalty: _, ...reading }) => reading);
}

/** One black band: a link in the shape of a resistor. */
const LINK: MarkingReading = {
  kind: 'resistor-bands',
  value: 0,
  unit: 'ohms',
  text: 'a link, 0 Ω',
  why: 'one black band: a link',
  bands: ['black'],
};

/** The colours of a four-band resistor of `ohms`, or undefined where two digits cannot hold it. */
export function encodeResistorBands(ohms: number, toleranceColour = 'gold'): readonly string[] | undefined {
  const exponent = Math.floor(Math.log10(ohms) + 1e-9) - 1;
  const digits = ohms / 10 ** exponent;
  const rounded = Math.round(digits);
  if (Math.abs(digits - rounded) > 1e-6 * digits || rounded > 99) return undefined;
  const names = Object.keys(BAND_COLOURS);
  const first = names.find((name) => BAND_COLOURS[name]?.digit === Math.floor(rounded / 10));
  const second = names.find((name) => BAND_COLOURS[name]?.digit === rounded % 10);
  const multiplier = names.find((name) => BAND_COLOURS[name]?.multiplier === exponent);
  return first && second && multiplier ? [first, second, multiplier, toleranceColour] : undefined;
}

function readBothWays(bands: readonly string[]): Candidate[] {
  return [...readForward(bands, false), ...readForward([...bands].reverse(), true)];
}

function isSold(ohms: number): boolean {
  return ohms >= SOLD_OHMS.least && ohms <= SOLD_OHMS.most;
}

/** One colour as its neighbour; only preferred values that are sold, or there would be no end of them. */
function mistakenOnce(bands: readonly string[]): Candidate[] {
  return bands.flatMap((colour, index) => {
    const others = ALIKE.find((group) => group.includes(colour))?.filter((other) => other !== colour) ?? [];
    return others.flatMap((other) =>
      readBothWays(bands.map((band, at) => (at === index ? other : band)))
        .filter(({ value }) => COMMON.includes(coarsestSeries(value)) || bands.length > 4)
        .filter(({ value }) => coarsestSeries(value) !== undefined && isSold(value))
        .map((candidate) => ({
          ...candidate,
          why: `if the ${colour} is ${other}: ${candidate.why}`,
          penalty: candidate.penalty + MISTAKEN,
        })),
    );
  });
}

function readForward(bands: readonly string[], reversed: boolean): Candidate[] {
  const digitCount = bands.length >= 5 ? 3 : 2;
  const [multiplierName, toleranceName, temperatureName] = bands.slice(digitCount);
  const digits = bands.slice(0, digitCount).map((name) => BAND_COLOURS[name]?.digit);
  const exponent = multiplierName === undefined ? undefined : BAND_COLOURS[multiplierName]?.multiplier;
  if (digits.some((digit) => digit === undefined) || exponent === undefined || digits[0] === 0) return [];
  const tolerance = toleranceName === undefined ? 0.2 : BAND_COLOURS[toleranceName]?.tolerance;
  if (tolerance === undefined) return [];
  if (temperatureName !== undefined && BAND_COLOURS[temperatureName]?.temperature === undefined) return [];

  const value = Number(`${digits.join('')}e${exponent}`);
  const series = coarsestSeries(value);
  const percent = Number((tolerance * 100).toPrecision(3));
  const penalty =
    (reversed ? REVERSED : 0) +
    (series ? SERIES_PENALTY[series] : NOT_PREFERRED) +
    (toleranceName === undefined ? 0 : (TOLERANCE_PENALTY[toleranceName] ?? RARE_TOLERANCE)) +
    (isSold(value) ? 0 : NOT_SOLD);
  const direction = reversed ? 'read from the right' : 'read from the left';
  const commonness = series ? `${series} value` : 'not a preferred value';
  return [
    {
      kind: 'resistor-bands',
      value,
      unit: 'ohms',
      tolerance,
      text: `${formatEngineering(value, 'ohms').text} ±${percent} %`,
      why: `${direction}, ${commonness}, ${toleranceName ?? 'no'} tolerance band`,
      bands,
      penalty,
    },
  ];
}
