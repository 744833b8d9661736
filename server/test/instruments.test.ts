import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { completeDraft, type EntryDraft, type InstrumentNow, type Measured, type SeriesValue } from '@mindful-probe/core';
import { type RunningServer, startServer } from '../src/index.ts';
import { type RunningStandIns, startStandIns } from '../src/instruments/stand-in/start-stand-ins.ts';
import { newPlace, removePlaces } from './data-place.ts';

const BENCHES = fileURLToPath(new URL('../../demo/benches', import.meta.url));
const CLIP = 'usb-book-clip-long-lead';
const PAGE = 'page-of-the-test';
let server: RunningServer;

beforeAll(async () => {
  server = await startServer({ place: newPlace(), port: 0, standIns: { folder: BENCHES, firstPort: 0 } });
  await eventually(async () => expect((await list()).every(({ gadgets }) => gadgets)).toBe(true));
}, 180_000);

afterAll(async () => {
  await server.close();
  removePlaces();
}, 180_000);

async function call<T>(
  path: string,
  method = 'GET',
  body?: unknown,
): Promise<{ status: number; body: T & { code?: string; detail?: string } }> {
  const response = await fetch(`${server.url}/api${path}`, {
    method,
    ...(body !== undefined && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  });
  return { status: response.status, body: (await response.json()) as T & { code?: string; detail?: string } };
}

async function list(): Promise<readonly InstrumentNow[]> {
  return (await call<{ instruments: InstrumentNow[] }>('/instruments')).body.instruments;
}

async function idOf(kind: string): Promise<string> {
  return (await list()).find((instrument) => instrument.kind === kind)?.id ?? '';
}

/** A stand-in solves its gadget before it first answers, which takes longer than a line waits where all cores are busy. */
async function measure(kind: string, quantity: string, hand: Record<string, unknown> = {}) {
  const asked = { quantity, hand: { gadget: CLIP, powered: true, ...hand } };
  const path = `/instruments/${await idOf(kind)}/measure`;
  let answer = await call<Measured>(path, 'POST', asked);
  for (let tries = 0; tries < 40 && (answer.status === 503 || answer.status === 504); tries++) {
    await new Promise((resolve) => setTimeout(resolve, 500));
    answer = await call<Measured>(path, 'POST', asked);
  }
  return answer;
}

async function specimenOf(id: string, drafts: readonly EntryDraft[]): Promise<void> {
  const entries = drafts.map((draft, index) => completeDraft(draft, `${id}-entry-${index}`, '2026-03-07T10:00:00Z'));
  await call('/specimens', 'POST', { id, entries });
}

async function eventually(attempt: () => Promise<void>): Promise<void> {
  for (let tries = 0; ; tries++) {
    try {
      return await attempt();
    } catch (error) {
      if (tries > 100) throw error;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }
}

const first = ({ figures }: Measured) => figures[0]?.value ?? Number.NaN;

describe('stand-ins on the line', () => {
  it('say who they are, and their kinds follow', async () => {
    expect((await list()).map(({ kind }) => kind).sort()).toEqual(
      ['bench-meter', 'bench-supply', 'lux-meter', 'oscilloscope', 'power-meter', 'thermometer'].sort(),
    );
  });

  it('measure the hidden gadget: what the lead loses is there between its ends', async () => {
    const source = first((await measure('bench-meter', 'volts-dc', { heldTo: ['source'] })).body);
    const board = first((await measure('bench-meter', 'volts-dc', { heldTo: ['V1'] })).body);
    const amps = first((await measure('bench-meter', 'amps-dc', { heldTo: ['R9'] })).body);
    // 1.42 ohms of lead; the meter's own half ohm lowers the amps a little.
    expect((source - board) / amps).toBeGreaterThan(1.3);
    expect((source - board) / amps).toBeLessThan(1.55);
    const inLine = (await measure('power-meter', 'in-line-dc')).body.figures;
    expect(inLine.map(({ unit }) => unit)).toEqual(['volts', 'amps', 'watts']);
    expect(inLine[2]?.value).toBeCloseTo((inLine[0]?.value ?? 0) * (inLine[1]?.value ?? 0), 1);
  });

  it('read ohms dead, and refuse them live with their reason', async () => {
    const dead = await measure('bench-meter', 'ohms', { heldTo: ['R1'], powered: false });
    expect(first(dead.body)).toBeCloseTo(38.9, 0);
    const live = await measure('bench-meter', 'ohms', { heldTo: ['R1'] });
    expect(live).toMatchObject({ status: 422, body: { code: 'no-reading' } });
    expect(live.body.detail).toContain('ohms are read dead');
  }, 180_000);

  it('say what is not there to be measured', async () => {
    const answer = await measure('bench-meter', 'volts-dc', { heldTo: ['R77'] });
    expect(answer.body.detail).toContain('There is no R77 on this gadget');
    expect((await measure('bench-meter', 'volts-dc', { gadget: 'no such thing' })).body.code).toBe('no-reading');
  });

  it.each([{ heldTo: ['R1"\nSTAN:POW OFF'] }, { surface: 'case"' }, { gadget: 'a\nb' }])(
    'are told nothing but names: %j is refused',
    async (hand) => {
      expect(await measure('bench-meter', 'volts-dc', hand)).toMatchObject({ status: 400, body: { code: 'bad-request' } });
    },
  );

  it('show over their range where nothing conducts', async () => {
    const open = await measure('bench-meter', 'ohms', { heldTo: ['D1'], powered: false });
    expect(open.body.detail).toContain('over its range');
  });

  it('send a waveform of the mains with its figures', async () => {
    const { body } = await measure('oscilloscope', 'waveform', { gadget: 'bathroom-mirror-bar', heldTo: ['V1'] });
    expect(body.waveform?.seconds).toHaveLength(500);
    expect(body.figures[1]?.value).toBeGreaterThan(228);
    expect(body.figures[1]?.value).toBeLessThan(238);
  });

  it('a place warms while the power is on, and the light is there', async () => {
    await measure('thermometer', 'celsius', { surface: 'case', powered: false });
    const cold = first((await measure('thermometer', 'celsius', { surface: 'case', powered: false })).body);
    expect(cold).toBeCloseTo(21, 0);
    expect(first((await measure('lux-meter', 'lux', { metres: 0.5 })).body)).toBeGreaterThan(100);
  });
});

describe('the list', () => {
  it.each([
    ['8.8.8.8:5025', 'not on a private network'],
    ['nonsense here', 'is no address'],
  ])('%s is refused', async (address, why) => {
    const answer = await call('/instruments', 'PUT', { address });
    expect(answer).toMatchObject({ status: 422, body: { code: 'address-refused' } });
    expect(answer.body.detail).toContain(why);
  });

  it('keeps one that does not answer, says why, and takes it off again', async () => {
    await call('/instruments', 'PUT', { address: '127.0.0.1:1', kind: 'bench-meter' });
    await eventually(async () =>
      expect((await list()).find(({ id }) => id === '127.0.0.1:1')?.line).toMatchObject({
        kind: 'away',
        why: 'nothing listens at this address',
      }),
    );
    const asked = await call('/instruments/127.0.0.1:1/measure', 'POST', { quantity: 'volts-dc' });
    expect(asked).toMatchObject({ status: 503, body: { code: 'instrument-away' } });
    await call('/instruments/127.0.0.1:1', 'DELETE');
    expect((await list()).some(({ id }) => id === '127.0.0.1:1')).toBe(false);
    expect((await call('/instruments/127.0.0.1:1/measure', 'POST', { quantity: 'volts-dc' })).status).toBe(404);
  });
});

describe('a series', () => {
  it('goes over a pulled cable with a gap, and numbers what it has', async () => {
    let standIns: RunningStandIns = await startStandIns(BENCHES, 0);
    const { address } = standIns.instruments[4] ?? { address: '' };
    const port = Number(address.split(':')[1]);
    await call('/instruments', 'PUT', { address });
    await eventually(async () => expect((await list()).find(({ id }) => id === address)?.gadgets).toBeDefined());
    const hand = { gadget: CLIP, powered: true, surface: 'case' };
    await call(`/instruments/${address}/series`, 'POST', { quantity: 'celsius', hand, everySeconds: 0.5, page: PAGE });
    const values = async () => (await call<{ values: SeriesValue[] }>(`/instruments/${address}/series`)).body.values;
    await eventually(async () => expect((await values()).length).toBeGreaterThanOrEqual(2));
    await standIns.close();
    await eventually(async () =>
      expect((await list()).find(({ id }) => id === address)?.series?.problem).toContain('The instrument is not there'),
    );
    const before = (await values()).length;
    // The stand-ins come back where they were: the first of six is four ports below the thermometer.
    standIns = await startStandIns(BENCHES, port - 4);
    const moved = standIns.instruments[4]?.address;
    if (moved === address) await eventually(async () => expect((await values()).length).toBeGreaterThan(before + 1));
    const numbers = (await values()).map(({ number }) => number);
    expect(numbers).toEqual(numbers.map((_, index) => index + 1));
    await call(`/instruments/${address}/series`, 'DELETE');
    expect(await values()).toEqual([]);
    await call(`/instruments/${address}`, 'DELETE');
    await standIns.close();
  }, 40_000);
});

describe('a supply', () => {
  const claims: readonly EntryDraft[] = [
    { kind: 'name', name: 'Clip' },
    { kind: 'claim', field: 'volts', value: 5, source: 'body' },
    { kind: 'claim', field: 'watts', value: 1, source: 'listing' },
  ];

  async function supply(specimenId: string, wanted: Record<string, unknown>) {
    return call(`/instruments/${await idOf('bench-supply')}/supply`, 'POST', {
      page: PAGE,
      specimenId,
      gadget: CLIP,
      on: true,
      volts: 5,
      limitAmps: 0.2,
      ...wanted,
    });
  }

  const output = async () => (await list()).find(({ kind }) => kind === 'bench-supply')?.output;

  it('gives no more than First light allows, and says how much that is', async () => {
    await specimenOf('supply-1', claims);
    expect((await supply('supply-1', { volts: 5.5 })).body.detail).toContain('above the 5 V');
    expect((await supply('supply-1', { limitAmps: 1 })).body.detail).toContain('above the limit of 0.240 A');
    expect(await output()).toBeUndefined();
  });

  it('gives nothing to a specimen of the mains, or to one of which nothing is known', async () => {
    await specimenOf('supply-2', [claims[0] as EntryDraft]);
    await specimenOf('supply-3', [claims[0] as EntryDraft, { kind: 'claim', field: 'volts', value: 230, source: 'body' }]);
    expect((await supply('supply-2', {})).body.detail).toContain('no volts yet');
    expect((await supply('supply-3', {})).body.detail).toContain('runs on mains');
    expect((await supply('no-such-specimen', {})).status).toBe(404);
  });

  it('holds its limit, and goes off with the page that set it', async () => {
    await specimenOf('supply-4', claims);
    await supply('supply-4', { limitAmps: 0.05 });
    await eventually(async () => expect(await output()).toMatchObject({ limited: true, amps: 0.05 }));
    const stream = await fetch(`${server.url}/api/instruments/events?page=${PAGE}`);
    await stream.body?.cancel();
    await eventually(async () => expect(await output()).toBeUndefined());
    expect(first((await measure('bench-meter', 'volts-dc', { heldTo: ['V1'], powered: false })).body)).toBeCloseTo(0, 2);
    await supply('supply-4', {});
    expect(await output()).toMatchObject({ limited: false });
    await call(`/instruments/leave?page=${PAGE}`, 'POST');
    await eventually(async () => expect(await output()).toBeUndefined());
  }, 180_000);
});

describe('one package lit by itself', () => {
  const hand = (heldTo: string) => ({ gadget: 'kitchen-spot', powered: false, heldTo: [heldTo] });
  const alone = { volts: 7, limitAmps: 0.005 };
  const lit = async (heldTo: string) =>
    call<Measured>(`/instruments/${await idOf('bench-supply')}/measure`, 'POST', { quantity: 'lit-alone', hand: hand(heldTo), alone });

  it('is read at the supply, whose output is off again', async () => {
    const { body } = await lit('D6');
    expect(body.figures).toMatchObject([{ unit: 'volts' }, { unit: 'amps', value: expect.closeTo(0.005, 5) }]);
    expect(body.figures[0]?.value).toBeGreaterThan(5.3);
    expect(body.figures[0]?.value).toBeLessThan(5.9);
    const open = await lit('D5');
    expect(open.body.figures[1]?.value).toBeLessThan(1e-5);
    expect((await list()).find(({ kind }) => kind === 'bench-supply')?.output).toBeUndefined();
  });

  it('is refused beyond what a hand may touch, and without a setting', async () => {
    const id = await idOf('bench-supply');
    const ask = (more: object) => call(`/instruments/${id}/measure`, 'POST', { quantity: 'lit-alone', hand: hand('D6'), ...more });
    expect((await ask({ alone: { volts: 60, limitAmps: 0.005 } })).status).toBe(400);
    expect((await ask({})).body.detail).toMatch(/volts and a limit/);
  });
});
