import type { RatingKind } from '../device/index.ts';
import { limitWords } from '../drive/index.ts';
import { formatEngineering, formatSignificant, type Unit } from '../quantity/index.ts';
import type { Finding, FindingCode, FindingFacts, TouchSort } from './finding.ts';
import { inModes } from './say-undecided.ts';
import type { FaultStress, SingleFault } from './single-faults.ts';

/** What each rule goes by: the standard, or the reason where there is none. */
const SOURCES: Readonly<Record<FindingCode, string>> = {
  'over-amps': 'The rating of the part at its temperature: its maker’s, else what is usual for its body.',
  'over-peak-amps': 'The maker’s rating of the part for peaks.',
  'over-watts': 'The rating of the part, free in air: its maker’s, else what is usual for its body.',
  'over-volts': 'The maker’s rating of the part, against the highest volts of a period.',
  'over-reverse-volts': 'The maker’s rating of the LED; most take no more than 5 V of reverse voltage.',
  'over-celsius': 'The rating of the part’s junction or body: its maker’s, else what is usual.',
  'touch-celsius': 'IEC 60335-1, table 3, rises above 25 °C of what is held or touched; IEC 60598-1, table 12, 90 °C for what is in reach.',
  'no-rating':
    'IEC 60115-8 and IEC 60384-1: film resistors and capacitors have a limit of volts of their own, whatever their watts or farads.',
  'no-bleeder': 'IEC 60335-1, 22.5: under 34 V one second after the plug is drawn; IEC 60598-1, 8.2.7, asks the like of luminaires.',
  'slow-bleeder':
    'IEC 60335-1, 22.5, at the plug: under 34 V after one second. Inside a closed case ten seconds are taken, less than it takes to open it.',
  'no-fuse': 'IEC 60598-1 and IEC 62560: a lamp on mains must fail without fire.',
  'fuse-in-neutral': 'IEC 60364-4-43: what protects against overcurrent stands in the live lead.',
  'no-earth': 'IEC 61140, class I: metal that can be touched is earthed; or class II: it is doubly insulated.',
  'capacitor-class':
    'IEC 60384-14: capacitors across or in the line of mains are of class X or Y, those to what can be touched of class Y.',
  'unbalanced-strings': 'Chips of one make differ by some tens of millivolts, and current rises steeply with volts.',
  'parallel-regulators': 'The currents of regulators in parallel add up, whatever fails.',
  'no-current-limit': 'An LED’s current is set by what stands before it, and by nothing in itself.',
  'supply-not-isolated':
    'IEC 61558-2-16 and IEC 61347-2-13: a supply whose low volts may be touched is isolated from mains by double insulation, and its mark says so.',
  'unprotected-cells': 'IEC 62133-2: lithium cells want a protection against overcharge, deep discharge and shorts.',
  'mixed-cells': 'IEC 60086-5: cells of one kind and one age; the weakest is reversed and leaks.',
  'charging-cells':
    'IEC 60086-4 and -5: primary cells are never charged. IEC 62133-2: lithium cells only by a charger that stops at their full volts.',
  'shorted-supply': 'A source without a load between its pins heats itself and its leads.',
  'converter-volts': 'The maker’s rating of the converter; and one that steps down gives less than it gets, one that steps up more.',
  'single-fault': 'IEC 60335-1, 19.11.2, and IEC 60598-1, 12.5: one part after the other open or shorted, and the thing stays safe.',
  flicker: 'IEEE 1789-2015, recommended practice 1.',
  'single-insulation':
    'IEC 61140: between live parts and hands two layers, or one and earth. IEC 60598-1, section 11: creepage of reinforced insulation, taken as 6 mm at 230 V.',
};

export function findingSource({ code }: Pick<Finding, 'code'>): string {
  return SOURCES[code];
}

/** A finding as a sentence. */
export function sayFinding(finding: Finding): string {
  const said = sayFacts(finding);
  return inModes(finding.modes, said);
}

