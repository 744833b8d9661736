import { type AddressInfo, createServer, type Socket } from 'node:net';
import { ScpiError, undefinedHeader } from './scpi-errors.ts';
import { headerPattern, unitsOf } from './scpi-program.ts';

/** What an instrument answers to. */
export interface Command {
  /** With long forms in small letters behind the short ones: `MEASure:VOLTage[:DC]?`. */
  readonly header: string;
  /** A query answers with its text, or with a block of bytes. @throws ScpiError */
  run(parameters: readonly string[]): Answer | Promise<Answer>;
}
type Answer = string | undefined;

/** A running instrument. */
export interface ScpiServer {
  readonly port: number;
  close(): Promise<void>;
}

interface ScpiServerOptions {
  /** Maker, model, serial number, version (IEEE 488.2, 10.14). */
  readonly identity: string;
  readonly commands: readonly Command[];
  readonly port: number;
  /** *RST. */
  readonly reset: () => void;
}

const HOST = '127.0.0.1';
const QUEUE_ROOM = 20;
/** Nobody types more on one line; a client that sends no end of line is cut off. */
const LONGEST_MESSAGE = 64 * 1024;
const NO_ERROR = '0,"No error"';

/** Event status bits (IEEE 488.2, 11.5.1). */
const COMMAND_ERROR = 1 << 5;
const EXECUTION_ERROR = 1 << 4;
const OPERATION_COMPLETE = 1;

/** Listens on this machine for SCPI over TCP, a line a message. Each line is answered before the next is read. */
export function serveScpi({ identity, commands, port, reset }: ScpiServerOptions): Promise<ScpiServer> {
  const status = new Status();
  const table = [...commands, ...commonCommands(identity, status, reset)].map((command) => ({
    pattern: headerPattern(command.header),
    command,
  }));

  async function answerTo(message: string): Promise<string | undefined> {
    const answers: string[] = [];
    for (const { header, parameters } of unitsOf(message)) {
      try {
        const found = table.find(({ pattern }) => pattern.test(header));
        if (!found) throw undefinedHeader(header);
        const answer = await found.command.run(parameters);
        if (answer !== undefined) answers.push(answer);
      } catch (error) {
        status.put(error instanceof ScpiError ? error : new ScpiError(-300, `Device-specific error; ${String(error)}`));
      }
    }
    return answers.length === 0 ? undefined : answers.join(';');
  }

  const sockets = new Set<Socket>();
  const server = createServer((socket) => {
    sockets.add(socket);
    socket.setNoDelay(true);
    socket.on('close', () => sockets.delete(socket));
    socket.on('error', () => socket.destroy());
    let unread = '';
    let turn = Promise.resolve();
    socket.on('data', (bytes) => {
      unread += bytes.toString('latin1');
      if (unread.length > LONGEST_MESSAGE) return socket.destroy();
      const lines = unread.split('\n');
      unread = lines.pop() ?? '';
      for (const line of lines) {
        turn = turn.then(async () => {
          const answer = await answerTo(line);
          if (answer !== undefined && !socket.destroyed) socket.write(`${answer}\n`, 'latin1');
        });
      }
      return undefined;
    });
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, HOST, () =>
      resolve({
        port: (server.address() as AddressInfo).port,
        close: () =>
          new Promise((closed) => {
            server.close(() => closed());
            for (const socket of sockets) socket.destroy();
          }),
      }),
    );
  });
}

/** The error queue and the event status register. */
class Status {
  private queue: ScpiError[] = [];
  private events = 0;
  enabled = 0;

  put(error: ScpiError): void {
    this.events |= error.number <= -200 ? EXECUTION_ERROR : COMMAND_ERROR;
    if (this.queue.length < QUEUE_ROOM) this.queue.push(error);
    else this.queue[QUEUE_ROOM - 1] = new ScpiError(-350, 'Queue overflow');
  }

  next(): string {
    return this.queue.shift()?.toString() ?? NO_ERROR;
  }

  complete(): void {
    this.events |= OPERATION_COMPLETE;
  }

  readEvents(): number {
    const { events } = this;
    this.events = 0;
    return events;
  }

  get summary(): number {
    return (this.queue.length > 0 ? 4 : 0) | ((this.events & this.enabled) !== 0 ? 32 : 0);
  }

  clear(): void {
    this.queue = [];
    this.events = 0;
  }
}

function commonCommands(identity: string, status: Status, reset: () => void): readonly Command[] {
  return [
    { header: '*IDN?', run: () => identity },
    { header: '*RST', run: () => void reset() },
    { header: '*CLS', run: () => void status.clear() },
    { header: '*OPC', run: () => void status.complete() },
    { header: '*OPC?', run: () => '1' },
    { header: '*WAI', run: () => undefined },
    { header: '*TST?', run: () => '0' },
    { header: '*ESR?', run: () => String(status.readEvents()) },
    { header: '*ESE?', run: () => String(status.enabled) },
    {
      header: '*ESE',
      run: ([mask]) => {
        status.enabled = Number(mask) & 255;
        return undefined;
      },
    },
    { header: '*STB?', run: () => String(status.summary) },
    { header: 'SYSTem:ERRor[:NEXT]?', run: () => status.next() },
    { header: 'SYSTem:VERSion?', run: () => '1999.0' },
  ];
}
