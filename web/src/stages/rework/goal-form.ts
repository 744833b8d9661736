import {
  type Appraisal,
  asksForSafety,
  type Circuit,
  formatEngineering,
  LED_BODY_NAMES,
  LED_COLOUR_NAMES,
  lightThatLooks,
  packagesNamed,
  packagesOf,
  parseQuantity,
  partOfKind,
  ratedChipAmps,
  readSupply,
  seenChange,
  suppliesOf,
  type Wanted,
  type Warmth,
  wattsForCelsius,
} from '@mindful-probe/core';

/** What people want of a rework, in the words of the choice. */
export const PRESETS = [
  'gentler',
  'half the power',
  'cooler',
  'most light',
  'longer on its cells',
  'other cells',
  'another supply',
  'a dead part mended',
  'another LED',
  'safe',
] as const;
export type Preset = (typeof PRESETS)[number];

/** The sentence as typed. */
export interface GoalForm {
  readonly preset: Preset;
  readonly led: string;
  /** Of a chip, or at the supply; of what was read warm, °C. */
  readonly value: string;
  readonly supply: string;
  readonly dead: string;
  readonly colour: string;
  readonly body: string;
  /** As seen, per cent at most. */
  readonly dimmer: string;
  /** Of the LED's rating, at the worst corner. */
  readonly ledAtMost: string;
  /** Of each touched part's rating. */
  readonly partShare: string;
  readonly hours: string;
  /** Of what was read warm, °C; of a goal that is no temperature itself. */
  readonly celsius: string;
  readonly parts: string;
  readonly joints: string;
  /** Of the parts, in the money of the drawer. */
  readonly cost: string;
  readonly reversible: boolean;
  readonly from: 'standard' | 'drawer';
}

/** A field that could not be read, and why. */
export interface FormProblem {
  readonly field: keyof GoalForm;
  readonly message: string;
}

/** Of the rise over the room, to begin with: a third cooler can be felt. */
const COOLER_SHARE = 0.67;

/** What a preset begins with. */
export function formFor(preset: Preset, appraisal: Appraisal, warmth?: Warmth): GoalForm {
  const { circuit, hardest, supplyWatts } = appraisal;
  const supply = suppliesOf(circuit)[0];
  return {
    preset,
    led: hardest?.ref ?? '',
    value:
      preset === 'cooler'
        ? warmth
          ? `${Math.round(warmth.roomCelsius + COOLER_SHARE * (warmth.celsius - warmth.roomCelsius))} °C`
          : ''
        : preset === 'half the power'
          ? plain(supplyWatts.value / 2, 'watts')
          : preset === 'another LED' || preset === 'gentler'
            ? '0.75×'
            : '',
    supply: preset === 'another supply' ? (supply?.kind === 'ac' ? '230v 50hz' : '5v') : '',
    dead: '',
    colour: preset === 'another LED' ? 'warm' : '',
    body: '',
    dimmer: preset === 'half the power' ? '30' : '',
    ledAtMost: '',
    partShare: '0.8',
    hours: preset === 'longer on its cells' ? '10' : '',
    celsius: '',
    parts: '',
    joints: '',
    cost: '',
    reversible: false,
    from: 'standard',
  };
}

/** The words of the choice that a goal comes from. */
function presetOf(wanted: Wanted): Preset {
  const { aim, celsius, limits = {}, supply, dead, replaceLed } = wanted;
  if (supply) return 'another supply';
  if (dead?.length) return 'a dead part mended';
  if (replaceLed) return 'another LED';
  if (aim === 'supply-watts') return celsius === undefined ? 'half the power' : 'cooler';
  if (aim === 'most-light') return limits.hours === undefined ? 'most light' : 'longer on its cells';
  if (aim === 'none') return asksForSafety(wanted) ? 'safe' : 'other cells';
  return 'gentler';
}

/** The sentence for a goal that is on the tape. */
export function formOf(wanted: Wanted, appraisal: Appraisal): GoalForm {
  const { circuit, hardest } = appraisal;
  const { aim, value, celsius, limits = {}, supply, dead, replaceLed } = wanted;
  const preset = presetOf(wanted);
  const led = wanted.led ?? hardest?.ref ?? '';
  const rated = ratedIn(circuit, led, wanted);
  return {
    preset,
    led,
    value:
      preset === 'cooler'
        ? `${celsius} °C`
        : value === undefined
          ? ''
          : aim === 'rated-share'
            ? `${Number(value.toPrecision(3))}×`
            : plain(value, aim === 'supply-watts' ? 'watts' : 'amps'),
    supply: supply ? supplyAsTyped(supply) : '',
    dead: dead?.join(' ') ?? '',
    colour: replaceLed?.colour ?? '',
    body: replaceLed?.body ?? '',
    dimmer: limits.lightKept === undefined ? '' : String(Math.round(-100 * seenChange(limits.lightKept))),
    ledAtMost: limits.chipAmps === undefined ? '' : String(Number((limits.chipAmps / rated).toPrecision(3))),
    partShare: limits.partShare === undefined ? '' : String(limits.partShare),
    hours: limits.hours === undefined ? '' : String(limits.hours),
    celsius: celsius === undefined || preset === 'cooler' ? '' : String(celsius),
    parts: limits.parts === undefined ? '' : String(limits.parts),
    joints: limits.joints === undefined ? '' : String(limits.joints),
    cost: limits.cost === undefined ? '' : String(limits.cost),
    reversible: limits.reversible ?? false,
    from: wanted.only ?? 'standard',
  };
}

