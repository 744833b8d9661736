import { CodedError } from '../errors/coded-errors.ts';

export class AddressRefusedError extends CodedError {
  readonly code = 'address-refused';
  readonly status = 422;
  readonly title = 'Address refused';
}

export class InstrumentNotFoundError extends CodedError {
  readonly code = 'instrument-not-found';
  readonly status = 404;
  readonly title = 'No such instrument';

  constructor(id: string) {
    super(`There is no instrument “${id}” on the list.`);
  }
}

export class InstrumentAwayError extends CodedError {
  readonly code = 'instrument-away';
  readonly status = 503;
  readonly title = 'Instrument away';

  constructor(why: string) {
    super(`The instrument is not there: ${why}. It is tried again by itself.`);
  }
}

export class InstrumentSilentError extends CodedError {
  readonly code = 'instrument-silent';
  readonly status = 504;
  readonly title = 'No answer';

  constructor(message: string, timeoutMs: number) {
    super(`The instrument left ${message} unanswered for ${timeoutMs / 1000} s; it may not know it.`);
  }
}

export class InstrumentBusyError extends CodedError {
  readonly code = 'instrument-busy';
  readonly status = 429;
  readonly title = 'Instrument busy';

  constructor() {
    super('Too many questions wait for this instrument already.');
  }
}

/** The instrument answered, and what it says is no reading. */
export class NoReadingError extends CodedError {
  readonly code = 'no-reading';
  readonly status = 422;
  readonly title = 'No reading';
}

/** Beyond what First light lets a supply give. */
export class SupplyRefusedError extends CodedError {
  readonly code = 'supply-refused';
  readonly status = 422;
  readonly title = 'Supply refused';
}
