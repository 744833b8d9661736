import { coarsestSeries, formatEngineering } from '../../quantity/index.ts';
import type { MarkingReading } from '../reading.ts';
import { percent, TOLERANCE_LETTERS, threeDigits } from '../three-digit.ts';

interface Found {
  readonly farads: number;
  readonly why: string;
}

interface Rated {
  readonly volts?: number | undefined;
  readonly tolerance?: number | undefined;
}

const PREFIXES: Readonly<Record<string, number>> = { p: 1e-12, n: 1e-9, u: 1e-6, µ: 1e-6, μ: 1e-6, m: 1e-3 };
/** Rated direct volts by letter within a decade (EIA-198 style, `2A` is 100 V). */
const VOLT_LETTERS: Readonly<Record<string, number>> = {
  A: 1,
  B: 1.25,
  C: 1.6,
  D: 2,
  E: 2.5,
  F: 3.15,
  G: 4,
  H: 5,
  J: 6.3,
  K: 8,
  V: 3.5,
  W: 4.5,
};
/** Of small tantalum bodies, one letter for the volts. */
const TANTALUM_VOLTS: Readonly<Record<string, number>> = { G: 4, J: 6.3, A: 10, C: 16, D: 20, E: 25, V: 35, T: 50 };
/** From here on three digits and a letter can be a tantalum body’s, F. */
const TANTALUM_FROM_FARADS = 0.99e-6;
/** Type names that stand before the value on film capacitors, by their dielectric and shape. */
const TYPE_NAME = /^(?:CL|CBB|CD|CC|CT|MK[PTSC]|MPX|MEX|MEF|MPP|PET|PP)-?\d*(?:-?X[12])?$/i;
/** Volts that electrolytic capacitors are sold for: beside them a bare figure is microfarads. */
const ELECTROLYTIC_VOLTS = [4, 6.3, 10, 16, 25, 35, 50, 63, 80, 100, 160, 200, 250, 350, 400, 420, 450];
/** Volts that film capacitors are sold for. */
const FILM_VOLTS = [50, 63, 100, 160, 200, 250, 275, 305, 310, 400, 450, 500, 630, 1000];
const FILM_FROM_FARADS = 1e-9;

/**
 * Reads what ceramic, film and electrolytic capacitors are marked with: three digits in picofarads with a tolerance
 * letter, a figure with its unit in place of the point (`4n7`), a bare figure, and beside them volts and a safety class.
 *
 * @returns undefined for text that holds no capacitance
 */
export function decodeCapacitorCode(text: string): readonly MarkingReading[] | undefined {
  const words = text
    .trim()
    .split(/[\s,/]+/)
    .filter(Boolean);
  let volts: number | undefined;
  let safety: string | undefined;
  let tolerance: number | undefined;
  const values: string[] = [];
  for (const word of words) {
    if (TYPE_NAME.test(word) || /^(?:electrolytic|film|ceramic|tantalum|polypropylene|polyester)$/i.test(word)) continue;
    const cls = /^(X[123]|Y[1234])$/i.exec(word);
    const rated = /^(\d+(?:\.\d+)?)\s*V(?:AC|DC|~)?[~-]?$/i.exec(word);
    if (cls) safety = word.toUpperCase();
    else if (rated && !(words.length === 1 && isTantalum(word))) volts = Number(rated[1]);
    else if (/^[FGHJKMZ]$/i.test(word)) tolerance = TOLERANCE_LETTERS[word.toUpperCase()];
    else values.push(word);
  }
  if (values.length !== 1) return undefined;
  let code = values[0] as string;
  // A film may carry all of it in one: .47K275V~. So may 1K100; but 1H104 are volts by a letter, and three digits.
  const voltCode = /^([0-3])([A-HJKVW])(\d{3}[FGHJKM]?)$/i.exec(code);
  const together = /^(\d*[.,]?\d+)([FGHJKM])(\d{2,4})V?~?$/i.exec(code);
  if (together && volts === undefined && (!voltCode || FILM_VOLTS.includes(Number(together[3])))) {
    volts = Number(together[3]);
    code = `${together[1]}${together[2]}`;
  } else if (voltCode) {
    const base = VOLT_LETTERS[(voltCode[2] as string).toUpperCase()] as number;
    volts = Number((base * 10 ** Number(voltCode[1])).toPrecision(3));
    code = voltCode[3] as string;
  }
  const tantalum = tantalumOf(code, safety, volts);
  // J and G are tolerances of films too: then it can be either, and a film’s volts are not said.
  const isEither = tantalum !== undefined && /^\d{3}[GJ]$/.test(code);
  const lettered = (tantalum && !isEither) || /^(?:\d{1,2}|\d*[.,]\d+)F$/.test(code) ? null : /^(.*\d)([FGHJKMZ])$/.exec(code);
  if (lettered && TOLERANCE_LETTERS[lettered[2] as string] !== undefined && !/[pnuµμ]F$/i.test(code)) {
    tolerance = TOLERANCE_LETTERS[lettered[2] as string];
    code = lettered[1] as string;
  }
  const others = tantalum && !isEither ? [] : [...(electrolyticOf(code, safety, volts) ?? []), ...capacitances(code)];
  const found = [...others.map((one) => ({ ...one, volts, tolerance })), ...(tantalum ? [tantalum] : [])];
  const stores = found.filter(({ farads }) => farads > 0);
  return stores.length === 0 ? undefined : stores.map((one) => readingOf(one, safety));
}