/** What the sentence says, or which field says nothing. */
export function wantedOf(form: GoalForm, appraisal: Appraisal, warmth?: Warmth): Wanted | FormProblem {
  const { circuit } = appraisal;
  const led = partOfKind(circuit, form.led, 'led');
  if (!led) return { field: 'led', message: `“${form.led}” is no LED of this circuit.` };
  const change = changeOf(form, circuit);
  if ('field' in change) return change;
  const aim = form.preset === 'cooler' ? coolerAim('value', form, appraisal, warmth) : aimOf(form);
  if ('field' in aim) return aim;
  const limits = limitsOf(form, ratedIn(circuit, led.ref, change));
  if ('field' in limits) return limits;
  // A temperature beside another aim is a limit of its own: the watts at which it holds.
  const warm = form.preset === 'cooler' || form.celsius.trim() === '' ? undefined : coolerAim('celsius', form, appraisal, warmth);
  if (warm && 'field' in warm) return warm;
  return {
    ...(warm && { celsius: warm.celsius }),
    ...aim,
    ...(form.preset === 'half the power' || form.preset === 'cooler' || form.preset === 'safe' ? {} : { led: led.ref }),
    ...(form.preset === 'other cells' && { moves: ['replace-cells' as const] }),
    ...change,
    ...((warm || Object.keys(limits).length > 0) && { limits: { ...limits, ...(warm && { supplyWatts: warm.value }) } }),
    ...(form.from === 'drawer' && { only: 'drawer' as const }),
  };
}

type Change = Pick<Wanted, 'supply' | 'dead' | 'replaceLed'>;

function changeOf({ preset, supply, dead, colour, body }: GoalForm, circuit: Circuit): Change | FormProblem {
  if (preset === 'another supply') {
    const old = suppliesOf(circuit)[0];
    const read = old ? readSupply(supply, old) : 'Nothing feeds this circuit yet.';
    if (typeof read === 'string') return { field: 'supply', message: read };
    const { ref: _, pins: __, ...fields } = read;
    // A goal's fields stand in place of the old supply's: what is typed is a whole one, which has none of the old one's ohms.
    const bare = read.kind === 'dc' ? { ohms: 0 } : read.kind === 'ac' ? { ohms: 0, henries: 0 } : {};
    return { supply: { ...bare, ...fields } as NonNullable<Wanted['supply']> };
  }
  if (preset === 'a dead part mended') {
    const refs = dead.split(/[\s,]+/).filter(Boolean);
    const packages = packagesOf(circuit);
    const known = refs.map((word) => {
      const part = circuit.parts.find(({ ref }) => ref.toLowerCase() === word.toLowerCase());
      const named = packagesNamed(packages, word);
      return part?.ref ?? (named.length === 1 ? named[0]?.name : undefined);
    });
    const unknown = refs[known.indexOf(undefined)];
    if (refs.length === 0) return { field: 'dead', message: 'Which part is dead, as D7?' };
    if (unknown !== undefined) return { field: 'dead', message: `${unknown} is not on the board.` };
    return { dead: known as string[] };
  }
  if (preset !== 'another LED') return {};
  const known = LED_COLOUR_NAMES.find((name) => name === colour);
  if (!known) return { field: 'colour', message: `“${colour}” is no colour known here: ${LED_COLOUR_NAMES.join(', ')}.` };
  const shape = LED_BODY_NAMES.find((name) => name === body);
  if (body !== '' && !shape) return { field: 'body', message: `“${body}” is no body known here: ${LED_BODY_NAMES.join(', ')}.` };
  return { replaceLed: { colour: known, ...(shape && { body: shape }) } };
}

/** The watts at which what was read warm is no warmer than wanted. */
function coolerAim(
  field: 'value' | 'celsius',
  { [field]: value }: GoalForm,
  { supplyWatts }: Appraisal,
  warmth: Warmth | undefined,
): Pick<Wanted, 'aim' | 'value' | 'celsius'> | FormProblem {
  if (!warmth) return { field, message: 'How warm it is was not read yet: “Tcase 58c after 30min” on the bench line.' };
  const celsius = Number(
    value
      .trim()
      .replace(',', '.')
      .replace(/ ?°?c?$/i, ''),
  );
  const watts = wattsForCelsius(supplyWatts.value, warmth, celsius);
  const { roomCelsius, celsius: now } = warmth;
  if (watts === undefined)
    return {
      field,
      message: `“${value}” is not between the room, ${Math.round(roomCelsius)} °C, and the ${Math.round(now)} °C that were read.`,
    };
  return { aim: 'supply-watts', value: watts, celsius };
}

