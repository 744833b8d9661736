/** A stream of the server that a test sends on; the one that was opened last is `StandInEvents.latest`. */
export class StandInEvents {
  static readonly CLOSED = 2;
  static latest: StandInEvents | undefined;
  readonly readyState = 1;
  private readonly handlers = new Map<string, (event: { readonly data: string }) => void>();

  constructor(readonly url: string) {
    StandInEvents.latest = this;
  }

  addEventListener(name: string, handler: (event: { readonly data: string }) => void): void {
    this.handlers.set(name, handler);
  }

  close(): void {}

  send(name: string, data: unknown): void {
    this.handlers.get(name)?.({ data: JSON.stringify(data) });
  }
}

/** Streams are stand-ins from here on. */
export function streamByHand(): void {
  Object.assign(globalThis, { EventSource: StandInEvents });
}
