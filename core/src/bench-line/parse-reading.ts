import { returnOf } from '../appraisal/index.ts';
import { deviceOf } from '../device/index.ts';
import { completeInLine } from '../in-line/index.ts';
import { type Meter, meteredBy } from '../meter/index.ts';
import { divide, formatEngineering, formatUncertain, readFigure } from '../quantity/index.ts';
import { fittedBy } from '../rework/index.ts';
import {
  type BenchState,
  inLineFigures,
  modeNameSchema,
  netOf,
  type Place,
  READING_UNITS,
  type ReadingFigure,
  terminalName,
} from '../tape/index.ts';
import { dangersOf } from '../verdict/index.ts';
import { type BenchContext, lastingName } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';
import { isLiveUnit, misplaced, refusalOf } from './refuse-reading.ts';
import { metresOf } from './words.ts';

type ReadingUnit = (typeof READING_UNITS)[number];

interface Condition {
  state?: BenchState;
  cold?: boolean;
  dim?: boolean;
  afterSeconds?: number;
  rework?: number;
  forced?: boolean;
  mode?: string;
  supplied?: { amps: number; uncertainty: number };
  chip?: boolean;
}

/**
 * A reading: a place (`R3`, `in`, `A`, `A to G`, `Tcase`, `lux`), figures with units, and a tail of conditions.
 *
 * @returns undefined when the first words are not a place
 */
export function parseReading(words: readonly string[], context: BenchContext): BenchOutcome | undefined {
  const placed = placeOf(words, context);
  if (!placed) return undefined;
  const { place } = placed;
  if (place.at === 'nets' && place.plus === place.minus)
    return unread(`${words[0]} to ${words[2]}: that is one and the same; name two ends.`);
  const meter = meterFor(placed.place, context);
  const figures: ReadingFigure[] = [];
  const condition: Condition = {};
  const rest = words.slice(placed.used);
  // A net may have a name like a ref: where it goes says that a part is meant.
  if (place.at === 'nets' && rest.some((word) => word.toLowerCase() === 'on')) return undefined;
  if (rest.length === 0) return place.at === 'surface' ? unread(`${words[0]}: and how warm? As “${words[0]} 61c after 20min”.`) : undefined;
  let ripple = false;
  for (let index = 0; index < rest.length; index++) {
    const word = rest[index] as string;
    if (word === '@' && placed.place.at === 'part') {
      const problem = takeSupplied(rest[index + 1], condition, meter);
      if (problem) return unread(problem);
      index += 1;
      continue;
    }
    if (word === '@') {
      const distance = placed.place.at === 'light' ? distanceIn(rest, index + 1) : undefined;
      if (!distance)
        return unread(
          'Behind @ stands the distance of a lux reading, above zero, or the current of an LED lit alone, as “D1 2.95v @ 30ma”.',
        );
      index += distance.used;
      continue;
    }
    if (word.toLowerCase() === 'ripple') {
      ripple = true;
      continue;
    }
    if (place.at === 'light' && degreesOf(word) !== undefined) continue;
    const taken = takeCondition(word, rest[index + 1], condition);
    if (taken > 0) {
      index += taken - 1;
      continue;
    }
    if (PLUS_OR_MINUS.test(word)) {
      // “±2 %” is “±2%”.
      const isParted = rest[index + 1] === '%';
      const problem = takeUncertainty(`±${word.replace(PLUS_OR_MINUS, '')}${isParted ? '%' : ''}`, figures);
      if (problem) return unread(problem);
      if (isParted) index += 1;
      continue;
    }
    if (figures.length > 0 && STATISTIC.test(word))
      return unread(`“${word}”: that goes by the meter in hand; from lowest to highest is “ripple”.`);
    const factor = placed.place.at === 'in' ? takePowerFactor(word, rest[index + 1], meter) : undefined;
    if (factor) {
      figures.push(factor.figure);
      index += factor.used - 1;
      continue;
    }
    const figure = takeFigure(word, placed.place, meter);
    if (typeof figure === 'string') return unread(figure);
    if (!figure) return isOnlyAReading(place) ? unread(sayNoFigure(word)) : undefined;
    figures.push(ripple ? { ...figure, statistic: 'ripple' } : figure);
    ripple = false;
  }
  if (figures.length === 0) return undefined;
  if (condition.afterSeconds === 0) return unread('after 0: before any power it is “cold”; a time after power came on is above zero.');
  const refusal = refusalOf(figures, placed.place, condition, context);
  if (refusal) return unread(refusal);
  const state = condition.state ?? (condition.supplied ? 'dead' : stateOf(figures, place, context));
  return entry(meaningOf(placed, figures, context, condition, state), {
    kind: 'reading',
    place: placed.place,
    figures,
    condition: { ...condition, ...(state !== undefined && { state }) },
    ...(meter && { meter: meter.name, ...(meter.trueRms === false && { averaging: true }) }),
  });
}

