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

  constructor(folder: string) {
    super(`Another Mindful Probe is already writing to ${folder}. Use that one, stop it first, or start with --data and another folder.`);
  }
}
