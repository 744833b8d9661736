import { deviceOf, type Part } from '../device/index.ts';
import type { Unit } from '../quantity/index.ts';
import type { Entry, Place, ReadingFigure } from '../tape/index.ts';
import type { BenchContext } from './context.ts';

type Condition = Extract<Entry, { kind: 'reading' }>['condition'];

/** Why a figure of such a unit is not read there, in words; undefined where it is. */
export function misplaced(unit: Unit, place: Place): string | undefined {
  if (place.at === 'nets' && unit !== 'volts') return 'between nets only volts are read; for ohms name the part.';
  if (place.at === 'surface' && unit !== 'celsius') return 'a temperature is in c.';
  if (place.at === 'light' && unit !== 'lux') return 'light is in lux.';
  if (place.at === 'source' && unit !== 'volts') return 'at the source it is volts; what is taken is read with “in”.';
  if (place.at === 'series-lamp' && unit !== 'volts') return 'over the lamp in series it is volts.';
  if ((place.at === 'part' || place.at === 'in') && (unit === 'celsius' || unit === 'lux'))
    return 'write Tname for a temperature, lux for light.';
  return undefined;
}

/** Ohms tell of what a current passes, of a supply's lead, and of a capacitor that leaks. */
export function ohmsTell({ kind }: Part): boolean {
  const { readings, deadOhms, source, storesBehindOhms } = deviceOf(kind);
  return readings?.includes('ohms') === true || deadOhms !== undefined || source !== undefined || storesBehindOhms !== undefined;
}

/** What is there only while something is powered or charged. */
export function isLiveUnit(unit: ReadingFigure['unit']): boolean {
  return unit === 'amps' || unit === 'watts' || unit === 'volts';
}

/** Why the reading as a whole cannot be taken, in words; undefined where it can. */
export function refusalOf(
  figures: readonly ReadingFigure[],
  place: Place,
  condition: Condition,
  { benchState, specimen }: BenchContext,
): string | undefined {
  const problem = refusalOfAlone(figures, place, condition, specimen) ?? refusalOfRipple(figures, place);
  if (problem) return problem;
  const hasOhms = figures.some(({ unit }) => unit === 'ohms');
  const state = condition.state ?? benchState;
  if (condition.supplied && state !== 'dead' && !condition.forced)
    return `An LED is lit alone only with its gadget dead, and the bench is ${state}: unplug it, then press b, or end the line with “dead”; “force” takes it all the same, marked.`;
  if (hasOhms && figures.some(({ unit }) => isLiveUnit(unit))) return 'Ohms are read dead, volts and amps live: two lines.';
  if (hasOhms && state !== 'dead' && !condition.forced)
    return `Ohms are only read dead, and the bench is ${state}: volts spoil the reading, and the meter. Unplug it, then press b, or end the line with “dead”; “force” takes it all the same, marked.`;
  const hasFarads = figures.some(({ unit }) => unit === 'farads');
  if (hasFarads) {
    const part = place.at === 'part' ? specimen.circuit.parts.find(({ ref }) => ref === place.ref) : undefined;
    if (part?.kind !== 'capacitor') return 'Farads are read of a capacitor, dead and lifted at one end, as “C1 0.66uf”.';
    if (state !== 'dead' && !condition.forced)
      return `Farads are only read dead, and the bench is ${state}: unplug it, discharge it, then press b, or end the line with “dead”.`;
  }
  const part = place.at === 'part' ? specimen.circuit.parts.find(({ ref }) => ref === place.ref) : undefined;
  if (part && hasOhms && !ohmsTell(part)) return `${part.ref} is not a resistor; its ohms say nothing here.`;
  if (part && !deviceOf(part.kind).source && figures.some(({ unit }) => unit === 'watts'))
    return `Watts are read at the supply, with “in”; those of ${part.ref} follow from its volts. Its rating is entered with its value, as “correct ${part.ref} …”.`;
  if (figures.some(({ unit, value }) => unit === 'ohms' && value < 0)) return 'Ohms cannot be negative.';
  if (figures.some(({ unit, value }) => unit === 'lux' && value < 0)) return 'Light cannot be negative.';
  return undefined;
}

/** What does not go with a bench supply's current, or with one chip. */
function refusalOfAlone(
  figures: readonly ReadingFigure[],
  place: Place,
  { supplied, chip }: Condition,
  specimen: BenchContext['specimen'],
): string | undefined {
  if (!supplied && !chip) return undefined;
  const part = place.at === 'part' ? specimen.circuit.parts.find(({ ref }) => ref === place.ref) : undefined;
  const isJunction = part !== undefined && (deviceOf(part.kind).rectifies === true || part.kind === 'diode' || part.kind === 'zener');
  if (!part || !(deviceOf(part.kind).readings?.includes('alone') || (isJunction && !chip)))
    return 'Only an LED is lit alone from a bench supply, as “D1 2.95v @ 30ma”.';
  if (!supplied) return `${part.ref} chip: with which current? As “${part.ref} chip 2.95v @ 30ma”.`;
  if (figures.some(({ unit }) => unit !== 'volts')) return 'At a current it is the volts that are read, as “D1 2.95v @ 30ma”.';
  return undefined;
}

function refusalOfRipple(figures: readonly ReadingFigure[], place: Place): string | undefined {
  const ripple = figures.filter(({ statistic }) => statistic === 'ripple');
  if (ripple.length === 0) return undefined;
  if (place.at !== 'part' && place.at !== 'nets' && place.at !== 'in')
    return 'Ripple is of volts or amps of a part, or of volts between nets.';
  if (ripple.some(({ unit }) => unit !== 'volts' && unit !== 'amps')) return 'Ripple is of volts or amps, from the lowest to the highest.';
  return ripple.some(({ value }) => value < 0) ? 'Ripple is from the lowest to the highest, and so not negative.' : undefined;
}
