// Draws the pictures of the demo specimens as a camera would leave them, and prints what their tape entries say.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { ROOT } from './steps.mjs';

const drawings = join(ROOT, 'demo', 'pictures');
const out = join(ROOT, 'demo', 'specimens', 'pictures');
for (const name of readdirSync(out)) rmSync(join(out, name));
for (const name of readdirSync(drawings).sort()) {
  const { data, info } = await sharp(readFileSync(join(drawings, name)))
    .webp({ quality: 80 })
    .toBuffer({ resolveWithObject: true });
  const hash = createHash('sha256').update(data).digest('hex');
  writeFileSync(join(out, `${hash}.webp`), data);
  process.stdout.write(`${JSON.stringify({ name, hash, mediaType: 'image/webp', width: info.width, height: info.height })}\n`);
}
