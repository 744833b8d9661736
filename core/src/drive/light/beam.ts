import type { Uncertain } from '../../quantity/index.ts';

/** Candela at an angle off the axis. */
export interface BeamPoint {
  /** 0 on the axis, to 180. */
  readonly degrees: number;
  readonly candela: Uncertain;
}

/** A beam as it was read, taken to be round. */
export interface Beam {
  /** By angle, from the axis outwards. */
  readonly points: readonly BeamPoint[];
  /** Two points hold a law between them; more are joined by straight lines. */
  readonly between: 'power of the cosine' | 'straight lines';
  readonly peak: BeamPoint;
  /** Full angle to half of the highest candela (CIE S 017, half-peak divergence); undefined where it was not read so far out. */
  readonly beamDegrees?: Uncertain;
  /** Full angle to a tenth of it: the field. */
  readonly fieldDegrees?: Uncertain;
  /** What lies within the angles that were read. */
  readonly lumens: Uncertain;
  /** Half of the angle that it was read to. */
  readonly readTo: number;
  /** Candela at the last angle over the highest: what is further out is in no figure. */
  readonly lastShare: number;
  /** The middle is darker than a ring around it, by this share, where that is more than the readings' uncertainty. */
  readonly hole?: number;
}

/** A lamp turned by hand against a protractor: one standard deviation, degrees. */
const HELD_DEGREES = 1;
const RADIANS = Math.PI / 180;
/** Steps of the sum over the beam, degrees. */
const ZONE = 0.25;

/**
 * The beam through readings at two angles or more, one of them on the axis.
 *
 * @param readings in any order; those at one angle count by their mean
 * @returns undefined with fewer, or none on the axis
 */
export function beamOf(readings: readonly BeamPoint[]): Beam | undefined {
  const points = meansByAngle(readings);
  const [axis, ...others] = points;
  if (!axis || axis.degrees > 1e-9 || others.length === 0 || !(axis.candela.value > 0)) return undefined;
  const between = others.length === 1 && (others[0]?.degrees ?? 0) < 90 ? 'power of the cosine' : 'straight lines';
  const peak = points.reduce((most, point) => (point.candela.value > most.candela.value ? point : most));
  const last = points.at(-1) as BeamPoint;
  const shape = { points, between, peak } as const;
  const beam = angleTo(shape, 0.5);
  const field = angleTo(shape, 0.1);
  const apart = peak.candela.value - axis.candela.value;
  const isDarker = apart > 2 * Math.hypot(peak.candela.uncertainty, axis.candela.uncertainty);
  return {
    ...shape,
    ...(isTold(beam) && { beamDegrees: beam }),
    ...(isTold(field) && { fieldDegrees: field }),
    lumens: lumensWithin(shape, last.degrees),
    readTo: last.degrees,
    lastShare: last.candela.value / peak.candela.value,
    ...(isDarker && { hole: apart / peak.candela.value }),
  };
}

/** An angle whose uncertainty is as large as itself is none. */
function isTold(angle: Uncertain | undefined): angle is Uncertain {
  return angle !== undefined && 2 * angle.uncertainty < angle.value;
}

type Shape = Pick<Beam, 'points' | 'between' | 'peak'>;

/** Candela at an angle; beyond the last that was read, with two points by their law, with more none. */
export function candelaAt({ points, between }: Pick<Beam, 'points' | 'between'>, degrees: number): number {
  const [first, second] = points;
  if (!first || !second) return Number.NaN;
  if (between === 'power of the cosine') {
    if (degrees >= 90) return 0;
    return first.candela.value * Math.cos(degrees * RADIANS) ** exponentOf(first, second);
  }
  const next = points.findIndex((point) => point.degrees >= degrees);
  if (next === -1) return 0;
  const [above, below] = [points[next] as BeamPoint, points[Math.max(0, next - 1)] as BeamPoint];
  const span = above.degrees - below.degrees;
  const share = span > 0 ? (degrees - below.degrees) / span : 0;
  return below.candela.value + share * (above.candela.value - below.candela.value);
}

