import { alternatingSource, type Circuit, partOfKind, partsOfKind, suppliesOf } from '../circuit/index.ts';
import { ratedChipAmps } from '../device/index.ts';
import { type Solution, solveTimeCourse, type Warmed, type Waveform } from '../solve/index.ts';

/** A wave over one period, with the limit that it should keep. */
export interface DriveWave {
  readonly name: string;
  readonly unit: 'volts' | 'amps';
  readonly wave: Waveform;
  readonly limit?: { readonly value: number; readonly words: string };
}

/** The supply, the largest store and the hardest driven LED, over one period; none where all is direct current. */
export function wavesOf(circuit: Circuit, settled: Warmed, hardestRef: string | undefined): readonly DriveWave[] {
  const { solution } = settled;
  const mains = alternatingSource(circuit);
  if (solution.regime === 'dc') return [];
  const seconds = mains ? 1 / mains.hertz : (solution.seconds ?? 0);
  const course = solveTimeCourse(circuit, { from: 'settled', seconds, settled });
  if (!course.ok) return [];
  const { parts } = course.value.waveforms;
  const waves: DriveWave[] = [];
  const add = (name: string, unit: DriveWave['unit'], wave: Waveform | undefined, scale = 1, limit?: DriveWave['limit']) => {
    if (!wave) return;
    const scaled = { seconds: wave.seconds, values: wave.values.map((value) => value * scale) };
    waves.push({ name, unit, wave: scaled, ...(limit && { limit }) });
  };
  const ref = (mains?.part ?? suppliesOf(circuit)[0])?.ref ?? '';
  add(`${ref} volts`, 'volts', parts[ref]?.volts);
  add(`${ref} current`, 'amps', parts[ref]?.amps, -1);
  const reservoir = reservoirOf(circuit, solution);
  if (reservoir) {
    const most = reservoir.rated?.volts;
    const limit = most === undefined ? undefined : { value: most, words: `${reservoir.ref} rated` };
    add(`${reservoir.ref} volts`, 'volts', parts[reservoir.ref]?.volts, 1, limit);
  }
  const led = partOfKind(circuit, hardestRef, 'led');
  if (led) {
    const limit = { value: ratedChipAmps(led).value, words: `${led.ref} rated` };
    add(`${led.ref} chip current`, 'amps', parts[led.ref]?.amps, 1 / (led.parallel ?? 1), limit);
  }
  return waves;
}

/** The largest store whose volts stay on one side. */
function reservoirOf(circuit: Circuit, { parts: solved }: Solution) {
  return partsOfKind(circuit, 'capacitor')
    .filter(({ ref }) => Math.abs(solved[ref]?.volts.avg ?? 0) > 0.5 * (solved[ref]?.volts.rms ?? 0))
    .sort((a, b) => b.farads - a.farads)[0];
}
