import type { DriveDetails } from '../../details/index.ts';
import type { Specimen } from '../../tape/index.ts';
import { sayUncertain } from '../block.ts';

interface WarmthOf {
  readonly specimen: Specimen;
  /** Of that state. */
  readonly details: DriveDetails | undefined;
  /** After how many reworks. */
  readonly rework: number;
  /** What the keys of the sentences begin with. */
  readonly key: 'drive' | 'proof';
}

/** The temperatures that were read of a state, and where they go. */
export function warmthLines({ specimen, details, rework, key }: WarmthOf): readonly { readonly key: string; readonly text: string }[] {
  const read = specimen.readings
    .filter((reading) => reading.rework === rework)
    .flatMap(({ entry }) => {
      const figure = entry.figures.find(({ unit }) => unit === 'celsius');
      if (entry.place.at !== 'surface' || !figure) return [];
      const after = entry.condition.afterSeconds;
      return [`${entry.place.name} ${sayUncertain(figure, 'celsius')}${after === undefined ? '' : ` after ${Math.round(after / 60)} min`}`];
    });
  return [
    ...(read.length > 0 ? [{ key: `${key}.temperatures`, text: `Temperatures read: ${read.join(', ')}.` }] : []),
    ...(details?.soaks ?? []).map(({ place, soak }) => ({
      key: `${key}.soak.${place}`,
      text: `The ${place} goes to ${Math.round(soak.low)} to ${Math.round(soak.high)} °C.`,
    })),
    ...(details?.earlySoaks ?? []).map(({ place }) => ({
      key: `${key}.soak.${place}`,
      text: `Where the ${place} goes it was too early to say.`,
    })),
  ];
}
