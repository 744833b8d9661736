import 'fake-indexeddb/auto';
import { TextDecoder, TextEncoder } from 'node:util';
import { deserialize, serialize } from 'node:v8';

/** What browsers have and the simulated one of the unit tests has not. */
class NoResizes implements ResizeObserver {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}

Object.assign(globalThis, {
  TextDecoder,
  TextEncoder,
  ResizeObserver: NoResizes,
  structuredClone: (value: unknown) => deserialize(serialize(value)),
});
Element.prototype.scrollIntoView ??= () => undefined;
Element.prototype.hasPointerCapture ??= () => false;
