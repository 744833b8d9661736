import type { Response } from 'express';
import type { Observable } from 'rxjs';

/** What is said in a stream of events: its name, and its data as JSON. */
export interface ServerEvent {
  readonly type: string;
  readonly json: string;
}

const HEADERS = {
  'content-type': 'text/event-stream',
  'cache-control': 'no-store, no-transform',
  // Proxies that gather an answer before they pass it on would hold back what is said.
  'x-accel-buffering': 'no',
};
/** Not yet taken by the other end; one that sleeps is let go, and asks for what it missed when it wakes. */
const MOST_WAITING_BYTES = 4 * 1024 * 1024;

/** Answers with server-sent events (HTML Standard, section 9.2) until the other end leaves. */
export function sendEvents(response: Response, events: Observable<ServerEvent>): void {
  response.writeHead(200, HEADERS);
  response.flushHeaders();
  const listening = events.subscribe(({ type, json }) => {
    // In one piece, so that it is one write to the line: with hundreds of streams that is what they cost.
    response.write(`event: ${type}\ndata: ${json}\n\n`);
    if (response.writableLength > MOST_WAITING_BYTES) response.destroy();
  });
  if (response.closed) listening.unsubscribe();
  else response.once('close', () => listening.unsubscribe());
}