function sayFacts({ ref, facts, assumed }: Finding): string {
  switch (facts.about) {
    case 'rating':
      return sayRating(ref, facts);
    case 'fresh-cells':
      return `${ref}: on fresh cells about ${say(facts.amps, 'amps')} a chip where ${say(facts.limit.value, 'amps')} is ${limitWords(facts.limit)}, ${facts.ratio.toFixed(2)} times; those in it now give less.`;
    case 'junction':
      return `${ref}: its junction is at ${Math.round(facts.low)} to ${Math.round(facts.high)} °C where ${facts.limit.value} °C is ${limitWords(facts.limit)}.`;
    case 'surface':
      return saySurface(facts);
    case 'no-rating':
      return `${ref} bears ${say(facts.volts, 'volts')}, and nothing says that it may: its ${facts.kind === 'capacitor' ? 'volts are' : 'size bears less as a rule, and its volts are'} not stated.`;
    case 'stored':
      return facts.seconds === undefined
        ? `${ref} still holds up to ${Math.round(facts.volts)} V after it is unplugged${facts.at === 'plug' ? ', at the pins of the plug' : ''}: no resistor discharges it.`
        : `${ref} needs ${formatSignificant(facts.seconds, 2)} s to fall from ${Math.round(facts.volts)} V under 34 V; ${facts.at === 'plug' ? 'at the pins of a plug' : 'inside'} ${facts.limitSeconds} s are allowed.`;
    case 'fuse':
      return facts.beside.length === 0
        ? 'No fuse stands between mains and the rest.'
        : `${facts.beside.join(' and ')} ${facts.beside.length > 1 ? 'do' : 'does'} not carry the whole current of ${ref}: no fuse stands between mains and the rest.`;
    case 'fuse-lead':
      return `The fuse is not in the live lead (${facts.livePin}): when it blows, everything stays live.`;
    case 'earth':
      return `The case is metal and has no earth${facts.insulation === undefined ? ', and nothing says that it is doubly insulated' : ''}: one failed insulation makes it live.`;
    case 'insulation':
      if (facts.seen === 'bare') return 'Bare pads on mains can be touched.';
      return `Less than two layers lie between live parts and hands${facts.material ? `: the ${facts.material} case alone keeps them apart` : ''}.`;
    case 'touchable-net':
      return Number.isFinite(facts.milliamps)
        ? `${facts.net} can be touched and would send ${formatSignificant(facts.milliamps, 2)} mA through a person.`
        : `${facts.net} can be touched and is mains itself.`;
    case 'class':
      return `${ref} stands ${facts.place === 'in the line' ? 'in the line of mains' : facts.place === 'across the lines' ? 'across mains' : 'between mains and what can be touched'} and ${facts.given === undefined ? 'has no safety class that is known' : `is of class ${facts.given}`}; others fail as a short.`;
    case 'strings':
      return 'Strings are in parallel with nothing to share the current evenly: the one with the lowest volts takes most, and fails first.';
    case 'regulators':
      return `${facts.refs.join(' and ')} regulate one current together: each adds its own, and one that fails short takes over.`;
    case 'direct':
      return 'Nothing but the source holds the current back: a volt more, or fresher cells, and it doubles.';
    case 'isolation':
      return `${ref} is not isolated from mains: everything that it feeds is live, however few its volts.`;
    case 'protection':
      return `${ref} is of lithium cells without protection: run flat or shorted they are spoilt or burn.`;
    case 'mixed':
      return `${facts.refs.join(' and ')} are cells of different kinds: the weaker are reversed when flat.`;
    case 'charging':
      return sayCharging(ref, facts);
    case 'shorted':
      return `${ref} is shorted: ${say(facts.amps, 'amps')} flow with next to nothing between its pins.`;
    case 'converter':
      return assumed
        ? `${ref} is fed ${say(facts.volts, 'volts')}; what it takes was not read, and as a rule that is up to ${facts.most} V.`
        : `${ref} is fed ${say(facts.volts, 'volts')} and takes ${facts.most} V.`;
    case 'conversion': {
      const [into, out] = [say(facts.inVolts, 'volts'), say(facts.outVolts, 'volts')];
      return facts.does === 'step down'
        ? `${ref} steps down, and cannot make ${out} of ${into}: its load gets less than is worked out here.`
        : `${ref} steps up, and its load takes ${out} where ${into} go in: current reaches it through the coil, which no limit holds back.`;
    }
    case 'fault':
      return sayFault(facts.outcome.fault, facts.outcome.over);
    case 'flicker':
      return `${ref} flickers by ${facts.percent < 10 ? formatSignificant(facts.percent, 2) : Math.round(facts.percent)} % at ${Number(facts.hertz.toPrecision(3))} Hz; up to ${formatSignificant(facts.most, 2)} % is of low risk (IEEE 1789).`;
  }
}

