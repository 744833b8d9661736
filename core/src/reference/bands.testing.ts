import { decodeMarking } from '../marking/index.ts';

const DIGITS = ['black', 'brown', 'red', 'orange', 'yellow', 'green', 'blue', 'violet', 'grey', 'white'];
const TOLERANCES = ['gold', 'silver', 'brown', 'red', 'green', 'violet'];

/** Of how many strings of bands the first reading is as they are seen, reversed, or with a colour taken for its neighbour. */
function counted(strings: readonly string[]): string {
  const counts = { 'as seen': 0, reversed: 0, mistaken: 0, none: 0 };
  let readings = 0;
  for (const bands of strings) {
    const found = decodeMarking(bands, 'resistor-bands');
    readings += found.length;
    const [first] = found;
    if (!first) counts.none += 1;
    else if (first.why.includes('if the')) counts.mistaken += 1;
    else if (first.bands?.join(' ') === bands) counts['as seen'] += 1;
    else counts.reversed += 1;
  }
  return `${Object.entries(counts)
    .map(([name, count]) => `${count} ${name}`)
    .join(', ')}; ${readings} readings`;
}

/** Which way resistors of every first two colours are read. */
export function bandCounts(): readonly string[] {
  const pairs = DIGITS.flatMap((first) => DIGITS.map((second) => `${first} ${second}`));
  const rows = TOLERANCES.flatMap((tolerance) =>
    ['black', 'red', 'gold'].flatMap((multiplier) => [
      `_ _ ${multiplier} ${tolerance}: ${counted(pairs.map((pair) => `${pair} ${multiplier} ${tolerance}`))}`,
      `_ _ black ${multiplier} ${tolerance}: ${counted(pairs.map((pair) => `${pair} black ${multiplier} ${tolerance}`))}`,
    ]),
  );
  return [`_ _ red: ${counted(pairs.map((pair) => `${pair} red`))}`, ...rows];
}
