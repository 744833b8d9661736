import { faultyCircuit, returnOf, symptomsOf } from '../appraisal/index.ts';
import { TOUCH_VOLTS } from '../caution/index.ts';
import { packagesNamed, packagesOf, partOfKind } from '../circuit/index.ts';
import { deviceOf } from '../device/index.ts';
import { supplyVoltsFor, testAmpsOf } from '../diagnosis/index.ts';
import { INSTRUMENT_FACTS, type InstrumentKind, type LitAlone, type Measured, type Quantity } from '../meter/index.ts';
import type { Unit } from '../quantity/index.ts';
import { netOf, type Place } from '../tape/index.ts';
import { dangersOf } from '../verdict/index.ts';
import type { BenchContext } from './context.ts';
import { parseBenchLine } from './parse-bench-line.ts';
import { ohmsTell } from './refuse-reading.ts';

/** What an instrument is to measure for the slot that a bench line begins with. */
export interface Asked {
  /** The line so far, without its last space: `R2`, `in`, `Tcase`. */
  readonly line: string;
  readonly quantity: Quantity;
  /** Where hands hold the probes: a ref, a place, or two pins. */
  readonly heldTo?: readonly [string] | readonly [string, string];
  readonly surface?: string;
  readonly metres?: number;
  /** Where the bench supply is set, of a package that it lights by itself. */
  readonly alone?: LitAlone;
}

/** Whether a meter shows the average of a part, or its root mean square. */
type ShownOf = (ref: string) => 'avg' | 'rms';

/**
 * Reads a line that ends where its figure is wanted.
 *
 * @returns undefined where no place is named, or nothing is measured there in this bench state
 */
export function askedBy(text: string, context: BenchContext, shown: ShownOf = () => 'avg'): Asked | undefined {
  const line = text.trim();
  if (line === '') return undefined;
  const alone = aloneAskedBy(line, context);
  if (alone) return alone;
  // A line with any figure of the right unit is a reading, and tells its place.
  for (const figure of ['1v', '1c', '1']) {
    const outcome = parseBenchLine(`${line} ${figure}`, context);
    if (outcome.kind !== 'entry' || outcome.draft.kind !== 'reading') continue;
    const { place, figures, condition } = outcome.draft;
    // What a chip has alone is set up by hand: no instrument knows its current.
    if (figures.length !== 1 || condition.supplied) continue;
    return figures[0]?.statistic === 'ripple' ? rippleAt(place, line, context) : askedAt(place, line, context, shown);
  }
  return undefined;
}

/** While it does not work and is dead, one package is lit by itself: by so much as lights it and harms nothing. */
function aloneAskedBy(line: string, { specimen, benchState }: BenchContext): Asked | undefined {
  const circuit = symptomsOf(specimen).length > 0 && benchState === 'dead' ? faultyCircuit(specimen)?.circuit : undefined;
  const [one, ...more] = circuit ? packagesNamed(packagesOf(circuit), line) : [];
  const part = circuit && one && more.length === 0 ? partOfKind(circuit, one.ref, 'led') : undefined;
  if (!circuit || !one || !part) return undefined;
  const limitAmps = testAmpsOf(part);
  const volts = supplyVoltsFor(circuit, one.name, limitAmps);
  if (volts === undefined || volts > MOST_ALONE_VOLTS) return undefined;
  return { line: one.name, quantity: 'lit-alone', heldTo: [one.name], alone: { volts, limitAmps } };
}

/** What a hand may touch, and bench supplies give. */
const MOST_ALONE_VOLTS = 30;

/** From an oscilloscope's waveform; but what can be mains is not isolated, and no scope clip goes there. */
function rippleAt(place: Place, line: string, context: BenchContext): Asked | undefined {
  const { alternating, volts } = dangersOf(context.specimen);
  if (context.benchState !== 'live' || (alternating && !(volts !== undefined && volts <= TOUCH_VOLTS.alternating))) return undefined;
  const heldTo = place.at === 'part' ? ([place.ref] as const) : place.at === 'nets' ? betweenNets(place, context) : undefined;
  return heldTo && { line, quantity: 'waveform', heldTo };
}