/** What would put it right. */
export function sayRemedy({ code, facts }: Finding): string {
  switch (facts.about) {
    case 'stored':
      return `${facts.seconds === undefined ? 'About' : 'A bleeder of'} ${bleederFor(facts)}${facts.seconds === undefined ? ' across it, for its volts' : ' or less'}.`;
    case 'class':
      return `A capacitor of class ${facts.wanted} (IEC 60384-14) of the same farads.`;
    case 'touchable-net':
      return 'Two layers between it and mains, or a class Y capacitor and earth; never run it open.';
    case 'junction':
      return 'Less current, or a better way for its heat.';
    case 'surface':
      return 'Switch off, and look for the reason; less current, or a better way for its heat.';
    case 'conversion':
      return facts.does === 'step down'
        ? 'A supply of more volts, fewer LEDs in series, or a converter that steps up.'
        : 'A supply of fewer volts, more LEDs in series, or a converter that steps down.';
    case 'charging':
      return facts.why === 'primary'
        ? 'A diode, so that no current comes back into the cells.'
        : 'A charger made for these cells, that stops at their full volts.';
    default:
      return REMEDIES[code];
  }
}

const REMEDIES: Readonly<Record<FindingCode, string>> = {
  'over-amps': 'Lower the current: a larger resistor, a smaller dropper, a lower limit.',
  'over-peak-amps': 'Lower the peak: more series resistance, or a larger reservoir.',
  'over-watts': 'Fit a part of more watts, split it over two, or give it a cooler place.',
  'over-volts': 'Fit a part for more volts, or put two in series.',
  'over-reverse-volts': 'Put a diode the other way round across it.',
  'over-celsius': 'Give it a better way for its heat, or less of it.',
  'touch-celsius': 'Less current, or a better way for its heat.',
  'no-rating': 'Fit a part whose volts are stated, or put two in series.',
  'no-bleeder': 'A resistor across it, for its volts.',
  'slow-bleeder': 'A smaller resistor across it.',
  'no-fuse': 'A fuse or a fusible resistor in the live lead, next to where it comes in.',
  'fuse-in-neutral': 'Move it to the live lead.',
  'no-earth': 'Earth the case, or give it double insulation.',
  'single-insulation': 'Two layers, or 6 mm of air, between every live part and what can be touched; never run it open.',
  'capacitor-class': 'A capacitor of class X2 (IEC 60384-14) of the same farads.',
  'unbalanced-strings': 'A small resistor in each string, or chips of one bin.',
  'parallel-regulators': 'One regulator a string.',
  'no-current-limit': 'A resistor or a driver in the lead.',
  'supply-not-isolated': 'Another supply of the same volts that is isolated (safety extra-low voltage); until then it is treated as mains.',
  'unprotected-cells': 'Protected cells, or a protection board at the pack.',
  'mixed-cells': 'Cells of one kind and one age.',
  'charging-cells': 'A charger made for these cells.',
  'shorted-supply': 'Take the short out before anything is powered.',
  'converter-volts': 'A lower supply, or a converter for more volts.',
  'single-fault': 'Fit a part that bears it, or one that ends it: a fuse, a resistor in each string, a capacitor for more volts.',
  flicker: 'A larger reservoir, or a driver that evens it out.',
};

type Facts<A extends FindingFacts['about']> = Extract<FindingFacts, { about: A }>;

