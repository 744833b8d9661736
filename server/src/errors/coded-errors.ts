/** An error that a client can meet: a stable code, an HTTP status, and words that say what to do. */
export abstract class CodedError extends Error {
  abstract readonly code: string;
  abstract readonly status: number;
  abstract readonly title: string;
  readonly path?: string;
}

export class SpecimenNotFoundError extends CodedError {
  readonly code = 'specimen-not-found';
  readonly status = 404;
  readonly title = 'No such specimen';

  constructor(id: string) {
    super(`There is no specimen “${id}” on the shelf.`);
  }
}

export class EntryClashError extends CodedError {
  readonly code = 'entry-clash';
  readonly status = 409;
  readonly title = 'Entry id taken';

  constructor(id: string) {
    super(`The tape has another entry with the id “${id}” already. Entries are never changed: give this one an id of its own.`);
  }
}

/** What was uploaded cannot be imported; `code` says why. */
export class ImportRefusedError extends CodedError {
  readonly status = 422;
  readonly title = 'Cannot be imported';

  constructor(
    readonly code: string,
    message: string,
    override readonly path?: string,
  ) {
    super(message);
  }
}

/** A circuit that is not valid or has no solution, in the core's own code and words. */
export class UnsolvableError extends CodedError {
  readonly status = 422;
  readonly title = 'Cannot be solved';
  readonly code: string;
  override readonly path: string;

  constructor({ code, message, path }: { readonly code: string; readonly message: string; readonly path: string }) {
    super(message);
    this.code = code;
    this.path = path;
  }
}

export class PictureRefusedError extends CodedError {
  readonly code = 'not-a-picture';
  readonly status = 422;
  readonly title = 'Cannot be kept';
}

export class PictureNotFoundError extends CodedError {
  readonly code = 'picture-not-found';
  readonly status = 404;
  readonly title = 'No such picture';

  constructor(hash: string) {
    super(`There is no picture ${hash.slice(0, 12)}… here.`);
  }
}

export class LinkEndedError extends CodedError {
  readonly code = 'link-ended';
  readonly status = 404;
  readonly title = 'The link has ended';

  constructor() {
    super('This link has ended, or never was one. Ask for a new one at the machine that keeps the shelf.');
  }
}

export class NoSessionError extends CodedError {
  readonly code = 'no-session';
  readonly status = 401;
  readonly title = 'Access code wanted';

  constructor() {
    super('From another device the access code is wanted first. The machine at the bench shows it.');
  }
}

export class WrongCodeError extends CodedError {
  readonly code = 'wrong-code';
  readonly status = 403;
  readonly title = 'Wrong code';

  constructor() {
    super('That is not the access code. The machine at the bench shows it; each start has a new one.');
  }
}

export class ForeignRequestError extends CodedError {
  readonly code = 'foreign-request';
  readonly status = 403;
  readonly title = 'Refused';

  constructor(what: string) {
    super(`${what}. This server answers its own pages on this machine only.`);
  }
}

/** Thrown at start, before there is anybody to answer. */
export class FolderInUseError extends CodedError {
  readonly code = 'folder-in-use';
  readonly status = 503;
  readonly title = 'Data folder in use';

  /** @param host where it runs, if on another machine */
  constructor(folder: string, host?: string) {
    super(
      `Another Mindful Probe${host === undefined ? '' : ` (on ${host})`} is already writing to ${folder}. Use that one, stop it first, or start with --data and another folder.`,
    );
  }
}

export class BadAddressError extends CodedError {
  readonly code = 'bad-request';
  readonly status = 400;
  readonly title = 'Not valid';

  constructor() {
    super('The address has a character that no name has.');
  }
}

export class NoRoomError extends CodedError {
  readonly code = 'no-room';
  readonly status = 507;
  readonly title = 'No room on the disk';

  /** @param freeBytes what is left, where it is known */
  constructor(freeBytes?: number) {
    const left = freeBytes === undefined ? '' : `: ${Math.floor(freeBytes / 1024 / 1024)} MB are left`;
    super(`The disk of the data folder is full${left}. Everything is there to be read; make room, and what waits is entered.`);
  }
}

export class FolderNotEmptyError extends CodedError {
  readonly code = 'folder-not-empty';
  readonly status = 409;
  readonly title = 'Folder not empty';

  constructor(folder: string) {
    super(`${folder} is not empty. A backup is restored into an empty folder, so that nothing is overwritten.`);
  }
}

/** Thrown at start, too. */
export class FolderUnusableError extends CodedError {
  readonly code = 'folder-unusable';
  readonly status = 503;
  readonly title = 'Data folder cannot be used';

  constructor(folder: string, why: unknown) {
    super(`${folder} cannot be used as data folder: ${reasonOf(why)}. Choose another one with --data, or make this one writable.`);
  }
}

export class DatabaseGoneError extends CodedError {
  readonly code = 'database-gone';
  readonly status = 503;
  readonly title = 'The database does not answer';

  constructor() {
    super('The database does not answer just now. What you enter waits here, and is sent when it is back.');
  }
}

export class DatabaseBrokenError extends CodedError {
  readonly code = 'database-broken';
  readonly status = 503;
  readonly title = 'Database cannot be opened';

  constructor(folder: string, why: unknown) {
    super(
      `The database in ${folder} cannot be opened, and there are no tapes beside it to build it from: ${reasonOf(why)}. Nothing was changed; put a backup in its place, or use the version that wrote it.`,
    );
  }
}

export class DatabaseUnreachableError extends CodedError {
  readonly code = 'database-unreachable';
  readonly status = 503;
  readonly title = 'PostgreSQL cannot be reached';

  constructor(url: string, why: unknown) {
    super(`PostgreSQL at ${placeIn(url)} cannot be used: ${reasonOf(why)}. Is it running, and is DATABASE_URL right?`);
  }
}

/** Without the name and password that it may carry. */
function placeIn(url: string): string {
  try {
    const { host, pathname } = new URL(url);
    return `${host}${pathname}`;
  } catch {
    return 'that address';
  }
}

const REASONS: Readonly<Record<string, string>> = {
  EACCES: 'it may not be written to',
  EROFS: 'it may only be read',
  ENOTDIR: 'a part of its path is a file',
  EEXIST: 'it is a file',
  ENOSPC: 'there is no room on the disk',
  ECONNREFUSED: 'nothing answers there',
  ENOTFOUND: 'there is no such machine',
  '28P01': 'the password is wrong',
  '28000': 'the user is refused',
  '3D000': 'there is no such database',
};

function reasonOf(error: unknown): string {
  const { code, message, cause } = (error ?? {}) as { code?: string; message?: string; cause?: unknown };
  const known = code === undefined ? undefined : REASONS[code];
  if (known !== undefined) return known;
  if (cause !== undefined) return reasonOf(cause);
  return message?.split('\n')[0]?.replace(/\.$/, '') || 'no reason was given';
}
