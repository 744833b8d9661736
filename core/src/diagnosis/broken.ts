import { type Circuit, partsOfKind } from '../circuit/index.ts';
import { type Drifted, isKind, type LedPart } from '../device/index.ts';
import { lightRatio } from '../drive/index.ts';
import { fuseThatOpens } from '../safety/index.ts';
import type { Solution, SolveWarmed } from '../solve/index.ts';
import type { Fault } from './fault.ts';
import { withFault } from './faulted-circuit.ts';

/** A circuit with something broken, solved. */
export interface Broken {
  readonly faults: readonly { readonly fault: Fault; readonly step: Drifted | undefined }[];
  readonly circuit: Circuit;
  readonly solution: Solution;
  /** The fuse or fusible resistor that the fault opened. */
  readonly blown?: string;
  /** Light of each LED over that of the intact circuit. */
  readonly light: ReadonlyMap<string, number>;
  /** Of all of them together. */
  readonly lightOfAll: number;
}

/** Times the amps of the intact circuit. */
const OVERLOAD = 30;

/** Solves what faults leave of a circuit; each combination once. */
export class BrokenCircuits {
  private readonly known = new Map<string, Broken>();
  solved = 0;

  constructor(
    readonly intact: Circuit,
    readonly before: Solution,
    private readonly solve: SolveWarmed,
  ) {}

  /** Faults that leave the same circuit are one, whichever package of a row they are in. */
  with(faults: Broken['faults']): Broken {
    const circuit = faults.reduce((left, { fault, step }) => withFault(left, fault, step), this.intact);
    const key = JSON.stringify(circuit.parts);
    const known = this.known.get(key);
    if (known) return known.faults === faults ? known : { ...known, faults };
    const broken = this.solveBroken(faults, circuit);
    this.known.set(key, broken);
    return broken;
  }

  private solveBroken(faults: Broken['faults'], circuit: Circuit): Broken {
    const solution = this.solutionOf(circuit);
    const names = new Set(faults.map(({ fault }) => fault.part));
    // A circuit without a solution is one that draws more than any supply gives: what protects it opens, if anything does.
    const blown = solution
      ? fuseThatOpens(
          circuit.parts.filter(({ ref }) => !names.has(ref)),
          solution,
        )
      : circuit.parts.find((part) => isKind(part, 'fuse') && !names.has(part.ref));
    if (!blown) return this.brokenOf(faults, circuit, solution && !this.overloads(solution) ? solution : DARK);
    const opened = withFault(circuit, { ref: blown.ref, fault: 'open', part: blown.ref, weight: 0, steps: [] }, undefined);
    return { ...this.brokenOf(faults, opened, this.solutionOf(opened) ?? DARK), blown: blown.ref };
  }

  /** No supply of a gadget gives so much: it shuts down, or something opens that is no fuse. */
  private overloads({ supplies }: Solution): boolean {
    return Object.entries(supplies).some(([ref, { ampsRms }]) => ampsRms > OVERLOAD * (this.before.supplies[ref]?.ampsRms ?? ampsRms));
  }

  private solutionOf(circuit: Circuit): Solution | undefined {
    this.solved += 1;
    const solved = this.solve(circuit);
    return solved.ok ? solved.value.solution : undefined;
  }

  private brokenOf(faults: Broken['faults'], circuit: Circuit, solution: Solution): Broken {
    const { light, lightOfAll } = lightOver({ circuit: this.intact, solution: this.before }, { circuit, solution });
    return {
      faults,
      circuit,
      solution,
      light,
      lightOfAll,
    };
  }
}

interface Lit {
  readonly circuit: Circuit;
  readonly solution: Solution;
}

/** The light of each LED and of all of them together, over that of the same circuit before. */
export function lightOver(before: Lit, now: Lit): Pick<Broken, 'light' | 'lightOfAll'> {
  const each = partsOfKind(before.circuit, 'led').map((part) => {
    const amps = before.solution.leds[part.ref]?.chip.amps.avg ?? 0;
    const left = partsOfKind(now.circuit, 'led').find(({ ref }) => ref === part.ref);
    const ratio = amps > 0 ? lightRatio(Math.max(0, now.solution.leds[part.ref]?.chip.amps.avg ?? 0), amps) : 0;
    return { ref: part.ref, whole: amps * chipsOf(part), ratio, left: amps * (left ? chipsOf(left) : 0) * ratio };
  });
  const whole = each.reduce((sum, one) => sum + one.whole, 0);
  const left = each.reduce((sum, one) => sum + one.left, 0);
  return { light: new Map(each.map(({ ref, ratio }) => [ref, ratio])), lightOfAll: whole > 0 ? left / whole : 0 };
}

function chipsOf({ series = 1, parallel = 1 }: LedPart): number {
  return series * parallel;
}

/** Nothing flows anywhere. */
const DARK: Solution = {
  format: 'mindful-probe.solution',
  version: 1,
  regime: 'dc',
  nets: {},
  parts: {},
  supplies: {},
  leds: {},
  warnings: [],
};
