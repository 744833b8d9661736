import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import sharp from 'sharp';
import { type RunningServer, startServer } from '../src/index.ts';
import { newPlace, removePlaces } from './data-place.ts';

let server: RunningServer;

beforeAll(async () => {
  server = await startServer({ place: newPlace(), port: 0 });
}, 180_000);

afterAll(async () => {
  await server.close();
  removePlaces();
}, 180_000);

/** A camera's picture, lying on its side, that says where it was taken. */
function cameraPicture(): Promise<Buffer> {
  return sharp({ create: { width: 60, height: 40, channels: 3, background: '#4F6F3A' } })
    .withExif({ IFD0: { Artist: 'Somebody', Make: 'Camera' }, IFD3: { GPSLatitude: '51/1 30/1 0/1', GPSLatitudeRef: 'N' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
}

async function upload(bytes: Uint8Array): Promise<{ status: number; body: Record<string, unknown> }> {
  const form = new FormData();
  form.append('file', new Blob([Buffer.from(bytes)]), 'picture');
  const response = await fetch(`${server.url}/api/pictures`, { method: 'POST', body: form });
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
}

describe('a picture', () => {
  it('is kept upright, without place and owner, and found by its hash with a thumbnail', async () => {
    const original = await cameraPicture();
    expect((await sharp(original).metadata()).exif?.length).toBeGreaterThan(0);
    const { status, body } = await upload(original);
    expect(status).toBe(201);
    expect(body).toMatchObject({ mediaType: 'image/jpeg', width: 40, height: 60, hash: expect.stringMatching(/^[0-9a-f]{64}$/) });
    const whole = await fetch(`${server.url}/api/pictures/${body.hash}`);
    expect(whole.headers.get('content-type')).toBe('image/jpeg');
    const kept = Buffer.from(await whole.arrayBuffer());
    const metadata = await sharp(kept).metadata();
    expect(metadata.exif).toBeUndefined();
    expect(metadata.orientation).toBeUndefined();
    expect(kept.includes('Somebody')).toBe(false);
    const thumbnail = await fetch(`${server.url}/api/pictures/${body.hash}?size=thumbnail`);
    expect(thumbnail.headers.get('content-type')).toBe('image/webp');
  });

  it('the same twice has one name', async () => {
    const original = await cameraPicture();
    const [one, other] = [await upload(original), await upload(original)];
    expect(one.body.hash).toBe(other.body.hash);
  });

  it.each([
    ['text', Buffer.from('no picture at all'), 422],
    ['a drawing that could run scripts', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'), 422],
    ['nothing', Buffer.alloc(0), 422],
    ['26 MB', Buffer.alloc(26 * 1024 * 1024, 1), 413],
  ])('%s is refused in words', async (_, bytes, status) => {
    const refused = await upload(bytes);
    expect(refused).toMatchObject({ status, body: { detail: expect.any(String) } });
  });

  it('cut short is refused', async () => {
    const whole = await sharp({
      create: { width: 400, height: 400, channels: 3, background: '#A63A2B', noise: { type: 'gaussian', mean: 128, sigma: 40 } },
    })
      .jpeg()
      .toBuffer();
    expect((await upload(whole.subarray(0, whole.length / 2))).status).toBe(422);
  });

  it.each(['nonsense', '0'.repeat(64), '..%2f..%2fdatabase'])('%s is no picture', async (hash) => {
    expect((await fetch(`${server.url}/api/pictures/${hash}`)).status).toBe(404);
  });

  it('goes out with its specimen and comes back into an empty shelf', async () => {
    const { body } = await upload(await cameraPicture());
    const entries = [
      { kind: 'name', name: 'Pictured', id: 'pictured-1', at: '2026-03-07T10:00:00Z' },
      { kind: 'picture', ...body, stage: 'opening', id: 'pictured-2', at: '2026-03-07T10:01:00Z' },
    ];
    await fetch(`${server.url}/api/specimens`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id: 'pictured', entries }),
    });
    const zip = Buffer.from(await (await fetch(`${server.url}/api/specimens/pictured/export.zip`)).arrayBuffer());
    const second = await startServer({ place: newPlace(), port: 0 });
    try {
      const form = new FormData();
      form.append('file', new Blob([zip]), 'pictured.zip');
      expect((await fetch(`${second.url}/api/import`, { method: 'POST', body: form })).status).toBe(201);
      expect((await fetch(`${second.url}/api/pictures/${body.hash}`)).status).toBe(200);
    } finally {
      await second.close();
    }
  }, 180_000);
});
