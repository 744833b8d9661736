import { createServer, get, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it } from '@jest/globals';
import type { Response } from 'express';
import { Observable, Subject } from 'rxjs';
import { type ServerEvent, sendEvents } from '../src/push/send-events.ts';

const closing: (() => void)[] = [];
afterEach(() => {
  for (const close of closing.splice(0)) close();
});

/** A stream of these events, and how many listen to them. */
async function stream(events: Observable<ServerEvent>): Promise<{ answer: IncomingMessage; listeners: () => number }> {
  let listeners = 0;
  const counted = new Observable<ServerEvent>((listener) => {
    listeners += 1;
    const listening = events.subscribe(listener);
    return () => {
      listeners -= 1;
      listening.unsubscribe();
    };
  });
  const server = createServer((_, response: ServerResponse) => sendEvents(response as Response, counted)).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const answer = await new Promise<IncomingMessage>((resolve, reject) => {
    get({ port: (server.address() as AddressInfo).port, host: '127.0.0.1' }, resolve).on('error', reject);
  });
  closing.push(() => {
    answer.destroy();
    server.closeAllConnections();
    server.close();
  });
  answer.on('error', () => undefined);
  return { answer, listeners: () => listeners };
}

async function until(isSo: () => boolean): Promise<void> {
  for (let turn = 0; turn < 500 && !isSo(); turn++) await new Promise((resolve) => setTimeout(resolve, 10));
  expect(isSo()).toBe(true);
}

describe('a stream of events', () => {
  it('says each as it comes, by its name, and is let go of when the other end leaves', async () => {
    const events = new Subject<ServerEvent>();
    const { answer, listeners } = await stream(events);
    expect(answer.headers['content-type']).toBe('text/event-stream');
    let heard = '';
    answer.setEncoding('utf8').on('data', (text: string) => {
      heard += text;
    });
    events.next({ type: 'lines', json: '{"lines":["ä"]}' });
    await until(() => heard === 'event: lines\ndata: {"lines":["ä"]}\n\n');
    answer.destroy();
    await until(() => listeners() === 0);
  });

  it('is ended where the other end takes nothing any more', async () => {
    const events = new Subject<ServerEvent>();
    const { answer, listeners } = await stream(events);
    answer.pause();
    const json = JSON.stringify('x'.repeat(1024 * 1024));
    for (let count = 0; count < 40 && listeners() > 0; count++) {
      events.next({ type: 'row', json });
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    await until(() => listeners() === 0);
  });
});
