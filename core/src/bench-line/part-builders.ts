import {
  CHEMISTRIES,
  type Chemistry,
  cellSize,
  LED_BODY_NAMES,
  LED_COLOUR_NAMES,
  type LedBodyName,
  type LedColourName,
  type PartKind,
} from '../device/index.ts';
import { bandColour, decodeMarking, decodeResistorBands } from '../marking/index.ts';
import type { Unit } from '../quantity/index.ts';
import { figureOf } from './words.ts';

/** The kinds that the bench line can enter. */
export type TypedKind = Exclude<PartKind, 'mosfet' | 'converter'>;

/** What a part's words come to: its values, and why they were read so. */
interface Built {
  readonly fields: Readonly<Record<string, unknown>>;
  readonly why?: string;
}

type Builder = (words: readonly string[], count: number) => Built | string;

/** One a kind; each is given the words behind the ref but the kind's own. */
export const BUILDERS: Readonly<Record<TypedKind, Builder>> = {
  resistor: buildResistor,
  led: buildLed,
  dc: buildDc,
  battery: buildBattery,
  switch: (words) => {
    const odd = words.find((word) => !/^(open|closed)$/i.test(word));
    if (odd !== undefined) return `a switch is open or closed, not “${odd}”.`;
    return { fields: { closed: !words.some((word) => word.toLowerCase() === 'open') } };
  },
  fuse: (words) => {
    const figures = figuresOf(words, { amps: 'amps', ohms: 'ohms' });
    if (typeof figures === 'string') return figures;
    const { amps, ohms } = figures;
    return { fields: { ...(amps !== undefined && { rated: { amps } }), ...(ohms !== undefined && { ohms }) } };
  },
  ac: (words) => {
    const figures = figuresOf(words, { volts: 'volts', hertz: 'hertz', ohms: 'ohms', percent: 'percent' });
    if (typeof figures === 'string') return figures;
    const { volts, hertz, ohms, percent } = figures;
    if (volts === undefined || hertz === undefined) return 'its volts and hertz, as “230v 50hz”.';
    return {
      fields: { voltsRms: volts, hertz, ...(ohms !== undefined && { ohms }), ...(percent !== undefined && { tolerance: percent / 100 }) },
    };
  },
  capacitor: buildCapacitor,
  inductor: (words) => {
    const [code = '', ...rest] = words.filter((word) => word.toLowerCase() !== 'mark');
    const first = decodeMarking(code, 'inductor-code')[0];
    if (!first) return `“${code}” is no inductance, as “470uH” or “471”.`;
    const figures = figuresOf(rest, { ohms: 'ohms', amps: 'amps' });
    if (typeof figures === 'string') return figures;
    const { ohms, amps } = figures;
    const fields = {
      henries: first.value,
      ...(first.tolerance && { tolerance: first.tolerance }),
      ...(ohms !== undefined && { ohms }),
      ...(amps !== undefined && { rated: { amps } }),
    };
    return { fields: { ...fields, marking: code }, why: first.why };
  },
  diode: (words) => {
    const odd = words.find((word) => !/^(silicon|schottky)$/i.test(word));
    if (odd !== undefined) return `a diode is silicon or schottky, not “${odd}”.`;
    return { fields: { type: words.some((word) => word.toLowerCase() === 'schottky') ? 'schottky' : 'silicon' } };
  },
  zener: (words) => {
    const figures = figuresOf(words, { volts: 'volts', watts: 'watts' });
    if (typeof figures === 'string') return figures;
    const { volts, watts } = figures;
    if (volts === undefined) return 'its volts, as “5v1”.';
    return { fields: { zenerVolts: volts, ...(watts !== undefined && { rated: { watts } }) } };
  },
  bridge: (words) => (words.length === 0 ? { fields: {} } : `“${words[0]}” says nothing of a bridge.`),
  sink: (words) => {
    const figures = figuresOf(words, { amps: 'amps', volts: 'volts' });
    if (typeof figures === 'string') return figures;
    const { amps, volts } = figures;
    if (amps === undefined || volts === undefined) return 'its amps and the volts that it needs over it, as “20ma 2v”.';
    return { fields: { amps, dropoutVolts: volts } };
  },
  bjt: (words) => {
    const polarity = words.find((word) => /^(npn|pnp)$/i.test(word))?.toLowerCase();
    const beta = words.find((word) => /^\d+$/.test(word));
    const odd = words.find((word) => !/^(npn|pnp|\d+)$/i.test(word));
    if (odd !== undefined) return `“${odd}” says nothing of a transistor; npn or pnp, and its gain.`;
    if (polarity === undefined) return 'npn or pnp?';
    return { fields: { polarity, ...(beta !== undefined && { beta: Number(beta) }) } };
  },
};

