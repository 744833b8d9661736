import { type Circuit, packagesNamed, packagesOf, partOf } from '../circuit/index.ts';
import { type Drifted, deviceOf, isKind, type LedPart } from '../device/index.ts';
import { formatEngineering } from '../quantity/index.ts';
import { HEADROOM, testAmpsOf, voltsOf } from './candidates.ts';
import type { Conclusion, FoundFault } from './diagnose.ts';
import { type Evidence, isReading } from './evidence.ts';
import type { Fault } from './fault.ts';
import { ALL, type Observation, type Sign } from './observation.ts';
import type { Outcome, ProposedTest, TestPlace } from './test.ts';

/** A joint of so many ohms is open. */
const OPEN_FROM = 1e6;

/** A fault in words: “D5 open”, “C1 down to 220 nF”. */
export function sayFault(circuit: Circuit, { ref, fault, part: partRef, across }: Fault, step?: Drifted): string {
  const part = partOf(circuit, partRef);
  const source = part && deviceOf(part.kind).source;
  switch (fault) {
    case 'open':
      return isKind(part, 'bridge') ? `${ref}: one of its diodes open` : source ? `${ref} gives nothing` : `${ref} open`;
    case 'short':
      if (across) return `${ref} bypassed: something conducts across ${packagesNamed(packagesOf(circuit), ref).length > 1 ? 'them' : 'it'}`;
      return isKind(part, 'bridge') ? `${ref}: one of its diodes shorted` : `${ref} shorted`;
    case 'leaky':
      return step ? `${ref} leaks, about ${formatEngineering(step.value, 'ohms', 1).text} beside it` : `${ref} leaks`;
    case 'drift':
      if (!step) return `${ref} off its value`;
      if (source?.isCell) return `${ref} flat or worn, ${formatEngineering(step.value, 'volts', 2).text} at rest`;
      return `${ref} now ${formatEngineering(step.value, step.unit, 2).text}`;
    case 'joint': {
      const what = source?.isCell
        ? `${ref}, a contact of the cells`
        : source
          ? `${ref}, its lead or crimp`
          : isKind(part, 'switch')
            ? `${ref}, its contact`
            : `${ref}, a joint`;
      return step && step.value < OPEN_FROM ? `${what}: about ${formatEngineering(step.value, 'ohms', 1).text}` : `${what} open`;
    }
  }
}

/** How likely, with two decimals: what is not certain is never said to be, and what is not ruled out neither. */
export function sayProbability(probability: number): string {
  if (probability > LIKELIEST) return `> ${LIKELIEST}`;
  return probability < LEAST_LIKELY ? `< ${LEAST_LIKELY}` : probability.toFixed(2);
}

const [LEAST_LIKELY, LIKELIEST] = [0.01, 0.99];

/** A fault, or two together. */
export function sayFound(circuit: Circuit, { faults, steps, blown }: FoundFault): string {
  const said = faults.map((fault, index) => sayFault(circuit, fault, steps[index])).join(', and ');
  return blown === undefined ? said : `${said}; it opened ${blown}`;
}

const SIGN_WORDS: Readonly<Record<Sign, readonly [string, string]>> = {
  flickers: ['flickers', 'does not flicker'],
  tapped: ['comes back when tapped', 'tapping changes nothing'],
  warm: ['goes out when warm', 'warmth changes nothing'],
  smells: ['smells', 'no smell'],
  hums: ['hums', 'no hum'],
};

/** What was seen or tried, in a few words. */
export function sayObservation(observation: Observation): string {
  switch (observation.kind) {
    case 'lights': {
      const { of, value, atAmps } = observation;
      const at = atAmps === undefined ? '' : ` at ${formatEngineering(atAmps, 'amps', 1).text}`;
      if (of === ALL) return value === true ? 'works' : value === 'dim' ? 'is dim' : 'does not light';
      return `${of} ${value === true ? 'lights' : value === 'dim' ? 'dim' : 'dark'}${at}`;
    }
    case 'seen':
      if (observation.value === 'nothing') return observation.of === ALL ? 'nothing to be seen' : `nothing to be seen at ${observation.of}`;
      return `${observation.of} ${observation.value}`;
    case 'tested':
      return `${observation.of} ${observation.value === 'open' ? 'open' : 'short'} to the meter`;
    case 'used':
      return `was used about ${hoursInWords(observation.hours)}`;
    case 'alone':
      return `${observation.of} ${formatEngineering(observation.volts, 'volts').text} at ${formatEngineering(observation.atAmps, 'amps', 1).text}`;
    default:
      return SIGN_WORDS[observation.kind][observation.value ? 0 : 1];
  }
}

/** Two figures: nobody knows it better. */
function hoursInWords(hours: number): string {
  return `${Number(hours.toPrecision(2)).toLocaleString('en-GB')} h`;
}

/** A reading or an observation, in a few words. */
export function sayEvidence(evidence: Evidence): string {
  if (!isReading(evidence)) return sayObservation(evidence);
  const { kind, value } = evidence;
  const place = kind === 'amps' ? evidence.through : kind === 'watts' ? evidence.of : evidence.across;
  const where = typeof place === 'string' ? place : place.join(' to ');
  const at = kind === 'volts' && evidence.atAmps !== undefined ? ` at ${formatEngineering(evidence.atAmps, 'amps', 1).text}` : '';
  return `${where} ${value === null ? 'beyond the range' : formatEngineering(value, kind).text}${at}`;
}

