import { alternatingSource, type Circuit, partsOfKind, type Result, succeed, withFields } from '../circuit/index.ts';
import { isKind, ratedChipAmps } from '../device/index.ts';
import { type Solution, solveTimeCourse } from '../solve/index.ts';

/** What a bad contact does when it closes again at the worst moment of the mains. */
export interface Surge {
  /** The LED whose chips see the most. */
  readonly ref: string;
  /** Of one chip, A. */
  readonly peakAmps: number;
  /** Over its peak rating, or over its rating where it has none. */
  readonly ofRated: number;
  /** While it is above half its peak. */
  readonly seconds: number;
  /** What passes the whole of it, C. */
  readonly coulombs: number;
  /** In one chip, J. */
  readonly joules: number;
  /** The capacitor that was left charged, and to what. */
  readonly charged: { readonly ref: string; readonly volts: number };
  /** Closing more often than once in so long heats a chip by more than its rated watts, s; undefined where it has none. */
  readonly leastSecondsBetween?: number;
}

/** Long enough for the first charge to have passed, s. */
const FOLLOWED_SECONDS = 3e-3;
/** A capacitor whose volts go this far to both sides of nothing lies before the rectifier. */
const ALTERNATES_SHARE = 0.5;

/**
 * The surge of a dropper lamp whose lead is closed again at the worst phase: the dropper capacitor still holds the peak of the
 * mains, the mains is at its opposite peak, and only resistance limits the first current. The reservoir, where there is one, is
 * as full as in use, so that the string takes its share.
 *
 * @returns undefined where nothing is left charged before a rectifier; an error where the course cannot be followed
 */
export function surgeOf(circuit: Circuit, settled: Solution): Result<Surge | undefined> {
  const source = alternatingSource(circuit);
  if (!source) return succeed(undefined);
  const capacitors = partsOfKind(circuit, 'capacitor');
  const dropper = capacitors
    .map((part) => ({ part, volts: settled.parts[part.ref]?.volts }))
    .filter(({ volts }) => volts && volts.max > 0 && volts.min < -ALTERNATES_SHARE * volts.max)
    .sort((a, b) => (b.volts?.max ?? 0) - (a.volts?.max ?? 0))[0];
  if (!dropper) return succeed(undefined);
  const peak = Math.SQRT2 * source.voltsRms;
  // The sign that adds to the mains at its positive peak: seen from the source's first pin the capacitor pushes the same way.
  const towards = pushesAlong(circuit, source.part.pins[0] ?? '', dropper.part.ref) ? -1 : 1;
  const charged = { ref: dropper.part.ref, volts: towards * peak };
  const begun = circuit.parts.reduce((all, part) => {
    if (part.ref === charged.ref) return withFields(all, part.ref, { initialVolts: charged.volts });
    if (part.ref === source.part.ref) return withFields(all, part.ref, { phase: Math.PI / 2 });
    return isKind(part, 'capacitor') ? withFields(all, part.ref, { initialVolts: settled.parts[part.ref]?.volts.avg ?? 0 }) : all;
  }, circuit);
  const course = solveTimeCourse(begun, { from: 'cold', seconds: FOLLOWED_SECONDS });
  if (!course.ok) return course;
  const seen = partsOfKind(circuit, 'led').flatMap((part) => {
    const waves = course.value.waveforms.parts[part.ref];
    if (!waves) return [];
    const { series = 1, parallel = 1 } = part;
    const amps = waves.amps.values.map((value) => value / parallel);
    const peakAmps = Math.max(...amps);
    const joules = integral(waves.amps.seconds, waves.amps.values, waves.volts.values) / (series * parallel);
    const coulombs = integral(waves.amps.seconds, waves.amps.values);
    const seconds = timeAbove(waves.amps.seconds, amps, peakAmps / 2);
    return [{ part, peakAmps, joules, coulombs, seconds }];
  });
  const worst = seen.sort((a, b) => b.peakAmps - a.peakAmps)[0];
  if (!worst || !(worst.peakAmps > 0)) return succeed(undefined);
  const led = settled.leds[worst.part.ref];
  const ratedPeak = worst.part.rated?.peakAmps ?? ratedChipAmps(worst.part).value;
  const ratedWatts = led?.ofRated.watts ? led.chip.watts / led.ofRated.watts : undefined;
  return succeed({
    ref: worst.part.ref,
    peakAmps: worst.peakAmps,
    ofRated: worst.peakAmps / ratedPeak,
    seconds: worst.seconds,
    coulombs: worst.coulombs,
    joules: worst.joules,
    charged: { ref: charged.ref, volts: peak },
    ...(ratedWatts !== undefined && { leastSecondsBetween: worst.joules / ratedWatts }),
  });
}

/** Whether the first pin of a part is the one that the source's first pin leads to, past other parts. */
function pushesAlong(circuit: Circuit, from: string, ref: string): boolean {
  const reached = new Set([from]);
  const queue = [from];
  for (let net = queue.shift(); net !== undefined; net = queue.shift()) {
    for (const { ref: other, pins, kind } of circuit.parts) {
      const names = pins as readonly string[];
      if (!names.includes(net) || kind === 'ac') continue;
      if (other === ref) return names[0] === net;
      for (const next of names) {
        if (reached.has(next)) continue;
        reached.add(next);
        queue.push(next);
      }
    }
  }
  return true;
}

/** Of amps in the direction of light, times volts where there are any. */
function integral(seconds: readonly number[], amps: readonly number[], volts?: readonly number[]): number {
  const at = (index: number) => Math.max(0, amps[index] ?? 0) * (volts ? (volts[index] ?? 0) : 1);
  return seconds.reduce((sum, time, index) => {
    const before = seconds[index - 1];
    return before === undefined ? sum : sum + ((time - before) * (at(index - 1) + at(index))) / 2;
  }, 0);
}

function timeAbove(seconds: readonly number[], values: readonly number[], level: number): number {
  return values.reduce((sum, value, index) => {
    const before = seconds[index - 1];
    return before !== undefined && value > level ? sum + (seconds[index] ?? before) - before : sum;
  }, 0);
}