/** As it is printed, or typed without its own key. */
const PLUS_OR_MINUS = /^(?:±|\+-|\+\/-)/;

/** What meters and scopes call what they show. */
const STATISTIC = /^(?:avg|average|mean|rms|true-?rms|ac|dc|max|min|peak|pp|p-p)$/i;

/** What no part and no net is: a line that begins with it is a reading, or nothing. */
function isOnlyAReading({ at }: Place): boolean {
  return at === 'in' || at === 'source' || at === 'light' || at === 'surface';
}

function sayNoFigure(word: string): string {
  if (/^pf/i.test(word)) return 'pf: behind it stands a power factor, above 0 and up to 1, as “pf 0.52”.';
  return `“${word}” is no figure with its unit, and no condition of a reading: “cold”, “dead”, “after 10min”, “mode low”, “±0.1v”.`;
}

/** The meter in hand for such a place; what the in-line meter does not show is read with the probes. */
function meterFor({ at }: Place, { specimen: { meters } }: BenchContext): Meter | undefined {
  if (at === 'light') return meters.get('light');
  if (at === 'surface') return meters.get('temperature');
  return at === 'in' ? (meters.get('in-line') ?? meters.get('probes')) : meters.get('probes');
}

/** “20deg” off the axis of a beam, to either side. */
function degreesOf(word: string): number | undefined {
  const angle = /^[-−+]?(\d+(?:[.,]\d+)?)(?:deg|°)$/i.exec(word)?.[1];
  const degrees = angle === undefined ? Number.NaN : Number(angle.replace(',', '.'));
  return degrees <= 180 ? degrees : undefined;
}

interface Placed {
  readonly place: Place;
  readonly used: number;
  readonly words: string;
}

function placeOf(words: readonly string[], { specimen, mainSupply }: BenchContext): Placed | undefined {
  const [first = '', second, third] = words;
  if (first.toLowerCase() === 'in') return { place: { at: 'in' }, used: 1, words: 'at the supply' };
  if (first.toLowerCase() === 'source') return { place: { at: 'source' }, used: 1, words: 'at the source itself' };
  if (first.toLowerCase() === 'lamp' && partRef(first, specimen) === undefined && /^[~\d.,]+v/i.test(second ?? ''))
    return { place: { at: 'series-lamp' }, used: 1, words: 'over the lamp in series' };
  if (/^pf[\d.,]*$/i.test(first)) return { place: { at: 'in' }, used: 0, words: 'at the supply' };
  const surface = partRef(first, specimen) === undefined ? /^T([A-Za-z]\w*)$/.exec(first) : null;
  if (surface && (/^T[a-z]/.test(first) || words.slice(1).some((word) => /^[~\d.,]+°?c?$/i.test(word))))
    return { place: { at: 'surface', name: surface[1] as string }, used: 1, words: `temperature of the ${surface[1]}` };
  if (first.toLowerCase() === 'lux') {
    const sign = words.indexOf('@');
    const at = sign === -1 ? undefined : distanceIn(words, sign + 1)?.metres;
    const degrees = words.map(degreesOf).find((angle) => angle !== undefined && angle > 0);
    return {
      place: { at: 'light', ...(at !== undefined && { metres: at }), ...(degrees !== undefined && { degrees }) },
      used: 1,
      words: degrees === undefined ? 'light' : `light, ${degrees}° off the axis`,
    };
  }
  const part = partRef(first, specimen);
  if (part !== undefined) return { place: { at: 'part', ref: part }, used: 1, words: `across ${part}` };
  const plus = netName(first, specimen);
  if (plus === undefined) return undefined;
  const from = { at: 'nets', plus: lastingName(plus, specimen) } as const;
  if (second?.toLowerCase() !== 'to')
    return { place: from, used: 1, words: `net ${plus} to ${returnOf(specimen.circuit, plus, mainSupply) ?? 'minus'}` };
  const minus = third === undefined ? undefined : netName(third, specimen);
  if (minus === undefined) return undefined;
  // On one net it is the track between the two ends that is read, so they keep their own names.
  if (minus === plus) {
    const [start, end] = [endName(first, specimen), endName(third as string, specimen)];
    return { place: { at: 'nets', plus: start, minus: end }, used: 3, words: `along the track from ${first} to ${third}` };
  }
  return { place: { ...from, minus: lastingName(minus, specimen) }, used: 3, words: `net ${plus} to ${minus}` };
}

