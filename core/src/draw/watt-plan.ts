import type { Arrangement, Role } from '../arrangement/index.ts';
import { type Circuit, type Network, partOf, partsOfKind, refsOf, seriesPackOf, suppliesOf, switchingStageOf } from '../circuit/index.ts';
import { deviceOf, lightShareOf, type Part } from '../device/index.ts';
import type { Solution } from '../solve/index.ts';
import { type Section, sectionsOf } from './sections.ts';

/** One part's rectangle. x and width in amps, y and height in volts, so that the area is watts. */
export interface WattRectangle {
  readonly ref: string;
  readonly kind: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly watts: number;
}

/** A part that takes volts and dissipates nothing: a dropper capacitor. x and width in amps, y in volts of the plan. */
export interface WattLine {
  readonly ref: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  /** Across it, root mean square. */
  readonly volts: number;
}

export interface WattPlan {
  /** From the supply's plus at y = 0 down to its minus. */
  readonly rectangles: readonly WattRectangle[];
  readonly lines: readonly WattLine[];
  readonly width: number;
  readonly height: number;
  /** Watts that all that feeds it delivers, at its terminals. */
  readonly watts: number;
  /** Width is amps and height volts. Of alternating current neither is one figure: there only the areas speak. */
  readonly hasAxes: boolean;
  /** Of each LED: what of its watts leaves as light, as is usual for its colour. */
  readonly lightShares: Readonly<Record<string, number>>;
  /** What has no place on the way from supply to return: by role, stacked below it, as wide as the whole. */
  readonly groups: readonly PlanGroup[];
}

/** Parts that play one role, among those that no series and parallel order fits. */
export interface PlanGroup {
  /** As the arrangement calls it, or `other`. */
  readonly role: Role | 'other';
  readonly refs: readonly string[];
}

/** What a solver leaves of a circuit without current: no plan is drawn of it. */
const DRAWN_WATTS = 1e-7;
/** Less than this is left out of the picture: it would be a line. */
const VISIBLE_SHARE = 1e-5;
/** A part with less than this share of the supply's volts is not said to take volts. */
const TAKES_VOLTS_SHARE = 0.05;

/**
 * The watt plan of a solved circuit: parts in series stand on each other, branches in parallel, as the circuit is
 * traced from supply to return; what comes behind a bridge or a converter stands below it. What has no place on that
 * way is put together by the role it plays in what was recognised.
 *
 * @returns undefined where there is no supply or no current
 */
export function planWatts(circuit: Circuit, solution: Solution, arrangements: readonly Arrangement[]): WattPlan | undefined {
  const delivered = (ref: string) => -(solution.parts[ref]?.watts ?? 0);
  const feeding = suppliesOf(circuit).filter(({ ref }) => delivered(ref) > 0);
  // The way is followed from what gives most: a port that only tops up a cell is on the side of it.
  const supply = feeding.reduce<Part | undefined>(
    (most, one) => (most && delivered(most.ref) >= delivered(one.ref) ? most : one),
    undefined,
  );
  if (!supply) return undefined;
  const cells = seriesPackOf(circuit, supply.ref)?.refs ?? [supply.ref];
  const watts = feeding.reduce((sum, { ref }) => sum + delivered(ref), 0);
  const isAlone = feeding.every(({ ref }) => cells.includes(ref));
  const total = ampsOf(solution, supply.ref);
  if (!(watts > DRAWN_WATTS) || !(total > 0)) return undefined;
  const { sections, leftOver } = sectionsOf(circuit, supply);
  const maker = new BlockMaker(
    circuit,
    solution,
    watts,
    cells.reduce((sum, ref) => sum + (solution.supplies[ref]?.voltsRms ?? 0), 0),
  );
  const way = maker.ofSections(sections);
  const stage = switchingStageOf(circuit);
  const shown = leftOver.filter((ref) => maker.isShown(ref) && !stage.has(ref));
  const groups = shown.length > 0 ? byRole(shown, arrangements) : [];
  const whole = stacked([way, ...groups.flatMap(({ refs }) => refs.map((ref) => maker.ofLoosePart(ref, total)))]);
  const rectangles: WattRectangle[] = [];
  const lines: WattLine[] = [];
  whole.place(0, 0, { rectangles, lines });
  const lightShares = Object.fromEntries(partsOfKind(circuit, 'led').map((part) => [part.ref, lightShareOf(part)]));
  return {
    rectangles,
    lines,
    width: Math.max(total, whole.width),
    height: whole.height,
    watts,
    hasAxes: solution.regime === 'dc' && isAlone && sections.every(({ box }) => box === undefined) && groups.length === 0,
    lightShares,
    groups,
  };
}

/** Refs by the first role that each plays in what is recognised; the rest last. */
function byRole(refs: readonly string[], arrangements: readonly Arrangement[]): readonly PlanGroup[] {
  const roles = arrangements.flatMap((arrangement) => Object.entries(arrangement.roles) as [Role, readonly string[]][]);
  const groups = new Map<Role | 'other', string[]>();
  for (const ref of refs) {
    const role = roles.find(([, players]) => players.includes(ref))?.[0] ?? 'other';
    groups.set(role, [...(groups.get(role) ?? []), ref]);
  }
  return [...groups]
    .map(([role, players]) => ({ role, refs: players }))
    .sort((a, b) => Number(a.role === 'other') - Number(b.role === 'other'));
}