/** Bare figures between these are shares of a rating; above are milliamps, below amps: nobody drives a chip with 20 A, at 15 times its rating or at a fiftieth. */
const SHARES = { least: 0.1, most: 3 } as const;

function aimOf({ preset, value, hours }: GoalForm): Pick<Wanted, 'aim' | 'value'> | FormProblem {
  if (preset === 'most light') return { aim: 'most-light' };
  if (preset === 'longer on its cells')
    return hours.trim() === '' ? { field: 'hours', message: 'How many hours at least, as 10?' } : { aim: 'most-light' };
  if (preset === 'another supply' || preset === 'other cells' || preset === 'a dead part mended' || preset === 'safe')
    return { aim: 'none' };
  const share = /^\s*([\d.,]+)\s*[x×]\s*$/i.exec(value);
  const shareValue = share ? Number((share[1] as string).replace(',', '.')) : Number.NaN;
  const parsed = parseQuantity(value);
  const isWatts = preset === 'half the power';
  const unit = isWatts ? 'watts' : 'amps';
  if (!isWatts && shareValue > 0) return { aim: 'rated-share', value: shareValue };
  if (!parsed || !(parsed.value > 0) || (parsed.unit !== undefined && parsed.unit !== unit))
    return {
      field: 'value',
      message: isWatts
        ? `“${value}” is no power, as 2.2 W.`
        : `“${value}” is not a current, as 20 mA, and no share of the rating, as 0.75×.`,
    };
  if (isWatts) return { aim: 'supply-watts', value: parsed.value };
  if (parsed.unit !== undefined || parsed.value < SHARES.least) return { aim: 'chip-amps', value: parsed.value };
  return parsed.value <= SHARES.most ? { aim: 'rated-share', value: parsed.value } : { aim: 'chip-amps', value: parsed.value / 1000 };
}

function limitsOf(
  { dimmer, ledAtMost, partShare, hours, parts, joints, cost, reversible }: GoalForm,
  rated: number,
): NonNullable<Wanted['limits']> | FormProblem {
  const read = (field: keyof GoalForm, text: string, most: number): number | undefined | FormProblem => {
    if (text.trim() === '') return undefined;
    const value = Number(
      text
        .trim()
        .replace(',', '.')
        .replace(/[×x%h ]+$/i, ''),
    );
    return value > 0 && value <= most ? value : { field, message: `“${text}” is no figure above 0 and up to ${most}.` };
  };
  const fields = [
    read('dimmer', dimmer, 99),
    read('ledAtMost', ledAtMost, 10),
    read('partShare', partShare, 1),
    read('hours', hours, 1e5),
    read('cost', cost, 1e6),
    counted('parts', parts),
    counted('joints', joints),
  ] as const;
  const problem = fields.find((field) => typeof field === 'object');
  if (typeof problem === 'object') return problem;
  const [seen, led, part, least, money, most, solder] = fields as readonly (number | undefined)[];
  return {
    ...(seen !== undefined && { lightKept: lightThatLooks(-seen / 100) }),
    ...(led !== undefined && { chipAmps: led * rated }),
    ...(part !== undefined && { partShare: part }),
    ...(least !== undefined && { hours: least }),
    ...(money !== undefined && { cost: money }),
    ...(most !== undefined && { parts: most }),
    ...(solder !== undefined && { joints: solder }),
    ...(reversible && { reversible }),
  };
}

/** A whole number, nothing among them: without new parts a resistor can still be lifted. */
function counted(field: keyof GoalForm, text: string): number | undefined | FormProblem {
  if (text.trim() === '') return undefined;
  return /^\d{1,3}$/.test(text.trim()) ? Number(text) : { field, message: `“${text}” is no number of ${field}.` };
}

function ratedIn(circuit: Circuit, ref: string, { replaceLed }: Change): number {
  const led = partOfKind(circuit, ref, 'led');
  return ratedChipAmps(replaceLed ? { body: replaceLed.body, rated: replaceLed.rated } : (led ?? {})).value;
}

/** As somebody would type it: "2.2 W". */
function plain(value: number, unit: 'watts' | 'amps'): string {
  const { figure, unit: symbol } = formatEngineering(value, unit);
  return `${Number(figure)} ${symbol}`;
}

/** A supply as the sentence takes it: "230v 50hz", "12.7v", "3 AA nimh". */
function supplyAsTyped(supply: NonNullable<Wanted['supply']>): string {
  const {
    voltsRms,
    hertz,
    volts,
    tolerance,
    series = 1,
    parallel = 1,
    size = '',
    chemistry = '',
  } = supply as Readonly<Record<string, unknown>>;
  if (supply.kind === 'battery')
    return [parallel === 1 ? series : `${series}s${parallel}p`, size, chemistry].filter((word) => word !== '').join(' ');
  if (supply.kind === 'ac') return `${voltsRms}v ${hertz}hz`;
  if (typeof volts !== 'number' || typeof tolerance !== 'number') return `${volts}v`;
  const end = (share: number) => Number((volts * (1 + share * tolerance)).toPrecision(4));
  return `${end(-1)}-${end(1)}v`;
}