/** A test in a few words, for a list. */
export function sayTest(circuit: Circuit, test: TestPlace): string {
  switch (test.kind) {
    case 'seen':
      return 'look at every part';
    case 'tapped':
      return 'tap it while it is on';
    case 'amps':
      return `${test.through}, amps in its lead`;
    case 'ohms': {
      const part = partOf(circuit, test.across);
      const source = part && deviceOf(part.kind).source;
      if (source) return source.isCell ? `${test.across}, ohms of its contacts` : `${test.across}, ohms of its lead`;
      return `${test.across}, ohms`;
    }
    case 'farads':
      return `${test.across}, farads`;
    case 'volts':
      if (test.atAmps === undefined) return `${test.across}, volts`;
      return `${test.across}${test.each ? ' one by one,' : ''} at ${formatEngineering(test.atAmps, 'amps', 1).text}`;
  }
}

/** How it is done, and what to set. */
export function sayHow(circuit: Circuit, { test, minutes, risk }: ProposedTest, mains: boolean): string {
  const time = `${minutes < 1 ? 'half a' : Math.round(minutes)} min`;
  switch (test.kind) {
    case 'seen':
      return `${time}, dead: dark spots, burnt or bulged parts, loose joints`;
    case 'tapped':
      return `${time}, closed up, with something that does not conduct`;
    case 'amps':
      return mains ? `${time}, an in-line meter at the plug; nothing is touched` : `${time}, the meter in the lead`;
    case 'ohms': {
      const part = partOf(circuit, test.across);
      const source = part && deviceOf(part.kind).source;
      if (source?.isCell) return `${time}, dead: cells out, along each contact and spring`;
      if (source) return `${time}, dead: unplugged, from the plug to the board; turn the lead meanwhile`;
      return isKind(part, 'capacitor') ? `${time}, dead: discharged, one end lifted` : `${time}, dead`;
    }
    case 'farads':
      return `${time}, dead: discharged, one end lifted`;
    case 'volts':
      if (test.atAmps === undefined) return risk === 'live' ? `${time}, live, probes at mains: the last resort` : `${time}, live`;
      return aloneWords(
        circuit,
        test.each ? (packagesNamed(packagesOf(circuit), test.across)[0]?.name ?? '') : test.across,
        test.atAmps,
        time,
      );
  }
}

function aloneWords(circuit: Circuit, name: string, amps: number, time: string): string {
  const volts = supplyVoltsFor(circuit, name, amps);
  if (volts === undefined)
    return `${time}, dead: the diode range, both ways${isKind(partOf(circuit, name), 'bridge') ? ', each of its four' : ''}`;
  const milliamps = formatEngineering(amps, 'amps', 1).text;
  return `${time}, dead: supply at ${volts} V and ${milliamps} on its pads, which harms nothing`;
}

/** Where a bench supply is set to light packages without harm: half volts; undefined of what is no LED. */
export function supplyVoltsFor(circuit: Circuit, name: string, amps?: number): number | undefined {
  const packages = packagesNamed(packagesOf(circuit), name);
  if (packages.length === 0) return undefined;
  const volts = packages.reduce((sum, one) => {
    const part = partOf(circuit, one.ref) as LedPart;
    return sum + voltsOf(part, one, amps ?? testAmpsOf(part));
  }, 0);
  return Math.ceil(2 * HEADROOM * volts) / 2;
}

/** What a test came to, in a word or a range. */
export function sayResult({ test }: Pick<ProposedTest, 'test'>, result: Outcome['result']): string {
  if (typeof result !== 'string') {
    const unit = test.kind === 'seen' || test.kind === 'tapped' ? 'one' : test.kind;
    const [from, to] = [formatEngineering(result.from, unit, 2).text, formatEngineering(result.to, unit, 2).text];
    if (Math.abs(result.to) < 1e-9) return `nothing`;
    return from === to ? `about ${from}` : `${from} to ${to}`;
  }
  switch (result) {
    case 'beyond':
      return 'beyond the range';
    case 'yes':
      return 'comes back';
    case 'no':
      return 'no change';
    case 'nothing':
      return 'nothing to be seen';
    case 'lights':
      return test.kind === 'volts' && test.each ? 'all light' : result;
    case 'dim':
    case 'dark':
      return result;
    default:
      return test.kind === 'volts' ? `${result} does not light` : `a mark at ${result}`;
  }
}

/** What is known by now, in a sentence. */
export function sayConclusion(circuit: Circuit, conclusion: Conclusion, first: FoundFault | undefined): string {
  switch (conclusion.is) {
    case 'named':
      return first ? `${sayFound(circuit, first)}: likely enough to act on.` : '';
    case 'alike':
      return conclusion.refs.length > 1
        ? `${conclusion.refs.join(', ')} cannot be told apart by any test that is left: replace or resolder them together.`
        : `Nothing that is left to test makes ${conclusion.refs[0]} any surer.`;
    case 'works':
      return 'Nothing that was read says that anything is broken.';
    case 'open':
      return '';
  }
}