/** `334 X2`, `10uF 400v`, `mark 2A104J`: a marking, and beside it volts and a class. */
function buildCapacitor(words: readonly string[]): Built | string {
  const described = words.filter((word) => word.toLowerCase() !== 'mark');
  const first = decodeMarking(described.join(' '), 'capacitor-code')[0];
  if (!first)
    return described.length === 0 ? 'its farads, as “10uF 400v” or “334 X2”.' : `“${described.join(' ')}” is no capacitance that I know.`;
  const safety = described.find((word) => /^[XY][1-4]$/i.test(word))?.toUpperCase();
  const volts = described.map((word) => /^(\d+(?:\.\d+)?)v(?:ac|dc)?$/i.exec(word)?.[1]).find((figure) => figure !== undefined);
  const rated = { ...(safety && { class: safety }), ...(volts !== undefined && { volts: Number(volts) }) };
  return {
    fields: {
      farads: first.value,
      ...(first.tolerance && { tolerance: first.tolerance }),
      ...(Object.keys(rated).length > 0 && { rated }),
      marking: described.join(' '),
    },
    why: first.why,
  };
}

function buildResistor(words: readonly string[]): Built | string {
  const bands = words.filter((word) => bandColour(word) !== undefined);
  const others = words.filter((word) => bandColour(word) === undefined && word.toLowerCase() !== 'mark');
  const marked = words.some((word) => word.toLowerCase() === 'mark');
  if (bands.length > 0) {
    const decoded = decodeResistorBands(bands.join(' '));
    const first = decoded?.[0];
    if (!first) return `${bands.join(' ')} is no legal row of bands (3 to 6 colours, as “red violet black gold”).`;
    const rated = ratingOf(others);
    if (typeof rated === 'string') return rated;
    const rest = (decoded ?? []).slice(1).map(({ text }) => text);
    return {
      fields: { ohms: first.value, tolerance: first.tolerance, marking: bands.join(' '), ...rated },
      why: rest.length > 0 ? `${first.why}; else ${rest.join(' or ')}` : first.why,
    };
  }
  if (marked) {
    const [code = '', ...rest] = others;
    const first = decodeMarking(code, 'resistor-code')[0];
    if (!first) return `“${code}” is no resistor code that I know (390, 4702, 4R7, 01C).`;
    const rated = ratingOf(rest);
    if (typeof rated === 'string') return rated;
    return {
      fields: { ohms: first.value, ...(first.tolerance && { tolerance: first.tolerance }), marking: code, ...rated },
      why: first.why,
    };
  }
  const [value = '', ...rest] = others;
  const parsed = figureOf(value);
  if (!parsed)
    return value === '' ? 'its ohms or colours, as “27r” or “red violet black gold”.' : `“${value}” is neither ohms nor a colour.`;
  if ('wrong' in parsed) return parsed.wrong;
  if (parsed.unit !== undefined && parsed.unit !== 'ohms') return `${value} is not a resistance.`;
  const rated = ratingOf(rest);
  if (typeof rated === 'string') return rated;
  return { fields: { ohms: parsed.value, ...rated } };
}

/** Watts and tolerance behind a resistor's value. */
function ratingOf(words: readonly string[]): Readonly<Record<string, unknown>> | string {
  const figures = figuresOf(words, { watts: 'watts', percent: 'percent' });
  if (typeof figures === 'string') return figures;
  const { watts, percent } = figures;
  return { ...(watts !== undefined && { rated: { watts } }), ...(percent !== undefined && { tolerance: percent / 100 }) };
}

