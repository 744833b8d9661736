import type { BoardPhotos } from '../board/index.ts';
import type { BoardSide, EntryOf } from './entry.ts';

/** A place to touch, and where it is seen. */
export interface Pad {
  readonly name: string;
  readonly board?: string;
  readonly places: Readonly<Partial<Record<BoardSide, readonly [number, number]>>>;
  /** Copper that somebody saw to be one. */
  readonly copper?: string;
}

export type BoardView = Pick<EntryOf<'board-view'>, 'turn' | 'mirrored' | 'crop' | 'brightness' | 'contrast'>;

/** One board: its photos by the entries of the pictures, how they are looked at, and the points seen on both. */
export interface Board {
  readonly name: string;
  readonly photos: Readonly<Partial<Record<BoardSide, string>>>;
  readonly views: Readonly<Record<BoardSide, BoardView>>;
  readonly pairs: EntryOf<'align'>['pairs'];
}

const PLAIN_VIEW: BoardView = { turn: 0, mirrored: false, brightness: 1, contrast: 1 };
/** A back lies over its front when it is turned over left to right. */
const PLAIN_VIEWS: Board['views'] = { front: PLAIN_VIEW, back: { ...PLAIN_VIEW, mirrored: true } };

/** The photos of a board with their sizes, as its frame wants them; a picture that was struck is not there. */
export function photosOf(board: Board, pictures: readonly { readonly entry: EntryOf<'picture'> }[]): BoardPhotos {
  const photo = (side: BoardSide) => {
    const entry = pictures.find((picture) => picture.entry.id === board.photos[side])?.entry;
    return entry && { size: [entry.width, entry.height] as const, view: board.views[side] };
  };
  const [front, back] = [photo('front'), photo('back')];
  return { ...(front && { front }), ...(back && { back }), pairs: board.pairs };
}

/** Whether an end of a part or a join is a pad, made there if need be: pads go by figures unless they were given a name. */
export function isPadNumber(text: string): boolean {
  return /^\d{1,4}$/.test(text);
}

/** Boards and pads as the tape tells them. A pad keeps, within, the name that it had first: what was said of it then stays true. */
export class Boards {
  private readonly boards = new Map<string, Board>();
  private readonly padsByFirstName = new Map<string, Pad>();
  private readonly firstNames = new Map<string, string>();

  takePhotos({ board: name, front, back }: EntryOf<'board'>): void {
    const board = this.board(name);
    this.boards.set(name, { ...board, photos: { ...board.photos, ...(front && { front }), ...(back && { back }) } });
  }

  takeView({ board: name, side, turn, mirrored, crop, brightness, contrast }: EntryOf<'board-view'>): void {
    const board = this.board(name);
    const view = { turn, mirrored, brightness, contrast, ...(crop && { crop }) };
    this.boards.set(name, { ...board, views: { ...board.views, [side]: view } });
  }

  takePairs({ board: name, pairs }: EntryOf<'align'>): void {
    this.boards.set(name, { ...this.board(name), pairs });
  }

  takePad({ pad, board, side, point, copper }: EntryOf<'pad'>): void {
    const first = this.touch(pad);
    const known = this.padsByFirstName.get(first) as Pad;
    const places = side && point ? { ...known.places, [side]: point as readonly [number, number] } : known.places;
    this.padsByFirstName.set(first, { ...known, places, ...(board && { board }), ...(copper && { copper }) });
  }

  /** Returns what is wrong with the new name, or undefined. */
  rename({ from, to }: EntryOf<'pad-name'>): string | undefined {
    const first = this.firstNames.get(from);
    if (first === undefined) return `There is no pad ${from}.`;
    if (this.firstNames.has(to)) return `There is a pad ${to} already.`;
    this.firstNames.delete(from);
    this.firstNames.set(to, first);
    this.padsByFirstName.set(first, { ...(this.padsByFirstName.get(first) as Pad), name: to });
    return undefined;
  }

  /** The pad of this name, made where nobody spoke of it before; by its first name. */
  touch(name: string): string {
    const first = this.firstNameFor(name);
    if (!this.firstNames.has(name)) {
      this.firstNames.set(name, first);
      this.padsByFirstName.set(first, { name, places: {} });
    }
    return first;
  }

  /** The first name of a pad; undefined where there is none of that name. */
  firstNameOf(name: string): string | undefined {
    return this.firstNames.get(name);
  }

  /** The first name that a pad of this name has, or would have. */
  firstNameFor(name: string): string {
    const known = this.firstNames.get(name);
    if (known !== undefined) return known;
    // The first name of a pad that is called otherwise now is taken, within.
    let first = name;
    while (this.padsByFirstName.has(first)) first += '′';
    return first;
  }

  /** Its name now, of a first name. */
  nameOf(first: string): string {
    return this.padsByFirstName.get(first)?.name ?? first;
  }

  get firsts(): readonly string[] {
    return [...this.padsByFirstName.keys()];
  }

  get pads(): readonly Pad[] {
    return [...this.padsByFirstName.values()];
  }

  get all(): readonly Board[] {
    return [...this.boards.values()];
  }

  private board(name: string): Board {
    return this.boards.get(name) ?? { name, photos: {}, views: PLAIN_VIEWS, pairs: [] };
  }
}
