import { type Figure, statisticIn } from './figures.ts';
import type { Recording } from './recording.ts';
import { acrossOf, takenUp } from './solution-document.ts';
import { statisticsOf } from './statistics.ts';

/** The figure of a recorded span by itself, as `figureIn` reads it in the whole document; NaN where the part or net is not there. */
export function figureInRecording(recording: Recording, figure: Figure): number {
  const { system, times } = recording;
  const statistic = figure.statistic ?? 'avg';
  if (figure.of === 'nets') {
    const [plus, minus] = [system.unknownOf.get(figure.plus), system.unknownOf.get(figure.minus)];
    if (plus === undefined || minus === undefined || statistic !== 'avg') return Number.NaN;
    return statisticsOf(times, recording.volts(plus, minus)).avg;
  }
  const index = system.circuit.parts.findIndex(({ ref }) => ref === figure.ref);
  const part = system.circuit.parts[index];
  if (!part || (figure.of === 'chip' && part.kind !== 'led')) return Number.NaN;
  const [series, parallel] = figure.of === 'chip' && part.kind === 'led' ? [part.series ?? 1, part.parallel ?? 1] : [1, 1];
  switch (figure.quantity) {
    case 'watts':
      return takenUp(recording, index) / (series * parallel);
    case 'amps':
      return statisticIn(statisticsOf(times, recording.amps(system.slotOf[index])), statistic) / parallel;
    case 'volts': {
      const pins = acrossOf(part).map((pin) => system.unknownOf.get(part.pins[pin] as string) as number);
      return statisticIn(statisticsOf(times, recording.volts(pins[0], pins[1])), statistic) / series;
    }
  }
}
