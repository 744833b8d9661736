import { isKind, type Part, type PartOf } from '../../device/index.ts';
import type { Board } from '../board.ts';

/** What turns alternating current into one direction. */
export interface Rectifier {
  readonly refs: readonly string[];
  /** Both half waves reach the load. */
  readonly fullWave: boolean;
  /** Wires between which its load lies. */
  readonly plus: string;
  readonly minus: string;
}

/** A bridge, as one part or four diodes; a doubler of two; one diode in the line. */
export function rectifierOf(board: Board): Rectifier | undefined {
  const bridge = board.of('bridge')[0];
  if (bridge) return { refs: [bridge.ref], fullWave: true, plus: board.wire(bridge.pins[2]), minus: board.wire(bridge.pins[3]) };
  return bridgeOfDiodes(board) ?? doubler(board) ?? single(board);
}

/** Four diodes as a bridge: two meet with their cathodes, two with their anodes. */
function bridgeOfDiodes(board: Board): Rectifier | undefined {
  const diodes = board.of('diode');
  for (const one of diodes) {
    const plus = board.wire(one.pins[1]);
    const upper = diodes.filter(({ pins }) => board.wire(pins[1]) === plus);
    const lower = diodes.filter((part) => upper.some(({ pins }) => board.wire(pins[0]) === board.wire(part.pins[1])));
    const minuses = new Set(lower.map(({ pins }) => board.wire(pins[0])));
    if (upper.length >= 2 && lower.length >= 2 && minuses.size === 1)
      return { refs: [...upper, ...lower].map(({ ref }) => ref), fullWave: true, plus, minus: [...minuses][0] as string };
  }
  return undefined;
}

/**
 * Two diodes one behind the other, fed where they meet: each half wave charges a store of its own. Where the lower one
 * begins at a line, it only lets the dropper's charge back.
 */
function doubler(board: Board): Rectifier | undefined {
  const diodes = board.of('diode');
  const lines = board.of('ac').flatMap(({ pins }) => pins.map((net) => board.wire(net)));
  for (const upper of diodes) {
    const middle = board.wire(upper.pins[0]);
    const lower = diodes.find((part) => part !== upper && board.wire(part.pins[1]) === middle);
    if (!lower) continue;
    const [plus, minus] = [board.wire(upper.pins[1]), board.wire(lower.pins[0])];
    const stores = board.of('capacitor').flatMap(({ pins }) => pins.map((net) => board.wire(net)));
    if (stores.includes(plus))
      return { refs: [upper.ref, lower.ref], fullWave: stores.includes(minus) && !lines.includes(minus), plus, minus };
  }
  return undefined;
}

/** One diode that all that reaches the LEDs passes: nearest to the source of those in a row. */
function single(board: Board): Rectifier | undefined {
  const source = board.of('ac')[0];
  const lines = source?.pins.map((net) => board.wire(net)) ?? [];
  const isOnLine = (part: PartOf<'diode'>) => part.pins.some((net) => lines.includes(board.wire(net)));
  const diodes = board.of('diode');
  const diode = diodes.find((part) => !isAcross(board, part) && isOnLine(part)) ?? diodes.find((part) => !isAcross(board, part));
  if (!diode || !source) return undefined;
  const [anode, cathode] = diode.pins.map((net) => board.wire(net)) as [string, string];
  const isLoad = (part: Part) => isKind(part, 'capacitor') || isKind(part, 'led');
  // Its load lies between one of its ends and the line that it returns to.
  const returns = (end: string) => lines.find((line) => line !== end && board.between(end, line).some(isLoad));
  const [behind, before] = [returns(cathode), returns(anode)];
  if (behind !== undefined || before === undefined) {
    const back = behind ?? board.branches.find(({ from }) => from === cathode)?.to ?? lines.find((wire) => wire !== anode) ?? '';
    return { refs: [diode.ref], fullWave: false, plus: cathode, minus: back };
  }
  return { refs: [diode.ref], fullWave: false, plus: before, minus: anode };
}

/** A diode across LEDs guards them from reverse voltage, and rectifies nothing. */
function isAcross(board: Board, diode: PartOf<'diode'>): boolean {
  const [anode, cathode] = diode.pins.map((net) => board.wire(net)) as [string, string];
  return board.between(anode, cathode).some((part) => isKind(part, 'led') && board.wire(part.pins[0]) === cathode);
}