const FIGURES: Readonly<Record<RatingKind, readonly [string, Unit]>> = {
  'chip-amps': ['average current', 'amps'],
  'chip-peak-amps': ['peak current', 'amps'],
  'chip-watts': ['power of a chip', 'watts'],
  'chip-reverse-volts': ['reverse voltage', 'volts'],
  'chip-celsius': ['junction', 'celsius'],
  watts: ['power', 'watts'],
  volts: ['volts', 'volts'],
  amps: ['rms current', 'amps'],
  'peak-amps': ['peak current', 'amps'],
  'reverse-volts': ['reverse voltage', 'volts'],
  celsius: ['temperature', 'celsius'],
};

/** Of two temperatures nobody says how many times one is the other. */
function sayKelvin(above: number): string {
  return `${Math.round(Math.abs(above))} K ${above < 0 ? 'below' : 'above'} it`;
}

function sayRating(ref: string, { of, figure, limit, ratio }: Facts<'rating'>): string {
  const [what, unit] = FIGURES[of];
  const spread = 2 * ratio.uncertainty;
  const times =
    unit === 'celsius'
      ? sayKelvin(figure.value - limit.value)
      : `${ratio.value.toFixed(2)}${spread >= 0.005 ? ` ±${spread.toFixed(2)}` : ''} times`;
  const isAt = ratio.value - spread <= 1;
  const source = limit.assumed || limit.derated ? limitWords(limit) : 'rated';
  return isAt
    ? `${ref}: ${what} ${say(figure.value, unit)} is at its rating, ${times}; ${say(limit.value, unit)} is ${source}.`
    : `${ref}: ${what} ${say(figure.value, unit)} where ${say(limit.value, unit)} is ${source}, ${times}.`;
}

const TOUCHED: Readonly<Record<TouchSort, string>> = {
  held: 'is held in a hand',
  switched: 'is touched to switch it',
  'within reach': 'can be reached',
};

function saySurface({ place, celsius, touched, limit, material, isComing }: Facts<'surface'>): string {
  const of = material === undefined ? 'whatever it is of' : `of ${material}`;
  return `The ${place} ${isComing ? 'goes to' : 'is at'} ${Math.round(celsius.value)} °C: it ${TOUCHED[touched]}, and ${limit} °C is the most for that ${of}.`;
}

function sayCharging(ref: string, { amps, why, cellVolts }: Facts<'charging'>): string {
  const flows = `${say(amps, 'amps')} a cell`;
  switch (why) {
    case 'primary':
      return `${ref} is charged with ${flows}, and its cells are not made for it: they leak or burst.`;
    case 'over full':
      return `${ref} is charged on when its cells are full, to ${say(cellVolts ?? Number.NaN, 'volts')} a cell and above: they vent or burn.`;
    case 'no charger':
      return `${ref} is charged with ${flows} by nothing that knows when its cells are full.`;
    case 'fast':
      return `${ref} is charged with ${flows}, more than a tenth of what it holds an hour: it overheats when it is left on.`;
  }
}

function sayFault({ ref, fault, oneChip }: SingleFault, over: readonly FaultStress[]): string {
  const [worst] = over;
  const what = `${oneChip ? 'One chip of ' : ''}${ref} ${fault === 'open' ? 'open' : 'shorted'}`;
  return worst ? `${what}: ${sayFaultStress(worst)}.` : `${what}.`;
}

/** What another part then bears: "C2 bears volts of 317 V where 100 V is rated, 3.17 times". */
export function sayFaultStress({ ref, of, after, limit, ratio }: FaultStress): string {
  const [what, unit] = FIGURES[of];
  const apart = unit === 'celsius' ? sayKelvin(after - limit.value) : `${ratio.toFixed(2)} times`;
  return `${ref} then has ${what} of ${say(after, unit)} where ${say(limit.value, unit)} is ${limitWords(limit)}, ${apart}`;
}

/** The resistance that discharges it in time, in words. */
function bleederFor({ farads, volts, limitSeconds }: Facts<'stored'>): string {
  const ohms = limitSeconds / farads / Math.log(volts / 34);
  return ohms >= 1e6 ? `${formatSignificant(ohms / 1e6, 2)} MΩ` : `${Number((ohms / 1e3).toPrecision(2))} kΩ`;
}

function say(value: number, unit: Unit): string {
  return formatEngineering(value, unit).text;
}