function readingOf({ farads, why, volts, tolerance }: Found & Rated, safety: string | undefined): MarkingReading {
  const series = coarsestSeries(farads);
  const beside = [volts !== undefined && `${volts} V`, safety && `class ${safety}`].filter(Boolean).join(', ');
  return {
    kind: 'capacitor-code',
    value: farads,
    unit: 'farads',
    ...(tolerance !== undefined && { tolerance }),
    ...(volts !== undefined && { volts }),
    text: `${formatEngineering(farads, 'farads').text}${percent(tolerance)}${beside ? `, ${beside}` : ''}`,
    why: `${why}${series ? `, ${series} value` : ', not a preferred value'}`,
  };
}

/** `106V` by itself is 10 µF and a letter for its volts; `275V` is volts that films are sold for. */
function isTantalum(word: string): boolean {
  const series = coarsestSeries(tantalumOf(word, undefined, undefined)?.farads ?? 0);
  return series === 'E3' || series === 'E6';
}

/** `107C`, `A226`: three digits in picofarads, and a letter for the volts. */
function tantalumOf(code: string, safety: string | undefined, volts: number | undefined): (Found & Rated) | undefined {
  const match = /^(\d{3})([GJACDEVT])$/.exec(code) ?? /^([GJACDEVT])(\d{3})$/.exec(code);
  const [figures, letter] = /^\d/.test(match?.[1] ?? '') ? [match?.[1], match?.[2]] : [match?.[2], match?.[1]];
  const digits = figures === undefined ? undefined : threeDigits(figures);
  if (!digits || letter === undefined || safety !== undefined || volts !== undefined) return undefined;
  const farads = exactly(`${digits.figures}e${digits.exponent}`, 1e-12);
  const letterVolts = TANTALUM_VOLTS[letter];
  if (letterVolts === undefined || farads < TANTALUM_FROM_FARADS) return undefined;
  return { farads, why: 'a tantalum body: two figures and noughts, and a letter for its volts', volts: letterVolts };
}

/** `220 25V`: an electrolytic prints microfarads as they are. */
function electrolyticOf(code: string, safety: string | undefined, volts: number | undefined): readonly Found[] | undefined {
  if (safety !== undefined || volts === undefined || !ELECTROLYTIC_VOLTS.includes(volts) || !/^\d{1,5}(?:[.,]\d)?$/.test(code))
    return undefined;
  const micro = Number(code.replace(',', '.'));
  // What is no preferred value is three digits of a code: 104, 473.
  const series = coarsestSeries(micro);
  if (series === undefined || !['E3', 'E6', 'E12'].includes(series)) return undefined;
  return [{ farads: exactly(String(micro), 1e-6), why: 'an electrolytic prints microfarads beside its volts' }];
}

/** Likeliest first. */
function capacitances(code: string): readonly Found[] {
  const infix = /^(\d*)([pnuµμ])(\d*)F?$/i.exec(code);
  if (infix && (infix[1] || infix[3])) {
    const factor = PREFIXES[(infix[2] as string).toLowerCase()] as number;
    const why = infix[3] ? 'the unit stands where the point is' : 'as written';
    return [{ farads: exactly(`${infix[1] || '0'}.${infix[3] || '0'}`, factor), why }];
  }
  const plain = /^(\d+(?:[.,]\d+)?|[.,]\d+)\s*(p|n|u|µ|μ|m)?F$/i.exec(code);
  if (plain)
    return [
      {
        farads: exactly((plain[1] as string).replace(',', '.'), plain[2] ? (PREFIXES[plain[2].toLowerCase()] as number) : 1),
        why: 'as written',
      },
    ];
  const point = /^(\d*)[rR](\d+)$/.exec(code);
  if (point) return [{ farads: exactly(`${point[1] || '0'}.${point[2]}`, 1e-12), why: 'R is the point, picofarads' }];
  const digits = threeDigits(code);
  if (digits) {
    const coded = exactly(`${digits.figures}e${digits.exponent}`, 1e-12);
    const literal = exactly(code, 1e-12);
    const readings: Found[] = [{ farads: coded, why: 'two figures and noughts, picofarads' }];
    // 220 can be meant as it stands on an old disc.
    if (code.endsWith('0') && literal !== coded) readings.push({ farads: literal, why: 'as it stands, picofarads, on an old disc' });
    return readings;
  }
  const number = /^(\d{1,2}|\d*[.,]\d+|\d{4,5})$/.exec(code);
  if (!number) return [];
  const value = code.replace(',', '.');
  // Films print microfarads with a point, ceramics small whole picofarads.
  return value.includes('.') && Number(value) * 1e-6 >= FILM_FROM_FARADS && Number(value) < 10
    ? [
        { farads: exactly(value, 1e-6), why: 'a film capacitor gives microfarads' },
        { farads: exactly(value, 1e-12), why: 'a ceramic gives picofarads' },
      ]
    : [{ farads: exactly(value, 1e-12), why: 'a small whole figure is picofarads' }];
}

/** In one decimal step, so that 33e4 pF is 330 nF to the last digit. */
function exactly(figures: string, factor: number): number {
  const [mantissa = '0', exponent = '0'] = figures.split('e');
  return Number(`${mantissa}e${Number(exponent) + Math.round(Math.log10(factor))}`);
}