/** “1m”, “1 m” and “50cm” from that word on. */
function distanceIn(words: readonly string[], at: number): { readonly metres: number; readonly used: number } | undefined {
  const [first = '', second = ''] = words.slice(at);
  const metres = metresOf(first);
  if (metres !== undefined) return { metres, used: 1 };
  const parted = metresOf(first + second);
  return parted === undefined ? undefined : { metres: parted, used: 2 };
}

function partRef(word: string, specimen: BenchContext['specimen']): string | undefined {
  const brought = specimen.reworks.flatMap(({ moves }) => fittedBy(moves));
  return [...specimen.circuit.parts.map(({ ref }) => ref), ...brought].find((ref) => ref.toLowerCase() === word.toLowerCase());
}

/** Of a net, a pin or a pad as typed; a bare figure is a pad only where one has that number. */
function netName(word: string, specimen: BenchContext['specimen']): string | undefined {
  const pin = word.includes('.') ? terminalName(specimen.circuit.parts, word) : word;
  return pin === undefined ? undefined : netOf(specimen.nets, pin)?.name;
}

/** A pin or pad under the name that the trace has for it. */
function endName(word: string, specimen: BenchContext['specimen']): string {
  return (word.includes('.') ? terminalName(specimen.circuit.parts, word) : undefined) ?? lastingName(word, specimen);
}

/** Takes condition words into `condition`; returns how many. */
function takeCondition(word: string, next: string | undefined, condition: Condition): number {
  const lower = word.toLowerCase();
  switch (lower) {
    case 'live':
    case 'dead':
    case 'charged':
      condition.state = lower;
      return 1;
    case 'open':
      // A source with nothing on it: the gadget is dead.
      condition.state = 'dead';
      return 1;
    case 'cold':
      condition.cold = true;
      return 1;
    case 'dim':
      condition.dim = true;
      return 1;
    case 'chip':
      condition.chip = true;
      return 1;
    case 'force':
      condition.forced = true;
      return 1;
    case 'after': {
      const match = /^(\d+(?:[.,]\d+)?)(s|sec|min|h)$/.exec(next ?? '');
      if (!match) return 0;
      condition.afterSeconds = Number(match[1]?.replace(',', '.')) * (match[2] === 'h' ? 3600 : match[2] === 'min' ? 60 : 1);
      return 2;
    }
    case 'mode':
      if (!modeNameSchema.safeParse(next).success) return 0;
      condition.mode = next as string;
      return 2;
    case 'rework':
      if (!/^\d+$/.test(next ?? '')) return 0;
      condition.rework = Number(next);
      return 2;
    default:
      return 0;
  }
}

/** `@ 30ma`: the current that a bench supply sends through an LED alone. Returns what is wrong with it. */
function takeSupplied(word: string | undefined, condition: Condition, meter: Meter | undefined): string | undefined {
  const parsed = word === undefined ? undefined : readFigure(word);
  if (!parsed || 'wrong' in parsed || parsed.unit !== 'amps' || !(parsed.value > 0))
    return `@ ${word ?? ''}: behind @ stands the current of the bench supply, as @ 30ma.`;
  condition.supplied = { amps: parsed.value, uncertainty: meteredBy(meter, 'amps', parsed.value, parsed.resolution).uncertainty };
  return undefined;
}