function buildLed(words: readonly string[], count: number): Built | string {
  const fields: Record<string, unknown> = {};
  const copies: Partial<Record<'series' | 'parallel', number>> = {};
  /** A number or a word that waits for its fellow: “3 parallel”, or “parallel 3”. */
  let counted: number | undefined;
  let arrangement: 'series' | 'parallel' | undefined;
  let volts: number | undefined;
  let amps: number | undefined;
  let rated = false;
  for (const word of words) {
    const lower = word.toLowerCase();
    if (lower === '@') continue;
    if (lower === 'series' || lower === 'parallel') {
      if (counted === undefined) arrangement = lower;
      else copies[lower] = counted;
      counted = undefined;
    } else if (lower === 'rated') rated = true;
    else if ((LED_COLOUR_NAMES as readonly string[]).includes(lower)) fields.colour = lower as LedColourName;
    else if ((LED_BODY_NAMES as readonly string[]).includes(lower)) fields.body = lower as LedBodyName;
    else if (/^\d+x?$/.test(lower)) {
      counted = Number.parseInt(lower, 10);
      if (counted < 1) return 'that counts no LED.';
      if (arrangement === undefined) continue;
      copies[arrangement] = counted;
      arrangement = undefined;
      counted = undefined;
    } else {
      const parsed = figureOf(word);
      if (!parsed) return `“${word}” is neither a colour, a body (5mm, 2835 …), series nor parallel.`;
      if ('wrong' in parsed) return parsed.wrong;
      if (parsed.unit === 'volts') volts = parsed.value;
      else if (parsed.unit === 'amps' && rated) fields.rated = { amps: parsed.value };
      else if (parsed.unit === 'amps') amps = parsed.value;
      else return `${word} says nothing of an LED; a point is “3.1v @ 20ma”, a rating “rated 20ma”.`;
    }
  }
  if (arrangement) copies[arrangement] = count;
  const open = counted ?? (Object.keys(copies).length === 0 ? count : 1);
  if (open > 1) return `${open} LEDs: in series or parallel?`;
  for (const [way, number] of Object.entries(copies)) if (number > 1) fields[way] = number;
  if (volts !== undefined && amps === undefined) return `${volts} V at which current? Write “${volts}v @ 20ma”.`;
  if (volts !== undefined && amps !== undefined) fields.points = [[amps, volts]];
  if (amps !== undefined && volts === undefined) return 'a current alone: “rated 20ma” for its rating, “3.1v @ 20ma” for a point.';
  return { fields };
}

function buildDc(words: readonly string[]): Built | string {
  const names = words.filter((word) => figureOf(word) === undefined);
  const figures = figuresOf(
    words.filter((word) => figureOf(word) !== undefined),
    { volts: 'volts', ohms: 'ohms' },
  );
  if (typeof figures === 'string') return figures;
  if (figures.volts === undefined) return 'its volts, as “5v”.';
  const note = names.map((name) => (name.toLowerCase() === 'usb' ? 'USB' : name)).join(' ');
  return { fields: { volts: figures.volts, ...(figures.ohms !== undefined && { ohms: figures.ohms }), ...(note !== '' && { note }) } };
}

function buildBattery(words: readonly string[]): Built | string {
  let chemistry: Chemistry | undefined;
  let series: number | undefined;
  const leftover: string[] = [];
  for (const word of words) {
    const lower = word.toLowerCase();
    const known = CHEMISTRIES.find((name) => name === lower || name.replace('-', '') === lower);
    if (known) chemistry = known;
    else if (lower === 'coin') chemistry = 'lithium-coin';
    else if (series === undefined && /^\d{1,2}x?$/.test(lower)) series = Number.parseInt(lower, 10);
    else if (lower !== 'x' && lower !== '×') leftover.push(word);
  }
  if (!chemistry) return `which cells? One of ${CHEMISTRIES.join(', ')}.`;
  const [typedSize, ...odd] = leftover;
  if (odd.length > 0) return `“${odd[0]}” says nothing of a battery.`;
  const size = cellSize(chemistry, typedSize);
  if (typedSize !== undefined && size === undefined) return `${chemistry} has no size “${typedSize}” here.`;
  return { fields: { chemistry, series: series ?? 1, ...(size !== undefined && { size }) } };
}

/** Figures by unit; a sentence where a word is none of them. */
function figuresOf<K extends string>(words: readonly string[], wanted: Readonly<Record<K, Unit>>): Partial<Record<K, number>> | string {
  const found: Partial<Record<K, number>> = {};
  for (const word of words) {
    const parsed = figureOf(word);
    if (!parsed) return `“${word}” says nothing here.`;
    if ('wrong' in parsed) return parsed.wrong;
    const key = (Object.keys(wanted) as K[]).find((candidate) => wanted[candidate] === parsed.unit);
    if (key === undefined) return `${word} says nothing here.`;
    found[key] = parsed.value;
  }
  return found;
}
