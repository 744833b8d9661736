import { type Circuit, suppliesOf } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';

/** What must be true before something that can hurt, confirmed item by item. */
export interface Gate {
  readonly code: GateCode;
  readonly title: string;
  readonly why: string;
  readonly items: readonly GateItem[];
}

export interface GateItem {
  readonly code: string;
  readonly text: string;
}

export const GATE_CODES = ['mains', 'lithium', 'coin', 'bright', 'heat'] as const;
export type GateCode = (typeof GATE_CODES)[number];

/** Cautions as the trade gives them (IEC 61010-2-030 for meters, EN 50110 and NFPA 70E for the work); local codes and licensed practice go first. */
export const GATES: Readonly<Record<GateCode, Gate>> = {
  mains: {
    code: 'mains',
    title: 'Before mains',
    why: 'Mains kills through a careless hand. Local codes and licensed practice go before anything written here; if you are not sure, do not.',
    items: [
      {
        code: 'isolated',
        text: 'It is fed through an isolating transformer, or only through an in-line meter with nothing open to touch.',
      },
      { code: 'residual-current', text: 'The socket is behind a residual-current device of 30 mA that was tested.' },
      { code: 'meter-category', text: 'Meter and leads are rated for this: CAT II 300 V or better, fused, undamaged.' },
      { code: 'enclosed', text: 'It is closed, or under a cover: nothing live can be touched or can fly off.' },
      { code: 'no-scope-clip', text: 'No earthed scope clip goes on it; a circuit without isolation is live everywhere.' },
      { code: 'one-hand', text: 'Clips go on dead, then it is powered; one hand stays away from the bench.' },
      { code: 'somebody-near', text: 'Somebody is near who knows where the switch is.' },
      { code: 'eyes', text: 'Nobody looks into the LEDs, and eyes are covered against a bursting part.' },
    ],
  },
  lithium: {
    code: 'lithium',
    title: 'Before lithium cells',
    why: 'A shorted or overcharged lithium cell burns, and cannot be put out by blowing.',
    items: [
      { code: 'undamaged', text: 'The cell is not swollen, dented, leaking, hot, or of unknown past.' },
      { code: 'protected', text: 'It has its protection, or is watched and never below 2.8 V or above 4.2 V a cell.' },
      { code: 'place', text: 'It lies on something that does not burn, away from what does, with a way to carry it out.' },
    ],
  },
  coin: {
    code: 'coin',
    title: 'Before coin cells',
    why: 'A swallowed coin cell burns through the gullet within two hours (IEC 60086-4).',
    items: [
      { code: 'counted', text: 'The cells are counted, and lie where no child can reach them.' },
      { code: 'lid', text: 'Their lid opens with a tool, or with two movements at once.' },
      { code: 'not-charged', text: 'Nothing in the circuit or on the bench can charge them.' },
    ],
  },
  bright: {
    code: 'bright',
    title: 'Before bright light',
    why: 'A bare power LED damages eyes before they close (IEC 62471).',
    items: [
      { code: 'aimed', text: 'The beam points at a wall or into a diffuser, at nobody.' },
      { code: 'dimmed', text: 'It is first powered dim, from a current-limited source.' },
    ],
  },
  heat: {
    code: 'heat',
    title: 'Before heat',
    why: 'Bare boards reach soldering heat in a minute when their heat path is open.',
    items: [
      { code: 'sink', text: 'The LED board is on its heat sink, or is powered for seconds only.' },
      { code: 'watched', text: 'It is not left alone, and lies on something that does not burn.' },
    ],
  },
};

/** What decides which gates stand before a specimen. */
export interface Dangers {
  /** The highest volts that it is fed with or claims, V. */
  readonly volts?: number | undefined;
  readonly alternating: boolean;
  /** Its supply of few volts is not isolated from mains. */
  readonly supplyNotIsolated?: boolean | undefined;
  /** Rechargeable lithium cells. */
  readonly lithium: boolean;
  /** Coin cells. */
  readonly coin?: boolean | undefined;
  readonly lumens?: number | undefined;
  readonly watts?: number | undefined;
}

/**
 * From here on a touch can kill: rms volts of alternating current (the limit of extra-low voltage, IEC 61140), and direct
 * volts, which up to 60 V want no protection against touching in dry places (IEC 60364-4-41, 414.4.5).
 */
export const TOUCH_VOLTS = { alternating: 50, direct: 60 } as const;

/** A source that must be treated as mains, whatever it is. */
export interface DangerousSource {
  readonly part: Part;
  /** With nothing on it: rms where it alternates. */
  readonly volts: number;
  readonly alternating: boolean;
}

/** The first source that a touch of can kill; undefined where there is none. A generator of 8 V is not mains. */
export function touchableMains(circuit: Circuit): DangerousSource | undefined {
  return suppliesOf(circuit)
    .map((part): DangerousSource => {
      const { source } = deviceOf(part.kind);
      return { part, volts: Math.abs(source?.volts(part) ?? 0), alternating: source?.hertz !== undefined };
    })
    .find(({ volts, alternating }) => isDangerous(volts, alternating));
}

/** Sockets everywhere: a transformer gives what they give, a generator seldom. */
const SOCKET_HERTZ: readonly number[] = [50, 60];

/**
 * The first source of few volts that may stand between the thing and a socket: an adapter, a port, a transformer.
 * Undefined where cells, a generator or mains itself feed it.
 */
export function lowVoltageSupply(circuit: Circuit): Part | undefined {
  if (touchableMains(circuit)) return undefined;
  return suppliesOf(circuit).find((part) => {
    const { source } = deviceOf(part.kind);
    if (!source || source.isCell) return false;
    return source.hertz === undefined || SOCKET_HERTZ.includes(source.hertz(part));
  });
}

export function isDangerous(volts: number, alternating: boolean): boolean {
  return volts >= (alternating ? TOUCH_VOLTS.alternating : TOUCH_VOLTS.direct);
}

const BRIGHT_LUMENS = 250;
const HOT_WATTS = 5;

/** The gates that stand before a specimen's first powering. */
export function gatesFor(dangers: Dangers): readonly Gate[] {
  const { volts = 0, alternating, supplyNotIsolated = false, lithium, coin = false, lumens = 0, watts = 0 } = dangers;
  const codes: GateCode[] = [];
  if (isDangerous(volts, alternating) || supplyNotIsolated) codes.push('mains');
  if (lithium) codes.push('lithium');
  if (coin) codes.push('coin');
  if (lumens >= BRIGHT_LUMENS) codes.push('bright');
  if (watts >= HOT_WATTS) codes.push('heat');
  return codes.map((code) => GATES[code]);
}
