import type { LedBodyName } from '../../device/index.ts';

/** How an LED board sits on what carries its heat away, as Opening asks it. */
export type BoardSeat = 'metal, screwed with paste' | 'metal, glued' | 'metal, loose' | 'not metal';

/** How large the thing is, as Opening asks it. */
export type CaseSize = 'as a thumb' | 'as a fist' | 'as two hands' | 'as a book' | 'larger';

/** A resistance to heat with how far it can be off: a factor either way at about 95 %. */
export interface HeatResistance {
  readonly kelvinPerWatt: number;
  readonly factor: number;
  readonly source: string;
}

/** One stretch of the way that heat takes. */
export interface HeatStretch {
  readonly from: string;
  readonly to: string;
  /** Of all chips together where the way is shared, of one chip where it is its own. */
  readonly watts: number;
  readonly resistance: HeatResistance;
  readonly kelvin: number;
}

/** The way of the heat from a junction to the air, with the temperature at each joint. */
export interface HeatPath {
  readonly stretches: readonly HeatStretch[];
  /** From the junction to the air. */
  readonly joints: readonly { readonly name: string; readonly celsius: number; readonly read: boolean }[];
  readonly junctionCelsius: number;
  /** At about 95 %. */
  readonly low: number;
  readonly high: number;
  /** The stretch that takes most of the rise. */
  readonly dominant: string;
}

export interface HeatPathOf {
  /** Heat of one chip: electrical less light. */
  readonly chipHeatWatts: number;
  /** Of everything inside the case, which all takes the same way to the air. */
  readonly allHeatWatts: number;
  readonly size?: CaseSize | undefined;
  /** Its outside has fins, or is all of aluminium with ribs. */
  readonly fins?: boolean | undefined;
  readonly body?: LedBodyName | undefined;
  readonly seat?: BoardSeat | undefined;
  readonly ambientCelsius: number;
  /** A temperature read of the LED board or the case, settled. */
  readonly read?: { readonly at: 'board' | 'case'; readonly celsius: number; readonly uncertainty: number } | undefined;
}

/**
 * From the junction to the solder joint, K/W. Class figures from makers' application notes, not of one product: legs
 * of a through-hole LED are long and thin, a mid-power body has a pad under its chip.
 */
const BODIES: Readonly<Record<LedBodyName, number>> = {
  '0603': 300,
  '0805': 220,
  '1206': 180,
  '3mm': 350,
  '5mm': 300,
  '8mm': 200,
  '10mm': 180,
  '3014': 60,
  '3528': 90,
  '4014': 40,
  '5050': 60,
  '2835': 25,
  '5730': 18,
  '3030': 14,
  '3535': 8,
  '5054': 15,
  '7030': 14,
};
const UNKNOWN_BODY: HeatResistance = { kelvinPerWatt: 80, factor: 4, source: 'a body that is not known' };
const BODY_FACTOR = 1.5;

/** From the solder joint through the board to what it sits on, K/W of one chip. */
const SEATS: Readonly<Record<BoardSeat, HeatResistance>> = {
  'metal, screwed with paste': { kelvinPerWatt: 6, factor: 1.6, source: 'a metal board, screwed with paste' },
  'metal, glued': { kelvinPerWatt: 10, factor: 1.8, source: 'a metal board, glued' },
  'metal, loose': { kelvinPerWatt: 25, factor: 2, source: 'a metal board that lies loose' },
  'not metal': { kelvinPerWatt: 60, factor: 2, source: 'a board that is not metal' },
};
const UNKNOWN_SEAT: HeatResistance = { kelvinPerWatt: 30, factor: 3.5, source: 'a board that was not looked at' };

/** Of the outside of things, cm². */
const AREAS: Readonly<Record<CaseSize, number>> = {
  'as a thumb': 20,
  'as a fist': 110,
  'as two hands': 300,
  'as a book': 800,
  larger: 2500,
};
/** Fins of the usual height double what gives heat away. */
const FINS = 2;
/** Convection and radiation together of a case that is tens of kelvins warm, in still air (VDI heat atlas, F1 and K1), W/m²K. */
const WATTS_PER_SQUARE_METRE = 10;
/** Who builds such a thing makes it as large as its heat wants: about so much warmer than the room, K. */
const USUAL_RISE = 40;
const LEAST_AREA = 60;

/** From the whole to the air: one over area and what a square metre gives away. */
function toAir({ size, fins = false, allHeatWatts }: HeatPathOf): HeatResistance {
  const usual = Math.max(LEAST_AREA, (1e4 * allHeatWatts) / (WATTS_PER_SQUARE_METRE * USUAL_RISE));
  const squareCentimetres = size ? AREAS[size] * (fins ? FINS : 1) : usual;
  return {
    kelvinPerWatt: 1e4 / (WATTS_PER_SQUARE_METRE * squareCentimetres),
    factor: size ? 1.6 : 2.5,
    source: size
      ? `an outside ${size === 'larger' ? 'larger than a book' : `as large ${size}`}${fins ? ' with fins' : ''}, in still air`
      : 'an outside as large as its heat usually wants, in still air',
  };
}

/**
 * The chain of resistances from junction to air (JEDEC JESD51-1's definition of each). What was read takes the place
 * of what lies behind it: from a board's temperature only the way to the junction is left to be guessed.
 */
export function heatPathOf(of: HeatPathOf): HeatPath {
  const { chipHeatWatts, allHeatWatts, body, seat, ambientCelsius, read } = of;
  const toJoint: HeatResistance = body ? { kelvinPerWatt: BODIES[body], factor: BODY_FACTOR, source: `a ${body} body` } : UNKNOWN_BODY;
  const own = stretch('junction', 'board', chipHeatWatts, toJoint);
  const board = stretch('board', 'case', chipHeatWatts, seat ? SEATS[seat] : UNKNOWN_SEAT);
  const air = stretch('case', 'air', allHeatWatts, toAir(of));
  const stretches = read?.at === 'board' ? [own] : read?.at === 'case' ? [own, board] : [own, board, air];
  const end = read ? read.celsius : ambientCelsius;
  const rise = stretches.reduce((sum, { kelvin }) => sum + kelvin, 0);
  const junctionCelsius = end + rise;
  // Factors that have nothing to do with each other: of the sum each has its share, and their logarithms add as squares.
  const factor =
    rise > 0 ? Math.exp(Math.hypot(...stretches.map(({ kelvin, resistance }) => (kelvin / rise) * Math.log(resistance.factor)))) : 1;
  const above = Math.hypot(2 * (read?.uncertainty ?? 0), rise * (factor - 1));
  const below = Math.hypot(2 * (read?.uncertainty ?? 0), rise * (1 - 1 / factor));
  const dominant = stretches.reduce((most, each) => (each.kelvin > most.kelvin ? each : most));
  return {
    stretches,
    joints: jointsOf(stretches, end, read?.at),
    junctionCelsius,
    low: junctionCelsius - below,
    high: junctionCelsius + above,
    dominant: `${dominant.from} to ${dominant.to}`,
  };
}

function stretch(from: string, to: string, watts: number, resistance: HeatResistance): HeatStretch {
  return { from, to, watts, resistance, kelvin: watts * resistance.kelvinPerWatt };
}

function jointsOf(stretches: readonly HeatStretch[], end: number, read: string | undefined): HeatPath['joints'] {
  let celsius = end;
  const joints = [{ name: stretches.at(-1)?.to ?? 'air', celsius, read: read !== undefined }];
  for (const { from, kelvin } of [...stretches].reverse()) {
    celsius += kelvin;
    joints.unshift({ name: from, celsius, read: false });
  }
  return joints;
}