/** Of I = I₀·cosⁿ(θ) through both; even all round gives 0. */
function exponentOf(first: BeamPoint, second: BeamPoint): number {
  return Math.log(Math.max(1e-9, second.candela.value / first.candela.value)) / Math.log(Math.cos(second.degrees * RADIANS));
}

/** Lux on a wall square to the axis: E = I(θ)·cos³(θ)/d², θ the angle to the place on it. */
export function luxOnWall(beam: Pick<Beam, 'points' | 'between'>, metres: number, aside: number): number {
  const angle = Math.atan2(Math.abs(aside), metres);
  return (candelaAt(beam, angle / RADIANS) * Math.cos(angle) ** 3) / metres ** 2;
}

/** The full angle at which a share of the highest candela is left, outside of the peak. */
function angleTo(shape: Shape, share: number): Uncertain | undefined {
  const { points, between, peak } = shape;
  const wanted = share * peak.candela.value;
  if (between === 'power of the cosine') {
    const [first, second] = points as [BeamPoint, BeamPoint];
    const exponent = exponentOf(first, second);
    if (!(exponent > 0)) return undefined;
    const half = Math.acos(share ** (1 / exponent)) / RADIANS;
    // From the second reading's candela and its angle, by the slope of the law there.
    const ratio = Math.hypot(second.candela.uncertainty / second.candela.value, first.candela.uncertainty / first.candela.value);
    const slope = exponent * Math.tan(second.degrees * RADIANS) * RADIANS;
    return { value: 2 * half, uncertainty: 2 * (half / second.degrees) * Math.hypot(HELD_DEGREES, ratio / slope) };
  }
  const from = points.indexOf(peak);
  const after = points.findIndex((point, index) => index > from && point.candela.value <= wanted);
  const [above, below] = [points[after - 1], points[after]];
  if (after < 0 || !above || !below) return undefined;
  const slope = (above.candela.value - below.candela.value) / (below.degrees - above.degrees);
  const half = above.degrees + (above.candela.value - wanted) / slope;
  const candela = Math.hypot(below.candela.uncertainty, share * peak.candela.uncertainty);
  return { value: 2 * half, uncertainty: 2 * Math.hypot(HELD_DEGREES, candela / slope) };
}

/** Φ = 2π·∫ I(θ)·sin(θ) dθ, over a round beam. */
function lumensWithin(shape: Shape, toDegrees: number): Uncertain {
  const sum = (candela: (degrees: number) => number) => {
    let total = 0;
    for (let degrees = ZONE / 2; degrees < toDegrees; degrees += ZONE)
      total += 2 * Math.PI * candela(degrees) * Math.sin(degrees * RADIANS) * ZONE * RADIANS;
    return total;
  };
  const value = sum((degrees) => candelaAt(shape, degrees));
  // One meter errs the same way at each angle; the angles shift the beam as a whole.
  const share = Math.max(...shape.points.map(({ candela }) => (candela.value > 0 ? candela.uncertainty / candela.value : 0)));
  const wider = sum((degrees) => candelaAt(shape, Math.max(0, degrees - HELD_DEGREES)));
  return { value, uncertainty: Math.hypot(share * value, wider - value) };
}

function meansByAngle(readings: readonly BeamPoint[]): readonly BeamPoint[] {
  const angles = [...new Set(readings.map(({ degrees }) => degrees))].sort((a, b) => a - b);
  return angles.map((degrees) => {
    const alike = readings.filter((one) => one.degrees === degrees).map(({ candela }) => candela);
    const mean = (pick: (candela: Uncertain) => number) => alike.reduce((sum, one) => sum + pick(one), 0) / alike.length;
    return { degrees, candela: { value: mean(({ value }) => value), uncertainty: mean(({ uncertainty }) => uncertainty) } };
  });
}
