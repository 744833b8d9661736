import { formatSignificant } from '../quantity/index.ts';
/** A safe way to give a thing its first power. */
export interface PoweringWay {
  readonly code: 'limited-supply' | 'in-line-meter' | 'lamp-in-series' | 'own-cells' | 'by-hand';
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
  /** What the expected current follows from. */
  readonly by?: 'claims' | 'circuit';
  /** What its source or its parts want besides. */
  readonly notes: readonly string[];
}

/** What of a source or a part is met with care at the first power. */
export type PoweringPart =
  | { readonly of: 'generator' | 'usb' | 'adapter'; readonly ref: string }
  /** Volts that a step-up may rise to with nothing on it. */
  | { readonly of: 'converter'; readonly ref: string; readonly mostVolts: number }
  | { readonly of: 'store'; readonly ref: string; readonly farads: number; readonly volts?: number };

/** What is known before the first power. */
export interface PoweringFacts {
  readonly volts?: number | undefined;
  readonly watts?: number | undefined;
  readonly amps?: number | undefined;
  /** It runs on what a touch of can kill. */
  readonly mains: boolean;
  readonly cells: boolean;
  /** What the circuit takes by its trace, where it is solved: A. */
  readonly circuitAmps?: number | undefined;
  readonly parts?: readonly PoweringPart[] | undefined;
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
  'by-hand': {
    code: 'by-hand',
    title: 'Turned by hand, slowly at first',
    text: 'Volts rise with the speed, and furthest with nothing connected: its LEDs stay on it while it turns, and the meter is in the lead before.',
  },
};

/** From this size on a capacitor takes the whole limit for seconds, F. */
const STORE_FARADS = 0.01;

function sayPart(part: PoweringPart): string | undefined {
  const { ref } = part;
  switch (part.of) {
    case 'usb':
      return `${ref}: from a charger or a limited supply, through a USB meter; at a computer’s port a short is the computer’s.`;
    case 'adapter':
      return `${ref}: read it with nothing on it first, and its polarity: one that is not regulated gives far more than it says.`;
    case 'converter':
      return `${ref}: where its current can be set, it is turned down to nothing before the LEDs are joined, then its volts, and the current comes up from zero. With nothing on it its output is at ${formatSignificant(part.mostVolts, 3)} V.`;
    case 'store':
      return part.farads < STORE_FARADS
        ? undefined
        : `${ref} takes all that the limit lets through until it is full; nothing is read before. ${part.volts === undefined ? 'What volts it stands is not known: stop at what it has in use.' : `Never above its ${part.volts} V.`}`;
    case 'generator':
      return `${ref}: no bench supply is joined to it while it can turn: it drives current back.`;
  }
}

/** With less no LED glows: as traced the circuit is open, and what it will take is not known, A. */
const LEAST_EXPECTED_AMPS = 10e-6;

/** How this kind of source is met first, and when to stop. */
export function poweringFor({ volts, watts, amps, mains, cells, circuitAmps, parts = [] }: PoweringFacts): Powering {
  const isTurned = parts.some(({ of }) => of === 'generator');
  const codes: PoweringWay['code'][] = mains
    ? ['in-line-meter', 'lamp-in-series']
    : isTurned
      ? ['by-hand', 'limited-supply']
      : cells
        ? ['limited-supply', 'own-cells']
        : ['limited-supply'];
  const claimed = amps ?? (volts && watts ? watts / volts / (mains ? WORST_POWER_FACTOR : 1) : undefined);
  const expected = claimed ?? (circuitAmps !== undefined && circuitAmps > LEAST_EXPECTED_AMPS ? circuitAmps : undefined);
  return {
    ways: codes.map((code) => WAYS[code]),
    ...(volts !== undefined && { volts }),
    ...(expected !== undefined && {
      expectedAmps: expected,
      limitAmps: expected * LIMIT_OVER_EXPECTED,
      abortAmps: expected * ABORT_OVER_EXPECTED,
      by: claimed === undefined ? ('circuit' as const) : ('claims' as const),
    }),
    notes: parts.flatMap((part) => sayPart(part) ?? []),
  };
}