/** `pf 0.52` or `pf0.52`: a power factor, which has no unit. */
function takePowerFactor(
  word: string,
  next: string | undefined,
  meter: Meter | undefined,
): { figure: ReadingFigure; used: number } | undefined {
  const match = /^pf([\d.,]*)$/i.exec(word);
  if (!match) return undefined;
  const text = match[1] || (next ?? '');
  const value = Number(text.replace(',', '.'));
  if (text === '' || !(value > 0) || value > 1) return undefined;
  return { figure: { unit: 'one', value, uncertainty: meteredBy(meter, 'one', value, 0.01).uncertainty }, used: match[1] ? 1 : 2 };
}

/** In any unit: lightning is less. */
const BEYOND_ANY_BENCH = 1e9;
/** Beyond the highest range of any hand-held meter: 1,000 V of category III with half as much again, clamps to 2,000 A, thermocouples of type K. */
const BEYOND_ANY_METER: Readonly<Partial<Record<ReadingUnit, number>>> = { volts: 1500, amps: 2000, celsius: 1370 };

/** A figure, a refusal in words, or undefined for a word that is no figure at all. */
function takeFigure(word: string, place: Place, meter: Meter | undefined): ReadingFigure | string | undefined {
  const doubtful = word.startsWith('~');
  const parsed = readFigure(doubtful ? word.slice(1) : word);
  if (!parsed) return undefined;
  if ('wrong' in parsed) return parsed.wrong;
  const unit = parsed.unit ?? (place.at === 'light' ? 'lux' : place.at === 'surface' ? 'celsius' : undefined);
  if (unit === undefined) return `${word}: of what? Put v, a, r or w behind it.`;
  if (!(READING_UNITS as readonly string[]).includes(unit)) return `${word}: a reading is in v, a, r, w, c or lux.`;
  if (Math.abs(parsed.value) > (BEYOND_ANY_METER[unit as ReadingUnit] ?? BEYOND_ANY_BENCH))
    return `${word}: no bench has that much; look at the unit and its prefix.`;
  const wrongPlace = misplaced(unit, place);
  if (wrongPlace) return `${word}: ${wrongPlace}`;
  const metered = meteredBy(meter, unit, parsed.value, parsed.resolution);
  return { unit: unit as ReadingUnit, value: parsed.value, ...metered, ...(doubtful && { doubtful }) };
}

function takeUncertainty(word: string, figures: ReadingFigure[]): string | undefined {
  const last = figures.at(-1);
  const percent = /^±(\d+(?:[.,]\d+)?)%$/.exec(word)?.[1];
  const share = percent === undefined ? Number.NaN : Number(percent.replace(',', '.')) / 100;
  if (last && share > 0) {
    figures[figures.length - 1] = { ...last, uncertainty: (share * Math.abs(last.value)) / 2 };
    return undefined;
  }
  const parsed = readFigure(word.slice(1));
  if (!last || !parsed || 'wrong' in parsed || !(parsed.value > 0)) return `${word}: write the uncertainty behind a figure, as ±0.02.`;
  if (parsed.unit !== undefined && parsed.unit !== last.unit) return `${word}: not the unit of the figure before it.`;
  // As people give it: the limits, about two standard deviations.
  figures[figures.length - 1] = { ...last, uncertainty: parsed.value / 2 };
  return undefined;
}

/** Amps and watts flow live only; volts may be what a store still holds. */
function stateOf(figures: readonly ReadingFigure[], place: Place, { benchState, specimen }: BenchContext): BenchState | undefined {
  if (!figures.some(({ unit }) => isLiveUnit(unit))) return undefined;
  const areVolts = figures.every(({ unit }) => unit === 'volts');
  // Who has just said that it is dead reads what a store has left, or cells with nothing on them; other volts are there only live.
  if (areVolts && benchState === 'dead' && specimen.benchStateSaid && holdsVolts(place, specimen)) return 'dead';
  return benchState === 'charged' && figures.every(({ unit }) => unit === 'volts') ? 'charged' : 'live';
}

