import { deviceOf, type Part } from '../device/index.ts';

/** A net: the pins that are one and the same point. */
export interface Net {
  readonly name: string;
  /** Named by somebody; a letter of our own can move on to another net when joins change. */
  readonly given: boolean;
  /** `R1.2`, in the order of the parts. */
  readonly pins: readonly string[];
  /** Pads on it, by the names they have now. */
  readonly pads: readonly string[];
}

/** What a tape keeps of a net so that it means the same one later: its given name, or a pin on it. */
export function anchorOf({ name, given, pins }: Net): string {
  return given ? name : (pins[0] as string);
}

/** The net of a name, a pin or a pad as typed: exactly, or else without regard to capitals. */
export function netOf(nets: readonly Net[], text: string): Net | undefined {
  const lower = text.toLowerCase();
  const isLike = (name: string) => name.toLowerCase() === lower;
  return (
    nets.find(({ name }) => name === text) ??
    nets.find(({ pins, pads }) => pins.includes(text) || pads.includes(text)) ??
    nets.find(({ name, pins, pads }) => isLike(name) || pins.some(isLike) || pads.some(isLike))
  );
}

export function pinName(ref: string, pin: number): string {
  return `${ref}.${pin + 1}`;
}

/** Union-find over names of nets and pins. */
export class NetForest {
  private readonly parent = new Map<string, string>();

  find(name: string): string {
    const up = this.parent.get(name);
    if (up === undefined || up === name) return name;
    const root = this.find(up);
    this.parent.set(name, root);
    return root;
  }

  join(a: string, b: string): void {
    const rootA = this.find(a);
    const rootB = this.find(b);
    if (rootA !== rootB) this.parent.set(rootB, rootA);
  }

  copy(): NetForest {
    const other = new NetForest();
    for (const [name, up] of this.parent) other.parent.set(name, up);
    return other;
  }
}

/** Resolves `R1.2`, `V1.+`, `D1.k` or a net name to the name under which the forest knows it; undefined where a pin is not there. */
export function terminalName(parts: readonly Part[], text: string): string | undefined {
  const match = /^(.+)\.([^.]+)$/.exec(text);
  if (!match) return text;
  const [, ref = '', pin = ''] = match;
  const part = parts.find((candidate) => candidate.ref.toLowerCase() === ref.toLowerCase());
  if (!part) return undefined;
  const index = pinIndex(part, pin);
  return index === undefined ? undefined : pinName(part.ref, index);
}

/** Pins go by number, by name, by its first letter, and on polar parts by sign; a cathode is also k. */
function pinIndex(part: Part, pin: string): number | undefined {
  const { pins, polar } = deviceOf(part.kind);
  const lower = pin.toLowerCase();
  const number = Number(lower);
  if (Number.isInteger(number)) return number >= 1 && number <= pins.length ? number - 1 : undefined;
  if (polar && lower === '+') return 0;
  if (polar && (lower === '-' || lower === '−')) return 1;
  if (lower === 'k' && pins.includes('cathode')) return pins.indexOf('cathode');
  const index = pins.findIndex((name) => name === lower || name[0] === lower);
  return index === -1 ? undefined : index;
}

/**
 * The nets of the parts as joined so far. A net named by somebody keeps that name (the first of several); one of two
 * pins or more takes the next free letter; a pin alone keeps its own name.
 *
 * @param pads by the names the forest knows them by, with the names they have now; no net is lettered like a pad
 */
export function netsOf(
  parts: readonly Part[],
  forest: NetForest,
  givenNames: readonly string[],
  pads: ReadonlyMap<string, string> = new Map(),
): { nets: readonly Net[]; netOfPin: ReadonlyMap<string, string> } {
  const pinsByRoot = new Map<string, string[]>();
  for (const part of parts) {
    for (const index of part.pins.keys()) {
      const pin = pinName(part.ref, index);
      const root = forest.find(pin);
      pinsByRoot.set(root, [...(pinsByRoot.get(root) ?? []), pin]);
    }
  }
  const given = new Map<string, string>();
  for (const name of givenNames) if (!given.has(forest.find(name))) given.set(forest.find(name), name);
  const padsByRoot = new Map<string, string[]>();
  for (const [first, pad] of pads) padsByRoot.set(forest.find(first), [...(padsByRoot.get(forest.find(first)) ?? []), pad]);
  const letters = freeLetters(new Set(given.values()), new Set(pads.values()));
  const nets: Net[] = [];
  const netOfPin = new Map<string, string>();
  for (const [root, pins] of pinsByRoot) {
    const name = given.get(root) ?? (pins.length > 1 ? (letters.next().value as string) : (pins[0] as string));
    nets.push({ name, given: given.has(root), pins, pads: padsByRoot.get(root) ?? [] });
    for (const pin of pins) netOfPin.set(pin, name);
  }
  return { nets, netOfPin };
}

/**
 * Letters for the nets that nobody named. Once somebody uses letters, those after the first such one are left for what
 * is typed next: after `R1 on V1.+ A` the next net typed is B, and must not turn out to be one that was lettered B
 * meanwhile. The letters before it come first, then those from the end of the alphabet, then numbers.
 */
function* freeLetters(given: ReadonlySet<string>, pads: ReadonlySet<string>): Generator<string, string> {
  const typed = [...given].map((name) => name.toUpperCase()).filter((name) => LETTERS.includes(name));
  const [firstTyped = 'Z'] = typed.sort();
  const before = LETTERS.filter((letter) => letter <= firstTyped);
  const after = LETTERS.filter((letter) => letter > firstTyped).reverse();
  for (const letter of [...before, ...after]) if (!typed.includes(letter) && !pads.has(letter)) yield letter;
  for (let number = 1; ; number++) if (!given.has(`N${number}`) && !pads.has(`N${number}`)) yield `N${number}`;
}

const LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