/** What is drawn on. */
interface Sheet {
  readonly rectangles: WattRectangle[];
  readonly lines: WattLine[];
}

/** A piece of the plan that knows its size before it is put anywhere. */
interface PlanBlock {
  readonly width: number;
  readonly height: number;
  place(x: number, y: number, sheet: Sheet): void;
}

function stacked(blocks: readonly PlanBlock[]): PlanBlock {
  return {
    width: Math.max(0, ...blocks.map(({ width }) => width)),
    height: blocks.reduce((sum, { height }) => sum + height, 0),
    place: (x, y, sheet) => {
      let foot = y;
      for (const block of blocks) {
        block.place(x, foot, sheet);
        foot += block.height;
      }
    },
  };
}

function besideEachOther(blocks: readonly PlanBlock[]): PlanBlock {
  return {
    width: blocks.reduce((sum, { width }) => sum + width, 0),
    height: Math.max(0, ...blocks.map(({ height }) => height)),
    place: (x, y, sheet) => {
      let left = x;
      for (const block of blocks) {
        block.place(left, y, sheet);
        left += block.width;
      }
    },
  };
}

class BlockMaker {
  constructor(
    private readonly circuit: Circuit,
    private readonly solution: Solution,
    private readonly watts: number,
    private readonly supplyVolts: number,
  ) {}

  /** Each stretch of the way stands on what follows; what stands across it is beside all of that. */
  ofSections([first, ...rest]: readonly Section[]): PlanBlock {
    if (!first) return stacked([]);
    const { lead, foot, across, box } = first;
    const leads = [...lead, ...foot].map((network) => this.ofNetwork(network));
    const behind = this.ofSections(rest);
    if (across) return stacked([...leads, besideEachOther([this.ofNetwork(across), behind])]);
    return stacked([...leads, ...(box ? box.stands.map((ref) => this.ofPart(ref)) : []), behind]);
  }

  /** What has no place on the way is as wide as the whole. */
  ofLoosePart(ref: string, width: number): PlanBlock {
    const watts = this.dissipatedWatts(ref);
    return this.block(ref, width, watts / width, watts);
  }

  /** Something of it is to be seen. */
  isShown(ref: string): boolean {
    return this.dissipatedWatts(ref) > 0;
  }

  private ofNetwork(network: Network): PlanBlock {
    switch (network.kind) {
      case 'part':
        return this.ofPart(network.ref);
      case 'series':
        return stacked(network.items.map((item) => this.ofNetwork(item)));
      case 'parallel':
        return this.ofParallel(network.items);
    }
  }

  /** Beside what takes volts and dissipates nothing the rest would be a sliver as tall as those volts: it lies flat under the line. */
  private ofParallel(items: readonly Network[]): PlanBlock {
    const reactive = items.filter(
      (item) => item.kind === 'part' && this.voltsTaken(item.ref) !== undefined && this.dissipatedWatts(item.ref) === 0,
    );
    const width = Math.max(0, ...reactive.flatMap((item) => refsOf(item)).map((ref) => ampsOf(this.solution, ref)));
    if (!(width > 0)) return besideEachOther(items.map((item) => this.ofNetwork(item)));
    const others = items.filter((item) => !reactive.includes(item)).flatMap((item) => refsOf(item));
    return stacked([...reactive.map((item) => this.ofNetwork(item)), ...others.map((ref) => this.ofLoosePart(ref, width))]);
  }

  private ofPart(ref: string): PlanBlock {
    const amps = ampsOf(this.solution, ref);
    const watts = amps > 0 ? this.dissipatedWatts(ref) : 0;
    return this.block(ref, amps, watts > 0 ? watts / amps : 0, watts);
  }

  private block(ref: string, width: number, height: number, watts: number): PlanBlock {
    const kind = partOf(this.circuit, ref)?.kind ?? '';
    const volts = this.voltsTaken(ref);
    return {
      // What is not drawn leaves no gap: the current of a store that stands across the rest dissipates nothing.
      width: watts > 0 ? width : 0,
      height,
      place: (x, y, { rectangles, lines }) => {
        if (volts !== undefined) lines.push({ ref, x, y, width: ampsOf(this.solution, ref), volts });
        if (watts > 0) rectangles.push({ ref, kind, x, y, width, height, watts });
      },
    };
  }

  /** Watts, where they are to be seen. */
  private dissipatedWatts(ref: string): number {
    const watts = this.solution.parts[ref]?.watts ?? 0;
    return watts > VISIBLE_SHARE * this.watts ? watts : 0;
  }

  /** A store or a coil in the way of alternating current takes volts and gives them back. */
  private voltsTaken(ref: string): number | undefined {
    const volts = this.solution.parts[ref]?.volts;
    // The store behind a rectifier has volts that hardly move: it takes none of the way.
    if (this.solution.regime === 'dc' || !volts || !isStore(partOf(this.circuit, ref))) return undefined;
    if (volts.rms < TAKES_VOLTS_SHARE * this.supplyVolts || Math.abs(volts.avg) > volts.rms / 2) return undefined;
    return volts.rms;
  }
}

/** Over a period what heats counts, the root mean square. */
function ampsOf(solution: Solution, ref: string): number {
  const amps = solution.parts[ref]?.amps;
  return Math.abs((solution.regime === 'dc' ? amps?.avg : amps?.rms) ?? 0);
}

function isStore(part: Part | undefined): boolean {
  return part !== undefined && deviceOf(part.kind).storesBehindOhms !== undefined;
}
