import { type AddressInfo, createServer, type Server, type Socket } from 'node:net';
import { afterEach, describe, expect, it } from '@jest/globals';
import { ownAddress, parseAddress } from '../src/instruments/address.ts';
import { AnswerReader } from '../src/instruments/scpi/answer-reader.ts';
import { errorOf, figureOf, waveformOf } from '../src/instruments/scpi/answers.ts';
import { ScpiLink } from '../src/instruments/scpi/scpi-link.ts';
import { booleanOf, headerPattern, numberOf, stringOf, unitsOf } from '../src/instruments/stand-in/scpi-program.ts';

describe('an address', () => {
  it.each([
    ['192.168.1.20:5025', { host: '192.168.1.20', port: 5025 }],
    [' 10.0.0.7 ', { host: '10.0.0.7', port: 5025 }],
    ['[fd00::7]:5026', { host: 'fd00::7', port: 5026 }],
    ['fd00::7', { host: 'fd00::7', port: 5025 }],
    ['localhost:1', { host: 'localhost', port: 1 }],
  ])('%s is read', (text, expected) => expect(parseAddress(text)).toEqual(expected));

  it.each(['', 'http://10.0.0.1', '10.0.0.1:0', '10.0.0.1:70000', 'a b', 'user@10.0.0.1', '10.0.0.1:5025/x'])('%s is none', (text) =>
    expect(() => parseAddress(text)).toThrow(/no address|no port/),
  );

  it.each(['127.0.0.1', '10.1.2.3', '172.16.0.1', '192.168.0.9', '::1', 'fd12::1'])('%s is our own', async (host) =>
    expect(await ownAddress({ host, port: 1 })).toEqual({ host, port: 1 }),
  );

  it.each(['8.8.8.8', '172.32.0.1', '0.0.0.0', '169.254.169.254', '224.0.0.1', '2001:4860::1', '::ffff:8.8.8.8', '100.64.0.1'])(
    '%s is refused',
    async (host) => expect(ownAddress({ host, port: 1 })).rejects.toThrow(/not on this machine and not on a private network/),
  );

  it('a name that nobody has is said', async () =>
    expect(ownAddress({ host: 'no-such-machine.invalid', port: 1 })).rejects.toThrow(/no machine called/));
});

describe('a program message', () => {
  it('goes on from the branch of the header before it', () => {
    expect(unitsOf('MEAS:VOLT?;CURR?;*OPC?;POW:APP?;PFAC?;:SYST:ERR?').map(({ header }) => header)).toEqual([
      'MEAS:VOLT?',
      'MEAS:CURR?',
      '*OPC?',
      'MEAS:POW:APP?',
      'MEAS:POW:PFAC?',
      'SYST:ERR?',
    ]);
  });

  it('keeps separators within quotes', () => {
    expect(unitsOf('STAN:PROB "a;b","c,d" ; ;VOLT 5 V')).toEqual([
      { header: 'STAN:PROB', parameters: ['"a;b"', '"c,d"'] },
      { header: 'STAN:VOLT', parameters: ['5 V'] },
    ]);
  });

  it('knows long and short forms, whole, in any case, and what may be left out', () => {
    const pattern = headerPattern('MEASure[:SCALar]:VOLTage[:DC]?');
    for (const header of ['MEAS:VOLT?', 'measure:voltage:dc?', 'MEAS:SCAL:VOLT:DC?', 'Meas:Scalar:Volt?']) expect(header).toMatch(pattern);
    for (const header of ['MEASU:VOLT?', 'MEAS:VOLT', 'MEAS:VOLT:AC?', 'XMEAS:VOLT?', 'MEAS?']) expect(header).not.toMatch(pattern);
  });

  it('reads parameters, and says which it cannot', () => {
    expect([numberOf('500MA'), numberOf('.5'), numberOf('1e3'), numberOf('5 V')]).toEqual([0.5, 0.5, 1000, 5]);
    expect([booleanOf('on'), booleanOf('0'), stringOf("'R1'")]).toEqual([true, false, 'R1']);
    expect(() => numberOf('five')).toThrow(/Data type/);
    expect(() => numberOf(undefined)).toThrow(/Missing/);
  });
});

