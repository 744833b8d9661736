/** A safe way to give a thing its first power. */
export interface PoweringWay {
  readonly code: 'limited-supply' | 'in-line-meter' | 'lamp-in-series' | 'own-cells';
  readonly title: string;
  readonly text: string;
}

export interface Powering {
  /** The safest first. */
  readonly ways: readonly PoweringWay[];
  /** What the claims lead to expect, A; undefined where they do not. */
  readonly expectedAmps?: number;
  /** Where to set the limit, A. */
  readonly limitAmps?: number;
  /** Where to switch off, A. */
  readonly abortAmps?: number;
  readonly volts?: number;
}

/** What is known before the first power. */
export interface PoweringFacts {
  readonly volts?: number | undefined;
  readonly watts?: number | undefined;
  readonly amps?: number | undefined;
  /** It runs on what a touch of can kill. */
  readonly mains: boolean;
  readonly cells: boolean;
}

/** A current meter of a supply and a claim are rough: the limit is set a little above, the abort well above. */
const LIMIT_OVER_EXPECTED = 1.2;
const ABORT_OVER_EXPECTED = 1.5;
/** The least power factor that a working lamp of this kind shows; its amps are that much more than watts ÷ volts. */
const WORST_POWER_FACTOR = 0.4;

const WAYS: Readonly<Record<PoweringWay['code'], PoweringWay>> = {
  'limited-supply': {
    code: 'limited-supply',
    title: 'From a current-limited supply',
    text: 'Volts up from zero with the limit set; stop where the light is steady or the limit is reached.',
  },
  'in-line-meter': {
    code: 'in-line-meter',
    title: 'Through an in-line meter, closed',
    text: 'The lamp closed and screwed in, the meter at the plug: watts, amps and power factor without a live contact.',
  },
  'lamp-in-series': {
    code: 'lamp-in-series',
    title: 'With a filament lamp in series',
    text: 'A filament lamp of 25 to 60 W in the live lead of a boxed socket: a short lights it instead of the room.',
  },
  'own-cells': {
    code: 'own-cells',
    title: 'On its own cells',
    text: 'Fresh cells, the meter in the lead through a strip of card under the spring; keep its burden in mind.',
  },
};

/** How this kind of source is met first, and when to stop. */
export function poweringFor({ volts, watts, amps, mains, cells }: PoweringFacts): Powering {
  const codes: PoweringWay['code'][] = mains
    ? ['in-line-meter', 'lamp-in-series']
    : cells
      ? ['limited-supply', 'own-cells']
      : ['limited-supply'];
  const expected = amps ?? (volts && watts ? watts / volts / (mains ? WORST_POWER_FACTOR : 1) : undefined);
  return {
    ways: codes.map((code) => WAYS[code]),
    ...(volts !== undefined && { volts }),
    ...(expected !== undefined && {
      expectedAmps: expected,
      limitAmps: expected * LIMIT_OVER_EXPECTED,
      abortAmps: expected * ABORT_OVER_EXPECTED,
    }),
  };
}
