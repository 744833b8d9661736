import { type Figure, figureIn } from './figure.ts';
import type { Solution } from './solution.ts';

const STATISTIC = '(avg|rms|min|max)';

/** What may stand behind a ref, tried in order: a chip's, a supply's, the part's own. */
const OF_REF: readonly {
  readonly shape: RegExp;
  readonly group: string;
  readonly figure: (ref: string, match: RegExpExecArray) => unknown;
}[] = [
  {
    shape: new RegExp(`^chip\\.(volts|amps)\\.${STATISTIC}$`),
    group: 'leds',
    figure: (ref, [, quantity, statistic]) => ({ of: 'chip', ref, quantity, statistic }),
  },
  {
    shape: /^chip\.(watts|reverseVolts|junctionCelsius)$/,
    group: 'leds',
    figure: (ref, [, quantity]) => ({ of: 'chip', ref, quantity }),
  },
  { shape: /^(flickerPercent|flickerIndex)$/, group: 'leds', figure: (ref, [, quantity]) => ({ of: 'light', ref, quantity }) },
  {
    shape: /^ofRated\.(amps|peakAmps|watts|reverseVolts|junction)$/,
    group: 'leds',
    figure: (ref, [, quantity]) => ({ of: 'rating', ref, quantity }),
  },
  {
    shape: /^(voltsRms|ampsRms|watts|voltAmps|powerFactor|distortion)$/,
    group: 'supplies',
    figure: (ref, [, quantity]) => ({ of: 'supply', ref, quantity }),
  },
  {
    shape: new RegExp(`^(volts|amps)\\.${STATISTIC}$`),
    group: 'parts',
    figure: (ref, [, quantity, statistic]) => ({ of: 'part', ref, quantity, statistic }),
  },
  { shape: /^watts$/, group: 'parts', figure: (ref) => ({ of: 'part', ref, quantity: 'watts' }) },
];

const OF_NET = new RegExp(`^nets\\.(.+)\\.volts\\.${STATISTIC}$`, 's');
const WITH_GROUP = /^(leds|supplies|parts)\.([^.]+)\.(.+)$/;
const WITHOUT_GROUP = /^([^.]+)\.(.+)$/;

/**
 * A figure by its path in a solution document: `D1.chip.amps.avg`, `R1.watts`, `V1.powerFactor`, or with its group in
 * front, `nets.a.volts.rms`. The watts of a supply are those that it delivers; `parts.V1.watts` are those it takes up.
 *
 * @returns undefined where the solution has no such figure
 */
export function parseFigure(path: string, solution: Solution): Figure | undefined {
  const net = OF_NET.exec(path);
  if (net) return known({ of: 'net', net: net[1] as string, statistic: net[2] as 'avg' }, solution);
  const grouped = WITH_GROUP.exec(path);
  const plain = grouped ? undefined : WITHOUT_GROUP.exec(path);
  const [group, ref, rest] = grouped ? grouped.slice(1) : [undefined, ...(plain?.slice(1) ?? [])];
  if (ref === undefined || rest === undefined) return undefined;
  for (const { shape, group: own, figure } of OF_REF) {
    const match = group === undefined || group === own ? shape.exec(rest) : null;
    const found = match && known(figure(ref, match) as Figure, solution);
    if (found) return found;
  }
  return undefined;
}

/** The path of a figure, as `parseFigure` reads it. Statistics that no document holds have none. */
export function figurePath(figure: Figure): string {
  const { of } = figure;
  const statistic = 'statistic' in figure ? (figure.statistic ?? 'avg') : 'avg';
  switch (of) {
    case 'part':
      return `parts.${figure.ref}.${figure.quantity === 'watts' ? 'watts' : `${figure.quantity}.${statistic}`}`;
    case 'chip':
      return `leds.${figure.ref}.chip.${figure.quantity}${figure.quantity === 'volts' || figure.quantity === 'amps' ? `.${statistic}` : ''}`;
    case 'net':
      return `nets.${figure.net}.volts.${statistic}`;
    case 'nets':
      return `nets.${figure.plus}-${figure.minus}.volts.${statistic}`;
    case 'supply':
      return `supplies.${figure.ref}.${figure.quantity}`;
    case 'light':
      return `leds.${figure.ref}.${figure.quantity}`;
    case 'rating':
      return `leds.${figure.ref}.ofRated.${figure.quantity}`;
  }
}

/** The figure where the solution has its part or net; that it has no meaning there is another matter. */
function known(figure: Figure, solution: Solution): Figure | undefined {
  const holder =
    figure.of === 'net'
      ? solution.nets[figure.net]
      : figure.of === 'supply'
        ? solution.supplies[figure.ref]
        : figure.of === 'part'
          ? solution.parts[figure.ref]
          : figure.of === 'nets'
            ? solution.nets[figure.plus]
            : solution.leds[figure.ref];
  return holder && (Number.isFinite(figureIn(solution, figure)) || hasMeaningElsewhere(figure)) ? figure : undefined;
}

/** Ratios can have no meaning in one circuit and still be figures. */
function hasMeaningElsewhere({ of }: Figure): boolean {
  return of === 'supply' || of === 'light' || of === 'rating';
}