describe('an answer', () => {
  it('is a figure, over the range, or no number', () => {
    expect(figureOf('+1.5E-3')).toEqual({ value: 0.0015 });
    expect(figureOf('-9.9E37')).toEqual({ problem: 'over-range' });
    expect(figureOf('9.91E37')).toEqual({ problem: 'no-number' });
    for (const text of ['', 'volts', '1,2']) expect(figureOf(text)).toEqual({ problem: 'no-number' });
  });

  it('an error has a number and words', () => {
    expect(errorOf('-113,"Undefined header"')).toEqual({ number: -113, words: 'Undefined header' });
    expect(errorOf('+0,"No error"')).toEqual({ number: 0, words: 'No error' });
  });

  it('a waveform is its rows of two figures', () => {
    expect(waveformOf('s,V\n0,1\n\n1e-3,-2\nend,\n')).toEqual({ seconds: [0, 1e-3], volts: [1, -2] });
  });

  it('is cut out of the stream wherever it was torn, blocks with line ends in them too', () => {
    const stream = Buffer.from('1.5\r\n#15a\nb\nc\nplain\n#', 'latin1');
    for (let tear = 0; tear <= stream.length; tear++) {
      const reader = new AnswerReader();
      const answers = [...(reader.take(stream.subarray(0, tear)) ?? []), ...(reader.take(stream.subarray(tear)) ?? [])];
      expect(answers).toEqual(['1.5', 'a\nb\nc', 'plain']);
    }
  });
});

describe('a line', () => {
  let server: Server | undefined;
  const sockets = new Set<Socket>();
  let link: ScpiLink | undefined;

  async function listen(onLine: (line: string, socket: Socket) => void, port = 0): Promise<number> {
    const made = createServer((socket) => {
      sockets.add(socket);
      socket.on('error', () => undefined);
      socket.on('data', (bytes) => {
        for (const line of bytes.toString().split('\n').filter(Boolean)) onLine(line, socket);
      });
    });
    server = made;
    await new Promise<void>((resolve) => made.listen(port, '127.0.0.1', resolve));
    return (made.address() as AddressInfo).port;
  }

  async function pull(): Promise<void> {
    for (const socket of sockets) socket.destroy();
    sockets.clear();
    const old = server;
    await new Promise<void>((resolve) => (old ? old.close(() => resolve()) : resolve()));
    server = undefined;
  }

  afterEach(async () => {
    link?.close();
    await pull();
  });

  it('asks one question at a time, each answer to its own', async () => {
    let open = 0;
    let most = 0;
    const port = await listen((line, socket) => {
      most = Math.max(most, ++open);
      setTimeout(() => {
        open -= 1;
        socket.write(`answer to ${line}\n`);
      }, 5);
    });
    link = new ScpiLink({ host: '127.0.0.1', port });
    const questions = Array.from({ length: 12 }, (_, index) => `Q${index}?`);
    const answers = await Promise.all(questions.map((question) => link?.ask(question)));
    expect(answers).toEqual(questions.map((question) => `answer to ${question}`));
    expect(most).toBe(1);
  });

  it('a question left unanswered ends in time, and its late answer is never taken for the next', async () => {
    const port = await listen((line, socket) => {
      setTimeout(() => socket.destroyed || socket.write(`answer to ${line}\n`), line === 'SLOW?' ? 300 : 1);
    });
    link = new ScpiLink({ host: '127.0.0.1', port });
    await expect(link.ask('SLOW?', 60)).rejects.toMatchObject({ code: 'instrument-silent' });
    const { value } = await eventually(() => link?.ask('NEXT?', 2000));
    expect(value).toBe('answer to NEXT?');
  });

  it('a cable that is pulled ends everything at once, and the line comes back by itself', async () => {
    const states: string[] = [];
    const port = await listen(() => undefined);
    link = new ScpiLink({ host: '127.0.0.1', port, onState: ({ kind }) => states.push(kind) });
    const asked = [link.ask('A?'), link.ask('B?')].map((question) => expect(question).rejects.toMatchObject({ code: 'instrument-away' }));
    await new Promise((resolve) => setTimeout(resolve, 50));
    await pull();
    await Promise.all(asked);
    await expect(link.ask('C?')).rejects.toMatchObject({ code: 'instrument-away' });
    await listen((line, socket) => socket.write(`answer to ${line}\n`), port);
    const { value } = await eventually(() => link?.ask('D?'));
    expect(value).toBe('answer to D?');
    expect(states).toEqual(['ready', 'away', 'connecting', 'ready']);
  }, 180_000);
});

/** Tries until it does not fail: a line comes back in its own time. */
async function eventually<T>(attempt: () => Promise<T> | undefined): Promise<{ value: T | undefined }> {
  for (let tries = 0; ; tries++) {
    try {
      return { value: await attempt() };
    } catch (error) {
      if (tries > 60) throw error;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
}
