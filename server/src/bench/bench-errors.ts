import { CodedError } from '../errors/coded-errors.ts';

export class NotEnoughError extends CodedError {
  readonly code = 'not-enough';
  readonly status = 409;
  readonly title = 'Not enough in the drawer';
}

export class StockNotFoundError extends CodedError {
  readonly code = 'stock-not-found';
  readonly status = 404;
  readonly title = 'Not in the drawer';
}