function meaningOf(
  placed: Placed,
  figures: readonly ReadingFigure[],
  context: BenchContext,
  condition: Condition,
  state: BenchState | undefined,
): string {
  const said = figures.map(({ value, uncertainty, unit, doubtful, statistic }) => {
    const { figure, plusMinus, unit: symbol } = formatUncertain(value, 2 * uncertainty, unit);
    return [doubtful && 'doubtful', statistic === 'ripple' && 'ripple', figure, plusMinus, symbol].filter(Boolean).join(' ');
  });
  const tail = [
    condition.supplied && `with ${formatEngineering(condition.supplied.amps, 'amps').text} from a bench supply`,
    state === 'dead' && placed.place.at === 'part' && !condition.supplied ? deadWords(placed.place.ref, figures, context) : state,
    condition.cold ? 'cold' : undefined,
    condition.dim ? 'dim' : undefined,
    condition.forced ? 'forced' : undefined,
    condition.afterSeconds === undefined ? undefined : `after ${condition.afterSeconds / 60} min`,
    condition.mode === undefined ? undefined : `in mode ${condition.mode}`,
    condition.rework === undefined ? undefined : `rework ${condition.rework}`,
  ].filter(Boolean);
  const means = derived(placed.place, figures, context);
  const where = condition.chip && placed.place.at === 'part' ? `one chip of ${placed.place.ref}` : placed.words;
  return `${where}: ${said.join(', ')}${tail.length > 0 ? `, ${tail.join(', ')}` : ''}${means ? ` → ${means}` : ''}`;
}

/** A store or a cell, which has volts while nothing else has. */
function holdsVolts(place: Place, { circuit }: BenchContext['specimen']): boolean {
  const part = place.at === 'part' ? circuit.parts.find(({ ref }) => ref === place.ref) : undefined;
  return part !== undefined && (deviceOf(part.kind).storesBehindOhms !== undefined || deviceOf(part.kind).source?.isCell === true);
}

/** Of volts while it is dead: of a source those with nothing on it, of anything else what a store has left. */
function deadWords(ref: string, figures: readonly ReadingFigure[], { specimen }: BenchContext): string {
  if (!figures.some(({ unit }) => unit === 'volts')) return 'dead';
  const part = specimen.circuit.parts.find((one) => one.ref === ref);
  return part && deviceOf(part.kind).source ? 'dead: with nothing on it' : 'dead: what is left; “live” if it runs';
}

/** What follows at once: a drop over a resistor is a current; volts and amps are watts. */
function derived(place: Place, figures: readonly ReadingFigure[], context: BenchContext): string | undefined {
  const of = (unit: ReadingUnit) => figures.find((figure) => figure.unit === unit && figure.statistic === undefined);
  const volts = of('volts');
  if (place.at === 'part' && volts) {
    const ohms = context.ohmsOf(place.ref);
    if (ohms === undefined || ohms === 0) return undefined;
    const amps = divide({ value: Math.abs(volts.value), uncertainty: volts.uncertainty }, { value: ohms, uncertainty: 0 });
    return `${formatEngineering(amps.value, 'amps').text} through ${place.ref}`;
  }
  return place.at === 'in' ? completedInWords(figures, context) : undefined;
}

/** What follows from an in-line reading, or what of it cannot be. */
function completedInWords(figures: readonly ReadingFigure[], { specimen }: BenchContext): string | undefined {
  const { alternating } = dangersOf(specimen);
  const { figures: all, derived: found, clash, wattsBetween } = completeInLine(inLineFigures(figures), alternating);
  if (clash) return clash;
  const said = found.flatMap((field) => {
    const value = all[field]?.value;
    if (value === undefined || (field === 'voltAmps' && !alternating)) return [];
    return [field === 'powerFactor' ? `power factor ${value.toFixed(2)}` : formatEngineering(value, field).text];
  });
  return [...said, ...(wattsBetween ? [wattsBetween.text] : [])].join(', ') || undefined;
}