function askedAt(place: Place, line: string, context: BenchContext, shown: ShownOf): Asked | undefined {
  const { specimen, benchState } = context;
  const alternates = dangersOf(specimen).alternating;
  switch (place.at) {
    case 'in':
      return { line, quantity: alternates ? 'in-line-ac' : 'in-line-dc' };
    case 'source':
      return { line, quantity: alternates ? 'volts-ac' : 'volts-dc', heldTo: ['source'] };
    case 'series-lamp':
      return undefined;
    case 'surface':
      return { line, quantity: 'celsius', surface: place.name };
    case 'light':
      return { line, quantity: 'lux', ...(place.metres !== undefined && { metres: place.metres }) };
    case 'part': {
      const part = specimen.circuit.parts.find(({ ref }) => ref === place.ref);
      const { source } = part ? deviceOf(part.kind) : {};
      if (benchState === 'dead') return part && ohmsTell(part) ? { line, quantity: 'ohms', heldTo: [place.ref] } : undefined;
      const statistic = source?.hertz ? 'rms' : shown(place.ref);
      return { line, quantity: statistic === 'rms' ? 'volts-ac' : 'volts-dc', heldTo: [place.ref] };
    }
    case 'nets': {
      const heldTo = benchState === 'dead' ? undefined : betweenNets(place, context);
      return heldTo && { line, quantity: 'volts-dc', heldTo };
    }
  }
}

function betweenNets(place: Extract<Place, { at: 'nets' }>, context: BenchContext): readonly [string, string] | undefined {
  const { specimen, mainSupply } = context;
  const minusName = place.minus ?? returnOf(specimen.circuit, netOf(specimen.nets, place.plus)?.name ?? place.plus, mainSupply);
  const plus = pinOn(place.plus, context);
  const minus = minusName === undefined ? undefined : pinOn(minusName, context);
  return plus === undefined || minus === undefined ? undefined : [plus, minus];
}

/** A net by a pin on it, which means the same to anybody who looks at the gadget. */
function pinOn(name: string, { specimen }: BenchContext): string | undefined {
  return netOf(specimen.nets, name)?.pins[0];
}

/** The kind of instrument that measures it; undefined for what none of them does. */
export function kindFor(quantity: Quantity): InstrumentKind | undefined {
  const kinds = Object.keys(INSTRUMENT_FACTS) as InstrumentKind[];
  return kinds.find((kind) => INSTRUMENT_FACTS[kind].measures.includes(quantity));
}

/** How many digits of an answer go on the tape: more than any of these instruments is sure of. */
const DIGITS = 6;
const SUFFIX: Readonly<Partial<Record<Unit, readonly [factor: number, suffix: string]>>> = {
  volts: [1, 'v'],
  amps: [1000, 'ma'],
  ohms: [1, 'r'],
  watts: [1, 'w'],
  celsius: [1, 'c'],
  lux: [1, 'lux'],
};

/**
 * The bench line of what was measured, as somebody would have typed it.
 *
 * @param afterSeconds since the power came on, for a place in a series
 */
export function lineOf({ line, alone }: Pick<Asked, 'line' | 'alone'>, { figures, waveform }: Measured, afterSeconds?: number): string {
  if (alone) return aloneLine(line, alone, figures);
  // Of a waveform it is the swing that was asked for.
  const swing = waveform && Math.max(...waveform.volts) - Math.min(...waveform.volts);
  const wanted = swing === undefined ? figures : [{ unit: 'volts' as const, value: swing }];
  const typed = wanted.map(({ unit, value }) => {
    const [factor, suffix] = SUFFIX[unit] ?? [1, ''];
    return `${Number((factor * value).toPrecision(DIGITS))}${suffix}`;
  });
  const tail = afterSeconds === undefined ? [] : [`after ${Math.max(1, Math.round(afterSeconds))}s`];
  return [line, ...typed, ...tail].join(' ');
}

/** A supply that gives less than so much of its limit passes nothing. */
const PASSES_FROM = 0.5;

/** `D7 5.45v @ 5ma`, or `D7 dark` where next to nothing passes. */
function aloneLine(line: string, { limitAmps }: LitAlone, figures: Measured['figures']): string {
  const of = (unit: Unit) => figures.find((figure) => figure.unit === unit)?.value ?? 0;
  if (of('amps') < PASSES_FROM * limitAmps) return `${line} dark`;
  return `${line} ${Number(of('volts').toPrecision(DIGITS))}v @ ${Number((1000 * of('amps')).toPrecision(DIGITS))}ma`;
}
