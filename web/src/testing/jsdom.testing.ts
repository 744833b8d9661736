import { TextDecoder, TextEncoder } from 'node:util';

/** What browsers have and the simulated one of the unit tests has not. */
class NoResizes implements ResizeObserver {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}

Object.assign(globalThis, { TextDecoder, TextEncoder, ResizeObserver: NoResizes });
Element.prototype.scrollIntoView ??= () => undefined;
Element.prototype.hasPointerCapture ??= () => false;
